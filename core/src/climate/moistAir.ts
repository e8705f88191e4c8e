import { DomainError } from '../units';
import { saturationPressureHpa } from './dewPointC';

/** Pressure of the air at sea level, hPa, and the constant of a ventilated wet bulb over water, per K. */
const seaLevelHpa = 1013.25;
const psychrometerPerK = 6.62e-4;

/**
 * How much more water the air could take up: saturation less what is in it.
 * @param airTempC −40…50 °C
 * @param relHumFrac 0 < x ≤ 1
 * @returns hPa, 0 in saturated air
 * @throws DomainError out_of_range
 */
export function vapourDeficitHpa(airTempC: number, relHumFrac: number): number {
  if (!(relHumFrac > 0 && relHumFrac <= 1)) throw new DomainError('out_of_range', 'relHumFrac', relHumFrac, '0 to 1');
  return saturationPressureHpa(airTempC) * (1 - relHumFrac);
}

/**
 * Temperature of a wet surface in moving air, by halving of the psychrometer equation e = e_s(t_w) − 0.000662 p (t − t_w).
 * @param airTempC −40…50 °C
 * @param relHumFrac 0 < x ≤ 1
 * @returns °C, between dew point and air; at sea level, over water also below 0 °C
 * Source: WMO Guide to Instruments (No. 8), annex 4.B, ventilated psychrometer (constant recalled). Check: 20 °C, 0.5 → 13.8 °C
 */
export function wetBulbC(airTempC: number, relHumFrac: number): number {
  const vapour = saturationPressureHpa(airTempC) - vapourDeficitHpa(airTempC, relHumFrac);
  let [low, high] = [Math.max(-40, airTempC - 40), airTempC];
  for (let i = 0; i < 24; i += 1) {
    const middle = (low + high) / 2;
    const there = saturationPressureHpa(middle) - psychrometerPerK * seaLevelHpa * (airTempC - middle);
    if (there > vapour) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/**
 * What drives water out of a film that has cooled to the wet bulb: saturation there less what is in the air.
 * @returns hPa, 0 in saturated air
 */
export const wetBulbDeficitHpa = (airTempC: number, relHumFrac: number): number =>
  Math.max(
    0,
    saturationPressureHpa(wetBulbC(airTempC, relHumFrac)) -
      saturationPressureHpa(airTempC) +
      vapourDeficitHpa(airTempC, relHumFrac),
  );
