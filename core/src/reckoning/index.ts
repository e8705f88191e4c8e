export { compareSchools, type SchoolFigures } from './compareSchools';
export type { ProductNeed, ReckonedStep, ReckonedZone, Reckoning, StepStatus, WetZone } from './Reckoning';
export { type ReckonInput, reckonPiece } from './reckonPiece';
export { minuteOf } from './scheduleSteps';
