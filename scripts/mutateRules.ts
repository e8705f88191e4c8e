// Replaces each rule by one that always speaks and one that never does, and runs the tests of the rules: every one has to
// be missed. npm run rules:mutate [ID …]
import { spawnSync } from 'node:child_process';
import { ruleTable } from '@cosmesis/core/finishing';

const asked = process.argv.slice(2);
const ids = ruleTable.map((r) => r.id).filter((id) => asked.length === 0 || asked.includes(id));
const tests = ['core/src/reckoning/rules.test.ts', 'core/src/finishing/plan.test.ts'];
const unnoticed: string[] = [];
for (const id of ids)
  for (const by of ['always', 'never']) {
    const { status } = spawnSync(
      'npx',
      ['vitest', 'run', '--bail=1', '--config', 'scripts/mutated.vitest.config.ts', ...tests],
      {
        env: { ...process.env, RULE: id, BY: by },
        stdio: 'ignore',
      },
    );
    if (status === 0) unnoticed.push(`${id} ${by}`);
    console.log(`${id} ${by}: ${status === 0 ? 'NOT NOTICED' : 'noticed'}`);
  }
console.log(
  `${ids.length * 2 - unnoticed.length} of ${ids.length * 2} noticed.${unnoticed.length > 0 ? ` Not: ${unnoticed.join(', ')}` : ''}`,
);
process.exitCode = unnoticed.length > 0 ? 1 : 0;
