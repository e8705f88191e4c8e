import type { AirBar, LagTimes } from './lagTimes';
import type { WorkCalendar } from './WorkCalendar';

/** How long a task waits for another: from the end of the other's hands-on work to its own start. Whole minutes. */
export interface TaskLag extends LagTimes {
  beforeId: string;
  /** May be below zero where only a later part of the task waits for an earlier part of the other. */
  minMin: number;
  /** When the window closes; null: it stays open. */
  maxMin: number | null;
  /** Hands-on minutes that a start after the window costs, a scuff for one; null: after it nothing can be done. */
  lateMin: number | null;
  /** Why it waits, in the words of the plan. */
  because: string;
}

/** What a task leaves open to dust, and what it raises. */
export interface TaskAir {
  /** The air it is done in. */
  space: string;
  /** Minutes after its end in which what it leaves takes dust; 0: nothing. */
  openMin: number;
  /** Until when, where the air decides; left out: for those minutes. */
  openUntil?: (endMin: number) => number;
  /** What it raises: dust, or the mist of a product; null: nothing. What was laid with the same is not spoiled by it. */
  raises: string | null;
  /** What it lays; null: nothing. */
  lays: string | null;
}

/** A place that a task needs: the bench while hands are at it, the shelf on which it dries after that. */
export interface TaskPlace {
  id: string;
  /** It is only needed from the end of the hands-on work on; otherwise from its start. */
  afterwards: boolean;
  /** Minutes after its end for which the place is taken. */
  afterMin: number;
  /** Until when, where the air decides; left out: for those minutes. */
  until?: (endMin: number) => number;
}

/** So long after something that is done the tool is still filled, minutes (common practice, no source). */
export const stillFilledMin = 15;

/** What is got ready before a task and cleaned after it, and need not be right behind another one with the same. */
export interface SetUp {
  /** What is filled with what: the same key, the same tool with the same in it. */
  key: string;
  /** Minutes of the hands-on work that fall away right behind such a task, in the same hands; fewer than all of them. */
  setUpMin: number;
}

/** A sitting, or a wait, that is to be placed in time. Whole minutes since 1970. */
export interface Task {
  id: string;
  /** What is done on one piece keeps its waits, and shares its place. */
  pieceId: string;
  /** Hands-on minutes; 0: nobody is needed. */
  handsMin: number;
  /** May be laid down at the end of a shift and gone on with in the next. */
  divisible: boolean;
  lags: readonly TaskLag[];
  /** Not begun sooner: pinned, ordered or not yet delivered; null: at any time. */
  notBefore: { minute: number; because: string } | null;
  /** When it cannot be begun, in order of time. */
  closed: readonly { fromMin: number; untilMin: number; because: string }[];
  /** Whether the air of its space lets it begin. Left out: always. */
  airBar?: AirBar;
  air: TaskAir | null;
  /** The places it needs, each once. */
  places: readonly TaskPlace[];
  setUp: SetUp | null;
  /** When a person said it begins, and in whose hands; whose: null: in any. Null: whenever it fits. */
  pin: { startMin: number; personId: string | null } | null;
  /** What has happened or runs: it lies where it lies. */
  fixed: { startMin: number; endMin: number } | null;
  /** What has to be settled before it can be begun, in words; null: nothing. */
  held: string | null;
  /** Whether the piece is only ready with it; a full cure for one is no matter of the promise. */
  counts: boolean;
}

/** A piece as the schedule weighs it. */
export interface TaskPiece {
  id: string;
  /** When it shall be ready for light use; null: no promise was made. */
  dueMin: number | null;
  /** Weight of its lateness, above 0; 1 is usual. */
  priority: number;
  /** Coats of one set are laid at one go, and move together, where no promise is broken by it; left out: it belongs to none. */
  set?: string;
}

/** What the scheduler of the workshop is asked. */
export interface WorkshopProblem {
  nowMin: number;
  tasks: readonly Task[];
  pieces: readonly TaskPiece[];
  /** Each pair of hands with its working hours. */
  people: readonly { id: string; calendar: WorkCalendar }[];
  /** How many pieces a place takes at a time. */
  places: Readonly<Record<string, number>>;
  /** What each minute counts by which any piece is ready later, minutes; 0: only the latest counts. */
  earlyFrac: number;
  /** What it costs hands to go to another piece, minutes: they do not go for less. */
  changeMin: number;
}

/** What keeps a task from being begun sooner. */
export type Binding =
  /** Nothing: it is begun at once. */
  | { kind: 'now' }
  /** Another task of its piece, or what that leaves wet. */
  | { kind: 'wait'; beforeId: string; because: string }
  /** Hands that are at another task. */
  | { kind: 'hands'; beforeId: string }
  /** Working hours. */
  | { kind: 'hours' }
  | { kind: 'not-before'; because: string }
  | { kind: 'air'; because: string }
  /** Dust or mist, of it or of another task. */
  | { kind: 'dust'; otherId: string }
  /** A place that is full. */
  | { kind: 'place'; placeId: string }
  /** A person said when it begins. */
  | { kind: 'pin' }
  /** Held back, so that what follows it comes within its window. */
  | { kind: 'window'; laterId: string };

/** Where a task lies, who does it, and what binds it. */
export interface PlacedTask {
  id: string;
  startMin: number;
  endMin: number;
  /** Null: nobody is needed, or it has happened. */
  personId: string | null;
  /** The task right behind which it is done, with the same tool filled once; null: it is set up by itself. */
  sharesWith: string | null;
  binding: Binding;
}

/** A window that passes, and what that costs. */
export interface MissedWindow {
  id: string;
  beforeId: string;
  closedAtMin: number;
  lateMin: number;
}

/** An answer: every task placed, or named among those that cannot be. */
export interface WorkshopSchedule {
  placed: readonly PlacedTask[];
  missed: readonly MissedWindow[];
  /** Tasks without a place, and why: nothing of them is shown as planned. */
  unplaced: readonly { id: string; because: Unplaced }[];
  /**
   * 10⁶ × the sum of minutes late × priority, plus the latest finish × priority, counted from now, plus the minutes that missed
   * windows, setting up, coats of a set apart changes of piece, and later finishes of the other pieces cost; 10¹² for each task without a place and 10⁹
   * for each minute by which a window is missed that has to be kept. Less is better.
   */
  cost: number;
  /** What it was made by: the same question begun with it has this answer again. */
  order: WorkshopOrder;
}

/** What an answer was made by, of the same question or of one a little later: plain data, to be kept. */
export interface WorkshopOrder {
  /** Whether what closes a window goes before the order. */
  urgentFirst: boolean;
  tasks: readonly OrderedTask[];
}
/** One task of an order. */
export interface OrderedTask {
  id: string;
  /** Less goes first: without unit, and only beside the others of its order. */
  key: number;
  /** Whether its window is let pass for what that costs. */
  letsPass: boolean;
  /** For how long it is held back of itself, minutes. */
  holdMin: number;
  /** What is done right before it, without setting up anew; alone: nothing; apart: not the coat of its set. */
  behind: { id: string } | 'any' | 'alone' | 'apart';
  /** In whose hands; null: in any. */
  personId: string | null;
}

export type Unplaced =
  /** A window that cannot be kept, and must. */
  | { kind: 'window'; beforeId: string }
  /** No shift is long enough, or none comes. */
  | { kind: 'hours' }
  | { kind: 'place'; placeId: string }
  | { kind: 'air'; because: string }
  /** It cannot begin when it was said to. */
  | { kind: 'pin'; binding: Binding }
  /** It is held until something is settled. */
  | { kind: 'held'; because: string }
  /** What it waits for cannot be placed. */
  | { kind: 'waits'; beforeId: string };

/** Places that can be full: where one stands only while hands are at it, there is room enough for as many as there are hands. */
export function scarceIn({ places, tasks, people }: WorkshopProblem): ReadonlyMap<string, number> {
  const outlasting = new Set(
    tasks.flatMap((t) => t.places.filter((p) => p.afterwards || p.afterMin > 0 || p.until).map((p) => p.id)),
  );
  return new Map(Object.entries(places).filter(([id, room]) => outlasting.has(id) || room < people.length));
}
