import type { Container, Product } from '../workshop';
import { usableUntilMin } from './usableStock';

/**
 * Takes an amount off the shelf: from the can that was mixed or opened for it first, then from what is past its date first.
 * @param litres to take, ≥ 0
 * @param openedAt instant at which a closed can is opened for it
 * @returns the cans as they are then, and what the shelf was short of
 */
export function takeFromShelf(
  containers: readonly Container[],
  product: Product,
  litres: number,
  openedAt: string,
): { containers: Container[]; shortL: number } {
  let left = litres;
  const order = containers
    .filter((c) => c.productId === product.id && c.leftL > 0)
    .sort((a, b) => {
      const [x, y] = [a, b].map((c) => usableUntilMin(c, product) ?? Number.POSITIVE_INFINITY) as [number, number];
      // What is open is used up first.
      return Number(b.openedAt !== null) - Number(a.openedAt !== null) || x - y || (a.id < b.id ? -1 : 1);
    });
  const taken = new Map<string, number>();
  for (const c of order) {
    const some = Math.min(left, c.leftL);
    if (some <= 0) break;
    taken.set(c.id, some);
    left -= some;
  }
  return {
    containers: containers.map((c) => {
      const some = taken.get(c.id);
      return some === undefined ? c : { ...c, leftL: Math.max(0, c.leftL - some), openedAt: c.openedAt ?? openedAt };
    }),
    shortL: Math.max(0, left),
  };
}
