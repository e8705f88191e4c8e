import { good, type Result, refused } from '../units';
import type { Product } from '../workshop';
import { batchesNeeded } from './batchesNeeded';
import { cupIssues } from './cupIssues';
import { type Amount, totalOf } from './Recipe';

/** One batch of a mix. */
export interface Batch {
  number: number;
  /** Litres; null where a density is not known. */
  volumeL: number | null;
  amounts: readonly Amount[];
}

/** What is mixed, in so many batches of so much. */
export interface BatchSheet {
  /** Litres in all; null where a density is not known. */
  volumeL: number | null;
  batches: readonly Batch[];
  /** Working time of one batch, minutes; null: nothing sets. */
  workingMin: number | null;
  /** Minutes to place all of it; null: not known. */
  placingMin: number | null;
  /** What limits the size of a batch. */
  limit: 'working time' | 'cup' | null;
}

/** More than anybody mixes for one step. */
const mostBatches = 99;

/** A share of each amount, 0 to 1. */
const shareOf = (amounts: readonly Amount[], frac: number): Amount[] =>
  amounts.map((a) => ({
    ...a,
    massKg: a.massKg === null ? null : a.massKg * frac,
    volumeL: a.volumeL === null ? null : a.volumeL * frac,
  }));

/**
 * A mix in equal batches: none larger than can be placed while it is workable, nor than the cup.
 * @param whole all that is mixed
 * @param placingMin minutes to place all of it, ≥ 0; null: not known, so that time does not limit a batch
 * @param tempC temperature of the mix, °C, −10…60
 * @param cupL largest cup, L, 0.01 to 100; refused outside, and where more than 99 batches would be mixed
 * @throws DomainError out_of_range (temperature)
 */
export function batchSheet(
  product: Product,
  whole: readonly Amount[],
  { placingMin, tempC, cupL }: { placingMin: number | null; tempC: number; cupL: number },
): Result<BatchSheet> {
  const wrong = cupIssues(cupL);
  if (wrong.length > 0) return { ok: false, issues: wrong };
  const volumeL = totalOf(whole, 'volumeL');
  const byTime = batchesNeeded(product, placingMin ?? 0, tempC);
  const byCup = Math.max(1, Math.ceil((volumeL ?? 0) / cupL - 1e-9));
  const count = Math.max(byTime.count, byCup);
  if (!(count <= mostBatches))
    return refused({
      code: 'batches_too_many',
      path: 'cup',
      message: `That would be ${count} batches: take a larger cup, or mix for fewer places at a time.`,
    });
  const amounts = shareOf(whole, 1 / count);
  return good({
    volumeL,
    batches: Array.from({ length: count }, (_, i) => ({
      number: i + 1,
      volumeL: volumeL === null ? null : volumeL / count,
      amounts,
    })),
    workingMin: product.workingMin === null ? null : byTime.workingMin,
    placingMin,
    limit: count === 1 ? null : byTime.count >= byCup ? 'working time' : 'cup',
  });
}
