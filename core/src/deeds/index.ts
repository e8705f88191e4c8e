export type { Deed, EntryChange, NewContainer, NewMix, StepOfSitting } from './Deed';
export { DeedRefused } from './DeedRefused';
export { latestReading, readingFor } from './latestReading';
export { type Mishap, mishapsOn, mishapTable, toHide } from './mishaps';
export { workingOf } from './mixDeeds';
export { perform, performOn } from './perform';
