import type { PackChoice, Working } from '../coverage';
import type { Consumption, Finding, Hold, Silenced } from '../finishing';
import type { Task } from '../schedule';
import type { Issue, Range } from '../units';
import type { LookKind, Step, StepKindId, WaitKind, WorkedShape, ZoneId } from '../workshop';
import type { ColdCan } from './shelfWarmth';

/** How far a step is. */
export type StepStatus = 'done' | 'running' | 'planned';

/** A step of the plan with everything worked out. Minutes are whole minutes since 1970. */
export interface ReckonedStep {
  step: Step;
  status: StepStatus;
  areaM2: number;
  handsOnMin: number;
  /** The first of its kind in its sitting: it sets up, fills the tool, and clears away for all that follow. */
  setsUp: boolean;
  productL: Range | null;
  thinnerL: Range | null;
  actualL: number | null;
  working: Working | null;
  /** How the hands-on time was worked out. */
  minutesWorking: Working;
  /** What typical figures say, before what the log taught; L: null where it takes no product. */
  typical: { minutes: number; litres: number | null; shape: WorkedShape };
  /** What it uses up besides its product, by this workshop's own figures and by typical ones, in the unit of the supply. */
  uses: readonly (Pick<Consumption, 'what' | 'unit'> & { amount: number; typical: number })[];
  /** Coats, by typical figures, in which its paint hides what it is laid over; null: it is no first coat of paint, or never does. */
  hidesInCoats: number | null;
  startMin: number;
  endMin: number;
  /** When what it leaves wet lets the next step begin; the end where nothing waits for it. */
  readyMin: number;
  /** When the coat before allows it, and until when without abrading. */
  opensAtMin: number | null;
  closesAtMin: number | null;
  /** What it waits for, as far as that takes time: by which step, for what of it, from when and until when. */
  waitsFor: readonly { stepId: string; wait: WaitKind; fromMin: number; untilMin: number | null }[];
  /** The finding that can only be satisfied and until then keeps it from being begun; null: none. */
  held: Hold | null;
  /** Why it has no place in the schedule of all pieces, held or not; left out: it has one, or it is told of by itself. */
  unplaced?: string;
  /** Put in because a window passes. */
  inserted: boolean;
  /** When that window closed. */
  missedAtMin: number | null;
  bandColour: string;
  cautions: readonly string[];
  /** Where its product's label overrides a house rule. */
  labelSays: string | null;
}

/** A product over the whole piece, with the cans that are never short of the high end. */
export interface ProductNeed {
  productId: string;
  name: string;
  needL: Range;
  packs: PackChoice;
  working: Working;
  packsWorking: Working;
}

/** Something used up besides the products. */
export interface Consumable {
  what: Consumption['what'];
  unit: Consumption['unit'];
  amount: number;
}

/** Marks on the drain of a wet zone, minutes since 1970; null where the product has none. */
export interface WetZone {
  zoneId: ZoneId;
  stepId: string;
  kind: StepKindId;
  what: string;
  laidAtMin: number;
  /** In what time it was expected to be dry to the touch, and to sand, before anything was found of it; minutes. */
  expected: { touch: number; sand: number };
  touchMin: number;
  recoatFromMin: number;
  recoatUntilMin: number | null;
  tapeSafeMin: number;
  handleMin: number;
  lightUseMin: number;
  cureMin: number;
}

/** A zone with its share of the figures. */
export interface ReckonedZone {
  id: ZoneId;
  look: LookKind;
  areaM2: number;
  /** Colour as found. */
  colour: string;
}

/** A task of the workshop's schedule with the steps it stands for; none for light use. */
export interface PieceTask extends Task {
  stepIds: readonly string[];
  /** Hands-on minutes of each of them. */
  stepMin: readonly number[];
  /** What is done, with its zones. */
  words: string;
  /** Something ordered, that has to come. */
  ordered: boolean;
  /** It has been begun, and is not done. */
  runs: boolean;
  /** Cans that have to be brought in from a cold shelf for a start. */
  coldCans?: (startMin: number) => ColdCan[];
}

/** Everything worked out for one piece. */
export interface Reckoning {
  pieceId: string;
  zones: readonly ReckonedZone[];
  steps: readonly ReckonedStep[];
  products: readonly ProductNeed[];
  consumables: readonly Consumable[];
  findings: readonly Finding[];
  /** What schools of the house keep quiet. */
  silenced: readonly Silenced[];
  wet: readonly WetZone[];
  /** What is to be done, as the schedule of the workshop takes it; none where it was not asked for. */
  tasks: readonly PieceTask[];
  issues: readonly Issue[];
  totals: {
    handsOnMin: number;
    productL: number;
    price: number;
    /** What the hours cost, by the school of the house. */
    labourPrice: number;
    lightUseAtMin: number | null;
    curedAtMin: number | null;
  };
}
