import type { Product } from '../workshop';

/** Share of what is left over that finds a use before it is past its date, at its best (from memory). */
const usedAgainFrac = 0.5;
const yearDays = 365;

/**
 * What a litre left over is worth when packs are chosen: half of the cheapest litre for what keeps a year once opened, less
 * for what keeps less, nothing where its label names no time.
 * @returns in the currency of the prices, per litre
 * Check: packs of 0.75 L at 15 and 2.5 L at 40 that keep a year → 8; that keep 73 days → 1.6
 */
export function leftoverWorth({ packs, shelf }: Pick<Product, 'packs' | 'shelf'>): number {
  const cheapest = Math.min(...packs.map((p) => p.price / p.volumeL));
  if (packs.length === 0 || shelf.openDays === null) return 0;
  return cheapest * usedAgainFrac * Math.min(1, shelf.openDays / yearDays);
}
