import type { Lab } from '../colour';
import type {
  ColourRecipe,
  ColourSource,
  Container,
  FilmCheckKind,
  FilmState,
  Forecast,
  LogEntry,
  Mix,
  Photo,
  PieceMoney,
  Reading,
  SampleStick,
  SeenKind,
  Step,
  Supply,
  WoodState,
  ZoneId,
} from '../workshop';
import type { Mishap } from './mishaps';

/** What can be corrected in an entry of the log. */
export type EntryChange = Partial<
  Pick<LogEntry, 'startedAt' | 'doneAt' | 'actualL' | 'amountIs' | 'note' | 'batch' | 'fromExpired'>
>;

/** What a mix is begun with: nothing is in the cup yet. */
export type NewMix = Pick<
  Mix,
  'name' | 'productId' | 'by' | 'hardenerFrac' | 'wantedKg' | 'steps' | 'colour' | 'useBy'
> & {
  parts: readonly Omit<Mix['parts'][number], 'massKg'>[];
};

/** A container as it comes onto the shelf, with what is in it, L. */
export type NewContainer = Pick<Container, 'productId' | 'batch' | 'finite' | 'place'> & { litres: number };

/** A step of a sitting, with what was planned of it, and its hands-on minutes. */
export interface StepOfSitting {
  step: Step;
  planned: LogEntry['planned'];
  handsOnMin: number;
}

/** Everything that happens in a workshop and is kept: one of these, at an instant. */
export type Deed =
  | { do: 'start-step' | 'finish-step'; pieceId: string; step: Step; planned: LogEntry['planned'] }
  /** What is done at one go, in its order: begun with its first step, or done as a whole. */
  | { do: 'start-sitting' | 'finish-sitting'; pieceId: string; steps: readonly StepOfSitting[] }
  | { do: 'correct-entry'; pieceId: string; entryId: string; change: EntryChange }
  /** What was really used of a product for steps that are done, all of them together, L; guess: it was not measured. */
  | { do: 'note-used'; pieceId: string; productId: string; stepIds: readonly string[]; litres: number; guess?: boolean }
  | { do: 'remove-entry'; pieceId: string; entryId: string }
  /** Nobody is at what runs for a while, or somebody is again. */
  | { do: 'pause' | 'go-on'; pieceId: string; entryId: string }
  /** What was seen at steps that were begun is noted, or struck out again. */
  | { do: 'note-seen'; pieceId: string; entryIds: readonly string[]; seen: SeenKind; noted: boolean }
  /** What was seen to have gone wrong on a coat. */
  | { do: 'went-wrong'; pieceId: string; stepId: string; what: Mishap }
  | { do: 'begin-mix'; mix: NewMix }
  | { do: 'pour'; mixId: string; part: number; massKg: number }
  /** keptL: what is kept in a jar, L; 0: nothing. */
  | { do: 'finish-mix'; mixId: string; keptL: number }
  | { do: 'drop-mix'; mixId: string }
  /** What was poured is gone, and went on nothing. */
  | { do: 'throw-mix'; mixId: string }
  | { do: 'bring'; containers: readonly NewContainer[] }
  | { do: 'count'; containerId: string; litres: number; by: 'typed' | 'weighed' }
  | { do: 'open'; containerId: string }
  /** All cans of a product are brought in from the shelf; null: they are put back on it. */
  | { do: 'bring-in'; productId: string; spaceId: string | null }
  | { do: 'use-up' | 'throw-away'; containerId: string }
  /** What is left of a supply was counted, in its unit. */
  | { do: 'count-supply'; supplyId: string; left: number }
  /** A supply is kept count of from now on, or more of it came in; by its kind. */
  | { do: 'bring-supply'; supply: Omit<Supply, 'id' | 'left' | 'counts'>; amount: number }
  /** What came in and went out for a piece. */
  | { do: 'note-money'; pieceId: string; change: Partial<PieceMoney> }
  | { do: 'add-photos'; pieceId: string; photos: readonly Photo[] }
  /** beforeId: null: it is held against none. */
  | {
      do: 'change-photo';
      pieceId: string;
      photoId: string;
      change: Partial<Pick<Photo, 'of' | 'note' | 'lineUp'>> & { beforeId?: string | null };
    }
  | { do: 'remove-photo'; pieceId: string; photoId: string }
  | { do: 'approve'; pieceId: string; what: string }
  /** A sample stick is made for a piece, or put in the place of one of its id. */
  | { do: 'keep-stick'; pieceId: string; stick: Omit<SampleStick, 'madeAt'> }
  | { do: 'read-stick'; pieceId: string; stickId: string; reading: Omit<SampleStick['readings'][number], 'at'> }
  | { do: 'unread-stick'; pieceId: string; stickId: string; index: number }
  | { do: 'remove-stick'; pieceId: string; stickId: string }
  /** What the wood of a zone was read as, and which of its kind it is; null: as it usually is. */
  | { do: 'note-wood'; pieceId: string; zoneId: ZoneId; lab: Lab | null; from: ColourSource; state: WoodState | null }
  /** A zone is finished by a recipe; null: by none. */
  | { do: 'keep-recipe'; pieceId: string; zoneId: ZoneId; recipe: Omit<ColourRecipe, 'at'> | null }
  /** A stick is right: its layers are the recipe of its zone, on a commission by the client's word. */
  | { do: 'approve-stick'; pieceId: string; stickId: string; expected: Lab; targetName: string }
  | { do: 'decide'; pieceId: string; key: string; choice: string | null; why: string }
  /** What was read of a step on the scale of a test; of moisture per cent of the dry wood. */
  | { do: 'check-film'; pieceId: string; stepId: string; kind: FilmCheckKind; value: number }
  /** How the film of a step that is done was found; expectedMin: in what time that had been expected. */
  | { do: 'test-film'; pieceId: string; stepId: string; found: FilmState; expectedMin?: number }
  /** null: back to the usual space. */
  /** When the sitting of a step begins, and in whose hands; null: whenever it fits. */
  | { do: 'say-when'; pieceId: string; stepId: string; begins: { at: string; personId: string | null } | null }
  | { do: 'move-piece'; pieceId: string; spaceId: string | null }
  | { do: 'take-forecast'; forecast: Forecast | null }
  | { do: 'read-air'; reading: Omit<Reading, 'id' | 'at'> }
  /** The difference to the plan of another version was seen. */
  | { do: 'see-plan'; pieceId: string };

/** A deed of one kind. */
export type DeedOf<D extends Deed['do']> = Extract<Deed, { do: D }>;
