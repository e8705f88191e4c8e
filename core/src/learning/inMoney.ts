import type { Product } from '../workshop';
import type { Evidence } from './Learned';

/** What money is reckoned with. */
export interface Prices {
  /** Money for a litre of a product, ≥ 0. */
  perL: (product: Product) => number;
  /** Money for an hour of hands, ≥ 0; 0: hours cost nothing. */
  perHour: number;
}

/**
 * What evidence of amounts and times is in money, by today's prices: planned, typical and actual each times what a litre or an hour
 * costs. What costs nothing is left out; so is all that is neither.
 */
export function inMoney(
  evidence: readonly { kind: string; of: Evidence }[],
  products: Readonly<Record<string, Product>>,
  { perL, perHour }: Prices,
): Evidence[] {
  return evidence.flatMap(({ kind, of }): Evidence[] => {
    const product = of.productId === null ? undefined : products[of.productId];
    const each = kind === 'minutes' ? perHour / 60 : kind === 'litres' && product ? perL(product) : 0;
    if (!(each > 0)) return [];
    return [{ ...of, typical: of.typical * each, planned: of.planned * each, actual: of.actual * each }];
  });
}
