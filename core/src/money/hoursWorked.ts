import { minuteOf } from '../units';
import { type LogEntry, pausedMs } from '../workshop';

/** Longer than this nobody works at one thing: it was not pressed done, minutes (our choice). */
const longestMin = 12 * 60;

/**
 * Minutes that were worked, by the log: what was done at the same time counts once, pauses not at all; what has no start, or ran on over night, counts as
 * planned.
 * @param plannedMin hands-on minutes of a step as planned
 */
export function minutesWorked(log: readonly LogEntry[], plannedMin: (stepId: string) => number): number {
  const spans: [from: number, until: number][] = [];
  let planned = 0;
  for (const { startedAt, doneAt, step } of log) {
    if (doneAt === null) continue;
    const [from, until] = [startedAt === null ? null : minuteOf(startedAt), minuteOf(doneAt)];
    if (from === null || until <= from || until - from > longestMin) planned += plannedMin(step.id);
    else spans.push([from, until]);
  }
  spans.sort((a, b) => a[0] - b[0]);
  let [worked, reached] = [0, Number.NEGATIVE_INFINITY];
  for (const [from, until] of spans) {
    const begins = Math.max(from, reached);
    if (until > begins) worked += until - begins - Math.round(pausedMs(log, begins * 60_000, until * 60_000) / 60_000);
    reached = Math.max(reached, until);
  }
  return worked + planned;
}
