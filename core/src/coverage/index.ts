export { cheapestPacks, type Pack, type PackChoice } from './cheapestPacks';
export { filmWetUm, type StepVolume, stepVolume } from './stepVolume';
export type { Working, WorkingInput } from './Working';
export { brushEfficiencyFrac, wetFilmUm } from './wetFilmUm';
