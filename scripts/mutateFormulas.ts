// Spoils formulas one place at a time and runs the tests of their room: each has to be missed by a test beside it.
// npm run formulas:mutate [how many for each room, default 12] [room …]
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { seededRandom } from '@cosmesis/core/units';
import { root } from './withBrowser';

const [count = '12', ...asked] = process.argv.slice(2);
const rooms = asked.length > 0 ? asked : ['coverage', 'mixing', 'climate', 'stock', 'schedule', 'deeds'];

/** What is written instead, by what stands there. */
const swaps: readonly [RegExp, string][] = [
  [/ \* /g, ' / '],
  [/ \/ /g, ' * '],
  [/ \+ /g, ' - '],
  [/ - /g, ' + '],
  [/ >= /g, ' > '],
  [/ <= /g, ' < '],
  [/ > /g, ' >= '],
  [/ < /g, ' <= '],
  [/ && /g, ' || '],
  [/Math\.max\(/g, 'Math.min('],
  [/Math\.min\(/g, 'Math.max('],
];

interface Mutant {
  file: string;
  at: number;
  length: number;
  by: string;
  line: number;
}

/** Whether a place is code that works something out: no comment, no import, no type, no words. */
const isFormula = (line: string, column: number): boolean => {
  const before = line.slice(0, column);
  const quotes = (before.match(/['"`]/g) ?? []).length;
  return (
    !/^\s*(\/\/|\*|\/\*|import|export type|interface|type )/.test(line) && quotes % 2 === 0 && !before.includes('//')
  );
};

function mutantsOf(room: string): Mutant[] {
  const folder = `core/src/${room}`;
  const files = readdirSync(`${root}/${folder}`).filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'));
  return files.flatMap((name) => {
    const file = `${folder}/${name}`;
    const text = readFileSync(`${root}/${file}`, 'utf8');
    const lines = text.split('\n');
    return swaps.flatMap(([what, by]) =>
      [...text.matchAll(what)].flatMap((m) => {
        const head = text.slice(0, m.index);
        const line = head.split('\n').length;
        const column = m.index - head.lastIndexOf('\n') - 1;
        return isFormula(lines[line - 1]!, column) ? [{ file, at: m.index, length: m[0].length, by, line }] : [];
      }),
    );
  });
}

const random = seededRandom(20_261_126);
const survivors: string[] = [];
let tried = 0;
for (const room of rooms) {
  const all = mutantsOf(room);
  const chosen = all
    .map((mutant) => ({ mutant, at: random() }))
    .sort((a, b) => a.at - b.at)
    .slice(0, Number(count))
    .map((x) => x.mutant);
  for (const mutant of chosen) {
    tried += 1;
    const { status } = spawnSync(
      'npx',
      ['vitest', 'run', '--bail=1', '--config', 'scripts/mutatedFormula.vitest.config.ts', `core/src/${room}/`],
      { cwd: root, env: { ...process.env, MUTANT: JSON.stringify(mutant) }, stdio: 'ignore', timeout: 120_000 },
    );
    const text = readFileSync(`${root}/${mutant.file}`, 'utf8').split('\n')[mutant.line - 1]!.trim();
    const what = `${mutant.file}:${mutant.line} "${text}" with "${mutant.by.trim()}"`;
    if (status === 0) survivors.push(what);
    console.log(`${status === 0 ? 'NOT NOTICED' : 'noticed'}: ${what}`);
  }
  console.log(`${room}: ${chosen.length} of ${all.length} places tried.`);
}
console.log(`${tried - survivors.length} of ${tried} noticed.`);
for (const s of survivors) console.log(`  not: ${s}`);
process.exitCode = survivors.length > 0 ? 1 : 0;
