import type { Shift, WorkCalendar } from './WorkCalendar';

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

/** What takes no longer is not laid down for a break, minutes (common practice, no source). */
const shortMin = 60;

/** The time of one pair of hands. */
export class Timeline {
  private readonly taken: Taken[] = [];
  private readonly shifts: Shift[] = [];

  constructor(
    private readonly calendar: WorkCalendar,
    nowMin: number,
  ) {
    this.shifts.push(calendar.shiftAt(nowMin));
  }

  /** Shifts are laid out once. @throws DomainError not_converged where none follows */
  private shiftAt(minute: number): number {
    let { length } = this.shifts;
    while (this.shifts[length - 1]!.endMin <= minute) {
      this.shifts.push(this.calendar.shiftAt(this.shifts[length - 1]!.endMin));
      length += 1;
    }
    let [low, high] = [0, length - 1];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.shifts[middle]!.endMin > minute) high = middle;
      else low = middle + 1;
    }
    return low;
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
    let i = this.shiftAt(fromMin);
    let shift = this.shifts[i]!;
    let start = Math.max(fromMin, shift.startMin);
    const next = (): Shift => {
      i = this.shiftAt(shift.endMin);
      return this.shifts[i]!;
    };
    if (!divisible) {
      // Longer than any shift: begun with one and finished in overtime, since a wet edge cannot be left.
      while (
        start + handsMin > shift.endMin &&
        !(handsMin > this.calendar.longestShiftMin && start === shift.startMin)
      ) {
        shift = next();
        start = shift.startMin;
      }
      return { startMin: start, endMin: start + handsMin, atShiftStart: start === shift.startMin };
    }
    const atShiftStart = start === shift.startMin;
    let left = handsMin - (shift.endMin - start);
    while (left > 0) {
      shift = next();
      left -= shift.endMin - shift.startMin;
    }
    return { startMin: start, endMin: shift.endMin + Math.min(0, left), atShiftStart };
  }

  /** The first start from which so much work, laid down at breaks, does not end before a minute. */
  startToEndAt(endMin: number, fromMin: number, handsMin: number): number {
    let [i, workMin] = [this.shiftAt(fromMin), 0];
    for (let s = this.shifts[i]!; s.startMin < endMin; ) {
      workMin += Math.max(0, Math.min(endMin, s.endMin) - Math.max(fromMin, s.startMin));
      i = this.shiftAt(s.endMin);
      s = this.shifts[i]!;
    }
    let spare = workMin - handsMin;
    let at = fromMin;
    while (spare > 0) {
      const s = this.shifts[this.shiftAt(at)]!;
      const from = Math.max(at, s.startMin);
      if (spare < s.endMin - from) return from + spare;
      spare -= s.endMin - from;
      at = s.endMin;
    }
    return at;
  }

  take(id: string, fromMin: number, untilMin: number): void {
    this.taken.splice(this.firstAfter(fromMin), 0, { id, fromMin, untilMin });
  }

  free(id: string): void {
    const i = this.taken.findIndex((t) => t.id === id);
    if (i >= 0) this.taken.splice(i, 1);
  }
}
