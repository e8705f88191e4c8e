import type { Species } from '../piece';
import type {
  AdditionKind,
  ColourRecipe,
  Extent,
  LookKind,
  Ownership,
  Piece,
  Settings,
  StepKindId,
  Surface,
  ToolId,
  WearClass,
  ZoneId,
  ZoneTests,
} from '../workshop';
import type { Treatment } from './damageTable';

/** A zone that shares an edge with another one. */
export interface Neighbour {
  zoneId: ZoneId;
  look: LookKind;
  lineM: number;
}

/** A damage with the treatment it gets. */
export interface Treated {
  damage: Piece['damage'][number];
  treatment: Treatment;
  why: string;
}

/** What the generator knows of one zone before it plans it. */
export interface Situation {
  zoneId: ZoneId;
  areaM2: number;
  /** Worked beside the body: all of it is off. */
  apart: boolean;
  look: LookKind;
  additions: readonly AdditionKind[];
  /** Where an effect is laid; left out: all over. */
  effects: Readonly<Partial<Record<AdditionKind, Extent>>>;
  /** The client brings the new hardware. */
  hardwareSupplied: boolean;
  /** The colour it is finished by; null: as its look has it. */
  recipe: ColourRecipe | null;
  showsWood: boolean;
  painted: boolean;
  surfaces: readonly Surface[];
  species: readonly Species[];
  /** Wood or board takes a ladder; cane, leather and cloth bend; laminate and metal are slick. */
  wood: boolean;
  flexible: boolean;
  slick: boolean;
  metal: boolean;
  /** Shaped work and board, which a scraper would spoil. */
  shaped: boolean;
  /** Carries anything old: a film, or wax. */
  hasFinish: boolean;
  /** Carries an old film. */
  hasFilm: boolean;
  hasWax: boolean;
  worn: boolean;
  thick: boolean;
  /** The look, or the state of the film, wants it off. */
  mustStrip: boolean;
  /** Its old film may hold lead: nothing dry takes it off. */
  leadHeld: boolean;
  decidedTakeOff: string | undefined;
  decidedBlock: string | undefined;
  /** The old film comes off. */
  strips: boolean;
  /** null: no veneer in the zone; thicknessMm null: unknown. The thinnest counts. */
  veneer: { thicknessMm: number | null } | null;
  treated: readonly Treated[];
  /** Damage found on the way, past the step that would have put it right. */
  late: readonly Treated[];
  /** Places of damage that a kind of step puts right. */
  places: (kind: StepKindId) => number;
  /** Corners among what is filled. */
  corners: number;
  /** Large or deep places among it, that want two-part filler. */
  hardFills: number;
  /** What the places hold that are filled, or plugged, L: small ones, corners, holes. */
  fillL: { small: number; hard: number; corners: number; plugs: number };
  glued: boolean;
  /** From before about 1950: most of what is glued in it is held by hide glue. */
  hideGlued: boolean;
  /** What a look before it left there, to be washed off. */
  residue: 'stripper' | 'glue' | null;
  /** An oil film that an earlier look laid lies on top: its dust heats itself. */
  freshOil: boolean;
  /** Its bare wood is brushed with a fluid against insects or mould. */
  insectFluid: boolean;
  tests: ZoneTests | undefined;
  /** Tannin or dye will come through pale coats: by the wood, or by a test. */
  bleeder: string | null;
  wear: WearClass | null;
  ownership: Ownership;
  tools: readonly ToolId[];
  sprayCarriers: Settings['sprayCarriers'];
  bands: readonly { productId: string; shareFrac: number }[];
  foundAtInspection: number;
  alterations: Piece['alterations'];
  /** Holes of old hardware that are filled and drilled anew. */
  newHoles: number;
  deadlineMin: number | null;
  neighbours: readonly Neighbour[];
  /** Where veneer comes off some faces only: those, and the rest, each as it is made ready; null: all alike. */
  peeled: { ground: OnFaces; rest: OnFaces } | null;
}

/** Some faces of a zone, and what is known of them. */
export interface OnFaces {
  faceIds: readonly string[];
  names: readonly string[];
  situation: Situation;
}

/** The look of a zone: what was chosen; legs and other zones without a choice are left alone. */
export const lookOf = (piece: Pick<Piece, 'looks'>, zoneId: ZoneId): LookKind => piece.looks[zoneId] ?? 'leave';

/** Whether a zone keeps what lies on it untouched: left alone, or only washed. */
export const staysAsItIs = (look: LookKind): boolean => look === 'leave' || look === 'washed';
