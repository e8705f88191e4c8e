export { type Batches, batchesNeeded, placingMinPerPlace, placingMinutes, setsInTheCup } from './batchesNeeded';
export { workingMinutes } from './workingMinutes';
