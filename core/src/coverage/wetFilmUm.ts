import type { Product } from '../workshop';

/** Share of a brushed product that ends on the piece (from memory). */
export const brushEfficiencyFrac = 0.92;

/**
 * Wet film that one coat of a product leaves on the surface, thinner included.
 * @param product goes by area; its rate is the practical one by brush
 * @returns µm; null where it does not go by area
 * The rate says how much leaves the can: 1 ÷ rate, times what of it stays on the piece, times 1 + thinner.
 * Check: 10 m²/L, no thinner → 92 µm
 */
export function wetFilmUm(product: Pick<Product, 'spreadM2PerL' | 'thinningFrac'>): number | null {
  if (!product.spreadM2PerL || !(product.spreadM2PerL.likely > 0)) return null;
  return (1000 / product.spreadM2PerL.likely) * brushEfficiencyFrac * (1 + product.thinningFrac.value);
}
