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

/** What the rest of the workshop means for one piece. */
export interface Around {
  wet: readonly WetElsewhere[];
  /** By product; only what has a container on the shelf. */
  stock: Readonly<Record<string, Stock>>;
  set: readonly SetBatch[];
  /** Paper, veneer and cloth in hand, m²; null: not kept count of. */
  sheetsM2: number | null;
}

/** A piece alone in its workshop. */
export const nothingAround: Around = { wet: [], stock: {}, set: [], sheetsM2: null };
