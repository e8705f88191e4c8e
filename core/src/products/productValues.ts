import type { Carrier, Product, ProductTimes, SourcedRange, WaitKind } from '../workshop';

/** A wait after a step, minutes: the cautious earliest, the cautious latest without abrading, and an interval that is barred. */
export interface Wait {
  minMin: number;
  /** What is earlier than this the sheet certainly forbids. */
  earlyMin: number;
  maxMin: number | null;
  blocked: { from: number; to: number } | null;
}

/** No wait at all. */
export const noWait: Wait = { minMin: 0, earlyMin: 0, maxMin: null, blocked: null };

const plain = (range: SourcedRange): Wait => ({
  minMin: range.high,
  earlyMin: range.low,
  maxMin: null,
  blocked: null,
});

const coatWait = (from: SourcedRange, times: ProductTimes): Wait => ({
  minMin: from.high,
  earlyMin: from.low,
  maxMin: times.recoatUntilMin?.low ?? null,
  blocked: times.blockedMin,
});

function beforeFilm(times: ProductTimes, next: Carrier | null): Wait {
  const from = (next === 'water' ? times.waterFilmFromMin : null) ?? times.filmFromMin ?? times.recoatFromMin;
  return coatWait(from, times);
}

/**
 * The wait a product asks for after its hands-on work. Ranges give their late end for *earliest* and their early end
 * for *latest*.
 * @param next carrier of the product that follows, where one does
 */
export function productWait(product: Product, wait: WaitKind, next: Carrier | null): Wait {
  const { times } = product;
  switch (wait) {
    case 'recoat':
      return coatWait(times.recoatFromMin, times);
    case 'film':
      return beforeFilm(times, next);
    case 'dwell':
      return times.dwellMin ? plain(times.dwellMin) : noWait;
    case 'sand':
      return plain(times.sandFromMin);
    case 'tape':
      return plain(times.tapeSafeMin);
    case 'handle':
      return plain(times.handleMin);
    case 'light-use':
      return plain(times.lightUseMin);
    case 'cure':
      return plain(times.cureMin);
    case 'none':
    case 'dry':
      return noWait;
  }
}
