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
  const breach = (limit: AirBreach['limit'], value: number, bound: number, broken: boolean): AirBreach[] =>
    broken ? [{ limit, value, bound }] : [];
  return {
    dewPointC: dew,
    dewMarginK: margin,
    breaches: [
      ...breach('too-cold', air.airTempC, limits.leastTempC.value, air.airTempC < limits.leastTempC.value),
      ...breach('too-warm', air.airTempC, limits.mostTempC.value, air.airTempC > limits.mostTempC.value),
      ...breach('too-damp', air.relHumFrac, limits.mostRelHumFrac.value, air.relHumFrac > limits.mostRelHumFrac.value),
      ...(margin === null
        ? []
        : breach('near-dew-point', margin, limits.leastDewMarginK.value, margin < limits.leastDewMarginK.value)),
    ],
  };
}
