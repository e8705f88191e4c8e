import type { LogEntry } from './schema';

/** Milliseconds within a span in which the work on a piece was paused; a pause that is not over lasts until the end of the span. */
export function pausedMs(log: readonly LogEntry[], fromMs: number, untilMs: number): number {
  return log
    .flatMap((e) => e.pauses ?? [])
    .reduce((sum, { from, until }) => {
      const begins = Math.max(fromMs, Date.parse(from));
      const ends = Math.min(untilMs, until === null ? untilMs : Date.parse(until));
      return sum + Math.max(0, ends - begins);
    }, 0);
}
