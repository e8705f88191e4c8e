import { type AirBreach, airVerdict, dewPointC, hourVerdict, openAgain } from '../climate';
import { readingFor } from '../deeds';
import { minuteOf } from '../units';
import type { Product, ProductKind, Workshop } from '../workshop';
import { type Room, roomOf } from './roomOf';

/** A coat to come, held against the air. Minutes since 1970. */
export interface CoatNow {
  productId: string;
  name: string;
  /** What of its label the air breaks now; null: it is within its limits. */
  breach: AirBreach | null;
  /** Within them: until when. Not: from when it is again; null: not in the time that is looked at, or nothing is known of it. */
  untilMin: number | null;
  /** Within them now: what ends it; null: nothing that is known. */
  endedBy: AirBreach | null;
}

/** The air of a space now, and what it means for the coats to come there. */
export interface AirNow {
  spaceId: string | null;
  space: string;
  airTempC: number;
  relHumFrac: number;
  dewPointC: number;
  /** Of the surface above the dew point, K; null: it was not measured. */
  dewMarginK: number | null;
  /** When it was read; null: it is what the forecast or the season has. */
  readAtMin: number | null;
  /** When what was read was read before the forecast of now was taken. */
  olderThanForecast: boolean;
  coats: readonly CoatNow[];
}

/** A reading older than this says little about now, minutes (from memory). */
export const oldReadingMin = 180;
/** How far it is told until when something may go on, minutes: a day and a half. */
const lookMin = 36 * 60;
/** Work enough for one coat, minutes: what cannot be laid in the time left is not begun. */
const oneCoatMin = 15;
const stepMin = 10;

const coatKinds: ReadonlySet<ProductKind> = new Set([
  'conditioner',
  'stain',
  'sealer',
  'blocker',
  'primer',
  'paint',
  'clear',
]);

/** Whether a product is laid as a coat, and so has to be held against the air. */
export const isCoat = (product: Product): boolean => coatKinds.has(product.kind);

/**
 * The air of a space now: as read not long ago, else as the forecast and the season have it; null where nothing is known.
 * @param spaceId null: the usual one, or the one air there is
 * @param ahead products of the coats to come there
 * @param around the room round a piece, where that is asked about
 */
export function airNow(
  workshop: Pick<Workshop, 'settings' | 'readings'>,
  spaceId: string | null,
  ahead: readonly Product[],
  nowMin: number,
  around?: Room | null,
): AirNow | null {
  const { settings, readings } = workshop;
  const space = settings.spaces.find((s) => s.id === spaceId) ?? settings.spaces[0] ?? null;
  const reading = readingFor(workshop, space?.id);
  const room = around ?? roomOf(space, settings, readings);
  const readAtMin = reading ? minuteOf(reading.at) : null;
  const fresh = reading && nowMin - readAtMin! <= oldReadingMin;
  if (!room && !reading) return null;
  const expected = room?.air.at(nowMin);
  const { airTempC, relHumFrac } = fresh || !expected ? reading! : expected;
  // Measured was what has stood there long, not what was brought in cold.
  const measured = fresh && !room?.brought;
  const surfaceTempC = measured || !expected ? reading!.surfaceTempC : expected.surfaceTempC;
  const dew = dewPointC(airTempC, relHumFrac);
  const coats = ahead.filter(isCoat).map((product): CoatNow => {
    const { id: productId, name } = product;
    const now = airVerdict(product.air, { airTempC, relHumFrac, surfaceTempC });
    const breach = now.breaches[0] ?? null;
    if (!room) return { productId, name, breach, untilMin: null, endedBy: null };
    const verdict = hourVerdict(product.air, room.air);
    if (breach) {
      const open = openAgain(verdict, nowMin, oneCoatMin);
      const untilMin = open && Number.isFinite(open.untilMin) ? open.untilMin : null;
      return { productId, name, breach, untilMin, endedBy: null };
    }
    for (let at = nowMin; at < nowMin + lookMin; at = (Math.floor(at / stepMin) + 1) * stepMin) {
      const bar = openAgain(verdict, at, oneCoatMin);
      if (bar && at > nowMin) return { productId, name, breach: null, untilMin: at, endedBy: bar.breach };
    }
    return { productId, name, breach: null, untilMin: null, endedBy: null };
  });
  const takenMin = settings.forecast ? minuteOf(settings.forecast.takenAt) : null;
  return {
    spaceId: space?.id ?? null,
    space: space?.name ?? reading!.space,
    airTempC,
    relHumFrac,
    dewPointC: dew,
    dewMarginK: surfaceTempC === null ? null : surfaceTempC - dew,
    readAtMin: fresh || !expected ? readAtMin : null,
    olderThanForecast: takenMin !== null && readAtMin !== null && readAtMin < takenMin,
    coats,
  };
}
