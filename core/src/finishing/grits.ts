import type { House } from './houseRules';

/**
 * Median grain by P-grade, µm.
 * Source: FEPA 43-1 / ISO 6344-2 to P220, FEPA 43-2 / ISO 6344-3 from P240 (recalled).
 */
const medianGrainUm: Readonly<Record<number, number>> = {
  40: 425,
  60: 269,
  80: 201,
  100: 162,
  120: 125,
  150: 100,
  180: 82,
  220: 68,
  240: 58.5,
  280: 52.2,
  320: 46.2,
  360: 40.5,
  400: 35,
  500: 30.2,
  600: 25.8,
  800: 21.8,
  1000: 18.3,
  1200: 15.3,
  1500: 12.6,
  2000: 10.3,
  2500: 8.4,
};

/** Median grain of a P-grade, µm. Unknown grades give the next coarser one, which is the cautious side. */
export function grainUm(grit: number): number {
  const grades = Object.keys(medianGrainUm).map(Number);
  const coarser = grades.filter((g) => g <= grit).at(-1) ?? 40;
  return medianGrainUm[coarser] ?? 425;
}

/** Upper share of its grain that one pass takes off (0.3–0.5, common practice from memory). */
const passShare = 0.5;

/**
 * Thickness one rung of a ladder takes off: a first pass about half its own grain, each later rung what levels the
 * scratches of the one before, that grit's median grain.
 * @param before P-grade of the rung before, or null for the first
 * @returns µm. Check: P150 first → 50 µm, then P180 → 100 µm
 */
export const removedUm = (grit: number, before: number | null): number =>
  before === null ? passShare * grainUm(grit) : grainUm(before);

/** What a whole ladder takes off, µm. */
export const ladderRemovalUm = (ladder: readonly number[]): number =>
  ladder.reduce((sum, grit, i) => sum + removedUm(grit, ladder[i - 1] ?? null), 0);

/** Veneer left standing where there is that much, mm (from memory). */
export const veneerReserveMm = 0.25;

/** What may be taken off a veneer of known thickness, mm. */
const veneerBudgetMm = (thicknessMm: number): number => Math.max(0, thicknessMm - veneerReserveMm);

/** Below this a veneer, or one of unknown thickness, is sanded by hand only, mm (from memory). */
export const handOnlyBelowMm = 0.4;
/** Below this a powered sander starts at P150 or finer, mm (from memory). */
export const finePowerBelowMm = 0.7;
/** Coarsest grit under power on such a veneer. */
export const finePowerGrit = 150;

const bareLadders = {
  'stained-clear': [80, 120, 150, 180],
  'natural-clear': [80, 120, 150, 180, 220],
  painted: [120, 150],
} as const;

/** Rungs for bare wood and whether they are taken by hand. */
export interface Ladder {
  grits: readonly number[];
  byHand: boolean;
}

/** The ladder of house practice on bare solid wood or board. */
export function solidLadder(look: keyof typeof bareLadders, school: House['ladder']): Ladder {
  if (look === 'painted' || school === '80-120-150-180') return { grits: bareLadders[look], byHand: false };
  return { grits: school.split('-').map(Number), byHand: false };
}

/**
 * The longest ladder a veneer's budget allows; by hand where it is thin or unknown. Empty where nothing may come off.
 * @param thicknessMm face veneer, mm; null: unknown
 */
export function veneerLadder(
  look: keyof typeof bareLadders,
  thicknessMm: number | null,
  school: House['ladder'] = '80-120-150-180',
): Ladder {
  if (thicknessMm === null) return { grits: look === 'painted' ? [220] : [180, 220], byHand: true };
  // Of the ladder of the house what is fine enough for veneer.
  const fine = school
    .split('-')
    .map(Number)
    .filter((g) => g >= finePowerGrit);
  const wanted = look === 'natural-clear' && fine.at(-1)! < 220 ? [...fine, 220] : fine;
  const candidates = [...wanted.map((_, i) => wanted.slice(i)), [220], [320]];
  const budgetUm = veneerBudgetMm(thicknessMm) * 1000;
  const grits = candidates.find((c) => ladderRemovalUm(c) <= budgetUm) ?? [];
  // What is left before the last rung decides: a ladder begun under power must not end on veneer that is too thin for it.
  const leftMm = thicknessMm - ladderRemovalUm(grits.slice(0, -1)) / 1000;
  return { grits, byHand: leftMm < handOnlyBelowMm };
}
