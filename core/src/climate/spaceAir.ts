import { tzOffset } from '@date-fns/tz';
import { minuteOf } from '../units';
import type { Reading, Settings, Space, UsualDay } from '../workshop';
import { saturationPressureHpa } from './dewPointC';

/** The air of a space in one hour, and what is known of it from. */
export interface HourOfAir {
  airTempC: number;
  relHumFrac: number;
  /** What stands in the space, which follows its air slowly. */
  surfaceTempC: number;
  from: 'reading' | 'forecast' | 'usual';
}

/** The air of a space over time. */
export interface SpaceAir {
  space: Space;
  /** Air in the hour that holds a minute since 1970. */
  at: (minute: number) => HourOfAir;
  /** Where what is foretold ends and the usual day of the season begins; null: nothing is foretold. */
  foretoldUntilMin: number | null;
}

/**
 * Usual days of a temperate place in the north, January first: lowest and highest air, and humidity over the day. From memory;
 * a workshop that knows better says so in its settings.
 */
export const temperateDays: readonly UsualDay[] = [
  { lowC: 1, highC: 6, relHumFrac: 0.87 },
  { lowC: 1, highC: 7, relHumFrac: 0.84 },
  { lowC: 2, highC: 10, relHumFrac: 0.79 },
  { lowC: 4, highC: 13, relHumFrac: 0.75 },
  { lowC: 7, highC: 16, relHumFrac: 0.75 },
  { lowC: 10, highC: 19, relHumFrac: 0.75 },
  { lowC: 12, highC: 21, relHumFrac: 0.76 },
  { lowC: 12, highC: 21, relHumFrac: 0.78 },
  { lowC: 10, highC: 18, relHumFrac: 0.81 },
  { lowC: 7, highC: 14, relHumFrac: 0.84 },
  { lowC: 4, highC: 9, relHumFrac: 0.87 },
  { lowC: 2, highC: 7, relHumFrac: 0.88 },
];

interface Outdoor {
  airTempC: number;
  /** Water in the air, hPa. */
  vapourHpa: number;
  from: 'forecast' | 'usual';
}

const hourMin = 60;
const dayHours = 24;
/** The warmest hour of a day by the local clock. */
const warmestHour = 15;
/** Nothing is damper than this under a roof, and nothing is dry through. */
const [dampest, driest] = [0.98, 0.05];
/** An unheated building follows the hour to so much of its swing (from memory). */
const swingInsideFrac = 0.4;
/** People, wet wood and wet coats put so much water into heated air, hPa (from memory). */
const waterInsideHpa = 1;
/** Gaps of a forecast up to so many hours are drawn through. */
const longestGapHours = 3;
/** A reading moves what is expected for so many hours after it, less and less; before it, it tells of so many. */
const [readingHoldsHours, readingReachesBackHours] = [12, 2];
/** Wood stands at the mean of the air of so many hours (from memory). */
const surfaceHours = 4;

const humidity = (vapourHpa: number, airTempC: number): number =>
  Math.min(dampest, Math.max(driest, vapourHpa / saturationPressureHpa(airTempC)));

/** Values of a forecast with its short gaps drawn through; longer ones stay open. */
function gapsDrawn(values: readonly (number | null)[]): (number | null)[] {
  const drawn = [...values];
  for (let i = 0; i < drawn.length; i += 1) {
    if (drawn[i] !== null) continue;
    let end = i;
    while (end < drawn.length && drawn[end] === null) end += 1;
    const [before, after] = [drawn[i - 1] ?? null, drawn[end] ?? null];
    if (before !== null && after !== null && end - i <= longestGapHours)
      for (let j = i; j < end; j += 1) drawn[j] = before + ((after - before) * (j - i + 1)) / (end - i + 1);
    i = end;
  }
  return drawn;
}

/** Outdoor air hour by hour: as foretold, and beyond that a usual day of its month. */
function outdoors({ forecast, usualAir, timeZone }: Climate): (hour: number) => Outdoor {
  const days = usualAir ?? temperateDays;
  const start = forecast === null ? 0 : Math.floor(minuteOf(forecast.startAt) / hourMin);
  const [temps, hums] = forecast === null ? [[], []] : [gapsDrawn(forecast.airTempC), gapsDrawn(forecast.relHumFrac)];
  // Hours of a day are told by the local clock, asked for once a month: time zones are slow, and an hour in spring no matter here.
  const offsets = new Map<number, number>();
  const factsOf = (hour: number) => {
    const date = new Date(hour * 3_600_000);
    const month = date.getUTCMonth();
    const key = date.getUTCFullYear() * 12 + month;
    let offsetHours = offsets.get(key);
    if (offsetHours === undefined) {
      offsetHours = tzOffset(timeZone, date) / 60;
      offsets.set(key, offsetHours);
    }
    return { month, offsetHours };
  };
  return (hour) => {
    const [t, h] = [temps[hour - start] ?? null, hums[hour - start] ?? null];
    if (t !== null && h !== null) return { airTempC: t, vapourHpa: h * saturationPressureHpa(t), from: 'forecast' };
    const { month, offsetHours } = factsOf(hour);
    const { lowC, highC, relHumFrac } = days[month]!;
    const turn = (2 * Math.PI * (hour + offsetHours - warmestHour)) / dayHours;
    const meanC = (lowC + highC) / 2;
    return {
      airTempC: meanC + ((highC - lowC) / 2) * Math.cos(turn),
      vapourHpa: relHumFrac * saturationPressureHpa(meanC),
      from: 'usual',
    };
  };
}

/** What the air of spaces is worked out from. */
export type Climate = Pick<Settings, 'timeZone' | 'spaces' | 'forecast' | 'usualAir'>;

const remembered = <T>(of: (hour: number) => T): ((hour: number) => T) => {
  const known = new Map<number, T>();
  return (hour) => {
    let value = known.get(hour);
    if (value === undefined) {
      value = of(hour);
      known.set(hour, value);
    }
    return value;
  };
};

/** The last reading up to an hour, or the first after it. */
function lastUpTo<T extends { hour: number }>(read: readonly T[], hour: number): T | undefined {
  let [low, high] = [0, read.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (read[middle]!.hour <= hour) low = middle + 1;
    else high = middle;
  }
  return read[Math.max(0, low - 1)];
}

/**
 * The air of a space: outdoors as foretold; under a roof the day's mean with less of its swing, and with the water of outdoor
 * air; heated, the same water in warmer air. Readings in the space move it where they were made and for hours after. Beyond the
 * forecast the usual day of the season holds.
 * @param readings any of the workshop; those of other spaces are left aside
 */
export function spaceAir(space: Space, climate: Climate, readings: readonly Reading[]): SpaceAir {
  const outdoor = remembered(outdoors(climate));
  const expected = remembered((hour: number): Omit<HourOfAir, 'surfaceTempC'> => {
    const now = outdoor(hour);
    const { from } = now;
    if (space.kind === 'outdoors') {
      const { airTempC, vapourHpa } = now;
      return { airTempC, relHumFrac: humidity(vapourHpa, airTempC), from };
    }
    let [sumC, sumHpa] = [0, 0];
    for (let i = 0; i < dayHours; i += 1) {
      const past = outdoor(hour - i);
      sumC += past.airTempC;
      sumHpa += past.vapourHpa;
    }
    const meanC = sumC / dayHours;
    const shelteredC = meanC + swingInsideFrac * (now.airTempC - meanC);
    const vapourHpa = (sumHpa / dayHours + now.vapourHpa) / 2;
    if (space.heatedToC === null) return { airTempC: shelteredC, relHumFrac: humidity(vapourHpa, shelteredC), from };
    const airTempC = Math.max(space.heatedToC, shelteredC);
    return { airTempC, relHumFrac: humidity(vapourHpa + waterInsideHpa, airTempC), from };
  });
  const read = readings
    .filter((r) => r.space === space.name)
    .map((r) => ({ hour: Math.floor(minuteOf(r.at) / hourMin), r }))
    .sort((a, b) => a.hour - b.hour);
  const moved = remembered((hour: number): Omit<HourOfAir, 'surfaceTempC'> => {
    const own = expected(hour);
    const last = lastUpTo(read, hour);
    if (!last || hour - last.hour > readingHoldsHours || last.hour - hour > readingReachesBackHours) return own;
    const there = expected(last.hour);
    const weight = hour <= last.hour ? 1 : 1 - (hour - last.hour) / readingHoldsHours;
    const airTempC = own.airTempC + weight * (last.r.airTempC - there.airTempC);
    const relHumFrac = own.relHumFrac + weight * (last.r.relHumFrac - there.relHumFrac);
    return {
      airTempC: Math.min(50, Math.max(-40, airTempC)),
      relHumFrac: Math.min(1, Math.max(driest, relHumFrac)),
      from: hour === last.hour ? 'reading' : own.from,
    };
  });
  const whole = remembered((hour: number): HourOfAir => {
    let sumC = 0;
    for (let i = 0; i < surfaceHours; i += 1) sumC += moved(hour - i).airTempC;
    return { ...moved(hour), surfaceTempC: sumC / surfaceHours };
  });
  const { forecast } = climate;
  return {
    space,
    at: (minute) => whole(Math.floor(minute / hourMin)),
    foretoldUntilMin: forecast === null ? null : minuteOf(forecast.startAt) + hourMin * forecast.airTempC.length,
  };
}
