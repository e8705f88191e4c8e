import type { Container, Product } from '../workshop';
import { isGone, leftL } from './ledger';
import { usableUntilMin } from './usableUntilMin';

/** What is on the shelf of one product. */
export interface Shelved {
  usableL: number;
  /** Past its date. */
  agedL: number;
  /** None of it can be bought again. */
  finite: boolean;
}

/** Litres on the shelf by product, as they can be used at a moment. @param atMin whole minutes since 1970 */
export function usableStock(
  containers: readonly Container[],
  products: Readonly<Record<string, Product>>,
  atMin: number,
): Record<string, Shelved> {
  const shelf: Record<string, Shelved> = Object.create(null);
  for (const c of containers) {
    const product = products[c.productId];
    if (!product || isGone(c)) continue;
    const until = usableUntilMin(c, product);
    const aged = until !== null && until < atMin;
    const before = shelf[c.productId] ?? { usableL: 0, agedL: 0, finite: true };
    shelf[c.productId] = {
      usableL: before.usableL + (aged ? 0 : leftL(c)),
      agedL: before.agedL + (aged ? leftL(c) : 0),
      finite: before.finite && c.finite,
    };
  }
  return shelf;
}
