import { minuteOf } from '../units';
import type { Container, LedgerRow, Product } from '../workshop';
import { drawableL, hairL, isGone, openedAt, tidy } from './ledger';
import { usableUntilMin } from './usableUntilMin';

/**
 * Containers of a product as they are drawn on at a moment: those that can be used then, what is open first, then what is past
 * its date first. The buy list, the shelf and every deed draw in this order.
 * @param atMin whole minutes since 1970
 * @param evenExpired also what is past its date, after all else: only where the user said so
 */
export function drawOrder(
  containers: readonly Container[],
  product: Product,
  atMin: number,
  evenExpired = false,
): Container[] {
  return containers
    .filter((c) => c.productId === product.id && !isGone(c))
    .map((c) => ({ c, untilMin: usableUntilMin(c, product) ?? Number.POSITIVE_INFINITY, open: openedAt(c) !== null }))
    .filter(({ untilMin }) => evenExpired || untilMin >= atMin)
    .sort(
      (a, b) =>
        Number(a.untilMin < atMin) - Number(b.untilMin < atMin) ||
        Number(b.open) - Number(a.open) ||
        a.untilMin - b.untilMin ||
        (a.c.id < b.c.id ? -1 : 1),
    )
    .map(({ c }) => c);
}

/** What a draw belongs to. */
export interface DrawFor {
  deed: 'coat' | 'mix';
  ofId: string;
  at: string;
  /** Also from what is past its date: the user said so. */
  evenExpired?: boolean;
}

/**
 * The rows by which an amount leaves the shelf, by container, and what the shelf was short of: never more than is there.
 * @param litres to draw, L, ≥ 0
 */
export function drawRows(
  containers: readonly Container[],
  product: Product,
  litres: number,
  { deed, ofId, at, evenExpired = false }: DrawFor,
): { rows: Map<string, LedgerRow>; shortL: number } {
  const rows = new Map<string, LedgerRow>();
  let stillL = litres;
  for (const container of drawOrder(containers, product, minuteOf(at), evenExpired)) {
    if (stillL <= hairL) break;
    const takenL = Math.min(stillL, drawableL(container, at));
    if (takenL <= hairL) continue;
    rows.set(container.id, { at, deed, ofId, changeL: -takenL, countedL: null });
    stillL -= takenL;
  }
  return { rows, shortL: Math.max(0, tidy(stillL)) };
}
