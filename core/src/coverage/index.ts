export { cheapestPacks, type Pack, type PackChoice } from './cheapestPacks';
export { filmMil, ft2PerGal, type Reconciled, reconcile, spreadM2PerLOf } from './filmBuild';
export {
  coatsToHide,
  type Hiding,
  hardlyVisible,
  hiddenAfterCoats,
  primerTonesFor,
  remainingContrast,
  type ToneChoice,
} from './hiding';
export { asWideAsItsTag, filmWetUm, type StepVolume, stepVolume } from './stepVolume';
export type { Working, WorkingInput } from './Working';
export { brushEfficiencyFrac, wetFilmUm } from './wetFilmUm';
