import { cheapestPacks, type PackChoice } from '../coverage';
import type { Issue } from '../units';
import type { Container, Product } from '../workshop';
import { drawOrder } from './drawRows';
import { isGone, leftL } from './ledger';
import { leftoverWorth } from './leftoverWorth';
import { usableUntilMin } from './usableUntilMin';

const dayMin = 24 * 60;

/** What one step of a piece needs, at a moment. Litres, high end. */
export interface NeedOf {
  pieceId: string;
  pieceName: string;
  productId: string;
  stepId?: string;
  atMin: number;
  /** It has no time yet: it comes after all that has one, and `atMin` is the soonest. */
  untimed?: boolean;
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
  /** When it is first needed and not there, and when it has to be ordered; whole minutes since 1970. Null: only for what has no time yet. */
  time: { neededAtMin: number; orderByMin: number } | null;
  for: readonly string[];
}

/** What to buy, the first that has to be ordered first, and what stands in the way of single products. */
export interface BuyList {
  lines: readonly BuyLine[];
  price: number;
  issues: readonly Issue[];
}

/** One step with what the shelf gives for it, and what is left after it of what can be used then. L */
interface Drawn {
  need: NeedOf;
  coveredL: number;
  shortL: number;
  leftL: number;
}

/** In time; what has none comes last. */
const inTime = (a: NeedOf, b: NeedOf): number =>
  Number(a.untimed ?? false) - Number(b.untimed ?? false) || a.atMin - b.atMin;

/** What steps take of the containers of a product, in time: of those that are usable on the day, in the order they are drawn on. */
function drawDown(needs: readonly NeedOf[], cans: readonly Container[], product: Product): Drawn[] {
  // In which order they are drawn on is the same on any day; some are past their date by then.
  const all = drawOrder(cans, product, Number.NEGATIVE_INFINITY).map((can) => ({
    untilMin: usableUntilMin(can, product) ?? Number.POSITIVE_INFINITY,
    leftL: leftL(can),
  }));
  return needs.map((need): Drawn => {
    const usable = all.filter((can) => can.untilMin >= need.atMin);
    let stillL = need.highL;
    for (const can of usable) {
      const takenL = Math.min(can.leftL, stillL);
      can.leftL -= takenL;
      stillL -= takenL;
    }
    return {
      need,
      coveredL: need.highL - stillL,
      shortL: stillL,
      leftL: usable.reduce((sum, can) => sum + can.leftL, 0),
    };
  });
}

/** Litres that are past their date when the last step comes, and were not used before. */
function agedAt(cans: readonly Container[], product: Product, lastMin: number, drawn: readonly Drawn[]): number {
  const usable = new Set(drawOrder(cans, product, lastMin).map((c) => c.id));
  const all = cans.reduce((sum, c) => sum + leftL(c), 0);
  const usedL = drawn.reduce((sum, d) => sum + d.coveredL, 0);
  const usableLeftL = drawn.at(-1)?.leftL ?? 0;
  return usable.size === cans.length ? 0 : Math.max(0, all - usedL - usableLeftL);
}

/**
 * What the planned steps need less what can be used of the shelf, in the cheapest packs that are never short, by the day
 * each has to be ordered; what is only for steps without a time comes last. Cans that will be past their date when they are needed do not count.
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
  for (const c of containers) if (!isGone(c)) cans.set(c.productId, [...(cans.get(c.productId) ?? []), c]);
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
    const own = [...unsorted].sort(inTime);
    const needL = own.reduce((sum, n) => sum + n.highL, 0);
    const onShelf = cans.get(productId) ?? [];
    const drawn = drawDown(own, onShelf, product);
    const short = drawn.find((d) => d.shortL > 1e-9)?.need;
    if (!short) return [];
    const shelfL = drawn.reduce((sum, d) => sum + d.coveredL, 0);
    const agedL = agedAt(onShelf, product, Math.max(...own.map((n) => n.atMin)), drawn);
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
        time: short.untimed
          ? null
          : {
              neededAtMin: short.atMin,
              orderByMin: Math.max(nowMin, short.atMin - product.deliveryDays * dayMin),
            },
        for: [...new Set(own.map((n) => n.pieceName))],
      },
    ];
  });
  lines.sort(
    (a, b) =>
      Number(a.time === null) - Number(b.time === null) ||
      (a.time && b.time ? a.time.orderByMin - b.time.orderByMin || a.time.neededAtMin - b.time.neededAtMin : 0) ||
      (a.product.name < b.product.name ? -1 : 1),
  );
  return { lines, price: lines.reduce((sum, l) => sum + l.packs.price, 0), issues };
}

/** What is left of a product before one of its steps. */
export interface LastLine {
  pieceId: string;
  stepId: string | undefined;
  pieceName: string;
  /** Null: it has no time yet. */
  atMin: number | null;
  highL: number;
  /** After this step, L; below nothing: short by so much. */
  leftL: number;
}

/**
 * How far the shelf goes: every step that takes of a product, in time, with what can be used after it; drawn as the buy list
 * draws, so that both always agree.
 * @param needs of all pieces
 */
export function willItLast(product: Product, needs: readonly NeedOf[], containers: readonly Container[]): LastLine[] {
  const own = needs.filter((n) => n.productId === product.id).sort(inTime);
  const cans = containers.filter((c) => c.productId === product.id && !isGone(c));
  return drawDown(own, cans, product).map(({ need, shortL, leftL: left }) => ({
    pieceId: need.pieceId,
    pieceName: need.pieceName,
    stepId: need.stepId,
    atMin: need.untimed ? null : need.atMin,
    highL: need.highL,
    leftL: shortL > 1e-9 ? -shortL : left,
  }));
}
