import { minuteOf } from '../units';
import type { Container, Product } from '../workshop';

const dayMin = 24 * 60;

/**
 * Until when what is in a container can be used: opened cans age faster than closed ones.
 * @returns whole minutes since 1970; null: its label names no limit, or its dates are not known
 */
export function usableUntilMin(
  container: Container,
  product: Pick<Product, 'shelf'>,
  useByMin: number | null = null,
): number | null {
  const { closedDays, openDays } = product.shelf;
  const limits = [
    container.boughtAt !== null && closedDays !== null ? minuteOf(container.boughtAt) + closedDays * dayMin : null,
    container.openedAt !== null && openDays !== null ? minuteOf(container.openedAt) + openDays * dayMin : null,
    useByMin,
  ].filter((limit) => limit !== null);
  return limits.length > 0 ? Math.min(...limits) : null;
}

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
  const shelf: Record<string, Shelved> = {};
  for (const c of containers) {
    const product = products[c.productId];
    if (!product) continue;
    const until = usableUntilMin(c, product);
    const aged = until !== null && until < atMin;
    const before = shelf[c.productId] ?? { usableL: 0, agedL: 0, finite: true };
    shelf[c.productId] = {
      usableL: before.usableL + (aged ? 0 : c.leftL),
      agedL: before.agedL + (aged ? c.leftL : 0),
      finite: before.finite && c.finite,
    };
  }
  return shelf;
}
