import type { Belief } from './Learned';

/** 10 to 90 % of a normal distribution, in standard deviations. */
export const tenToNinety = 1.2816;

/** Farther off than so many standard deviations an observation counts less and less (our choice). */
const farSd = 2;
const passes = 20;

/** One observation: how many times the typical figure it was, as a logarithm, and for how much it counts, 0 to 1. */
export interface Observation {
  logRatio: number;
  share: number;
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length / 2;
  return sorted.length % 2 === 1 ? sorted[Math.floor(half)]! : (sorted[half - 1]! + sorted[half]!) / 2;
}

/**
 * Normal prior of the logarithm, normal observations of known scatter: precisions add up, the mean is weighted by them. An observation
 * farther off than two standard deviations counts by the square of how much farther, so that one slip moves little; what is far off is
 * told from the middle of all that is known.
 * @param priorSd of the logarithm, > 0; its mean is 0, the typical figure
 * @param scatterSd of one observation, of the logarithm, > 0
 * @returns factor: times the typical figure; sdLog: of its logarithm; count of observations
 * Check, by hand (conjugate normal, known variance): prior sd 0.2, scatter 0.2, ln ratios 0.1 and 0.3: precisions 25 + 25 + 25, mean
 * (0.1 + 0.3) / 3 = 0.1333, sd 0.1155
 */
export function believe(priorSd: number, scatterSd: number, observed: readonly Observation[]): Belief {
  const logs = observed.map((o) => o.logRatio);
  // One or two alone may both be slips: they are held against what is typical.
  let mean = observed.length < 3 ? 0 : median([0, ...logs]);
  let variance = observed.length < 3 ? priorSd ** 2 : scatterSd ** 2 / observed.length;
  let weights = observed.map(() => 1);
  for (let pass = 0; pass < passes; pass += 1) {
    const reach = Math.sqrt(scatterSd ** 2 + variance);
    weights = logs.map((log) => Math.min(1, (farSd / (Math.abs(log - mean) / reach)) ** 2));
    const precisions = observed.map((o, i) => (weights[i]! * o.share) / scatterSd ** 2);
    const total = precisions.reduce((sum, p) => sum + p, 1 / priorSd ** 2);
    const before = mean;
    mean = precisions.reduce((sum, p, i) => sum + p * logs[i]!, 0) / total;
    variance = 1 / total;
    if (Math.abs(mean - before) < 1e-9) break;
  }
  return { factor: Math.exp(mean), sdLog: Math.sqrt(variance), count: observed.length, weights };
}
