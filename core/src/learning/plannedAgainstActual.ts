import { groupedBy } from '../units';
import type { Evidence } from './Learned';

/** How far what was done lay off what was planned, over several goes. */
export interface Apart<K> {
  of: K;
  count: number;
  /** Times the plan: one in ten, half, nine in ten; of one or two the ends are the goes themselves. */
  low: number;
  middle: number;
  high: number;
  /** Of all goes together, in the unit of the evidence. */
  planned: number;
  actual: number;
  /** Each go, in the order they came, times the plan. */
  ratios: readonly number[];
}

/** A quantile by linear interpolation between the ordered values (the usual sample quantile, Hyndman and Fan's type 7). */
function quantile(sorted: readonly number[], frac: number): number {
  const at = (sorted.length - 1) * frac;
  const below = sorted[Math.floor(at)]!;
  return below + (sorted[Math.ceil(at)]! - below) * (at - Math.floor(at));
}

/**
 * What was done against what the plan said, by anything: those most often done first. What is a guess, a correction or was taken over as
 * planned is no part of it.
 */
export function plannedAgainstActual<K>(evidence: readonly Evidence[], by: (e: Evidence) => K): Apart<K>[] {
  const counts = evidence.filter((e) => (e.left === null || e.left === 'forgotten') && e.planned > 0);
  return [...groupedBy(counts, by)]
    .map(([of, goes]) => {
      const ratios = goes.map((e) => e.actual / e.planned);
      const sorted = [...ratios].sort((a, b) => a - b);
      return {
        of,
        count: goes.length,
        low: quantile(sorted, 0.1),
        middle: quantile(sorted, 0.5),
        high: quantile(sorted, 0.9),
        planned: goes.reduce((sum, e) => sum + e.planned, 0),
        actual: goes.reduce((sum, e) => sum + e.actual, 0),
        ratios,
      };
    })
    .sort((a, b) => b.count - a.count);
}
