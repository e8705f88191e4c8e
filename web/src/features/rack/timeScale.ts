import type { WorkCalendar } from '@cosmesis/core/schedule';

/** A stretch of working time on the drawing. */
interface Stretch {
  startMin: number;
  endMin: number;
  x: number;
}

/** Time on the drawing: working hours to scale, what lies between them folded to a seam. */
export interface TimeScale {
  stretches: readonly Stretch[];
  width: number;
  /** Where a minute lies, px; what lies in a fold is spread over its seam. */
  at: (minute: number) => number;
  /** The minute of working time that lies there; in a seam, the one after it. */
  minuteAt: (x: number) => number;
}

/** Width of a folded break, and of a folded night, px. */
const breakPx = 6;
const nightPx = 22;
/** What lasts longer is a night, minutes. */
const longestBreakMin = 4 * 60;
/** Time is drawn this far at the most, minutes: ten weeks. */
const longestMin = 70 * 24 * 60;

/** @param fromMin first minute drawn; @param toMin last one; @param pxPerMin scale of working time */
export function timeScale(calendar: WorkCalendar, fromMin: number, toMin: number, pxPerMin: number): TimeScale {
  const stretches: Stretch[] = [];
  const lastMin = Math.min(toMin, fromMin + longestMin);
  let x = 0;
  for (let at = fromMin; at < lastMin; ) {
    const shift = calendar.shiftAt(at);
    const startMin = Math.max(at, shift.startMin);
    if (startMin >= lastMin) break;
    const before = stretches.at(-1);
    if (before) x += startMin - before.endMin > longestBreakMin ? nightPx : breakPx;
    stretches.push({ startMin, endMin: shift.endMin, x });
    x += (shift.endMin - startMin) * pxPerMin;
    at = shift.endMin;
  }
  return {
    stretches,
    width: x,
    at(minute) {
      let before: Stretch | undefined;
      for (const s of stretches) {
        if (minute < s.startMin) {
          if (!before) return 0;
          const end = before.x + (before.endMin - before.startMin) * pxPerMin;
          return end + ((s.x - end) * (minute - before.endMin)) / (s.startMin - before.endMin);
        }
        if (minute <= s.endMin) return s.x + (minute - s.startMin) * pxPerMin;
        before = s;
      }
      return x;
    },
    minuteAt(px) {
      for (const s of stretches) {
        if (px < s.x) return s.startMin;
        const into = (px - s.x) / pxPerMin;
        if (into <= s.endMin - s.startMin) return s.startMin + into;
      }
      return stretches.at(-1)?.endMin ?? fromMin;
    },
  };
}
