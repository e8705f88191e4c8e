import type { ColourLayer, ColourRecipe, LookKind, Piece, Product, StepKindId, ZoneId } from '../workshop';
import { type Layer, physicsOf } from './Layer';

/** Looks of bare wood that carry a recipe as they are. */
const carries: readonly (LookKind | undefined)[] = ['stained-clear'];
/** What was chosen for these is put aside by a recipe: it names them itself. */
const named: readonly StepKindId[] = ['dye', 'stain', 'seal', 'glaze', 'tone'];

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

/** The look that a zone has to have for a recipe. */
const lookFor = (
  recipe: ColourRecipe,
  now: LookKind | undefined,
  products: Readonly<Record<string, Product>>,
): LookKind =>
  carries.includes(now) ? now! : now === 'natural-clear' && !coloursWood(recipe, products) ? now : 'stained-clear';

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
    Object.entries(piece.choices).filter(([key]) => !named.some((kind) => key === `${zoneId}/${kind}`)),
  );
  return {
    ...piece,
    colours,
    choices,
    looks: { ...piece.looks, [zoneId]: lookFor(recipe, piece.looks[zoneId], products) },
  };
}
