export { type Batches, batchesNeeded, placingMinPerPlace, placingMinutes, setsInTheCup } from './batchesNeeded';
export { type BatchSheet, batchSheet } from './batchSheet';
export { correctPour, type PourPlan, type ToPour } from './correctPour';
export {
  type Amount,
  massFractions,
  mixFrom,
  mixTo,
  type Recipe,
  type RecipePart,
  recipeIssues,
  totalOf,
} from './Recipe';
export {
  alcoholToCut,
  colourParts,
  diluted,
  labelRecipe,
  type ShellacCut,
  shellacFromFlakes,
  thinned,
  tinted,
  toner,
  varnishThinning,
  wash,
} from './usualRecipes';
export { workingMinutes } from './workingMinutes';
