export { type Belief, nothingRead } from './Belief';
export { beliefFrom } from './beliefFrom';
export { beside, colourWords, comparedWords, nearness } from './differenceWords';
export type { Laid } from './effectOf';
export {
  contrastOfPower,
  filmReflectance,
  kOverS,
  powerFromContrast,
  reflectanceOfKOverS,
  scatteringPower,
} from './kubelkaMunk';
export { type Layer, type Physics, physicsOf, plainLayer } from './Layer';
export { difference, differenceOfHex, hexOf, labOfColour, onScreen, reflectanceOfHex } from './lab';
export { layerWords, mixedWords } from './layerWords';
export { lookAfter, type View } from './lookAfter';
export type { MatchGround, MatchOrder } from './MatchOrder';
export {
  type Match,
  matchRoutes,
  type Outcome,
  plainlyDifferent,
  type Route,
} from './match';
export { type MixOrder, mixesFor, type PaintMix } from './mixPaint';
export { type Illuminant, type Lab, labOf, labOfXyz, whites, type Xyz, xyzOf, xyzOfLab } from './observer';
export { labWords, parseColour } from './parseColour';
export { likelyLook, type Prediction, predicted, rangeTo } from './predicted';
export {
  type Remedy,
  remedies,
  type SurfaceNow,
  surfaceNames,
  surfaceStates,
  type Trouble,
  type TroubleOrder,
  troubleNames,
  troubles,
} from './putRight';
export { type CardKind, type Patch, type PatchReading, type Pixels, readPatch, twoReadings } from './readPatch';
export { recipeKinds, recipeStepOf } from './recipeSteps';
export { reflectanceOf } from './reconstruct';
export { layersOf, type Stick, stickOf } from './Stick';
export { bleedShows, pinkThrough, yellowedDeltaE } from './showing';
export { averaged, bandNm, type Spectrum, spectrumOf } from './spectrum';
export { fromUnderClear, underClear } from './wetting';
export { keptLayer, withRecipe } from './withRecipe';
export { woodRead } from './woodRead';
export { type Ground, woodReflectance, woodStateNames } from './woods';
