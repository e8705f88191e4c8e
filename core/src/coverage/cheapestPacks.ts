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

/** Largest need that is worked out in a table, L. */
const tableL = 200;
/** Larger needs are a slip of the pen, L. */
const mostL = 100_000;

interface Size {
  pack: Pack;
  units: number;
  ml: number;
  cents: number;
}

/** Least price for every exact amount, with the fewest packs among equals; unbounded knapsack. */
function leastForEach(sizes: readonly Size[], most: number) {
  const cost = new Float64Array(most + 1).fill(Number.POSITIVE_INFINITY);
  const number = new Float64Array(most + 1);
  const pick = new Int16Array(most + 1).fill(-1);
  cost[0] = 0;
  for (let at = 1; at <= most; at += 1)
    sizes.forEach((size, i) => {
      const rest = at - size.units;
      if (rest < 0 || cost[rest] === Number.POSITIVE_INFINITY) return;
      const [c, n] = [cost[rest]! + size.cents, number[rest]! + 1];
      if (c < cost[at]! || (c === cost[at] && n < number[at]!)) {
        cost[at] = c;
        number[at] = n;
        pick[at] = i;
      }
    });
  return { cost, number, pick };
}

/**
 * The cheapest packs that are never short: exact. What is left over may count for something, so that a larger can wins
 * where the rest of it will be used. Of equal prices the larger amount wins, then the fewer packs.
 * @param needL amount needed, L, 0…100 000; rounded up to the millilitre, packs rounded down, so never short
 * @param leftPerL what a litre left over is worth, in the currency of the prices, ≥ 0; never more than the cheapest litre
 * Past 200 L the pack with the cheapest litre is taken until 200 L are left, which the table works out: exact as long as the
 * other packs that one of it could replace come to no more than that, as cans of whole eighths of a litre up to 5 L do.
 * @throws DomainError out_of_range
 * Check: 1.1 L from 0.75 L at 16 and 2.5 L at 39 → two of 0.75 L, 32; a litre left over worth 12 → one of 2.5 L
 */
export function cheapestPacks(needL: number, packs: readonly Pack[], leftPerL = 0): PackChoice {
  if (!(needL >= 0 && needL <= mostL)) throw new DomainError('out_of_range', 'needL', needL, `0 to ${mostL} L`);
  if (!(leftPerL >= 0)) throw new DomainError('out_of_range', 'leftPerL', leftPerL, '0 or more');
  const rounded = packs
    .map((pack) => ({ pack, ml: Math.floor(pack.volumeL * 1000 + 1e-6), cents: Math.round(pack.price * 100) }))
    .filter((p) => p.ml > 0);
  const wholeMl = Math.ceil(needL * 1000 - 1e-9);
  if (wholeMl <= 0 || rounded.length === 0) return { counts: [], volumeL: 0, price: 0 };
  const bulk = rounded.reduce((best, p) => (p.cents * best.ml < best.cents * p.ml ? p : best));
  const inBulk = Math.min(Math.ceil(Math.max(0, wholeMl - tableL * 1000) / bulk.ml), Math.floor(wholeMl / bulk.ml));
  const needMl = wholeMl - inBulk * bulk.ml;
  // Only multiples of the packs' common divisor can be bought, so the table is counted in those.
  const unitMl = rounded.map((s) => s.ml).reduce(gcd);
  const sizes = rounded.map((s): Size => ({ ...s, units: s.ml / unitMl }));
  const need = Math.ceil(needMl / unitMl);
  // Past the need by a whole pack, taking one out is cheaper: a litre left over is worth no more than the cheapest one.
  const most = need + Math.max(...sizes.map((s) => s.units)) - 1;
  const worth = Math.min(leftPerL * 100, ...sizes.map((s) => (s.cents / s.ml) * 1000)) / 1000;
  const { cost, number, pick } = leastForEach(sizes, most);
  let best = -1;
  const net = (at: number) => cost[at]! - worth * Math.max(0, at * unitMl - needMl);
  for (let at = need; at <= most; at += 1) {
    if (cost[at] === Number.POSITIVE_INFINITY) continue;
    const [now, was] = [net(at), best < 0 ? Number.POSITIVE_INFINITY : net(best)];
    const equal = Math.abs(now - was) < 1e-6;
    if ((!equal && now < was) || (equal && (at > best || number[at]! < number[best]!))) best = at;
  }
  const counts = new Map<number, number>(inBulk > 0 ? [[rounded.indexOf(bulk), inBulk]] : []);
  for (let at = best; at > 0; at -= sizes[pick[at]!]!.units) counts.set(pick[at]!, (counts.get(pick[at]!) ?? 0) + 1);
  return {
    counts: [...counts]
      .sort(([a], [b]) => sizes[b]!.ml - sizes[a]!.ml)
      .map(([i, count]) => ({ pack: sizes[i]!.pack, count })),
    volumeL: (best * unitMl + inBulk * bulk.ml) / 1000,
    price: (cost[best]! + inBulk * bulk.cents) / 100,
  };
}
