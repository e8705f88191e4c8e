import { type Belief, comparedWords, difference, hexOf, type Lab, predicted } from '../colour';
import { good, type Result } from '../units';
import type { ColourRecipe, Product, ZoneId } from '../workshop';
import { groundOfZone, type WoodOfPiece, woodName } from './groundOfZone';
import { knownLayers } from './knownZone';

/** What a recipe looks like on another wood. */
export interface RecipeOn {
  lab: Lab;
  hex: string;
  deltaE: number;
  /** "On beech: ΔE 6.2, plainly different: lighter than where it comes from." */
  words: string;
}

/** A recipe as it is foretold on a zone of another piece, beside what it is expected to look like on its own. */
export function recipeOn(
  recipe: ColourRecipe,
  piece: WoodOfPiece,
  zoneId: ZoneId,
  products: Readonly<Record<string, Product>>,
  belief?: Belief,
): Result<RecipeOn> {
  const layers = knownLayers(recipe.layers, products);
  if (!layers.ok) return layers;
  const { lab } = predicted(groundOfZone(piece, zoneId), layers.value, belief);
  return good({
    lab,
    hex: hexOf(lab),
    deltaE: difference(lab, recipe.expected),
    words: `On ${woodName(piece, zoneId).toLowerCase()}: ${comparedWords(lab, recipe.expected)} than where it comes from.`,
  });
}
