const cache = new Map<string, Intl.DateTimeFormat>();

function format(minute: number, timeZone: string, options: Intl.DateTimeFormatOptions): string {
  const key = `${timeZone}|${JSON.stringify(options)}`;
  let formatter = cache.get(key);
  if (!formatter) {
    formatter = new Intl.DateTimeFormat('en-GB', { timeZone, ...options });
    cache.set(key, formatter);
  }
  return formatter.format(minute * 60_000);
}

/** Clock time, 13:40. */
export const clockTime = (minute: number, timeZone: string): string =>
  format(minute, timeZone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

/** Day without year, Tue 9 Dec. */
export const dayName = (minute: number, timeZone: string): string =>
  format(minute, timeZone, { weekday: 'short', day: 'numeric', month: 'short' }).replace(',', '');

/** Weekday and its full name: Wednesday. */
export const weekdayName = (minute: number, timeZone: string): string => format(minute, timeZone, { weekday: 'long' });

/** The minute at which the day of a moment ends in a time zone; summer time and zones far from Greenwich included. */
export function dayEndMin(minute: number, timeZone: string): number {
  const day = dayName(minute, timeZone);
  let [inside, outside] = [minute, minute + 26 * 60];
  while (outside - inside > 1) {
    const middle = Math.floor((inside + outside) / 2);
    if (dayName(middle, timeZone) === day) inside = middle;
    else outside = middle;
  }
  return outside;
}

/** Clock time, with the day where it is not today: 13:40, Thu 11:00, Tue 9 Dec 11:00. */
export function dayTime(minute: number, nowMin: number, timeZone: string): string {
  const clock = clockTime(minute, timeZone);
  if (dayName(minute, timeZone) === dayName(nowMin, timeZone) && Math.abs(minute - nowMin) < 2880) return clock;
  if (minute > nowMin && minute - nowMin < 6 * 1440)
    return `${format(minute, timeZone, { weekday: 'short' })} ${clock}`;
  return `${dayName(minute, timeZone)} ${clock}`;
}

/** Hands-on time: 25 min, 3 h 10. */
export const duration = (minutes: number): string =>
  minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h${minutes % 60 ? ` ${String(minutes % 60).padStart(2, '0')}` : ''}`;

/** Hands-on time as an estimate is shown: to the minute only where it is short. */
export function aboutTime(minutes: number): string {
  const step = minutes < 15 ? 1 : minutes < 60 ? 5 : minutes < 240 ? 10 : 30;
  return duration(Math.round(minutes / step) * step);
}

const yearOf = (minute: number, timeZone: string): string => format(minute, timeZone, { year: 'numeric' });

/** A day with its year where that is another one than now. */
export const dateName = (minute: number, nowMin: number, timeZone: string): string =>
  yearOf(minute, timeZone) === yearOf(nowMin, timeZone)
    ? dayName(minute, timeZone)
    : `${dayName(minute, timeZone)} ${yearOf(minute, timeZone)}`;

/** A day with its year, Fri 4 Dec 2026. */
export const fullDate = (minute: number, timeZone: string): string =>
  `${dayName(minute, timeZone)} ${yearOf(minute, timeZone)}`;
