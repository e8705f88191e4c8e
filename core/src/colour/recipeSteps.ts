import type { ProductKind, StepKindId } from '../workshop';

/** The step by which a product of a recipe is laid; what is not here the plan lays by itself: conditioner, and the clear. */
export const recipeStepOf: Readonly<Partial<Record<ProductKind, StepKindId>>> = {
  dye: 'dye',
  stain: 'stain',
  sealer: 'seal',
  glaze: 'glaze',
  toner: 'tone',
};

/** Steps that a recipe names itself: what was chosen for them gives way to it. */
export const recipeKinds: readonly StepKindId[] = Object.values(recipeStepOf);
