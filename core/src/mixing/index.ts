export {
  type Batches,
  batchesNeeded,
  placingFrac,
  placingMinutes,
  placingMinutesOf,
  setsInTheCup,
} from './batchesNeeded';
export { type Batch, type BatchSheet, batchSheet } from './batchSheet';
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
export { recipeOf } from './recipeOf';
export {
  alcoholToCut,
  colourParts,
  diluted,
  labelRecipe,
  type ShellacCut,
  shellacFromFlakes,
  shellacRecipe,
  thinned,
  tinted,
  toner,
  varnishThinning,
  wash,
} from './usualRecipes';
export { usualMixTempC, workingMinutes } from './workingMinutes';
