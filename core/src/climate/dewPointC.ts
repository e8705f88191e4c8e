import { DomainError, requireWithin } from '../units';

// Magnus form. Source: Alduchov & Eskridge 1996, J. Appl. Meteorol. 35:601 (constants recalled, checked against psychrolib).
const magnusA = 17.625;
const magnusBC = 243.04;
const saturationAtZeroHpa = 6.1094;

/**
 * Saturation vapour pressure over water.
 * @param airTempC −40…50 °C
 * @returns hPa
 * @throws DomainError out_of_range (NaN included)
 * Source: Alduchov & Eskridge 1996, eq. 21; 0.16–0.24 % below steam tables at 10–30 °C. Check: 20 °C → 23.33 hPa
 */
export function saturationPressureHpa(airTempC: number): number {
  requireWithin('airTempC', airTempC, -40, 50);
  return saturationAtZeroHpa * Math.exp((magnusA * airTempC) / (airTempC + magnusBC));
}

/**
 * Dew-point temperature of moist air.
 * @param airTempC dry-bulb temperature, °C, −40…50
 * @param relHumFrac relative humidity, 0 < x ≤ 1
 * @returns dew point, °C, never above airTempC
 * @throws DomainError out_of_range (NaN included)
 * Source: Alduchov & Eskridge 1996, J. Appl. Meteorol. 35:601, eq. 21, solved for T. Check: 25 °C, 0.50 → 13.86 °C
 */
export function dewPointC(airTempC: number, relHumFrac: number): number {
  requireWithin('airTempC', airTempC, -40, 50);
  if (!(relHumFrac > 0 && relHumFrac <= 1)) throw new DomainError('out_of_range', 'relHumFrac', relHumFrac, '0 to 1');
  const gamma = Math.log(relHumFrac) + (magnusA * airTempC) / (airTempC + magnusBC);
  return (magnusBC * gamma) / (magnusA - gamma);
}
