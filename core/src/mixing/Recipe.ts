import { good, type Issue, type Result, refused } from '../units';

/** One component of a mix. Shares need not add up to one. */
export interface RecipePart {
  name: string;
  productId: string | null;
  share: number;
  /** kg per litre; null: not known. */
  densityKgPerL: number | null;
  /** It starts the reaction. */
  hardener: boolean;
}

/** A mix: its parts by volume or by mass, and how much hardener it bears. */
export interface Recipe {
  name: string;
  by: 'volume' | 'mass';
  parts: readonly RecipePart[];
  /** Share of hardener by mass that is allowed, 0 to 1; null: none is named. */
  hardenerFrac: { least: number; most: number } | null;
}

/** An amount of one component; what cannot be told for want of a density is null. */
export interface Amount {
  name: string;
  productId: string | null;
  massKg: number | null;
  volumeL: number | null;
  densityKgPerL: number | null;
  hardener: boolean;
}

/** What is wrong with a recipe, all at once, each with what to do. */
export function recipeIssues(recipe: Recipe): Issue[] {
  const bad = recipe.parts.flatMap((p, i): Issue[] =>
    p.share > 0 && Number.isFinite(p.share)
      ? []
      : [
          {
            code: 'share_not_positive',
            path: `parts.${i}.share`,
            message: `${p.name || `Part ${i + 1}`}: a share has to be more than nothing. Write how many parts of it go in, or take it out.`,
          },
        ],
  );
  const none: Issue[] =
    recipe.parts.length === 0
      ? [{ code: 'parts_none', path: 'parts', message: 'A mix needs at least one part: add what goes into the cup.' }]
      : [];
  return [...none, ...bad];
}

const missingDensity = (parts: readonly RecipePart[]): Issue[] =>
  parts
    .filter((p) => !(p.densityKgPerL !== null && p.densityKgPerL > 0))
    .map((p) => ({
      code: 'density_missing',
      path: `parts.${p.name}`,
      message: `${p.name}: its density is not known, so its volume cannot be weighed. Type kg per litre from its label or data sheet, or measure by the other way.`,
    }));

/** Both measures of a component, from the one that is known. */
function amountOf(part: RecipePart, by: Recipe['by'], measure: number): Amount {
  const { name, productId, densityKgPerL: d, hardener } = part;
  return {
    name,
    productId,
    densityKgPerL: d,
    hardener,
    massKg: by === 'mass' ? measure : d === null ? null : measure * d,
    volumeL: by === 'volume' ? measure : d === null ? null : measure / d,
  };
}

/**
 * The components of a mix of a given size.
 * @param total of the whole, L or kg, > 0
 * @param unit whether the total is a volume or a mass
 * Volumes are taken as additive. Refused where a share is not positive, or a density is missing to go from one to the other.
 * Check: 4 : 1 by volume, 0.5 L → 0.4 L and 0.1 L
 */
export function mixTo(recipe: Recipe, total: number, unit: 'volume' | 'mass'): Result<Amount[]> {
  const issues = recipeIssues(recipe);
  if (!(total > 0))
    issues.push({ code: 'total_not_positive', path: 'total', message: 'Say how much is wanted: more than nothing.' });
  if (recipe.by !== unit) issues.push(...missingDensity(recipe.parts));
  if (issues.length > 0) return refused(...issues);
  // The size of the whole when each part is taken as often as its share says.
  const whole = recipe.parts.reduce((sum, p) => {
    const amount = amountOf(p, recipe.by, p.share);
    return sum + (unit === 'mass' ? amount.massKg! : amount.volumeL!);
  }, 0);
  return good(recipe.parts.map((p) => amountOf(p, recipe.by, (p.share * total) / whole)));
}

/**
 * The components of a mix that uses up what there is of one of them.
 * @param measure of that component, in the measure of the recipe, > 0
 * Check: 4 : 1 by volume, 0.3 L of the first → 0.075 L of the second
 */
export function mixFrom(recipe: Recipe, partIndex: number, measure: number): Result<Amount[]> {
  const issues = recipeIssues(recipe);
  const part = recipe.parts[partIndex];
  if (!part || !(measure > 0))
    issues.push({
      code: 'total_not_positive',
      path: 'total',
      message: 'Say how much of it there is: more than nothing.',
    });
  if (issues.length > 0 || !part) return refused(...issues);
  return good(recipe.parts.map((p) => amountOf(p, recipe.by, (p.share / part.share) * measure)));
}

/** Share of each component by mass, 0 to 1. Refused where a density is missing. */
export function massFractions(recipe: Recipe): Result<number[]> {
  const whole = mixTo(recipe, 1, 'mass');
  return whole.ok ? good(whole.value.map((a) => a.massKg!)) : whole;
}

/** Sum of a measure over components; null where one of them is not known. */
export const totalOf = (amounts: readonly Amount[], measure: 'massKg' | 'volumeL'): number | null =>
  amounts.reduce<number | null>((sum, a) => (sum === null || a[measure] === null ? null : sum + a[measure]), 0);
