/**
 * The minute a moment falls in.
 * @param instant ISO 8601, such as `2026-11-26T08:00:00Z`
 * @returns whole minutes since 1970, UTC; NaN where it is no moment
 */
export const minuteOf = (instant: string): number => Math.floor(Date.parse(instant) / 60_000);
