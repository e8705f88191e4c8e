import { type Chemistry, type Factor, hardeningFactor, waterFactor } from './dryingFactor';
import type { SpaceAir } from './spaceAir';

/** The end of a range that is asked for. */
export type End = keyof Factor;

/** A film that hardens. */
export interface Film {
  chemistry: Chemistry;
  /** Of the label's minutes so many are for the water to go: a share of them, and no more than so many. */
  water: { share: number; mostMin: number };
  /** How thick it lies, against the coat that the label means. */
  thicknessRatio: number;
  /** How fast a film proved to be, against what was worked out for it; 1: nothing is known. */
  paceRatio: number;
}

/** Tells when a film has hardened as far as a label's minutes would have it in reference air. */
export type DryingClock = (end: End, film: Film, laidMin: number, labelMin: number) => number;

const hourMin = 60;
/** Share of a label's time in which the water of a film goes, where the label names no other (from memory). */
export const waterShare = 0.4;
/** A film is given up to so many hours, two years; longer it does not dry. */
const mostHours = 2 * 366 * 24;
/** What dries slower than this does not dry, label minutes in a minute. */
const leastRate = 0.005;

/** Laid out from a week before what is asked for first. */
const headStartHours = 7 * 24;
const ends: readonly End[] = ['slow', 'fast'];

/** Label minutes that pass in each hour, added up: laid out as far as it is asked for. */
class Passed {
  private readonly rates: Record<End, number[]> = { slow: [], fast: [] };
  private sums: Record<End, number[]> = { slow: [0], fast: [0] };
  private firstHour = Number.POSITIVE_INFINITY;
  constructor(private readonly factorAt: (hour: number) => Factor) {}

  /** Rates of some hours, both ends of the range at once. */
  private ratesOf(fromHour: number, hours: number): Record<End, number[]> {
    const made: Record<End, number[]> = { slow: [], fast: [] };
    for (let i = 0; i < hours; i += 1) {
      const factor = this.factorAt(fromHour + i);
      for (const end of ends) made[end].push(Math.max(leastRate, 1 / factor[end]));
    }
    return made;
  }

  private add(more: Record<End, readonly number[]>): void {
    for (const end of ends)
      for (const rate of more[end]) {
        this.rates[end].push(rate);
        this.sums[end].push(this.sums[end].at(-1)! + rate * hourMin);
      }
  }

  /** Lays out what lies before the first hour too. */
  private beginAt(hour: number): void {
    const firstHour = hour - headStartHours;
    const known = { slow: this.rates.slow.splice(0), fast: this.rates.fast.splice(0) };
    const earlier =
      known.slow.length > 0 ? this.ratesOf(firstHour, this.firstHour - firstHour) : { slow: [], fast: [] };
    this.sums = { slow: [0], fast: [0] };
    this.firstHour = firstHour;
    this.add(earlier);
    this.add(known);
  }

  private layOut(index: number): void {
    const { length } = this.rates.slow;
    if (index >= length) this.add(this.ratesOf(this.firstHour + length, index + 1 - length));
  }

  /** The minute by which so much has passed since another. */
  after(end: End, minute: number, amountMin: number): number {
    const hour = Math.floor(minute / hourMin);
    if (hour < this.firstHour) this.beginAt(hour);
    let low = hour - this.firstHour;
    this.layOut(low);
    const [rates, sums] = [this.rates[end], this.sums[end]];
    const wanted = rates[low]! * (minute - hour * hourMin) + amountMin + sums[low]!;
    const last = low + mostHours;
    while (sums.at(-1)! < wanted && rates.length <= last) this.layOut(rates.length);
    let high = Math.min(last, rates.length - 1);
    while (low < high) {
      const middle = (low + high) >> 1;
      if (sums[middle + 1]! < wanted) low = middle + 1;
      else high = middle;
    }
    return (high + this.firstHour) * hourMin + (wanted - sums[high]!) / rates[high]!;
  }
}

/**
 * A clock for films in the air of a space: label minutes are added up hour by hour as that air lets them pass, first those in
 * which the water goes, then the rest. In reference air a label's hour takes an hour.
 * Thickness: what evaporates takes as long as it is thick, what hardens through as the square of it; the range holds both.
 */
export function dryingClock(air: SpaceAir): DryingClock {
  const clocks = new Map<'water' | Chemistry, Passed>();
  const clockOf = (of: 'water' | Chemistry): Passed => {
    let clock = clocks.get(of);
    if (!clock) {
      clock = new Passed((hour) => {
        const { airTempC, relHumFrac } = air.at(hour * hourMin);
        return of === 'water' ? waterFactor(airTempC, relHumFrac) : hardeningFactor(of, airTempC, relHumFrac);
      });
      clocks.set(of, clock);
    }
    return clock;
  };
  return (end, film, laidMin, labelMin) => {
    const { chemistry, thicknessRatio: l, paceRatio } = film;
    const [thin, thick] = [Math.min(l, l * l), Math.max(l, l * l)];
    const waterMin = Math.min(film.water.mostMin, film.water.share * labelMin);
    const hardMin = labelMin - waterMin;
    const through = (end === 'slow' ? thick : thin) * paceRatio;
    const dry = waterMin > 0 ? clockOf('water').after(end, laidMin, waterMin * l * paceRatio) : laidMin;
    return clockOf(chemistry).after(end, dry, hardMin * through);
  };
}
