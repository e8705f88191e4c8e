import { type AirStretch, airStretches, dewPointC, type HourOfAir } from '../climate';
import type { Product } from '../workshop';
import { isCoat } from './airNow';
import { filmOf, type Room } from './roomOf';

/** An hour of a space. Minutes since 1970. */
export interface HourAhead extends HourOfAir {
  atMin: number;
  dewPointC: number;
}

/** A coat in a space over the days to come. */
export interface CoatAhead {
  productId: string;
  name: string;
  stretches: readonly AirStretch[];
  /** A next coat on one that is laid now: from the label alone, and in this air from the fast end to the slow one, minutes. */
  recoatMin: { labelLow: number; labelHigh: number; fast: number; slow: number };
}

/** The air of a space over days. */
export interface AirAhead {
  spaceId: string;
  hours: readonly HourAhead[];
  coats: readonly CoatAhead[];
  /** Where what is foretold ends; null: nothing is. */
  foretoldUntilMin: number | null;
}

/** A day back, and as far ahead as a forecast reaches, hours. */
const [backHours, aheadHours] = [24, 240];
const hourMin = 60;

/** The air of a space from a day back to ten days ahead, and when each coat to come may go on in it. */
export function airAhead(room: Room, ahead: readonly Product[], nowMin: number): AirAhead {
  const first = (Math.floor(nowMin / hourMin) - backHours) * hourMin;
  const hours = Array.from({ length: backHours + aheadHours }, (_, i): HourAhead => {
    const atMin = first + i * hourMin;
    const air = room.air.at(atMin);
    return { ...air, atMin, dewPointC: dewPointC(air.airTempC, air.relHumFrac) };
  });
  const coats = ahead.filter(isCoat).map((product): CoatAhead => {
    const film = filmOf(product, undefined, room.clock);
    const { low, high } = product.times.recoatFromMin;
    const after = (end: 'slow' | 'fast', labelMin: number) =>
      film ? Math.max(labelMin, Math.ceil(room.clock(end, film, nowMin, labelMin) - nowMin)) : labelMin;
    return {
      productId: product.id,
      name: product.name,
      stretches: airStretches(room.verdictOf(product), nowMin, nowMin + aheadHours * hourMin),
      recoatMin: { labelLow: low, labelHigh: high, fast: after('fast', low), slow: after('slow', high) },
    };
  });
  return { spaceId: room.air.space.id, hours, coats, foretoldUntilMin: room.air.foretoldUntilMin };
}
