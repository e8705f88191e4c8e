import { type AirStretch, airStretches, dewPointC, type HourOfAir, vapourDeficitHpa, woodRestsAt } from '../climate';
import type { Piece, Product } from '../workshop';
import { isCoat } from './airNow';
import { filmOf, type Room } from './roomOf';
import { type WoodAhead, woodAhead } from './woodAhead';

/** An hour of a space. Minutes since 1970. */
export interface HourAhead extends HourOfAir {
  atMin: number;
  dewPointC: number;
  /** How much more water it takes up, hPa: what drives drying. */
  deficitHpa: number;
  /** Moisture at which wood rests in it, kg water per kg dry wood. */
  woodFrac: number;
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
  /** Wood of pieces that stand there, where its moisture was measured. */
  wood: readonly WoodAhead[];
  /** Where what is foretold ends; null: nothing is. */
  foretoldUntilMin: number | null;
}

/** A day back, and as far ahead as a forecast reaches, hours. */
const [backHours, aheadHours] = [24, 240];
const hourMin = 60;

/** The air of a space from a day back to ten days ahead, and when each coat to come may go on in it. @param here pieces that stand in it */
export function airAhead(
  room: Room,
  ahead: readonly Product[],
  nowMin: number,
  here: readonly Pick<Piece, 'id' | 'tests' | 'home'>[] = [],
): AirAhead {
  const first = (Math.floor(nowMin / hourMin) - backHours) * hourMin;
  const hours = Array.from({ length: backHours + aheadHours }, (_, i): HourAhead => {
    const atMin = first + i * hourMin;
    const air = room.air.at(atMin);
    const { airTempC, relHumFrac } = air;
    const deficitHpa = vapourDeficitHpa(airTempC, relHumFrac);
    return { ...air, atMin, dewPointC: dewPointC(airTempC, relHumFrac), deficitHpa, woodFrac: woodRestsAt(air) };
  });
  const coats = ahead.filter(isCoat).map((product): CoatAhead => {
    const film = filmOf(product, undefined, room.clock, room.paceOf(product.id));
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
  return {
    spaceId: room.air.space.id,
    hours,
    coats,
    wood: here.flatMap((p) => woodAhead(p, room, nowMin)),
    foretoldUntilMin: room.air.foretoldUntilMin,
  };
}

/** When of the coats to come in a space all, some or none may go on. Minutes since 1970. */
export interface SpaceBand {
  spaceId: string;
  name: string;
  stretches: readonly { fromMin: number; untilMin: number; open: 'all' | 'some' | 'none' }[];
}

/** The band of a space over the ten days that a forecast reaches. */
export function spaceBand(room: Room, ahead: readonly Product[], nowMin: number): SpaceBand {
  const verdicts = ahead.filter(isCoat).map((p) => room.verdictOf(p));
  const stretches: { fromMin: number; untilMin: number; open: 'all' | 'some' | 'none' }[] = [];
  const first = Math.floor(nowMin / hourMin) * hourMin;
  for (let i = 0; i < aheadHours && verdicts.length > 0; i += 1) {
    const fromMin = first + i * hourMin;
    const barred = verdicts.filter((verdict) => verdict(fromMin).length > 0).length;
    const open = barred === 0 ? 'all' : barred < verdicts.length ? 'some' : 'none';
    const last = stretches.at(-1);
    if (last?.open === open) last.untilMin = fromMin + hourMin;
    else stretches.push({ fromMin, untilMin: fromMin + hourMin, open });
  }
  const { id, name } = room.air.space;
  return { spaceId: id, name, stretches };
}
