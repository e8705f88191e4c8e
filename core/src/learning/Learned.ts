import type { Belief as ColourBelief } from '../colour';
import type { Range } from '../units';
import type { LearnedFigure, StepKindId, SupplyKind, Tag, Workshop } from '../workshop';

/** Why an entry of the log teaches nothing. */
export type LeftOut =
  /** It was said to be a guess. */
  | 'guess'
  /** It was put right afterwards. */
  | 'corrected'
  /** The planned amount was taken over as it stood. */
  | 'as-planned'
  /** It ran on over a break or a night. */
  | 'left-running'
  /** It is from before the figure was forgotten. */
  | 'forgotten';

/** What one go at the bench says of a figure. */
export interface Evidence {
  key: string;
  /** Null: of no piece alone. */
  pieceId: string | null;
  /** What was done, and with which product; null: of no step alone, or without one. */
  stepKind: StepKindId | null;
  productId: string | null;
  /** Entries of the log that were one go. */
  entryIds: readonly string[];
  /** Instant at which it was done. */
  at: string;
  /** What the typical figures say: L, minutes, coats or units of a supply; of drying what its label says in the air it lay in. */
  typical: number;
  /** What the plan said, in the same. */
  planned: number;
  /** What it was, in the same. */
  actual: number;
  /** Share of the go that this figure decided on, 0 to 1. */
  share: number;
  left: LeftOut | null;
}

/** What is believed of a figure: how many times the typical one it is. */
export interface Belief extends LearnedFigure {
  /** How much each of the evidence counts beside its share, 0 to 1: what lies far off counts less. */
  weights: readonly number[];
}

/** One figure that the log teaches. */
export interface TaughtFigure {
  key: string;
  of: FigureOf;
  /** How well the typical figure is known: 10 to 90 %, times. */
  prior: Range;
  tag: Tag;
  /** In the order they came; those left out are among them. */
  evidence: readonly Evidence[];
  /** Null: nothing counts yet. */
  belief: Belief | null;
  frozen: boolean;
}

/** What a figure is of. */
export type FigureOf =
  | { kind: 'litres'; productId: string; by: string }
  | { kind: 'dry'; productId: string }
  /** Coats that hide what is under them. */
  | { kind: 'hides'; productId: string }
  | { kind: 'uses'; supply: SupplyKind }
  | { kind: 'minutes'; stepKind: string; by: string; shape: string };

/** What was learnt, by key of the figure; a part of the settings while figures are worked out, and never of a file. */
export type Taught = Readonly<Record<string, LearnedFigure>>;

/** A workshop whose plans are worked out with its own figures. */
export type TaughtWorkshop = Workshop & {
  settings: Workshop['settings'] & {
    taught?: Taught;
    /** What its sample sticks teach of colour. */
    colours?: ColourBelief;
  };
};
