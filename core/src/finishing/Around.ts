import type { SupplyKind } from '../workshop';

/** A film of another piece that is not dust-free yet. Whole minutes since 1970. */
export interface WetElsewhere {
  pieceName: string;
  what: string;
  fromMin: number;
  untilMin: number;
}

/** What is on the shelf of one product and what other pieces take of it. Litres; planned amounts at their high end. */
export interface Stock {
  usableL: number;
  /** It cannot be bought again. */
  finite: boolean;
  taken: readonly { pieceName: string; atMin: number; highL: number }[];
}

/** Colour that went on a piece of the same matching set. */
export interface SetBatch {
  pieceName: string;
  productId: string;
  batch: string;
}

/** Supplies whose next lot does not match the first. */
export const matchedSupplies = ['sheet goods', 'cloth', 'paper'] as const satisfies readonly SupplyKind[];
type MatchedSupply = (typeof matchedSupplies)[number];

/** What the rest of the workshop means for one piece. */
export interface Around {
  wet: readonly WetElsewhere[];
  /** By product; only what has a container on the shelf. */
  stock: Readonly<Record<string, Stock>>;
  set: readonly SetBatch[];
  /** Paper, veneer and cloth in hand, as much as steps use up in the same unit; what is not kept count of is left out. */
  inHand: Readonly<Partial<Record<MatchedSupply, number>>>;
}

/** A piece alone in its workshop. */
export const nothingAround: Around = { wet: [], stock: {}, set: [], inHand: {} };
