import { productsCost, suppliesCost } from '../money';
import { inMinor } from '../units';
import type { PaperInput } from './PaperInput';

/** A price and what it is made of, in whole minor units of the currency: the parts add up to the sum to the last one. */
export interface PriceParts {
  parts: readonly { name: string; minor: number }[];
  sumMinor: number;
  /** What the sum may come to where the plan is a little wrong, minor units. */
  fromMinor: number;
  untilMinor: number;
}

/** Hands-on time comes out so much lower or higher than planned: one standard deviation of a single piece (from memory). */
const workSpread = { low: 0.85, high: 1.25 };

/**
 * What a piece costs to do: products by what goes on it, supplies by what is used up, and the hours as the workshop charges them.
 * @returns sums in minor units; the range from the ranges of the litres and from hands-on time as it usually differs
 */
export function priceParts({ reckoning, settings, supplies }: PaperInput): PriceParts {
  const { currency } = settings;
  const minor = (amount: number) => inMinor(amount, currency);
  const usedUp = suppliesCost(reckoning, supplies);
  const work = reckoning.totals.labourPrice;
  const parts = [
    { name: 'Finishing materials, by what goes on', minor: minor(productsCost(reckoning)) },
    { name: 'Abrasives, tape, gloves and the like', minor: minor(usedUp) },
    { name: 'Work', minor: minor(work) },
  ].filter((p) => p.minor > 0);
  return {
    parts,
    sumMinor: parts.reduce((sum, p) => sum + p.minor, 0),
    fromMinor: minor(productsCost(reckoning, 'low')) + minor(usedUp) + minor(work * workSpread.low),
    untilMinor: minor(productsCost(reckoning, 'high')) + minor(usedUp) + minor(work * workSpread.high),
  };
}
