import type { Mix } from '../workshop';
import type { Recipe } from './Recipe';

/** A mix as a recipe again, with the shares it was begun with. */
export const recipeOf = (mix: Pick<Mix, 'name' | 'by' | 'hardenerFrac' | 'parts'>): Recipe => ({
  name: mix.name,
  by: mix.by,
  hardenerFrac: mix.hardenerFrac,
  parts: mix.parts.map(({ name, productId, share, densityKgPerL, hardener }) => ({
    name,
    productId,
    share,
    densityKgPerL,
    hardener,
  })),
});
