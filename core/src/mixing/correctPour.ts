import { good, type Result } from '../units';
import { cupIssues } from './cupIssues';
import { massFractions, type Recipe } from './Recipe';

/** What is still to be poured of one component, and what is in the cup. */
export interface ToPour {
  name: string;
  pouredKg: number;
  addKg: number;
  /** Of the corrected whole. */
  targetKg: number;
}

/** A batch on the scale, corrected to its ratio. */
export interface PourPlan {
  parts: readonly ToPour[];
  totalKg: number;
  /** Litres of the whole; null where a density is not known. */
  volumeL: number | null;
  /** Poured past the batch that was wanted, so that it has to grow. */
  grown: boolean;
  /** More than the cup holds. */
  overCup: boolean;
  /** Share of hardener in what is in the cup now, by mass; null: no hardener in the recipe, or nothing poured yet. */
  hardenerNowFrac: number | null;
  /** The hardener in the cup now is outside the range its label allows: nothing of it may be used. */
  hardenerStop: 'too-little' | 'too-much' | null;
}

/** More than is ever mixed at a bench, kg. */
const mostKg = 1000;

/** Finer than any scale at the bench, kg. */
const hair = 1e-9;

/**
 * What still has to be poured for a batch, with any component in any order. After too much of one the batch grows: the
 * smallest additions of the others that restore the ratio. Nothing is ever taken out: masses are conserved exactly.
 * @param wantedKg mass of the batch wanted, kg, more than 0, up to 1000
 * @param pouredKg mass of each component in the cup, kg, ≥ 0, in the order of the recipe
 * @param cupL what the cup holds, L, 0.01 to 100
 * Refused with every reason at once where a figure lies outside, NaN included.
 * Check: 98 : 2, 100 g wanted; 98 g and 4 g poured → 196 g of the first in all, 98 g more
 */
export function correctPour(
  recipe: Recipe,
  wantedKg: number,
  pouredKg: readonly number[],
  cupL: number,
): Result<PourPlan> {
  const fractions = massFractions(recipe);
  if (!fractions.ok) return fractions;
  const issues = pouredKg.flatMap((kg, i) =>
    kg >= 0 && Number.isFinite(kg)
      ? []
      : [
          {
            code: 'weight_negative',
            path: `poured.${i}`,
            message: `${recipe.parts[i]?.name ?? 'A part'}: the weight reads below nothing. Tare the scale with the cup on it, or type the weight.`,
          },
        ],
  );
  if (!(wantedKg > 0 && wantedKg <= mostKg))
    issues.push({
      code: 'total_not_positive',
      path: 'wanted',
      message: `Say how much is wanted: more than nothing, up to ${mostKg} kg.`,
    });
  issues.push(...cupIssues(cupL));
  if (issues.length > 0) return { ok: false, issues };
  const needed = Math.max(wantedKg, ...fractions.value.map((f, i) => (pouredKg[i] ?? 0) / f));
  const parts = recipe.parts.map((p, i): ToPour => {
    const poured = pouredKg[i] ?? 0;
    const target = fractions.value[i]! * needed;
    return { name: p.name, pouredKg: poured, targetKg: target, addKg: Math.max(0, target - poured) };
  });
  const volumeL = recipe.parts.reduce<number | null>(
    (sum, p, i) => (sum === null || p.densityKgPerL === null ? null : sum + parts[i]!.targetKg / p.densityKgPerL),
    0,
  );
  const hardeners = recipe.parts.flatMap((p, i) => (p.hardener ? [i] : []));
  const inCup = pouredKg.reduce((sum, kg) => sum + kg, 0);
  const hardenerNowFrac =
    hardeners.length > 0 && inCup > hair ? hardeners.reduce((sum, i) => sum + (pouredKg[i] ?? 0), 0) / inCup : null;
  const allowed = recipe.hardenerFrac;
  const complete = parts.every((p) => p.pouredKg > hair);
  const hardenerStop =
    allowed && hardenerNowFrac !== null && complete
      ? hardenerNowFrac > allowed.most + 1e-12
        ? ('too-much' as const)
        : hardenerNowFrac < allowed.least - 1e-12
          ? ('too-little' as const)
          : null
      : null;
  return good({
    parts,
    totalKg: needed,
    volumeL,
    grown: needed > wantedKg * (1 + 1e-9),
    overCup: volumeL !== null && volumeL > cupL + hair,
    hardenerNowFrac,
    hardenerStop,
  });
}
