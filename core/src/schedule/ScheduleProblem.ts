/** A lag between two activities: counted from the end of the first one's hands-on work to the start of the second. */
export interface Lag {
  beforeId: string;
  minMin: number;
  /** A window that closes; null: stays open. Passing it is not a dead end, it is reported. */
  maxMin: number | null;
  blocked: { from: number; to: number } | null;
}

/** Something to be placed in time. Whole minutes. */
export interface Activity {
  id: string;
  /** Hands-on minutes in working hours; 0: only a moment, needs nobody. */
  handsOnMin: number;
  /** May be laid down at the end of a shift and gone on with in the next. */
  divisible: boolean;
  lags: readonly Lag[];
  /** What has happened: it lies where it lies. */
  fixed: { startMin: number; endMin: number } | null;
}

/** What the scheduler is asked; activities stand in the order of priority, those before others first. */
export interface ScheduleProblem {
  activities: readonly Activity[];
  /** Nothing new starts before this minute. */
  nowMin: number;
}

/** Where an activity lies. */
export interface Placed {
  id: string;
  startMin: number;
  endMin: number;
}

/** An answer: every activity placed, and which windows it had to let pass. */
export interface ScheduleAnswer {
  placed: readonly Placed[];
  missed: readonly { id: string; beforeId: string; closedAtMin: number }[];
}
