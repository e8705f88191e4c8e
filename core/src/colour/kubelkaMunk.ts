import { DomainError } from '../units';

const within = (quantity: string, value: number): number => {
  if (!(value > 0 && value < 1)) throw new DomainError('out_of_range', quantity, value, 'above 0 and below 1');
  return value;
};

/**
 * Absorption over scattering of a layer too thick to see through.
 * @param reflectance R∞, 0 < x ≤ 1
 * @returns K/S = (1 − R)² ÷ 2R, ≥ 0
 * @throws DomainError out_of_range (NaN included)
 * Source: Kubelka & Munk 1931 (recalled). Check: 0.26795 → 1
 */
export function kOverS(reflectance: number): number {
  if (!(reflectance > 0 && reflectance <= 1))
    throw new DomainError('out_of_range', 'reflectance', reflectance, 'above 0, up to 1');
  return (1 - reflectance) ** 2 / (2 * reflectance);
}

/**
 * Reflectance of a layer too thick to see through.
 * @param q K/S, ≥ 0
 * @returns R∞ = 1 + q − √(q² + 2q), 0 < x ≤ 1
 * @throws DomainError out_of_range (NaN included)
 * Check: 1 → 0.26795; black (K 1, S 0.1) and white (K 0.01, S 1) in equal parts → 0.281
 */
export function reflectanceOfKOverS(q: number): number {
  if (!(q >= 0)) throw new DomainError('out_of_range', 'K/S', q, '0 or more');
  // The same as 1 + q − √(q² + 2q), without the difference of two large numbers.
  return 1 / (1 + q + Math.sqrt(q * q + 2 * q));
}

/**
 * Reflectance of a film over a ground.
 * @param masstone R∞, reflectance of a film too thick to see through, 0 < x < 1
 * @param ground   reflectance of what is under it, 0 ≤ x ≤ 1
 * @param sx       scattering power S·X of the film, ≥ 0
 * @returns [1 − R_g(a − b·coth bSX)] ÷ [a − R_g + b·coth bSX]
 * @throws DomainError out_of_range (NaN included)
 * Source: Kubelka–Munk, as in ASTM D2805 and ISO 18314-2 (recalled). Check: R∞ 0.5, SX 1: 0.4114 over black, 0.5793 over 0.8
 */
export function filmReflectance(masstone: number, ground: number, sx: number): number {
  within('masstone', masstone);
  if (!(ground >= 0 && ground <= 1)) throw new DomainError('out_of_range', 'ground', ground, '0 to 1');
  if (!(sx >= 0)) throw new DomainError('out_of_range', 'sx', sx, '0 or more');
  if (sx === 0) return ground;
  const a = (masstone + 1 / masstone) / 2;
  const b = (1 / masstone - masstone) / 2;
  // coth grows without bound as the film gets thin; past 300 it is one to the last bit.
  const coth = b * sx > 300 ? 1 : 1 / Math.tanh(b * sx);
  return (1 - ground * (a - b * coth)) / (a - ground + b * coth);
}

/**
 * Scattering power of a film from its reflectance over black.
 * @param overBlack R₀, 0 < x < masstone
 * @returns S·X = arcoth[(1 − aR₀) ÷ (bR₀)] ÷ b
 * @throws DomainError out_of_range
 * Source: ASTM D2805 (recalled). Check: R∞ 0.5, R₀ 0.4114 → 1
 */
export function scatteringPower(masstone: number, overBlack: number): number {
  within('masstone', masstone);
  if (!(overBlack > 0 && overBlack < masstone))
    throw new DomainError('out_of_range', 'overBlack', overBlack, 'above 0 and below the masstone');
  const a = (masstone + 1 / masstone) / 2;
  const b = (1 / masstone - masstone) / 2;
  return Math.atanh((b * overBlack) / (1 - a * overBlack)) / b;
}

/** White of a contrast card, as reflectance. */
const cardWhite = 0.8;

/**
 * Share that a film hides: its reflectance over black against that over white of 0.8.
 * @param masstone reflectance of the film where it is thick, 0 < x < 1
 * @param power S·X, > 0
 * @returns 0 < x < 1. Source: ASTM D2805 (recalled). Check: the inverse of powerFromContrast
 */
export const contrastOfPower = (masstone: number, power: number): number =>
  filmReflectance(masstone, 0, power) / filmReflectance(masstone, cardWhite, power);

/**
 * Scattering power of one coat from the share it hides: its contrast ratio, black against white of 0.8.
 * @param hidingFrac reflectance over black ÷ over white 0.8, 0 < x < 1
 * @returns S·X, by bisection to 1e-10
 * @throws DomainError out_of_range
 */
export function powerFromContrast(masstone: number, hidingFrac: number): number {
  within('masstone', masstone);
  within('hidingFrac', hidingFrac);
  const ratio = (sx: number) => contrastOfPower(masstone, sx);
  let [low, high] = [1e-9, 1];
  while (ratio(high) < hidingFrac) {
    high *= 2;
    if (high > 1e6) throw new DomainError('not_converged', 'hidingFrac', hidingFrac, 'a contrast that can be reached');
  }
  for (let i = 0; i < 200 && high - low > 1e-10 * high; i += 1) {
    const middle = (low + high) / 2;
    if (ratio(middle) < hidingFrac) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
