import type { Product } from '../workshop';

/** Money for a litre, by the pack that is cheapest for it; 0: no pack is known. */
export const pricePerL = ({ packs }: Pick<Product, 'packs'>): number =>
  packs.length > 0 ? Math.min(...packs.map((p) => p.price / p.volumeL)) : 0;
