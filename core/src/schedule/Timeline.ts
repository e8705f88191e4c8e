import { type Shift, shortMin, type WorkCalendar } from './WorkCalendar';

/** Taken stretches in order of time that do not overlap, each with the task that takes it. */
interface Taken {
  fromMin: number;
  untilMin: number;
  id: string;
}

/** Hands-on work where it fits, and what it had to wait for. */
export interface Fit {
  startMin: number;
  endMin: number;
  /** What the hands were at until then; null: nothing kept it, or the hours did. */
  behindId: string | null;
  /** Whether it begins with a shift. */
  atShiftStart: boolean;
}

/** The time of one pair of hands. */
export class Timeline {
  private readonly taken: Taken[] = [];
  private readonly shifts: Shift[] = [];

  constructor(
    private readonly calendar: WorkCalendar,
    nowMin: number,
  ) {
    this.shifts.push({ ...calendar.shiftAt(nowMin) });
  }

  /**
   * The shift that holds a minute, or the next one. Each is laid out once; hours round the clock are one shift that grows.
   * @throws DomainError not_converged where none follows
   */
  private shiftAt(minute: number): Shift {
    for (let last = this.shifts.at(-1)!; last.endMin <= minute; last = this.shifts.at(-1)!) {
      const next = this.calendar.shiftAt(last.endMin);
      if (next.startMin <= last.endMin) last.endMin = next.endMin;
      else this.shifts.push({ ...next });
    }
    let [low, high] = [0, this.shifts.length - 1];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.shifts[middle]!.endMin > minute) high = middle;
      else low = middle + 1;
    }
    return this.shifts[low]!;
  }

  /** The first taken stretch that ends after a minute. */
  private firstAfter(minute: number): number {
    let [low, high] = [0, this.taken.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.taken[middle]!.untilMin > minute) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** The first start from a minute on at which the hands are free for so long, in one go or over breaks. */
  fit(fromMin: number, handsMin: number, divisible: boolean): Fit {
    let from = fromMin;
    let behindId: string | null = null;
    for (;;) {
      const at = this.inShifts(from, handsMin, divisible && handsMin > shortMin);
      const i = this.firstAfter(at.startMin);
      const other = this.taken[i];
      if (!other || other.fromMin >= at.endMin) return { ...at, behindId: at.startMin === from ? behindId : null };
      from = other.untilMin;
      behindId = other.id;
    }
  }

  private inShifts(fromMin: number, handsMin: number, divisible: boolean): Omit<Fit, 'behindId'> {
    let shift = this.shiftAt(fromMin);
    let startMin = Math.max(fromMin, shift.startMin);
    if (divisible)
      return { startMin, endMin: this.workedFrom(startMin, handsMin), atShiftStart: startMin === shift.startMin };
    // Longer than any shift: begun with one and finished in overtime, since a wet edge cannot be left.
    const overtime = handsMin > this.calendar.longestShiftMin;
    while (startMin + handsMin > shift.endMin && !(overtime && startMin === shift.startMin)) {
      const next = this.shiftAt(shift.endMin);
      if (next !== shift) startMin = next.startMin;
      shift = next;
    }
    return { startMin, endMin: startMin + handsMin, atShiftStart: startMin === shift.startMin };
  }

  /** The minute at which so much work is done from a minute on, laid down at breaks. */
  private workedFrom(fromMin: number, handsMin: number): number {
    for (let [at, left] = [fromMin, handsMin]; ; ) {
      const shift = this.shiftAt(at);
      const from = Math.max(at, shift.startMin);
      if (left <= shift.endMin - from) return from + left;
      left -= shift.endMin - from;
      at = shift.endMin;
    }
  }

  /** The first start from a minute on with which so much work, laid down at breaks, does not end before another minute. */
  startToEndAt(endMin: number, fromMin: number, handsMin: number): number {
    let workMin = 0;
    for (let at = fromMin; at < endMin; ) {
      const shift = this.shiftAt(at);
      workMin += Math.max(0, Math.min(endMin, shift.endMin) - Math.max(at, shift.startMin));
      at = shift.endMin;
    }
    return workMin > handsMin ? this.workedFrom(fromMin, workMin - handsMin) : fromMin;
  }

  take(id: string, fromMin: number, untilMin: number): void {
    this.taken.splice(this.firstAfter(fromMin), 0, { id, fromMin, untilMin });
  }

  free(id: string): void {
    const i = this.taken.findIndex((t) => t.id === id);
    if (i >= 0) this.taken.splice(i, 1);
  }
}
