export type { Deed, EntryChange, NewContainer, NewMix, StepOfSitting } from './Deed';
export { DeedRefused } from './DeedRefused';
export { latestReading } from './latestReading';
export { workingOf } from './mixDeeds';
export { perform, performOn } from './perform';
