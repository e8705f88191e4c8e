import { DomainError } from '../units';
import type { Tag } from '../workshop';

/** A pack on sale. */
export interface Pack {
  volumeL: number;
  price: number;
  /** Where the price comes from. */
  tag: Tag;
}

/** How many of each pack to buy. */
export interface PackChoice {
  counts: { pack: Pack; count: number }[];
  volumeL: number;
  price: number;
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** Largest need worked out exactly, L. */
const mostL = 200;

/**
 * The cheapest packs that are never short: exact, by least cost for every millilitre up to the need (unbounded covering
 * knapsack). Of equal prices the larger amount wins, then the fewer packs.
 * @param needL amount needed, L, 0…200; rounded up to the millilitre, packs rounded down, so never short
 * @throws DomainError out_of_range
 * Check: 1.1 L from 0.75 L at 16 and 2.5 L at 39 → two of 0.75 L, 32
 */
export function cheapestPacks(needL: number, packs: readonly Pack[]): PackChoice {
  if (!(needL >= 0 && needL <= mostL)) throw new DomainError('out_of_range', 'needL', needL, `0 to ${mostL} L`);
  const sizes = packs
    .map((pack) => ({ pack, ml: Math.floor(pack.volumeL * 1000 + 1e-6), cents: Math.round(pack.price * 100) }))
    .filter((p) => p.ml > 0);
  const needMl = Math.ceil(needL * 1000 - 1e-6);
  if (needMl <= 0 || sizes.length === 0) return { counts: [], volumeL: 0, price: 0 };
  // Only multiples of the packs' common divisor can be bought, so the table is counted in those.
  const unitMl = sizes.map((s) => s.ml).reduce(gcd);
  const need = Math.ceil(needMl / unitMl);
  const cost = new Float64Array(need + 1);
  const amount = new Float64Array(need + 1);
  const number = new Float64Array(need + 1);
  const pick = new Int16Array(need + 1);
  for (let at = 1; at <= need; at += 1) {
    cost[at] = Number.POSITIVE_INFINITY;
    sizes.forEach((size, i) => {
      const rest = Math.max(0, at - size.ml / unitMl);
      const c = cost[rest]! + size.cents;
      const a = amount[rest]! + size.ml;
      const n = number[rest]! + 1;
      const better = c < cost[at]! || (c === cost[at] && (a > amount[at]! || (a === amount[at] && n < number[at]!)));
      if (!better) return;
      cost[at] = c;
      amount[at] = a;
      number[at] = n;
      pick[at] = i;
    });
  }
  const counts = new Map<number, number>();
  for (let at = need; at > 0; at = Math.max(0, at - sizes[pick[at]!]!.ml / unitMl))
    counts.set(pick[at]!, (counts.get(pick[at]!) ?? 0) + 1);
  return {
    counts: [...counts]
      .sort(([a], [b]) => sizes[b]!.ml - sizes[a]!.ml)
      .map(([i, count]) => ({ pack: sizes[i]!.pack, count })),
    volumeL: amount[need]! / 1000,
    price: cost[need]! / 100,
  };
}
