import { TZDate, tzOffset } from '@date-fns/tz';
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

/** Working hours, and the days on which nobody keeps them: dates of the workshop, first and last. */
export type Hours = Pick<Settings, 'timeZone' | 'workingHours'> & {
  daysOff?: readonly { from: string; to: string }[];
};

/**
 * The working hours of a workshop, or of somebody in it, as a calendar.
 * Wall-clock hours are kept over changes of summer time: a shift from 8:00 to 12:00 starts at 8:00 local time all year.
 * @throws DomainError not_converged where no shift follows within 400 days
 */
export function workCalendar({ timeZone, workingHours, daysOff = [] }: Hours): WorkCalendar {
  const byUtcDay = new Map<number, Shift[]>();
  const byDate = new Map<number, Shift[]>();
  // Time-zone arithmetic is slow, so each local day is laid out once. @param date its days since 1970
  const shiftsOf = (date: number): Shift[] => {
    const known = byDate.get(date);
    if (known) return known;
    const midnight = new Date(date * dayMin * 60_000);
    const name = midnight.toISOString().slice(0, 10);
    const off = daysOff.some((d) => d.from <= name && name <= d.to);
    const [year, month, day] = [midnight.getUTCFullYear(), midnight.getUTCMonth(), midnight.getUTCDate()];
    const at = (ofDayMin: number) => minutesOf(new TZDate(year, month, day, 0, ofDayMin, 0, timeZone));
    const worked = off ? [] : (workingHours[weekdays[(midnight.getUTCDay() + 6) % 7]!] ?? []);
    const shifts = worked.map((s) => ({ startMin: at(s.fromMin), endMin: at(s.toMin) }));
    byDate.set(date, shifts);
    return shifts;
  };
  // The local days that touch a day, in order.
  const around = (utcDay: number): Shift[] => {
    const known = byUtcDay.get(utcDay);
    if (known) return known;
    const noonMin = utcDay * dayMin + dayMin / 2;
    const date = Math.floor((noonMin + tzOffset(timeZone, new Date(noonMin * 60_000))) / dayMin);
    // Far enough that what begins on this day is known to its end.
    const shifts = joined([-1, 0, 1, 2].flatMap((n) => shiftsOf(date + n)));
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

/** The hours in which anybody of several works. @param calendars at least one @throws DomainError not_converged where one of them has no shift within 400 days */
export function jointCalendar(calendars: readonly WorkCalendar[]): WorkCalendar {
  return {
    longestShiftMin: Math.max(...calendars.map((c) => c.longestShiftMin)),
    shiftAt(minute) {
      const first = calendars.map((c) => c.shiftAt(minute)).reduce((a, b) => (b.startMin < a.startMin ? b : a));
      let { startMin, endMin } = first;
      // Who begins before the others end goes on from them, and back to who was there before the minute.
      for (let grown = true; grown; ) {
        grown = false;
        for (const c of calendars)
          for (const at of [startMin, endMin]) {
            const next = c.shiftAt(at);
            if (next.startMin > endMin || next.endMin < startMin) continue;
            if (next.startMin < startMin || next.endMin > endMin) grown = next.endMin - startMin < mostJointMin;
            startMin = Math.min(startMin, next.startMin);
            endMin = Math.max(endMin, next.endMin);
          }
      }
      return { startMin, endMin };
    },
  };
}

/** Hours that never end are one stretch of so much, minutes: three days. */
const mostJointMin = 3 * dayMin;

/** So many calendars are kept: those of all who work here, and one or two before them. */
const mostKept = 12;
const kept = new Map<string, WorkCalendar>();

/** The calendar of some hours, kept while they stay the same: the laid-out days are reused between reckonings. */
function keptCalendar(hours: Hours): WorkCalendar {
  const key = JSON.stringify([hours.timeZone, hours.workingHours, hours.daysOff]);
  let calendar = kept.get(key);
  if (!calendar) {
    calendar = workCalendar(hours);
    if (kept.size >= mostKept) kept.delete(kept.keys().next().value!);
    kept.set(key, calendar);
  }
  return calendar;
}

type WorkSettings = Pick<Settings, 'timeZone' | 'workingHours'> & Partial<Pick<Settings, 'people' | 'daysOff'>>;

/** The hours of the workshop without the days on which nobody works. */
export const keptWorkCalendar = ({ timeZone, workingHours, daysOff = [] }: WorkSettings): WorkCalendar =>
  keptCalendar({ timeZone, workingHours, daysOff: daysOff.filter((d) => d.personId === null) });

/** The one pair of hands a workshop has as long as no other is named. */
export const ownHands = 'hands';

/** Everybody's hours: of those who are named and have any, or of one pair of hands. */
export function peopleOf(settings: WorkSettings): { id: string; calendar: WorkCalendar }[] {
  const { timeZone, workingHours, people = [], daysOff = [] } = settings;
  if (people.length === 0) return [{ id: ownHands, calendar: keptWorkCalendar(settings) }];
  const atWork = people.filter((p) => Object.values(p.workingHours ?? workingHours).some((day) => day.length > 0));
  return atWork.map(({ id, workingHours: own }) => ({
    id,
    calendar: keptCalendar({
      timeZone,
      workingHours: own ?? workingHours,
      daysOff: daysOff.filter((d) => d.personId === null || d.personId === id),
    }),
  }));
}
