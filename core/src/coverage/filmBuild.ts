import type { Product } from '../workshop';
import { brushEfficiencyFrac, wetFilmUm } from './wetFilmUm';

/** US gallon in litres (NIST Handbook 44, App. C) and a mil in µm. */
const galL = 3.785411784;
const milUm = 25.4;
const ft2M2 = 0.09290304;

/**
 * Area that a volume covers at a dry film, with nothing lost.
 * @param volumeSolidsFrac 0 < x ≤ 1
 * @param filmDryUm dry film, µm, > 0
 * @returns m²/L = 1000 × solids ÷ film. Check: solids 1, 25.4 µm → 39.37 m²/L (1604 ft²/US gal)
 */
export const spreadM2PerLOf = (volumeSolidsFrac: number, filmDryUm: number): number =>
  (1000 * volumeSolidsFrac) / filmDryUm;

/** The same rate in square feet per US gallon. */
export const ft2PerGal = (m2PerL: number): number => (m2PerL * galL) / ft2M2;
/** A film in mil (thousandths of an inch). */
export const filmMil = (um: number): number => um / milUm;

/** The two ways to tell how far a product goes, held against each other. */
export interface Reconciled {
  /** Dry film that its spreading rate leaves, µm; null without solids. */
  dryByRateUm: number | null;
  /** Practical rate by brush that its label's dry film and solids give, m²/L; null without either. */
  rateByFilmM2PerL: number | null;
  /** How much more it takes by film than by rate, as a share; null where one of them is not known. */
  apartFrac: number | null;
}

/** Holds the spreading rate of a label against its solids and dry film. */
export function reconcile(product: Product): Reconciled {
  const { volumeSolidsFrac, filmDryUm, spreadM2PerL, thinningFrac } = product;
  const wet = wetFilmUm(product);
  const solids = volumeSolidsFrac?.value ?? null;
  const rate = solids !== null && filmDryUm ? spreadM2PerLOf(solids, filmDryUm.value) * brushEfficiencyFrac : null;
  return {
    dryByRateUm: wet !== null && solids !== null ? (wet * solids) / (1 + thinningFrac.value) : null,
    rateByFilmM2PerL: rate,
    apartFrac: rate !== null && spreadM2PerL ? spreadM2PerL.likely / rate - 1 : null,
  };
}
