// How far off minutes and litres are in a made-up workshop before and after ten logged pieces. Its truth is drawn by a seed.
import { demoWorkshop } from '@cosmesis/core/demo';
import { litresKey, minutesKey, taughtWorkshop } from '@cosmesis/core/learning';
import { type ReckonedStep, reckonPiece } from '@cosmesis/core/reckoning';
import { instantOf, seededRandom } from '@cosmesis/core/units';
import { hasPlan, type LogEntry, type Piece, type Workshop } from '@cosmesis/core/workshop';

const nowMin = Math.floor(Date.parse('2026-11-25T10:07:00Z') / 60_000);
const demo = demoWorkshop(nowMin, 'Europe/London');
const random = seededRandom(7);
/** Normal, by Box and Muller. */
const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

const truths = new Map<string, number>();
/** How this workshop really is: so many times the typical figure, a quarter off as a rule. */
function truthOf(key: string): number {
  let own = truths.get(key);
  if (own === undefined) {
    own = Math.exp(0.25 * normal());
    truths.set(key, own);
  }
  return own;
}
const [coatScatter, sittingScatter] = [0.12, 0.2];

const stepsOf = (piece: Piece, { products, settings }: Workshop): readonly ReckonedStep[] => {
  const told = reckonPiece({ piece, products, settings, nowMin });
  return told.ok ? told.value.steps : [];
};
const plain = Object.values(demo.pieces)
  .filter(hasPlan)
  .map((p): Piece => ({ ...p, log: [], startAt: null }));

const mean = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0) / xs.length;
/** How far the plan of a step lies off what it really takes as a rule, as a share of that. */
function errors(workshop: Workshop): { litres: number; minutes: number } {
  const all = plain.flatMap((p) => stepsOf(p, workshop));
  const off = (told: number, typical: number, key: string) => Math.abs(told / (typical * truthOf(key)) - 1);
  return {
    litres: mean(
      all.flatMap((s) =>
        s.productL && s.typical.litres ? [off(s.productL.likely, s.typical.litres, litresKey(s.step))] : [],
      ),
    ),
    minutes: mean(
      all.flatMap((s) =>
        s.typical.minutes >= 5 ? [off(s.handsOnMin, s.typical.minutes, minutesKey(s.step, s.typical.shape))] : [],
      ),
    ),
  };
}

/** A piece worked through: each step as it really took. */
function worked(piece: Piece, workshop: Workshop): Piece {
  let at = nowMin - 30 * 1440;
  const log = stepsOf(piece, workshop)
    .filter((s) => s.step.kind !== 'cure')
    .map((s, i): LogEntry => {
      const took =
        s.typical.minutes * truthOf(minutesKey(s.step, s.typical.shape)) * Math.exp(sittingScatter * normal());
      const startedAt = instantOf(at);
      at += Math.max(1, Math.round(took)) + 7;
      return {
        id: `${piece.id}-${i}`,
        step: s.step,
        startedAt,
        doneAt: instantOf(at - 7),
        actualL: s.typical.litres
          ? s.typical.litres * truthOf(litresKey(s.step)) * Math.exp(coatScatter * normal())
          : null,
        air: null,
        note: '',
        planned: {
          startAt: startedAt,
          endAt: startedAt,
          volumeL: s.productL?.likely ?? null,
          handsOnMin: s.handsOnMin,
          typicalMin: s.typical.minutes,
          ...(s.typical.litres ? { typicalL: s.typical.litres } : {}),
          shape: s.typical.shape,
        },
      };
    });
  return { ...piece, log };
}

let workshop: Workshop = { ...demo, pieces: {} };
const percent = (x: number) => `${(100 * x).toFixed(1)} %`;
const tell = (after: number) => {
  const { litres, minutes } = errors(taughtWorkshop(workshop));
  console.log(
    `After ${after} logged pieces the plan is off by ${percent(litres)} in litres, ${percent(minutes)} in minutes.`,
  );
};
tell(0);
for (let i = 0; i < 10; i += 1) {
  const piece = { ...plain[i % plain.length]!, id: `logged-${i}` };
  const done = worked(piece, taughtWorkshop(workshop));
  workshop = { ...workshop, pieces: { ...workshop.pieces, [done.id]: done } };
  if (i === 2 || i === 9) tell(i + 1);
}
