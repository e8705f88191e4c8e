import { minuteOf } from '../units';
import type { Container, Product } from '../workshop';
import { openedAt } from './ledger';

const dayMin = 24 * 60;

/**
 * Until when what is in a container can be used: opened cans age faster than closed ones.
 * @returns whole minutes since 1970; null: its label names no limit, or its dates are not known
 */
export function usableUntilMin(
  container: Pick<Container, 'boughtAt' | 'openedAt' | 'ledger'>,
  product: Pick<Product, 'shelf'>,
  useByMin: number | null = null,
): number | null {
  const { closedDays, openDays } = product.shelf;
  const opened = openedAt(container);
  const limits = [
    container.boughtAt !== null && closedDays !== null ? minuteOf(container.boughtAt) + closedDays * dayMin : null,
    opened !== null && openDays !== null ? minuteOf(opened) + openDays * dayMin : null,
    useByMin,
  ].filter((limit) => limit !== null);
  return limits.length > 0 ? Math.min(...limits) : null;
}
