import { DomainError } from '../units';

/** Share of light that the face of a film throws back before any goes in, refractive index 1.5 (Fresnel: 0.04). */
export const outerReflectance = 0.04;

/**
 * Reflectance of a surface once a clear film couples it to the air: light is thrown back inside at the film's own face
 * and passes the wood again, which deepens it.
 * @param dry   reflectance of the dry surface, 0 ≤ x ≤ 1
 * @param inner share thrown back inside, k₂, 0 ≤ x < 1: 0.6 for an even film of index 1.5; wood is partly coupled already, so less
 * @param outer share of the outer face, k₁, that is seen: 0.04 where the sheen scatters it, 0 where a gloss sends it elsewhere
 * @returns k₁ + (1 − k₁)(1 − k₂)R ÷ (1 − k₂R)
 * @throws DomainError out_of_range (NaN included)
 * Source: Saunderson 1942, J. Opt. Soc. Am. 32:727 (recalled). Check: R 0.5, k₂ 0.4, k₁ 0.04 → 0.40
 */
export function underClear(dry: number, inner: number, outer = outerReflectance): number {
  if (!(dry >= 0 && dry <= 1)) throw new DomainError('out_of_range', 'reflectance', dry, '0 to 1');
  if (!(inner >= 0 && inner < 1)) throw new DomainError('out_of_range', 'k2', inner, '0 to below 1');
  return outer + ((1 - outerReflectance) * (1 - inner) * dry) / (1 - inner * dry);
}

/**
 * What lies under a clear film, from what is seen through it: the reverse of underClear.
 * @throws DomainError out_of_range where nothing under a clear can look so
 */
export function fromUnderClear(seen: number, inner: number, outer = outerReflectance): number {
  const passed = (seen - outer) / (1 - outerReflectance);
  if (!(passed >= 0 && passed <= 1)) throw new DomainError('out_of_range', 'seen', seen, `${outer} to ${outer + 0.96}`);
  return passed / (1 - inner + inner * passed);
}
