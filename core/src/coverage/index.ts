export { cheapestPacks, type Pack, type PackChoice } from './cheapestPacks';
export { filmMil, ft2PerGal, type Reconciled, reconcile, spreadM2PerLOf } from './filmBuild';
export {
  type Bands,
  bandsOfColour,
  coatsToHide,
  colourDifference,
  filmReflectance,
  type Hiding,
  hardlyVisible,
  powerFromContrast,
  primerTonesFor,
  remainingContrast,
  scatteringPower,
  type ToneChoice,
} from './hiding';
export { asWideAsItsTag, filmWetUm, type StepVolume, stepVolume } from './stepVolume';
export type { Working, WorkingInput } from './Working';
export { brushEfficiencyFrac, wetFilmUm } from './wetFilmUm';
