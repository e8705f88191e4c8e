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

/** Laid out anew for what lies earlier, and a week before it. */
const headStartHours = 7 * 24;

/** Label minutes that pass in each hour, added up: laid out as far as it is asked for. */
class Passed {
  private sums: number[] = [0];
  private rates: number[] = [];
  private firstHour = Number.POSITIVE_INFINITY;
  constructor(private readonly rateAt: (hour: number) => number) {}

  private rate(index: number): number {
    while (this.rates.length <= index) {
      const rate = Math.max(leastRate, this.rateAt(this.firstHour + this.rates.length));
      this.rates.push(rate);
      this.sums.push(this.sums.at(-1)! + rate * hourMin);
    }
    return this.rates[index]!;
  }

  /** The minute by which so much has passed since another. */
  after(minute: number, amountMin: number): number {
    const hour = Math.floor(minute / hourMin);
    if (hour < this.firstHour) {
      this.firstHour = hour - headStartHours;
      this.sums = [0];
      this.rates = [];
    }
    let low = hour - this.firstHour;
    const wanted = this.rate(low) * (minute - hour * hourMin) + amountMin + this.sums[low]!;
    // By steps that grow, then by halves: cures take weeks, coats hours.
    let high = low;
    for (let step = 1; this.reached(high) < wanted && high - low < mostHours; step *= 2) high += step;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.reached(middle) < wanted) low = middle + 1;
      else high = middle;
    }
    return (high + this.firstHour) * hourMin + (wanted - this.sums[high]!) / this.rate(high);
  }

  private reached(index: number): number {
    this.rate(index);
    return this.sums[index + 1]!;
  }
}

/**
 * A clock for films in the air of a space: label minutes are added up hour by hour as that air lets them pass, first those in
 * which the water goes, then the rest. In reference air a label's hour takes an hour.
 * Thickness: what evaporates takes as long as it is thick, what hardens through as the square of it; the range holds both.
 */
export function dryingClock(air: SpaceAir): DryingClock {
  const clocks = new Map<'water' | Chemistry, Record<End, Passed>>();
  const clockOf = (of: 'water' | Chemistry, end: End): Passed => {
    let both = clocks.get(of);
    if (!both) {
      const rateAt = (which: End) => (hour: number) => {
        const { airTempC, relHumFrac } = air.at(hour * hourMin);
        const factor = of === 'water' ? waterFactor(airTempC, relHumFrac) : hardeningFactor(of, airTempC, relHumFrac);
        return 1 / factor[which];
      };
      both = { slow: new Passed(rateAt('slow')), fast: new Passed(rateAt('fast')) };
      clocks.set(of, both);
    }
    return both[end];
  };
  return (end, film, laidMin, labelMin) => {
    const { chemistry, thicknessRatio: l, paceRatio } = film;
    const [thin, thick] = [Math.min(l, l * l), Math.max(l, l * l)];
    const waterMin = Math.min(film.water.mostMin, film.water.share * labelMin);
    const hardMin = labelMin - waterMin;
    const through = (end === 'slow' ? thick : thin) * paceRatio;
    const dry = waterMin > 0 ? clockOf('water', end).after(laidMin, waterMin * l * paceRatio) : laidMin;
    return clockOf(chemistry, end).after(dry, hardMin * through);
  };
}
