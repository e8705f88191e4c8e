import {
  type BatchSheet,
  batchSheet,
  massFractions,
  mixFrom,
  mixTo,
  placingMinutes,
  placingMinutesOf,
  type Recipe,
  totalOf,
} from '@cosmesis/core/mixing';
import type { ReckonedStep } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { Piece, Product } from '@cosmesis/core/workshop';

/** What something is mixed for: the steps of a sitting that take a product, at least one. */
export interface Task {
  piece: Piece;
  steps: readonly [ReckonedStep, ...ReckonedStep[]];
  product: Product;
}

/** What it takes at most, L. */
export const highL = ({ steps }: Task): number => steps.reduce((sum, s) => sum + (s.productL?.high ?? 0), 0);
const handsOnMin = ({ steps }: Task): number => steps.reduce((sum, s) => sum + s.handsOnMin, 0);

/** What a mix is scaled to. */
export type Size = 'step' | 'want' | 'can' | 'cup';

/** A first amount for a free mix, L: what one place takes, or a coat on a board of 0.5 m². */
export const usualWantL = ({ perPlaceL, spreadM2PerL }: Product): number =>
  perPlaceL?.likely ?? (spreadM2PerL ? 0.5 / spreadM2PerL.likely : 0.05);

/** Minutes to place a mix; null: not known. A step that does not go by the place takes its time by the litre. */
function placingOf(size: Size, product: Product, task: Task | undefined, volumeL: number | null): number | null {
  if (size === 'step' && task) {
    const count = task.steps.reduce((sum, s) => sum + s.step.count, 0);
    return placingMinutes({ count }, product, handsOnMin(task));
  }
  if (volumeL === null) return null;
  const needL = task && highL(task);
  return placingMinutesOf(product, volumeL) ?? (task && needL ? (handsOnMin(task) * volumeL) / needL : null);
}

/** The batches of a size; null: what is in the can is not typed yet. Volumes in litres, `canFirst` in the measure of the recipe. */
export function sheetOf(
  size: Size,
  p: {
    recipe: Recipe;
    product: Product;
    task: Task | undefined;
    tempC: number;
    cupL: number;
    canFirst: number | null;
    wantL: number;
    reserveFrac: number;
  },
): Result<BatchSheet> | null {
  // What cannot be weighed cannot be poured.
  const fractions = massFractions(p.recipe);
  if (!fractions.ok) return fractions;
  if (size === 'can' && p.canFirst === null) return null;
  const wholeL =
    size === 'step' ? (p.task ? highL(p.task) : 0) * (1 + p.reserveFrac) : size === 'want' ? p.wantL : p.cupL;
  const whole = size === 'can' ? mixFrom(p.recipe, 0, p.canFirst ?? 0) : mixTo(p.recipe, wholeL, 'volume');
  if (!whole.ok) return whole;
  const placingMin = placingOf(size, p.product, p.task, totalOf(whole.value, 'volumeL'));
  return batchSheet(p.product, whole.value, { placingMin, tempC: p.tempC, cupL: p.cupL });
}
