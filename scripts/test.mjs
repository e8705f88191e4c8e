// npm test: every gate, then one closing line over all runners.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { ensureChromium, ensureModules, ensurePoppler, ensureUnzip, root, run } from './prepare.mjs';

ensureModules();
const chromium = ensureChromium();
const readers = [ensurePoppler(), ensureUnzip()];
const reports = `${root}/test-results`;
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

let passed = 0;
/** What failed, by name: said once more at the end, where it is looked for. */
const broken = [];

// What reads papers and ZIP files back is missing: their tests fail, and this says why.
let failed = readers.filter((there) => !there).length;
if (failed > 0) broken.push('What reads papers and ZIP files back is missing');

/** A failure as its own runner tells it, short enough to stand at the end of a log. */
const shortly = (where, why) => `${where}\n${why.split('\n').slice(0, 30).join('\n').slice(0, 3000)}`;

const readUnit = (r) => ({
  passed: r.numPassedTests,
  failed: r.numFailedTests,
  broken: r.testResults.flatMap((file) => [
    ...(file.message ? [shortly(file.name.replace(`${root}/`, ''), file.message)] : []),
    ...file.assertionResults
      .filter((one) => one.status === 'failed')
      .map((one) => shortly(`${file.name.replace(`${root}/`, '')} › ${one.fullName}`, one.failureMessages.join('\n'))),
  ]),
});

const specsOf = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)];
const readBrowser = (r) => ({
  passed: r.stats.expected + r.stats.flaky,
  failed: r.stats.unexpected + r.errors.length,
  broken: [
    ...r.errors.map((error) => shortly('Browser tests', error.message ?? '')),
    ...r.suites
      .flatMap(specsOf)
      .filter((spec) => !spec.ok)
      .map((spec) =>
        shortly(
          `${spec.file}:${spec.line} › ${spec.title}`,
          spec.tests.flatMap((t) => t.results.flatMap((one) => one.errors.map((e) => e.message ?? ''))).join('\n'),
        ),
      ),
  ],
});

function gate(name, command, args) {
  console.log(`\n— ${name}`);
  if (run(command, args)) passed += 1;
  else {
    failed += 1;
    broken.push(name);
    console.error(`✗ ${name} failed`);
  }
}

// A runner that dies before it has written its report counts as one failure: it must never look like zero.
function runner(name, command, args, report, read) {
  console.log(`\n— ${name}`);
  const ended = run(command, args, { env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report } });
  if (!existsSync(report)) {
    failed += 1;
    broken.push(`${name}: no report was written`);
    return console.error(`✗ ${name} wrote no report`);
  }
  const counts = read(JSON.parse(readFileSync(report, 'utf8')));
  passed += counts.passed;
  failed += counts.failed;
  broken.push(...counts.broken);
  if ((!ended && counts.failed === 0) || counts.passed + counts.failed === 0) {
    failed += 1;
    broken.push(`${name}: ended before its time`);
  }
}

gate('Lint and format', 'npx', ['biome', 'check', '.']);
gate('Types', 'node', ['scripts/types.mjs']);
gate('Import directions', 'node', ['scripts/imports.mjs']);
gate('Unused code', 'npx', ['knip']);
runner(
  'Unit tests',
  'npx',
  ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${reports}/unit.json`],
  `${reports}/unit.json`,
  readUnit,
);
gate('Spoiled files, a short run', 'node', ['--import', 'tsx', 'scripts/reliability/imports.ts', '250']);
gate('Build', 'npm', ['run', 'build', '--silent']);
if (chromium) {
  gate('Killed browsers, a short run', 'node', ['--import', 'tsx', 'scripts/reliability/kills.ts', '12']);
  runner(
    'Browser tests',
    'npx',
    ['playwright', 'test', '-c', 'e2e/playwright.config.ts'],
    `${reports}/browser.json`,
    readBrowser,
  );
} else {
  failed += 1;
  broken.push('Browser tests: no Chromium');
}
gate('Share of tests', 'node', ['scripts/testShare.mjs']);

if (broken.length > 0) console.log(`\n— What failed\n${broken.map((what) => `✗ ${what}`).join('\n')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
