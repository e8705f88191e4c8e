import type { Product } from '../workshop';
import { dewPointC } from './dewPointC';

/** Air as read: surfaceTempC is null where the surface was not measured. */
export interface Air {
  airTempC: number;
  relHumFrac: number;
  surfaceTempC: number | null;
}

/** One limit of a product's label held against the air. */
export interface AirBreach {
  limit: 'too-cold' | 'too-warm' | 'too-damp' | 'near-dew-point';
  value: number;
  bound: number;
}

/** What of a label the air breaks, in two words. */
export const breachNames: Readonly<Record<AirBreach['limit'], string>> = {
  'too-cold': 'too cold',
  'too-warm': 'too warm',
  'too-damp': 'too damp',
  'near-dew-point': 'too near the dew point',
};

/** Whether a product may go on in this air. */
export interface AirVerdict {
  dewPointC: number;
  /** Surface above dew point, K; null without a surface reading, and then there is no verdict on it. */
  dewMarginK: number | null;
  breaches: AirBreach[];
}

/**
 * Holds air against a product's own limits.
 * Source of the default dew margin: ISO 8502-4 (3 K, written for steel; common practice for wood).
 */
export function airVerdict(limits: Product['air'], air: Air): AirVerdict {
  const dew = dewPointC(air.airTempC, air.relHumFrac);
  const margin = air.surfaceTempC === null ? null : air.surfaceTempC - dew;
  // Asked for every hour of months: no more is made than what is broken.
  const breaches: AirBreach[] = [];
  const { leastTempC, mostTempC, mostRelHumFrac, leastDewMarginK } = limits;
  const broken = (limit: AirBreach['limit'], value: number, bound: number) => breaches.push({ limit, value, bound });
  if (air.airTempC < leastTempC.value) broken('too-cold', air.airTempC, leastTempC.value);
  if (air.airTempC > mostTempC.value) broken('too-warm', air.airTempC, mostTempC.value);
  if (air.relHumFrac > mostRelHumFrac.value) broken('too-damp', air.relHumFrac, mostRelHumFrac.value);
  if (margin !== null && margin < leastDewMarginK.value) broken('near-dew-point', margin, leastDewMarginK.value);
  return { dewPointC: dew, dewMarginK: margin, breaches };
}
