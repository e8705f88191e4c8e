import { TZDate } from '@date-fns/tz';
import { addDays } from 'date-fns';
import { DomainError } from '../units';
import { type Settings, weekdays } from '../workshop';

/** A stretch of working time, whole minutes since 1970. */
export interface Shift {
  startMin: number;
  endMin: number;
}

/** Working hours laid out on the clock, in the workshop's time zone and through its changes of summer time. */
export interface WorkCalendar {
  /** The shift that holds the minute or the next one after it. */
  shiftAt: (minute: number) => Shift;
  /** The longest shift of the week, minutes. */
  longestShiftMin: number;
}

const minutesOf = (date: Date): number => Math.round(date.getTime() / 60_000);

const dayMin = 24 * 60;

/** Stretches in order, those that overlap or meet as one: nobody works an hour twice, and midnight is no break. */
function joined(shifts: readonly Shift[]): Shift[] {
  const whole: Shift[] = [];
  for (const s of [...shifts].sort((a, b) => a.startMin - b.startMin)) {
    const last = whole.at(-1);
    if (last && s.startMin <= last.endMin) last.endMin = Math.max(last.endMin, s.endMin);
    else whole.push({ ...s });
  }
  return whole;
}

/** The longest stretch of a week, minutes; one that never ends counts as three days. */
function longestOf(workingHours: Settings['workingHours']): number {
  const week = [...weekdays, ...weekdays].flatMap((d, i) =>
    (workingHours[d] ?? []).map((s) => ({ startMin: i * dayMin + s.fromMin, endMin: i * dayMin + s.toMin })),
  );
  return Math.min(3 * dayMin, Math.max(...joined(week).map((s) => s.endMin - s.startMin)));
}

/** What takes no longer is begun only where it can be finished before the break, minutes (common practice, no source). */
export const shortMin = 60;

/** Days looked ahead for a shift before the calendar is called empty. */
const mostDays = 400;

/**
 * The working hours of a workshop as a calendar.
 * Wall-clock hours are kept over changes of summer time: a shift from 8:00 to 12:00 starts at 8:00 local time all year.
 * @throws DomainError not_converged where no shift follows within 400 days
 */
export function workCalendar(settings: Pick<Settings, 'timeZone' | 'workingHours'>): WorkCalendar {
  const { timeZone, workingHours } = settings;
  const byUtcDay = new Map<number, Shift[]>();
  const shiftsOf = (day: TZDate): Shift[] => {
    const weekday = weekdays[(day.getDay() + 6) % 7]!;
    const at = (ofDayMin: number) =>
      minutesOf(new TZDate(day.getFullYear(), day.getMonth(), day.getDate(), 0, ofDayMin, 0, timeZone));
    return (workingHours[weekday] ?? []).map((s) => ({ startMin: at(s.fromMin), endMin: at(s.toMin) }));
  };
  // Time-zone arithmetic is slow, so each day is laid out once: the local days that touch it, in order.
  const around = (utcDay: number): Shift[] => {
    const known = byUtcDay.get(utcDay);
    if (known) return known;
    const middle = new TZDate((utcDay * dayMin + dayMin / 2) * 60_000, timeZone);
    // Far enough that what begins on this day is known to its end.
    const shifts = joined([-1, 0, 1, 2].flatMap((n) => shiftsOf(addDays(middle, n))));
    byUtcDay.set(utcDay, shifts);
    return shifts;
  };
  return {
    longestShiftMin: longestOf(workingHours),
    shiftAt(minute) {
      const first = Math.floor(minute / dayMin);
      for (let day = first; day < first + mostDays; day += 1) {
        const shift = around(day).find((s) => s.endMin > minute && s.startMin < (day + 1) * dayMin);
        if (shift) return shift;
      }
      throw new DomainError('not_converged', 'shiftAt', minute, `a shift within ${mostDays} days`);
    },
  };
}

let latest: { key: string; calendar: WorkCalendar } | undefined;

/** The calendar of a workshop, kept while its hours stay the same: the laid-out days are reused between reckonings. */
export function keptWorkCalendar(settings: Pick<Settings, 'timeZone' | 'workingHours'>): WorkCalendar {
  const key = JSON.stringify([settings.timeZone, settings.workingHours]);
  if (latest?.key !== key) latest = { key, calendar: workCalendar(settings) };
  return latest.calendar;
}
