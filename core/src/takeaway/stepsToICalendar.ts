import ical, { ICalCalendarMethod } from 'ical-generator';
import { cautionDefers, methodNames, stepKind } from '../finishing';
import { zoneNames } from '../piece';
import type { ReckonedStep, Reckoning } from '../reckoning';
import type { Product } from '../workshop';

/** A step in one line, as one says it: "Top: clear coat 2 of 3". */
export function stepTitle({ step }: Pick<ReckonedStep, 'step'>): string {
  const zone = step.zoneId ? `${zoneNames[step.zoneId]}: ` : '';
  const part = step.part === 'door' ? ' doors' : step.part === 'hardware' ? ' hardware' : '';
  const grit = step.grit ? ` P${step.grit}${step.byHand ? ' by hand' : ''}` : '';
  const coat = step.of > 1 ? ` ${step.ordinal} of ${step.of}` : '';
  const verb = stepKind(step.kind).verb;
  return `${zone}${zone ? verb.charAt(0).toLowerCase() + verb.slice(1) : verb}${part}${grit}${coat}`;
}

const date = (minute: number): Date => new Date(minute * 60_000);

function description(s: ReckonedStep, products: Readonly<Record<string, Product>>): string {
  const product = s.step.productId ? products[s.step.productId]?.name : undefined;
  const method = s.step.method ? `, ${methodNames[s.step.method]}` : '';
  return [
    ...(product ? [`${product}${method}`] : []),
    s.step.reason,
    ...s.cautions,
    ...(s.cautions.length > 0 ? [cautionDefers] : []),
  ].join('\n');
}

/**
 * Hands-on steps of a piece that are still to be done, and the end of its waits, as an iCalendar file (RFC 5545).
 * @param nowMin minute that stamps the events, since 1970: the same input gives the same file
 */
export function stepsToICalendar(
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
  for (const s of reckoning.steps) {
    if (s.status === 'done' || s.handsOnMin === 0) continue;
    event(s.step.id, s.startMin, s.endMin, `${pieceName}: ${stepTitle(s)}`, description(s, products));
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
