import { productsCost, suppliesCost, workSpread } from '../money';
import { inMinor } from '../units';
import type { PaperInput } from './PaperInput';

/** A price and what it is made of, in whole minor units of the currency: the parts add up to the sum to the last one. */
export interface PriceParts {
  parts: readonly { name: string; minor: number }[];
  sumMinor: number;
  /** What the sum may come to where the plan is a little wrong, minor units. */
  fromMinor: number;
  untilMinor: number;
  /** It was agreed, and is not worked out. */
  agreed: boolean;
}

/**
 * What a piece costs to do: products by what goes on it, supplies by what is used up, and the hours as the workshop charges them; where
 * a price is agreed, that, with the work as the rest of it.
 * @returns sums in minor units; the range from the ranges of the litres and from hands-on time as it usually differs
 */
export function priceParts({ piece, reckoning, settings, supplies }: PaperInput): PriceParts {
  const { currency } = settings;
  const minor = (amount: number) => inMinor(amount, currency);
  const usedUp = suppliesCost(reckoning, supplies);
  const work = reckoning.totals.labourPrice;
  const materials = [
    { name: 'Finishing materials, by what goes on', minor: minor(productsCost(reckoning)) },
    { name: 'Abrasives, tape, gloves and the like', minor: minor(usedUp) },
  ];
  const of = (all: readonly { name: string; minor: number }[]) => all.filter((p) => p.minor > 0);
  const sumOf = (all: readonly { minor: number }[]) => all.reduce((sum, p) => sum + p.minor, 0);
  if (piece.salePrice !== null) {
    // What was agreed is the sum: the work is what is left of it, and nothing is told apart where that would be below nothing.
    const agreed = minor(piece.salePrice);
    const left = agreed - sumOf(materials);
    const whole = [{ name: 'Work and materials', minor: agreed }];
    const parts = left > 0 ? of([...materials, { name: 'Work', minor: left }]) : whole;
    return { parts, sumMinor: agreed, fromMinor: agreed, untilMinor: agreed, agreed: true };
  }
  const parts = of([...materials, { name: 'Work', minor: minor(work) }]);
  return {
    parts,
    sumMinor: sumOf(parts),
    fromMinor: minor(productsCost(reckoning, 'low')) + minor(usedUp) + minor(work * workSpread.low),
    untilMinor: minor(productsCost(reckoning, 'high')) + minor(usedUp) + minor(work * workSpread.high),
    agreed: false,
  };
}
