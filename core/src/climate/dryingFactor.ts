import type { Product } from '../workshop';
import { vapourDeficitHpa, wetBulbDeficitHpa } from './moistAir';

/** How a film hardens: its water goes and its grains flow together, its solvent goes, it takes up oxygen, or two parts react. */
export type Chemistry = 'waterborne' | 'solvent' | 'oxidising' | 'reactive';

/** Air that label times are given for. Source: ISO 3270 (23 ± 2 °C, 50 ± 5 %), recalled. */
export const referenceAir = { airTempC: 23, relHumFrac: 0.5 } as const;

/** So many times as long as in reference air: the slow and the fast end of what is to be expected. */
export interface Factor {
  slow: number;
  fast: number;
}

/** The chemistry of a product, by what it is carried in and whether it has a hardener; null: nothing that air would slow. */
export function chemistryOf({ carrier, mix }: Pick<Product, 'carrier' | 'mix'>): Chemistry | null {
  if (mix?.parts.some((p) => p.hardener)) return 'reactive';
  switch (carrier) {
    case 'water':
      return 'waterborne';
    case 'oil':
      return 'oxidising';
    case 'alcohol':
    case 'lacquer':
      return 'solvent';
    case 'none':
      return null;
  }
}

/** Air takes up next to nothing below this, hPa: a film does not dry, and no quotient grows without end. */
const leastDeficitHpa = 0.2;
const reference = {
  deficitHpa: vapourDeficitHpa(referenceAir.airTempC, referenceAir.relHumFrac),
  wetBulbHpa: wetBulbDeficitHpa(referenceAir.airTempC, referenceAir.relHumFrac),
};

const tens = (airTempC: number): number => (airTempC - referenceAir.airTempC) / 10;

const between = (a: number, b: number): Factor => ({ slow: Math.max(a, b), fast: Math.min(a, b) });

/**
 * Time for the water of a film to go, against reference air with the same draught: as 1 ÷ ΔP, where ΔP lies between the
 * deficit of the air and that at the wet bulb.
 * @param airTempC −30…50 °C @param relHumFrac 0 < x ≤ 1
 * Source: form of Carrier's evaporation equation (ASHRAE Handbook, Applications), recalled. Check: 10 °C, 0.8 → 4.0 to 5.7
 */
export const waterFactor = (airTempC: number, relHumFrac: number): Factor =>
  between(
    reference.deficitHpa / Math.max(leastDeficitHpa, vapourDeficitHpa(airTempC, relHumFrac)),
    reference.wetBulbHpa / Math.max(leastDeficitHpa, wetBulbDeficitHpa(airTempC, relHumFrac)),
  );

const gasJPerMolK = 8.314;
/** Activation energy of a two-part product, J/mol (from memory: about half the time for each 10 °C). */
const reactionJPerMol = 50_000;
const kelvin = (c: number): number => c + 273.15;
/** Damp air slows oil by up to so much again where it is nearly saturated (from memory). */
const dampSlowsOilFrac = 0.5;

/**
 * Time a film takes to harden in some air, against reference air; of a waterborne one what follows the going of its water.
 * Common practice and memory, no source: solvents × 0.6 for each 10 °C warmer, oils × 0.5 to 0.7, water films half.
 * @param airTempC −30…50 °C @param relHumFrac 0 < x ≤ 1
 */
export function hardeningFactor(chemistry: Chemistry, airTempC: number, relHumFrac: number): Factor {
  const x = tens(airTempC);
  switch (chemistry) {
    case 'waterborne':
      return between(2 ** -x, 2 ** -x);
    case 'solvent':
      return between(0.6 ** x, 0.6 ** x);
    case 'oxidising': {
      const { slow, fast } = between(0.5 ** x, 0.7 ** x);
      const damp = Math.min(1, Math.max(0, (relHumFrac - referenceAir.relHumFrac) / (1 - referenceAir.relHumFrac)));
      return { slow: slow * (1 + dampSlowsOilFrac * damp), fast };
    }
    case 'reactive': {
      const f = Math.exp((reactionJPerMol / gasJPerMolK) * (1 / kelvin(airTempC) - 1 / kelvin(referenceAir.airTempC)));
      return between(f, f);
    }
  }
}
