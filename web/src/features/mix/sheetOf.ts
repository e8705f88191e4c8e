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

/** A step that something is mixed for. */
export interface Task {
  piece: Piece;
  step: ReckonedStep;
  product: Product;
}

/** What a mix is scaled to. */
export type Size = 'step' | 'can' | 'cup';

/** Minutes to place a mix; null: not known. A step that does not go by the place takes its time by the litre. */
function placingOf(size: Size, product: Product, task: Task | undefined, volumeL: number | null): number | null {
  if (size === 'step' && task) return placingMinutes(task.step.step, product, task.step.handsOnMin);
  if (volumeL === null) return null;
  const needL = task?.step.productL?.high;
  return placingMinutesOf(product, volumeL) ?? (task && needL ? (task.step.handsOnMin * volumeL) / needL : null);
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
    reserveFrac: number;
  },
): Result<BatchSheet> | null {
  // What cannot be weighed cannot be poured.
  const fractions = massFractions(p.recipe);
  if (!fractions.ok) return fractions;
  if (size === 'can' && p.canFirst === null) return null;
  const wholeL = size === 'step' ? (p.task?.step.productL?.high ?? 0) * (1 + p.reserveFrac) : p.cupL;
  const whole = size === 'can' ? mixFrom(p.recipe, 0, p.canFirst ?? 0) : mixTo(p.recipe, wholeL, 'volume');
  if (!whole.ok) return whole;
  const placingMin = placingOf(size, p.product, p.task, totalOf(whole.value, 'volumeL'));
  return batchSheet(p.product, whole.value, { placingMin, tempC: p.tempC, cupL: p.cupL });
}
