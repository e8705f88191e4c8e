import { type Around, matchedSupplies, nothingAround, stepKind } from '../finishing';
import { suppliesNow, usableStock } from '../stock';
import { minuteOf } from '../units';
import {
  type Container,
  drawnShares,
  type Piece,
  type Product,
  type StepKindId,
  type Supply,
  type ZoneId,
} from '../workshop';
import type { Reckoning } from './Reckoning';

/** What one piece will take off the shelf, and when. */
export interface Draw {
  pieceId: string;
  pieceName: string;
  productId: string;
  stepId: string;
  zoneId: ZoneId | null;
  kind: StepKindId;
  /** Whole minutes since 1970. */
  atMin: number;
  /** Its step has no time yet: that is the soonest. */
  untimed?: boolean;
  highL: number;
}

/** What the steps of a piece that are still to come will take. */
export const drawsOf = (piece: Pick<Piece, 'id' | 'name'>, reckoning: Reckoning): Draw[] =>
  reckoning.steps.flatMap((s) =>
    s.status === 'planned' && s.productL
      ? drawnShares(s.step).map(({ productId, share }) => ({
          pieceId: piece.id,
          pieceName: piece.name,
          productId,
          stepId: s.step.id,
          zoneId: s.step.zoneId,
          kind: s.step.kind,
          atMin: s.startMin,
          highL: share * s.productL!.high,
        }))
      : [],
  );

/** The parts of a workshop that bear on a single piece. */
export interface Shop {
  pieces: readonly Piece[];
  products: Readonly<Record<string, Product>>;
  containers: readonly Container[];
  supplies: readonly Supply[];
  /** What pieces will take of a product. */
  drawsOf: (productId: string) => readonly Draw[];
}

/** No film stays open to dust longer, minutes. */
const longestOpenMin = 7 * 24 * 60;

const lastDone = new WeakMap<Piece['log'], number>();

/** When something was last done on a piece, whole minutes since 1970; worked out once for each log as it is. */
function lastDoneMin({ log }: Piece): number {
  const known = lastDone.get(log);
  if (known !== undefined) return known;
  const last = log.reduce((most, e) => (e.doneAt === null ? most : Math.max(most, minuteOf(e.doneAt))), 0);
  lastDone.set(log, last);
  return last;
}

/** Films of a piece that are not dust-free yet, by its log. */
function wetOf(piece: Piece, products: Shop['products'], nowMin: number): Around['wet'] {
  if (lastDoneMin(piece) + longestOpenMin <= nowMin) return [];
  return piece.log.flatMap((entry) => {
    const { step } = entry;
    const product = step.productId ? products[step.productId] : undefined;
    if (entry.doneAt === null || !product || !stepKind(step.kind).film) return [];
    const fromMin = minuteOf(entry.doneAt);
    const untilMin = fromMin + product.times.dustFreeMin.high;
    return untilMin > nowMin ? [{ pieceName: piece.name, what: product.name, fromMin, untilMin }] : [];
  });
}

/** Batches that colour went on a piece from. */
const batchesOf = (piece: Piece): Around['set'] =>
  piece.log.flatMap((entry) => {
    const productId = entry.batch ? entry.step.productId : null;
    return entry.batch && productId ? [{ pieceName: piece.name, productId, batch: entry.batch }] : [];
  });

/** The films of other pieces that are open, whose dust would be raised: all that a summary reads. Stock is a matter of the plan. */
export function wetAround(
  pieces: readonly Piece[],
  products: Shop['products'],
  nowMin: number,
): (piece: Pick<Piece, 'id'>) => Around {
  const wet = pieces.map((p) => ({ id: p.id, wet: wetOf(p, products, nowMin) })).filter((w) => w.wet.length > 0);
  return ({ id }) => ({ ...nothingAround, wet: wet.filter((w) => w.id !== id).flatMap((w) => w.wet) });
}

/** What the rest of the workshop means for each of its pieces, at a moment: what all share is worked out once. */
export function workshopAround(shop: Shop, nowMin: number): (piece: Piece, productIds: Iterable<string>) => Around {
  const shelf = usableStock(shop.containers, shop.products, nowMin);
  // Only what lies there is counted: with none in hand the plan orders it.
  const kinds: readonly string[] = matchedSupplies;
  const supplies = suppliesNow(
    shop.supplies.filter((s) => kinds.includes(s.kind)),
    shop.pieces,
  );
  const inHand = Object.fromEntries(
    matchedSupplies.flatMap((kind) => {
      const left = supplies.reduce((sum, s) => sum + (s.kind === kind ? s.left : 0), 0);
      return left > 0 ? [[kind, left]] : [];
    }),
  );
  const wet = wetAround(shop.pieces, shop.products, nowMin);
  const takenBy = (piece: Piece, productId: string) =>
    shop
      .drawsOf(productId)
      .filter((d) => d.pieceId !== piece.id)
      .map(({ pieceName, atMin, highL }) => ({ pieceName, atMin, highL }));
  return (piece, productIds) => {
    const own = new Set(productIds);
    return {
      wet: wet(piece).wet,
      // What others take counts only for what this piece uses too.
      stock: Object.fromEntries(
        Object.entries(shelf).map(([id, { usableL, finite }]) => [
          id,
          { usableL, finite, taken: own.has(id) ? takenBy(piece, id) : [] },
        ]),
      ),
      set:
        piece.setName === null
          ? []
          : shop.pieces.filter((p) => p.id !== piece.id && p.setName === piece.setName).flatMap(batchesOf),
      inHand,
    };
  };
}
