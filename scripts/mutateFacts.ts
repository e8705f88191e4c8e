// Takes away, one at a time, what a step does to a surface and what of a neighbour it can hurt, and runs the tests of plans and
// rules: each has to be missed. npm run facts:mutate [word that the fact contains …]
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { root } from './withBrowser';

const asked = process.argv.slice(2);
const tests = ['core/src/finishing/', 'core/src/reckoning/'];

interface Fact {
  what: string;
  file: string;
  at: number;
  length: number;
  by: string;
}

/** The effects of steps on a surface: each left without doing anything. */
function effects(): Fact[] {
  const file = 'core/src/finishing/surfaceState.ts';
  const text = readFileSync(`${root}/${file}`, 'utf8');
  const from = text.indexOf('const changes: Readonly');
  const table = text.slice(from, text.indexOf('\n};', from));
  const call = 'changes[effect](s, step, product)';
  return [...table.matchAll(/\n {2}'?([a-z-]+)'?: /g)].map((m) => ({
    what: `effect ${m[1]}`,
    file,
    at: text.indexOf(call),
    length: call.length,
    by: `(effect === '${m[1]}' ? s : ${call})`,
  }));
}

/** What hurts a neighbour: each standing taken out of the table of exposures. */
function exposures(): Fact[] {
  const file = 'core/src/finishing/exposure.ts';
  const text = readFileSync(`${root}/${file}`, 'utf8');
  const from = text.indexOf('const hurts: Readonly');
  const table = text.slice(from, text.indexOf('\n};', from));
  return [...table.matchAll(/(\w+): \[([^\]]+)\]/g)].flatMap((m) =>
    [...m[2]!.matchAll(/'(\w+)'(, )?/g)].map((s) => ({
      what: `exposure ${m[1]} ${s[1]}`,
      file,
      at: from + m.index + m[0].indexOf('[') + 1 + s.index,
      length: s[0].length,
      by: '',
    })),
  );
}

const facts = [...effects(), ...exposures()].filter((f) => asked.length === 0 || asked.some((a) => f.what.includes(a)));
const unnoticed: string[] = [];
for (const { what, ...mutant } of facts) {
  const { status } = spawnSync(
    'npx',
    ['vitest', 'run', '--bail=1', '--config', 'scripts/mutatedFormula.vitest.config.ts', ...tests],
    { cwd: root, env: { ...process.env, MUTANT: JSON.stringify(mutant) }, stdio: 'ignore', timeout: 300_000 },
  );
  if (status === 0) unnoticed.push(what);
  console.log(`${status === 0 ? 'NOT NOTICED' : 'noticed'}: ${what}`);
}
console.log(`${facts.length - unnoticed.length} of ${facts.length} facts noticed.`);
for (const what of unnoticed) console.log(`  not: ${what}`);
process.exitCode = unnoticed.length > 0 ? 1 : 0;
