// Spoils workshop files in thousands of ways and reads them: each is refused in words, or opens and comes back equal.
import { demoWorkshop } from '@cosmesis/core/demo';
import { reckonPiece } from '@cosmesis/core/reckoning';
import {
  canonicalJson,
  readWorkshopFile,
  type Workshop,
  workshopFromFile,
  writeWorkshopFile,
} from '@cosmesis/core/workshop';

const files = Number(process.argv[2] ?? 10_000);
let state = Number(process.argv[3] ?? 20_261_126);
/** The same numbers for the same seed, so that a failure can be had again. */
const random = (): number => {
  state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
  return state / 2 ** 32;
};
const any = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;

const demo = demoWorkshop(29_700_000, 'Europe/London');
const nowMin = 29_700_000;
const few = <T>(records: Readonly<Record<string, T>>, n: number) =>
  Object.fromEntries(Object.entries(records).slice(0, n));
/** Small enough for thousands, with one record of every kind; the products that its pieces use. */
const small = (pieces: number): Workshop => ({
  ...demo,
  pieces: few(demo.pieces, pieces),
  products: few(demo.products, 12),
  containers: few(demo.containers, 3),
  mixes: few(demo.mixes, 2),
  readings: few(demo.readings, 2),
});
const whole = writeWorkshopFile(small(2), '2026-11-25T08:00:00+00:00');

const odd: readonly unknown[] = [
  null,
  true,
  '',
  'x',
  '1,000',
  -1,
  0,
  1e-9,
  1e9,
  1e308,
  [],
  {},
  [[]],
  'constructor',
  '__proto__',
  '<b>',
  '2026-02-30T99:00:00Z',
  '\u0000',
  'é'.repeat(5000),
];

type Json = Record<string, unknown> | unknown[];
/** Some place in a file, and what lies there. */
function somewhere(root: Json): { holder: Record<string, unknown>; key: string } {
  let holder = root as Record<string, unknown>;
  for (;;) {
    const keys = Object.keys(holder);
    if (keys.length === 0) return { holder, key: 'x' };
    const key = any(keys);
    const inner = holder[key];
    if (typeof inner !== 'object' || inner === null || random() < 0.15) return { holder, key };
    holder = inner as Record<string, unknown>;
  }
}

/** A spoiled file, as text. */
function spoiled(): string {
  const kind = random();
  if (kind < 0.1) return whole.slice(0, Math.floor(random() * whole.length));
  if (kind < 0.2) {
    const at = Math.floor(random() * whole.length);
    return whole.slice(0, at) + String.fromCharCode(Math.floor(random() * 0x300)) + whole.slice(at + 1);
  }
  const file = JSON.parse(whole) as Json;
  for (let n = 1 + Math.floor(random() * 3); n > 0; n -= 1) {
    const { holder, key } = somewhere(file);
    const how = random();
    if (how < 0.4) holder[key] = any(odd);
    else if (how < 0.55) delete holder[key];
    else if (how < 0.7) {
      const other = somewhere(file);
      holder[key] = structuredClone(other.holder[other.key]);
    } else if (how < 0.85 && typeof holder[key] === 'number')
      holder[key] = (holder[key] as number) * any([-1, 0, 0.5, 1000, 1e6]);
    else if (Array.isArray(holder[key])) holder[key] = [...(holder[key] as unknown[]), any(odd)];
    else holder[any(['constructor', 'toString', 'extra', key])] = holder[key];
  }
  return JSON.stringify(file);
}

const counts = { refused: 0, opened: 0, silent: 0, thrown: 0, changed: 0, pieceThrown: 0, pieces: 0 };
const show = (what: string, text: string, error?: unknown) =>
  console.error(`${what}: ${error instanceof Error ? error.message : ''} ${text.slice(0, 200)}`);
for (let n = 0; n < files; n += 1) {
  const text = spoiled();
  try {
    const read = readWorkshopFile(text);
    if (!read.ok) {
      counts.refused += 1;
      if (read.issues.length === 0 || read.issues.some((i) => i.message.trim().length < 10)) {
        counts.silent += 1;
        show('Refused without words', text);
      }
      continue;
    }
    counts.opened += 1;
    const workshop = workshopFromFile(read.value);
    const again = readWorkshopFile(writeWorkshopFile(workshop, read.value.exportedAt));
    if (!again.ok || canonicalJson(workshopFromFile(again.value)) !== canonicalJson(workshop)) {
      counts.changed += 1;
      show('Comes back otherwise', text);
    }
    // What opens is worked with: no piece of it may end the program.
    for (const piece of Object.values(workshop.pieces)) {
      counts.pieces += 1;
      try {
        reckonPiece({ piece, products: workshop.products, settings: workshop.settings, nowMin });
      } catch (error) {
        counts.pieceThrown += 1;
        show(`Piece ${piece.id} throws`, JSON.stringify(piece), error);
      }
    }
  } catch (error) {
    counts.thrown += 1;
    show('Thrown', text, error);
  }
}
console.log(
  `Files: ${files}; refused in words ${counts.refused - counts.silent}, opened ${counts.opened} and equal ${counts.opened - counts.changed}; refused without words ${counts.silent}, thrown ${counts.thrown}; ${counts.pieces} pieces of opened files worked out, ${counts.pieceThrown} threw.`,
);
process.exit(counts.silent + counts.thrown + counts.changed + counts.pieceThrown === 0 && counts.opened > 0 ? 0 : 1);
