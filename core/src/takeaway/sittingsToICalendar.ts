import ical, { ICalCalendarMethod } from 'ical-generator';
import { cautionDefers, doWhat, methodNames } from '../finishing';
import { hasTime, type Reckoning, type Sitting, sittingsOf, sittingWords } from '../reckoning';
import type { Product } from '../workshop';
import { ring, ringsBeforeMin } from './workshopToICalendar';

const date = (minute: number): Date => new Date(minute * 60_000);

function description({ steps, litres, cautions }: Sitting, products: Readonly<Record<string, Product>>): string {
  const methods = [...new Set(steps.flatMap((s) => (s.step.method ? methodNames[s.step.method] : [])))];
  const taken = litres.flatMap(({ productId }) => products[productId]?.name ?? []);
  return [
    ...(taken.length > 0 ? [[...taken, ...methods].join(', ')] : []),
    ...new Set(steps.map((s) => s.step.reason)),
    ...cautions,
    ...(cautions.length > 0 ? [cautionDefers] : []),
  ].join('\n');
}

/**
 * Sittings of a piece that are still to be done and have a time, and the end of its waits, as an iCalendar file (RFC 5545).
 * @param nowMin minute that stamps the events, since 1970: the same input gives the same file
 */
export function sittingsToICalendar(
  pieceName: string,
  reckoning: Reckoning,
  products: Readonly<Record<string, Product>>,
  nowMin: number,
): string {
  const calendar = ical({
    name: pieceName,
    prodId: { company: 'Cosmesis', product: 'Cosmesis' },
    method: ICalCalendarMethod.PUBLISH,
  });
  const event = (id: string, startMin: number, endMin: number, summary: string, text: string) =>
    calendar.createEvent({
      id: `${reckoning.pieceId}/${id}`,
      stamp: date(nowMin),
      start: date(startMin),
      end: date(endMin),
      summary,
      description: text,
    });
  for (const s of sittingsOf(reckoning.steps)) {
    if (s.status === 'done' || !hasTime(s)) continue;
    const summary = `${pieceName}: ${sittingWords(s, doWhat)}`;
    ring(event(s.id, s.startMin, s.endMin, summary, description(s, products)), ringsBeforeMin, summary);
  }
  const { lightUseAtMin, curedAtMin } = reckoning.totals;
  if (lightUseAtMin !== null)
    event(
      'light-use',
      lightUseAtMin,
      lightUseAtMin + 15,
      `${pieceName}: light use from now`,
      'Dry is not cured: no hard use before the cure.',
    );
  if (curedAtMin !== null) event('cured', curedAtMin, curedAtMin + 15, `${pieceName}: cured`, 'Full use from now.');
  return calendar.toString();
}
