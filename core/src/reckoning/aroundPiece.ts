import { type Around, stepKind } from '../finishing';
import { usableStock } from '../stock';
import { minuteOf } from '../units';
import type { Container, Piece, Product, Supply } from '../workshop';
import type { Reckoning } from './Reckoning';

/** What one piece will take off the shelf, and when. */
export interface Draw {
  pieceId: string;
  pieceName: string;
  productId: string;
  stepId: string;
  /** Whole minutes since 1970. */
  atMin: number;
  highL: number;
}

/** What the steps of a piece that are still to come will take. */
export const drawsOf = (piece: Pick<Piece, 'id' | 'name'>, reckoning: Reckoning): Draw[] =>
  reckoning.steps.flatMap((s) =>
    s.status === 'planned' && s.step.productId !== null && s.productL
      ? [
          {
            pieceId: piece.id,
            pieceName: piece.name,
            productId: s.step.productId,
            stepId: s.step.id,
            atMin: s.startMin,
            highL: s.productL.high,
          },
        ]
      : [],
  );

/** The parts of a workshop that bear on a single piece. */
export interface Shop {
  pieces: readonly Piece[];
  products: Readonly<Record<string, Product>>;
  containers: readonly Container[];
  supplies: readonly Supply[];
  draws: readonly Draw[];
}

/** Films of a piece that are not dust-free yet, by its log. */
function wetOf(piece: Piece, products: Shop['products'], nowMin: number): Around['wet'] {
  const recent = piece.log.filter((e) => e.doneAt !== null && minuteOf(e.doneAt) + longestOpenMin > nowMin);
  if (recent.length === 0) return [];
  const steps = new Map(piece.steps.map((s) => [s.id, s]));
  return recent.flatMap((entry) => {
    const step = steps.get(entry.stepId);
    const product = step?.productId ? products[step.productId] : undefined;
    if (!step || !product || !stepKind(step.kind).film) return [];
    const fromMin = minuteOf(entry.doneAt!);
    const untilMin = fromMin + product.times.dustFreeMin.high;
    return untilMin > nowMin ? [{ pieceName: piece.name, what: product.name, fromMin, untilMin }] : [];
  });
}
/** No film stays open to dust longer, minutes. */
const longestOpenMin = 7 * 24 * 60;

/** Batches that colour went on a piece from. */
const batchesOf = (piece: Piece): Around['set'] =>
  piece.log.flatMap((entry) => {
    const productId = entry.batch ? piece.steps.find((s) => s.id === entry.stepId)?.productId : null;
    return entry.batch && productId ? [{ pieceName: piece.name, productId, batch: entry.batch }] : [];
  });

/** What the rest of the workshop means for each of its pieces, at a moment: what all share is worked out once. */
export function workshopAround(shop: Shop, nowMin: number): (piece: Piece) => Around {
  const shelf = Object.entries(usableStock(shop.containers, shop.products, nowMin));
  // Only what lies there is counted: with none in hand the plan orders it.
  const sheets = shop.supplies.filter((s) => s.kind === 'sheet goods' && s.left > 0);
  const sheetsM2 = sheets.length > 0 ? sheets.reduce((sum, s) => sum + s.left, 0) : null;
  const wet = shop.pieces
    .map((p) => ({ id: p.id, wet: wetOf(p, shop.products, nowMin) }))
    .filter((w) => w.wet.length > 0);
  return (piece) => ({
    wet: wet.filter((w) => w.id !== piece.id).flatMap((w) => w.wet),
    stock: Object.fromEntries(
      shelf.map(([productId, { usableL, finite }]) => [
        productId,
        {
          usableL,
          finite,
          taken: shop.draws
            .filter((d) => d.productId === productId && d.pieceId !== piece.id)
            .map(({ pieceName, atMin, highL }) => ({ pieceName, atMin, highL })),
        },
      ]),
    ),
    set:
      piece.setName === null
        ? []
        : shop.pieces.filter((p) => p.id !== piece.id && p.setName === piece.setName).flatMap(batchesOf),
    sheetsM2,
  });
}
