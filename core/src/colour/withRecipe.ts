import type { ColourLayer, ColourRecipe, LookKind, Piece, Product, ZoneId } from '../workshop';
import { type Layer, physicsOf } from './Layer';
import { recipeKinds } from './recipeSteps';

/** A layer as it is kept. */
export const keptLayer = ({ parts, thinnerParts, coats, dwellMin, grit }: Layer): ColourLayer => ({
  parts: parts.map((p) => ({ productId: p.product.id, parts: p.parts })),
  thinnerParts,
  coats,
  dwellMin: dwellMin ?? null,
  grit: grit ?? null,
});

/** Whether a recipe colours the wood, or only tints the clear. */
const coloursWood = (recipe: ColourRecipe, products: Readonly<Record<string, Product>>): boolean =>
  recipe.layers.some((l) => {
    const product = products[l.parts[0]!.productId];
    return product !== undefined && physicsOf(product) !== 'clear';
  });

/** The look that a zone has to have for a recipe: a tint alone is carried by a natural finish too. */
const lookFor = (
  recipe: ColourRecipe,
  now: LookKind | undefined,
  products: Readonly<Record<string, Product>>,
): LookKind => (now === 'natural-clear' && !coloursWood(recipe, products) ? now : 'stained-clear');

/** A piece whose zone is finished by a recipe; null: by none any more, its look stays. */
export function withRecipe(
  piece: Piece,
  zoneId: ZoneId,
  recipe: ColourRecipe | null,
  products: Readonly<Record<string, Product>>,
): Piece {
  const { recipe: _, ...kept } = piece.colours?.[zoneId] ?? {};
  const colours = { ...piece.colours, [zoneId]: recipe ? { ...kept, recipe } : kept };
  if (!recipe) return { ...piece, colours };
  const choices = Object.fromEntries(
    Object.entries(piece.choices).filter(([key]) => !recipeKinds.some((kind) => key === `${zoneId}/${kind}`)),
  );
  return {
    ...piece,
    colours,
    choices,
    looks: { ...piece.looks, [zoneId]: lookFor(recipe, piece.looks[zoneId], products) },
  };
}
