import { DomainError } from '../units';

/**
 * Equilibrium moisture content of wood in still air: water per dry wood.
 * @param airTempC   dry-bulb temperature, °C, −10…60
 * @param relHumFrac relative humidity, 0 < x ≤ 0.95
 * @returns kg per kg, within about 0.01; resinous woods and boards lie lower
 * @throws DomainError out_of_range (NaN included)
 * Source: Wood Handbook FPL-GTR-282, ch. 4, eq. 4-5 (Hailwood–Horrobin), coefficients for °C, recalled.
 * Check: 21.1 °C, 0.50 → 0.092
 */
export function woodMoistureFrac(airTempC: number, relHumFrac: number): number {
  if (!(airTempC >= -10 && airTempC <= 60)) throw new DomainError('out_of_range', 'airTempC', airTempC, '-10 to 60 °C');
  if (!(relHumFrac > 0 && relHumFrac <= 0.95))
    throw new DomainError('out_of_range', 'relHumFrac', relHumFrac, 'above 0 to 0.95');
  const t = airTempC;
  const w = 349 + 1.29 * t + 0.0135 * t * t;
  const k = 0.805 + 0.000736 * t - 0.00000273 * t * t;
  const k1 = 6.27 - 0.00938 * t - 0.000303 * t * t;
  const k2 = 1.91 + 0.0407 * t - 0.000293 * t * t;
  const kh = k * relHumFrac;
  const dissolved = kh / (1 - kh);
  const hydrated = (k1 * kh + 2 * k1 * k2 * kh * kh) / (1 + k1 * kh + k1 * k2 * kh * kh);
  return (18 / w) * (dissolved + hydrated);
}
