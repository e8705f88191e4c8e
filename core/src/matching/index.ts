export { bandsFor } from './bandsFor';
export { groundOfZone, type WoodOfPiece, woodName } from './groundOfZone';
export { laidOnZone } from './laidOnZone';
export { type MatchAnswer, type MatchAsked, matchFor, type RouteAnswer, type ZoneOutcome } from './matchFor';
export { type PaintAsked, type PaintMixAnswer, paintFor } from './paintFor';
export { putRightFor, type RemedyAnswer, type TroubleAsked } from './putRightFor';
export { type RecipeOn, recipeOn } from './recipeOn';
export { type StickBand, stickBands } from './stickBands';
export { type WoodLook, woodLooks } from './woodLooks';
