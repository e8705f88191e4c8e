import { good, type Result } from '../units';
import type { Product, Step } from '../workshop';
import { batchesNeeded, placingMinutes } from './batchesNeeded';
import { type Amount, mixTo, type Recipe } from './Recipe';

/** What one step is mixed in: so many batches of so much. */
export interface BatchSheet {
  /** Litres in all, with the reserve. */
  volumeL: number;
  batches: readonly { number: number; volumeL: number; amounts: readonly Amount[] }[];
  /** Working time of one batch, minutes; null: nothing sets. */
  workingMin: number | null;
  /** Minutes to place all of it. */
  placingMin: number;
  /** What limits the size of a batch. */
  limit: 'working time' | 'cup' | null;
}

/**
 * The batches of a step: none larger than can be placed while it is workable, nor than the cup.
 * @param needL litres needed, high end, > 0
 * @param reserveFrac share mixed besides, 0 to 1
 * @param tempC temperature of the mix, °C
 * @param cupL largest cup, L, > 0
 */
export function batchSheet(
  step: Pick<Step, 'count'>,
  product: Product,
  recipe: Recipe,
  {
    needL,
    reserveFrac,
    handsOnMin,
    tempC,
    cupL,
  }: { needL: number; reserveFrac: number; handsOnMin: number; tempC: number; cupL: number },
): Result<BatchSheet> {
  const volumeL = needL * (1 + reserveFrac);
  const placingMin = placingMinutes(step, product, handsOnMin);
  const byTime = batchesNeeded(product, placingMin, tempC);
  const byCup = Math.max(1, Math.ceil(volumeL / cupL - 1e-9));
  const count = Math.max(byTime.count, byCup);
  const one = mixTo(recipe, volumeL / count, 'volume');
  if (!one.ok) return one;
  return good({
    volumeL,
    batches: Array.from({ length: count }, (_, i) => ({ number: i + 1, volumeL: volumeL / count, amounts: one.value })),
    workingMin: product.workingMin === null ? null : byTime.workingMin,
    placingMin,
    limit: count === 1 ? null : byTime.count >= byCup ? 'working time' : 'cup',
  });
}
