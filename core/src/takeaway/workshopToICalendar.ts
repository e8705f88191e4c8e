import ical, { ICalAlarmType, ICalCalendarMethod, type ICalEvent } from 'ical-generator';
import type { WorkshopPlan } from '../reckoning';

const date = (minute: number): Date => new Date(minute * 60_000);
/** A sitting rings so long before it begins, minutes; a window so long before it closes. */
export const ringsBeforeMin = 10;
const closingSoonMin = 60;

/** Lets an event ring so many minutes before it begins. */
export const ring = (event: ICalEvent, beforeMin: number, words: string): void => {
  event.createAlarm({ type: ICalAlarmType.display, triggerBefore: beforeMin * 60, description: words });
};

/**
 * The schedule of a workshop as an iCalendar file (RFC 5545), each event with an alarm: its sittings, an hour before a window
 * closes, and when pieces are ready. A calendar rings though the page is closed.
 * @param names of pieces by id
 * @param nowMin minute that stamps the events, since 1970: the same input gives the same file
 */
export function workshopToICalendar(
  name: string,
  plan: Pick<WorkshopPlan, 'sittings' | 'ready'>,
  names: ReadonlyMap<string, string>,
  nowMin: number,
): string {
  const calendar = ical({
    name,
    prodId: { company: 'Cosmesis', product: 'Cosmesis' },
    method: ICalCalendarMethod.PUBLISH,
  });
  const event = (id: string, startMin: number, endMin: number, summary: string, description: string) =>
    calendar.createEvent({ id, stamp: date(nowMin), start: date(startMin), end: date(endMin), summary, description });
  for (const s of plan.sittings) {
    const summary = `${names.get(s.pieceId) ?? ''}: ${s.words}`;
    ring(event(s.id, s.startMin, s.endMin, summary, s.binds), ringsBeforeMin, summary);
    if (s.closesAtMin === null || s.closesAtMin - closingSoonMin < s.endMin) continue;
    const soon = `An hour left for ${summary}`;
    ring(
      event(`${s.id}/closes`, s.closesAtMin - closingSoonMin, s.closesAtMin, soon, 'After that it is abraded first.'),
      0,
      soon,
    );
  }
  for (const { pieceId, atMin } of plan.ready) {
    if (atMin === null) continue;
    const summary = `${names.get(pieceId) ?? ''}: light use from now`;
    ring(
      event(`${pieceId}/light-use`, atMin, atMin + 15, summary, 'Dry is not cured: no hard use before the cure.'),
      0,
      summary,
    );
  }
  return calendar.toString();
}
