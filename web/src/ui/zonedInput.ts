import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';

/** An instant as the value of a date-and-time field, in the workshop's time zone. */
export const toField = (instant: string | null, timeZone: string): string =>
  instant === null ? '' : format(new TZDate(Date.parse(instant), timeZone), "yyyy-MM-dd'T'HH:mm");

/** The instant a date-and-time field means in the workshop's time zone; null where it is empty or not whole. */
export function fromField(text: string, timeZone: string): string | null {
  const match = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)/.exec(text);
  if (!match) return null;
  const [year, month, day, hour, minute] = match.slice(1).map(Number) as [number, number, number, number, number];
  const date = new TZDate(year, month - 1, day, hour, minute, 0, timeZone);
  return Number.isNaN(date.getTime()) ? null : new Date(date.getTime()).toISOString().replace('.000Z', '+00:00');
}
