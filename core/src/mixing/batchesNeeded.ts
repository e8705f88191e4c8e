import type { Product, Step } from '../workshop';
import { workingMinutes } from './workingMinutes';

/** Share of the working time that is left for placing once it is mixed, 0 to 1 (from memory). */
export const placingFrac = 0.8;
/** Time to place and strike off one small place, minutes (from memory; sanding comes later). */
const placingMinPerPlace = 1.5;

/** Whether a product sets in the cup, so that it is mixed in batches. */
export const setsInTheCup = (product: Product): boolean => product.workingMin !== null && product.mix !== null;

/** Minutes it takes to place what one step needs. @param handsOnMin of the step, minutes */
export const placingMinutes = (step: Pick<Step, 'count'>, product: Product, handsOnMin: number): number =>
  product.perPlaceL ? step.count * placingMinPerPlace : handsOnMin;

/**
 * Minutes it takes to place a volume of what goes on place by place.
 * @param volumeL litres, ≥ 0
 * @returns null: it does not go by the place
 * Check: filler of 15 ml to a place, 90 ml → 6 places of 1.5 min, 9 min
 */
export const placingMinutesOf = (product: Pick<Product, 'perPlaceL'>, volumeL: number): number | null =>
  product.perPlaceL && (volumeL / product.perPlaceL.likely) * placingMinPerPlace;

/** Batches a step is mixed in, so that each can be placed in its working time. */
export interface Batches {
  count: number;
  /** Working time of one, minutes. */
  workingMin: number;
  /** Minutes to place all of it. */
  placingMin: number;
}

/**
 * How many batches a step needs at a temperature. The early end of the working time counts.
 * @param placingMin minutes to place all of it, ≥ 0
 * @param tempC temperature of the mix, °C
 * Check: 4 min at 20 °C leave 3.2 min; six places of 1.5 min take 9 min → 3 batches
 */
export function batchesNeeded(product: Product, placingMin: number, tempC: number): Batches {
  const workingMin = workingMinutes(product.workingMin?.low ?? Number.MAX_VALUE, tempC);
  const count =
    product.workingMin === null ? 1 : Math.max(1, Math.ceil(placingMin / (workingMin * placingFrac) - 1e-9));
  return { count, workingMin, placingMin };
}
