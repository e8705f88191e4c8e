import { type Amount, batchSheet, mixFrom, mixTo, type Recipe, totalOf } from '@cosmesis/core/mixing';
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

/** Temperature of a mix where none was read, °C. */
export const usualTempC = 20;

/** One batch of a mix. */
export interface Batch {
  number: number;
  volumeL: number;
  amounts: readonly Amount[];
}
/** The batches of a mix, and what limits their size. */
export interface Sheet {
  volumeL: number | null;
  batches: readonly Batch[];
  workingMin: number | null;
  placingMin: number | null;
  limit: 'working time' | 'cup' | null;
}

/** The batches of a size. */
export function sheetOf(
  size: Size,
  p: {
    recipe: Recipe;
    product: Product;
    task: Task | undefined;
    tempC: number;
    cupL: number;
    canL: number | null;
    reserveFrac: number;
  },
): Result<Sheet> | null {
  if (size === 'step' && p.task)
    return batchSheet(p.task.step.step, p.product, p.recipe, {
      needL: p.task.step.productL?.high ?? 0,
      reserveFrac: p.reserveFrac,
      handsOnMin: p.task.step.handsOnMin,
      tempC: p.tempC,
      cupL: p.cupL,
    });
  if (size === 'can' && p.canL === null) return null;
  const made = size === 'can' ? mixFrom(p.recipe, 0, p.canL ?? 0) : mixTo(p.recipe, p.cupL, 'volume');
  if (!made.ok) return made;
  const volumeL = totalOf(made.value, 'volumeL');
  return {
    ok: true,
    warnings: [],
    value: {
      volumeL,
      batches: [{ number: 1, volumeL: volumeL ?? 0, amounts: made.value }],
      workingMin: p.product.workingMin?.low ?? null,
      placingMin: null,
      limit: null,
    },
  };
}
