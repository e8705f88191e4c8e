import { inMinor, type Range } from '../units';
import type { PaperInput } from './PaperInput';

/** A price and what it is made of, in whole minor units of the currency: the parts add up to the sum to the last one. */
export interface PriceParts {
  parts: readonly { name: string; minor: number }[];
  sumMinor: number;
  /** What the sum may come to where the plan is a little wrong, minor units. */
  fromMinor: number;
  untilMinor: number;
}

/** What a litre of a need costs in the cans that are bought for it, in the currency. */
const perLitre = ({ packs }: PaperInput['reckoning']['products'][number]): number => {
  const litres = packs.counts.reduce((sum, c) => sum + c.count * c.pack.volumeL, 0);
  return litres > 0 ? packs.price / litres : 0;
};

/** Hands-on time comes out so much lower or higher than planned: one standard deviation of a single piece (from memory). */
const workSpread = { low: 0.85, high: 1.25 };

/**
 * What a piece costs to do: products by what goes on it, supplies by what is used up, and the hours as the workshop charges them.
 * @returns sums in minor units; the range from the ranges of the litres and from hands-on time as it usually differs
 */
export function priceParts({ reckoning, settings, supplies }: PaperInput): PriceParts {
  const { currency } = settings;
  const minor = (amount: number) => inMinor(amount, currency);
  const litres = (of: keyof Range) => reckoning.products.reduce((sum, p) => sum + p.needL[of] * perLitre(p), 0);
  const usedUp = reckoning.consumables.reduce((sum, { what, amount }) => {
    const packs = supplies.filter((s) => s.kind === what).flatMap((s) => s.packs);
    return sum + (packs.length > 0 ? amount * Math.min(...packs.map((p) => p.price / p.amount)) : 0);
  }, 0);
  const work = reckoning.totals.labourPrice;
  const parts = [
    { name: 'Finishing materials, by what goes on', minor: minor(litres('likely')) },
    { name: 'Abrasives, tape, gloves and the like', minor: minor(usedUp) },
    { name: 'Work', minor: minor(work) },
  ].filter((p) => p.minor > 0);
  return {
    parts,
    sumMinor: parts.reduce((sum, p) => sum + p.minor, 0),
    fromMinor: minor(litres('low')) + minor(usedUp) + minor(work * workSpread.low),
    untilMinor: minor(litres('high')) + minor(usedUp) + minor(work * workSpread.high),
  };
}
