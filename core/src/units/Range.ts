/** An estimate: 10 %, likely and 90 % values in one unit. */
export interface Range {
  low: number;
  likely: number;
  high: number;
}

/** A range of one certain value. */
export const certain = (value: number): Range => ({ low: value, likely: value, high: value });

/** Sum of estimates that err together (the same product, the same hand): ends are added, which is the cautious choice. */
export const addRanges = (ranges: readonly Range[]): Range =>
  ranges.reduce(
    (sum, r) => ({ low: sum.low + r.low, likely: sum.likely + r.likely, high: sum.high + r.high }),
    certain(0),
  );

/** An estimate times a certain factor, ≥ 0. */
export const scaleRange = (r: Range, factor: number): Range => ({
  low: r.low * factor,
  likely: r.likely * factor,
  high: r.high * factor,
});

/**
 * Product of independent positive estimates: spreads add in quadrature on the log scale, each side on its own,
 * so 10 % and 90 % ends of the product stay 10 % and 90 % ends (exact for log-normal factors).
 * Check: two factors of 1–1.21 around 1.1 → 1.21 × exp(±√2·ln 1.1), that is 1.057…1.385
 */
export function multiplyRanges(factors: readonly Range[]): Range {
  const likely = factors.reduce((p, f) => p * f.likely, 1);
  const spread = (side: 'low' | 'high') =>
    Math.sqrt(factors.reduce((s, f) => s + Math.log(f[side] / f.likely) ** 2, 0));
  return { low: likely * Math.exp(-spread('low')), likely, high: likely * Math.exp(spread('high')) };
}

/** One over a positive estimate. */
export const invertRange = (r: Range): Range => ({ low: 1 / r.high, likely: 1 / r.likely, high: 1 / r.low });
