/**
 * The minute a moment falls in.
 * @param instant ISO 8601, such as `2026-11-26T08:00:00Z`
 * @returns whole minutes since 1970, UTC; NaN where it is no moment
 */
export const minuteOf = (instant: string): number => Math.floor(Date.parse(instant) / 60_000);

/** A minute since 1970 as an instant, ISO 8601 in UTC. @param minute whole */
export const instantOf = (minute: number): string => new Date(minute * 60_000).toISOString().replace('.000Z', '+00:00');

/** Orders instants (ISO 8601 with any offset) from the latest to the earliest, whatever the time zone each was written in. */
export const latestFirst = (a: string, b: string): number => Date.parse(b) - Date.parse(a);
