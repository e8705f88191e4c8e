import type { Product } from '../workshop';
import { type AirBreach, airVerdict } from './airVerdict';
import type { SpaceAir } from './spaceAir';

/** While it is laid, and for so long after it, a film wants the air its label names, minutes (common practice, no source). */
export const laidOpenMin = 60;

/** A stretch of time in which a product may go on in a space, or may not. */
export interface AirStretch {
  fromMin: number;
  untilMin: number;
  /** What of the label the air breaks; none: it is within its limits. */
  breaches: readonly AirBreach[];
}

const hourMin = 60;

/** Tells, for a product in a space, whether its label bears the air of an hour. */
export type HourVerdict = (minute: number) => readonly AirBreach[];

/** Verdicts on a product in a space, each hour held once. */
export function hourVerdict(limits: Product['air'], air: SpaceAir): HourVerdict {
  const known = new Map<number, readonly AirBreach[]>();
  return (minute) => {
    const hour = Math.floor(minute / hourMin);
    let breaches = known.get(hour);
    if (!breaches) {
      breaches = airVerdict(limits, air.at(minute)).breaches;
      known.set(hour, breaches);
    }
    return breaches;
  };
}

/** How far ahead an hour is looked for, minutes: four months. */
const longestLookMin = 122 * 24 * 60;

/** Hours from which on a label bears the air again, by the hours before them in which it does not. */
const clearHours = new WeakMap<HourVerdict, Map<number, number>>();

/** The first hour from one on that the label bears; looked for as far as an hour, and then the one after it. */
function clearFrom(verdict: HourVerdict, hour: number, lastHour: number): number {
  let known = clearHours.get(verdict);
  if (!known) {
    known = new Map();
    clearHours.set(verdict, known);
  }
  let clear = hour;
  while (clear <= lastHour && verdict(clear * hourMin).length > 0) clear = known.get(clear) ?? clear + 1;
  for (let h = hour; h < clear; h += 1) {
    // What is known from here on was written before.
    if (known.get(h) === clear) break;
    known.set(h, clear);
  }
  return clear;
}

/**
 * From when on so much work may be begun, where it may not now: each of its hours, and the first after it, has to be within
 * the label. Infinity: not in four months.
 * @returns null where it may be begun at once
 */
export function openAgain(
  verdict: HourVerdict,
  startMin: number,
  handsMin: number,
): { untilMin: number; breach: AirBreach } | null {
  const spanMin = handsMin + laidOpenMin;
  const lastHour = Math.floor((startMin + longestLookMin) / hourMin);
  let [from, first]: [number, AirBreach | null] = [startMin, null];
  for (let at = startMin; at < from + spanMin; ) {
    const hour = Math.floor(at / hourMin);
    const [breach] = verdict(at);
    first ??= breach ?? null;
    const next = breach ? clearFrom(verdict, hour + 1, lastHour) : hour + 1;
    at = next * hourMin;
    if (breach) from = at;
    if (breach && from - startMin > longestLookMin) return { untilMin: Number.POSITIVE_INFINITY, breach: first! };
  }
  return first === null ? null : { untilMin: from, breach: first };
}

/** When a product may go on in a space and when not, in order, each stretch as long as it lasts. */
export function airStretches(verdict: HourVerdict, fromMin: number, untilMin: number): AirStretch[] {
  const stretches: AirStretch[] = [];
  for (let at = fromMin; at < untilMin; at = (Math.floor(at / hourMin) + 1) * hourMin) {
    const breaches = verdict(at);
    const end = Math.min(untilMin, (Math.floor(at / hourMin) + 1) * hourMin);
    const last = stretches.at(-1);
    if (last && last.breaches[0]?.limit === breaches[0]?.limit) last.untilMin = end;
    else stretches.push({ fromMin: at, untilMin: end, breaches });
  }
  return stretches;
}
