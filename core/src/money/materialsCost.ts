import type { Reckoning } from '../reckoning';
import type { Range } from '../units';
import type { Supply } from '../workshop';

/** What a litre of a need costs in the cans that are bought for it, in the currency. */
const perLitre = ({ packs }: Reckoning['products'][number]): number => {
  const litres = packs.counts.reduce((sum, c) => sum + c.count * c.pack.volumeL, 0);
  return litres > 0 ? packs.price / litres : 0;
};

/** Products by what goes on: litres as logged or planned, at the price of the cans that are bought for them, in the currency. */
export const productsCost = (reckoning: Pick<Reckoning, 'products'>, of: keyof Range = 'likely'): number =>
  reckoning.products.reduce((sum, p) => sum + p.needL[of] * perLitre(p), 0);

/** Abrasives, tape, gloves and the like by what is used up, at the cheapest price of a pack, in the currency. */
export const suppliesCost = ({ consumables }: Pick<Reckoning, 'consumables'>, supplies: readonly Supply[]): number =>
  consumables.reduce((sum, { what, amount }) => {
    const packs = supplies.filter((s) => s.kind === what).flatMap((s) => s.packs);
    return sum + (packs.length > 0 ? amount * Math.min(...packs.map((p) => p.price / p.amount)) : 0);
  }, 0);
