import { cheapestPacks, type PackChoice } from '../coverage';
import type { Issue } from '../units';
import type { Container, Product } from '../workshop';
import { leftoverWorth } from './leftoverWorth';
import { usableUntilMin } from './usableStock';

const dayMin = 24 * 60;

/** What one step of a piece needs, at a moment. Litres, high end. */
export interface NeedOf {
  pieceId: string;
  pieceName: string;
  productId: string;
  atMin: number;
  highL: number;
}

/** One line of the buy list. */
export interface BuyLine {
  product: Product;
  /** Litres that the planned steps take, high end. */
  needL: number;
  /** What the shelf covers of it: what is usable on the day of each step. */
  shelfL: number;
  /** On the shelf, but past its date when it would be needed. */
  agedL: number;
  buyL: number;
  packs: PackChoice;
  /** When it is first needed and not there; whole minutes since 1970. */
  neededAtMin: number;
  /** When it has to be ordered. */
  orderByMin: number;
  for: readonly string[];
}

/** What to buy, the first that has to be ordered first, and what stands in the way of single products. */
export interface BuyList {
  lines: readonly BuyLine[];
  price: number;
  issues: readonly Issue[];
}

/** What steps take of the cans of a product, in time: of those that are usable on the day, the first past its date first. */
function drawDown(
  needs: readonly NeedOf[],
  cans: readonly Container[],
  product: Product,
): { coveredL: number; agedL: number; short: NeedOf | undefined } {
  const left = cans
    .map((c) => ({ untilMin: usableUntilMin(c, product) ?? Number.POSITIVE_INFINITY, leftL: c.leftL }))
    .sort((a, b) => a.untilMin - b.untilMin);
  let coveredL = 0;
  let short: NeedOf | undefined;
  for (const n of needs) {
    let stillL = n.highL;
    for (const can of left) {
      if (can.untilMin < n.atMin) continue;
      const takenL = Math.min(can.leftL, stillL);
      can.leftL -= takenL;
      stillL -= takenL;
      coveredL += takenL;
    }
    if (stillL > 1e-9) short ??= n;
  }
  const lastMin = needs.at(-1)?.atMin ?? 0;
  return { coveredL, agedL: left.reduce((sum, c) => sum + (c.untilMin < lastMin ? c.leftL : 0), 0), short };
}

/**
 * What the planned steps need less what can be used of the shelf, in the cheapest packs that are never short, by the day
 * each has to be ordered. Cans that will be past their date when they are needed do not count.
 * @param nowMin whole minutes since 1970
 */
export function buyList(
  needs: readonly NeedOf[],
  containers: readonly Container[],
  products: Readonly<Record<string, Product>>,
  nowMin: number,
): BuyList {
  const byProduct = new Map<string, NeedOf[]>();
  for (const n of needs) {
    const own = byProduct.get(n.productId);
    if (own) own.push(n);
    else byProduct.set(n.productId, [n]);
  }
  const cans = new Map<string, Container[]>();
  for (const c of containers) cans.set(c.productId, [...(cans.get(c.productId) ?? []), c]);
  const issues: Issue[] = [];
  const lines = [...byProduct].flatMap(([productId, unsorted]): BuyLine[] => {
    const product = products[productId];
    if (!product) {
      issues.push({
        code: 'product_missing',
        path: `products.${productId}`,
        message: `${unsorted[0]!.pieceName} needs a product that is not on the shelf any more: choose another one in its plan.`,
      });
      return [];
    }
    const own = [...unsorted].sort((a, b) => a.atMin - b.atMin);
    const needL = own.reduce((sum, n) => sum + n.highL, 0);
    const onShelf = cans.get(productId) ?? [];
    const { coveredL: shelfL, agedL, short } = drawDown(own, onShelf, product);
    if (!short) return [];
    const buyL = needL - shelfL;
    if (product.packs.length === 0)
      issues.push({
        code: 'pack_missing',
        path: `products.${productId}.packs`,
        message: `${product.name}: no pack is known, so it cannot be priced. Type its packs on the product sheet.`,
      });
    if (product.packs.some((p) => p.price === 0))
      issues.push({
        code: 'price_missing',
        path: `products.${productId}.packs`,
        message: `${product.name}: a pack has no price, and counts as free. Type its price on the product sheet.`,
      });
    if (onShelf.length > 0 && onShelf.every((c) => c.finite))
      issues.push({
        code: 'stock_finite',
        path: `products.${productId}`,
        message: `${product.name} on the shelf cannot be bought again: what is bought may not match it.`,
      });
    return [
      {
        product,
        needL,
        shelfL,
        agedL,
        buyL,
        packs: cheapestPacks(buyL, product.packs, leftoverWorth(product)),
        neededAtMin: short.atMin,
        orderByMin: Math.max(nowMin, short.atMin - product.deliveryDays * dayMin),
        for: [...new Set(own.map((n) => n.pieceName))],
      },
    ];
  });
  lines.sort(
    (a, b) =>
      a.orderByMin - b.orderByMin || a.neededAtMin - b.neededAtMin || (a.product.name < b.product.name ? -1 : 1),
  );
  return { lines, price: lines.reduce((sum, l) => sum + l.packs.price, 0), issues };
}

/** What is left of a product before one of its steps. */
export interface LastLine {
  pieceName: string;
  atMin: number;
  highL: number;
  /** After this step, L; below nothing: short by so much. */
  leftL: number;
}

/**
 * How far the shelf goes: every step that takes of a product, in time, with what is left after it.
 * @param needs of all pieces
 */
export function willItLast(productId: string, needs: readonly NeedOf[], shelfL: number): LastLine[] {
  let left = shelfL;
  return needs
    .filter((n) => n.productId === productId)
    .sort((a, b) => a.atMin - b.atMin)
    .map(({ pieceName, atMin, highL }) => {
      left -= highL;
      return { pieceName, atMin, highL, leftL: left };
    });
}
