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
// What reads papers and ZIP files back is missing: their tests fail, and this says why.
let failed = readers.filter((there) => !there).length;

function gate(name, command, args) {
  console.log(`\n— ${name}`);
  if (run(command, args)) passed += 1;
  else {
    failed += 1;
    console.error(`✗ ${name} failed`);
  }
}

// A runner that dies before it has written its report counts as one failure: it must never look like zero.
function runner(name, command, args, report, read) {
  console.log(`\n— ${name}`);
  const ended = run(command, args, { env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report } });
  if (!existsSync(report)) {
    failed += 1;
    return console.error(`✗ ${name} wrote no report`);
  }
  const counts = read(JSON.parse(readFileSync(report, 'utf8')));
  passed += counts.passed;
  failed += counts.failed;
  if (!ended && counts.failed === 0) failed += 1;
  if (counts.passed + counts.failed === 0) failed += 1;
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
  (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests }),
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
    (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected + r.errors.length }),
  );
} else failed += 1;
gate('Share of tests', 'node', ['scripts/testShare.mjs']);

console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
