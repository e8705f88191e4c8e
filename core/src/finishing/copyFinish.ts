import { recipeKinds } from '../colour';
import type { ColourRecipe, Piece, ZoneId } from '../workshop';
import type { Shop } from './generatePlan';
import { planOf } from './planOf';

/** A finish taken from one piece and fitted to the zones of another. */
export interface CopiedFinish {
  looks: Piece['looks'];
  additions: Piece['additions'];
  effects: Piece['effects'];
  bands: Piece['bands'];
  choices: Piece['choices'];
  houseRules: Piece['houseRules'];
  /** Recipes of colour, as they are; on another wood they look otherwise. */
  recipes: Partial<Record<ZoneId, ColourRecipe>>;
  /** Zones of the new piece for which the other one has no finish: to be asked for. */
  unmatched: ZoneId[];
}

/**
 * The finish of a piece as it was planned, or as it was logged: looks with what they carry, bands, products, methods, coats and schools, matched zone
 * by zone by their kind. What was logged wins over what was planned: the number of coats that went on is copied, not the
 * number that was meant.
 * @param zones zones of the piece that is to get the finish
 */
export function copyFinish(from: Piece, zones: readonly ZoneId[], as: 'planned' | 'logged', shop: Shop): CopiedFinish {
  const { steps } = planOf(from, shop);
  const done = new Set(from.log.filter((e) => e.doneAt !== null).map((e) => e.step.id));
  const matched = zones.filter((z) => from.looks[z] !== undefined);
  const choices: Piece['choices'] = Object.fromEntries(
    Object.entries(from.choices).filter(([key]) => zones.includes(key.split('/')[0] as ZoneId)),
  );
  for (const step of steps) {
    if (step.zoneId === null || step.productId === null || !zones.includes(step.zoneId)) continue;
    // What a recipe lays it names itself.
    if (step.mixed || (from.colours?.[step.zoneId]?.recipe && recipeKinds.includes(step.kind))) continue;
    const key = `${step.zoneId}/${step.kind}`;
    const own = steps.filter((s) => s.zoneId === step.zoneId && s.kind === step.kind);
    const laid = own.filter((s) => done.has(s.id));
    const coats = as === 'logged' && laid.length > 0 ? laid.length : own.length;
    choices[key] = { productId: step.productId, method: step.method, coats };
  }
  return {
    looks: Object.fromEntries(matched.map((z) => [z, from.looks[z]!])),
    additions: Object.fromEntries(matched.map((z) => [z, [...(from.additions[z] ?? [])]])),
    effects: Object.fromEntries(matched.flatMap((z) => (from.effects[z] ? [[z, { ...from.effects[z] }]] : []))),
    bands: from.bands && { ...from.bands, edges: [...from.bands.edges], productIds: [...from.bands.productIds] },
    choices,
    houseRules: { ...from.houseRules },
    recipes: Object.fromEntries(
      matched.flatMap((z) => {
        const recipe = from.colours?.[z]?.recipe;
        if (!recipe) return [];
        // The stick is of that piece.
        const { stickId: _, ...kept } = recipe;
        return [[z, kept]];
      }),
    ),
    unmatched: zones.filter((z) => from.looks[z] === undefined),
  };
}
