import type { Damage, DamageKind, Depth } from '../workshop';

/** A screw hole, 5 mm wide and 20 mm deep, L (from memory). */
export const screwHoleL = 0.0004;
/** The hole of a small lock, L (from memory). */
export const lockHoleL = 0.004;
/** A carved ornament filled flush, L (from memory). */
export const ornamentL = 0.02;

/** Depth of a place where only a word says it, m (from memory). */
const depthM: Readonly<Record<Depth, number>> = { shallow: 0.001, deep: 0.004, through: 0.015, unknown: 0.002 };

/** Longest measure of a place that nobody measured, m (from memory). */
const usualM: Readonly<Partial<Record<DamageKind, number>>> = {
  dent: 0.03,
  burn: 0.03,
  scratch: 0.1,
  split: 0.2,
  'chipped-veneer': 0.03,
  'missing-veneer': 0.05,
  'missing-corner': 0.05,
};

/** Veneer that nobody measured, m (from memory: 0.5 to 1 mm). */
const usualVeneerM = 0.0007;

/**
 * What one place of a damage holds when it is filled.
 * @param veneerMm thickness of the veneer it is in, mm; null: not known, or none
 * @returns L, ≥ 0, before overfill and waste; a place that nobody measured counts with its usual size
 * Source: from memory; a trade fact without one.
 * Check: a corner of 50 mm is an eighth of a cube and a third more, 0.05³ ÷ 6 m³ = 20.8 ml; a screw hole 0.4 ml;
 * 50 × 50 mm of missing veneer, 0.7 mm thick, 1.75 ml
 */
export function holdsL(damage: Pick<Damage, 'kind' | 'extentM' | 'depth'>, veneerMm: number | null): number {
  const { kind, depth } = damage;
  if (kind === 'old-holes') return screwHoleL;
  if (kind === 'lock-hole') return lockHoleL;
  const longM = damage.extentM ?? usualM[kind] ?? 0.03;
  const veneerM = veneerMm === null ? usualVeneerM : veneerMm / 1000;
  if (kind === 'missing-corner') return (1000 * longM ** 3) / 6;
  if (kind === 'missing-veneer') return 1000 * longM ** 2 * veneerM;
  if (kind === 'chipped-veneer') return (1000 * longM ** 2 * veneerM) / 3;
  // What is long is narrow: a scratch or split a millimetre, a dent a third of its length.
  const wideM = kind === 'scratch' || kind === 'split' ? 0.001 : longM / 3;
  return 1000 * longM * wideM * depthM[depth];
}
