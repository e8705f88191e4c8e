// The share of tests in the code: non-blank lines; data tables, fixtures and scripts of the repository left out.
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { root } from './prepare.mjs';

const dataTables = /(typicalProducts|species|forms|stepKinds|demoWorkshop|leadBans|tokens\.css)/;
const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard', '*.ts', '*.tsx'], {
  cwd: root,
  encoding: 'utf8',
})
  .split('\n')
  .filter((f) => f && existsSync(`${root}/${f}`) && !f.includes('fixtures/') && !f.startsWith('scripts/'));
const lines = (file) =>
  readFileSync(`${root}/${file}`, 'utf8')
    .split('\n')
    .filter((l) => l.trim() !== '').length;
const isTest = (f) => /\.(test|spec)\.tsx?$/.test(f) || f.startsWith('e2e/');
const tests = files.filter(isTest).reduce((n, f) => n + lines(f), 0);
const code = files.filter((f) => !isTest(f) && !dataTables.test(f)).reduce((n, f) => n + lines(f), 0);
console.log(
  `Tests: ${tests} of ${tests + code} lines of code, ${Math.round((100 * tests) / (tests + code))} % (a quarter to a third is wanted).`,
);
