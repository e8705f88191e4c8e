import type { AirBar, LagTimes } from './lagTimes';

/** A lag between two activities: counted from the end of the first one's hands-on work to the start of the second. */
export interface Lag extends LagTimes {
  beforeId: string;
  minMin: number;
  /** A window that closes; null: stays open. Passing it is not a dead end, it is reported. */
  maxMin: number | null;
}

/** What an activity leaves open to dust, and what it puts into the air. */
export interface SharedAir {
  /** Works on one place do not spoil each other: their lags see to that. */
  place: string;
  /** Minutes after its end in which what it leaves takes dust; 0: nothing. */
  openMin: number;
  /** Until when, where the air decides; left out: for those minutes. */
  openUntil?: (endMin: number) => number;
  /** What it raises while it is done; null: nothing. What it raises does not spoil what was laid with the same. */
  raises: string | null;
  /** What it lays down; null: nothing. */
  lays: string | null;
}

/** Something to be placed in time. Whole minutes. */
export interface Activity {
  id: string;
  /** Hands-on minutes in working hours; 0: only a moment, needs nobody. */
  handsOnMin: number;
  /**
   * Hands-on minutes when it is gone on with right behind others that follow each other without a break, by their ids in
   * order; null: it begins anew. Left out: always.
   */
  goingOnMin?: (behind: readonly string[]) => number | null;
  /** How long it may be held back to be done right before another, by its id, minutes; left out: half an hour. */
  heldFor?: (laterId: string) => number;
  /** Hands-on minutes of what has to follow it without a break: it is begun only where all of that fits. Left out: nothing. */
  followedMin?: number;
  /**
   * Whether it is done though the hours are over, going on right behind others, by their ids in order: a moment's work that
   * cannot be left, or somebody is at them beyond the hours. Left out: never.
   */
  pastHours?: (behind: readonly string[]) => boolean;
  /** May be laid down at the end of a shift and gone on with in the next. */
  divisible: boolean;
  lags: readonly Lag[];
  /** How it shares the air of its room; left out: it neither spoils nor can be spoiled. */
  air?: SharedAir;
  /** Whether the air of its space lets it begin; one that never does bars nothing here. Left out: always. */
  airBar?: AirBar;
  /** What has to be done first where the window after this activity has closed, and the lags from then on; null: nothing. */
  ifLate?: (beforeId: string) => { first: readonly Activity[]; lags: readonly Lag[] } | null;
  /** What has happened: it lies where it lies. */
  fixed: { startMin: number; endMin: number } | null;
}

/** What the scheduler is asked; activities stand in the order of priority, those before others first. */
export interface ScheduleProblem {
  activities: readonly Activity[];
  /** Nothing new starts before this minute. */
  nowMin: number;
  /** What others left open in the same air. */
  openElsewhere?: readonly { fromMin: number; untilMin: number }[];
}

/** Where an activity lies. */
export interface Placed {
  id: string;
  startMin: number;
  endMin: number;
}

/** An answer: every activity placed, with what passed windows asked for before their own, and which windows had to pass. */
export interface ScheduleAnswer {
  placed: readonly Placed[];
  missed: readonly { id: string; beforeId: string; closedAtMin: number }[];
}
