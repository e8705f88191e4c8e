export {
  type Act,
  type ActSource,
  actKey,
  actsOf,
  fitToday,
  headingOf,
  inWorkshopOrder,
  litresInWords,
  sourceOf,
  type TodayInShort,
  todayInShort,
} from './acts';
export { type AirAhead, airAhead, type CoatAhead, type HourAhead, type SpaceBand, spaceBand } from './airAhead';
export { type AirNow, airNow, type CoatNow, isCoat, oldReadingMin } from './airNow';
export { type Alarm, alarmsOfMix, alarmsOfPiece } from './alarmsOf';
export { type Draw, drawsOf, wetAround, workshopAround } from './aroundPiece';
export { type Band, bandsOf } from './bandsOf';
export { type ChangeOfMind, changeOfMind, type WayOn } from './changeOfMind';
export { comparePlans, keepPlan, type PlanComparison, type PlanFigures, takePlan } from './comparePlans';
export { compareSchools, type SchoolFigures } from './compareSchools';
export { type Alternative, compareTreatments, type Question, type TreatmentFigures } from './compareTreatments';
export { type ConflictPart, conflictWords } from './conflictWords';
export { type ConsumableUse, consumablesOf, consumablesOfUse } from './consumablesOf';
export { filmBuildUp, type ZoneFilm } from './filmBuildUp';
export { drawsInTurn, inTurn, reckoningInTurn, type Turn, turnOf } from './inTurn';
export { alwaysOff, figureName } from './learnedWords';
export { needsOf } from './needsOf';
export {
  type ListedSitting,
  type ListedStep,
  noSummary,
  type PieceSummary,
  summaryOf,
} from './PieceSummary';
export { type PlanDifference, planDifference, planKept } from './planDifference';
export { type FixPreview, previewFix } from './previewFix';
export { type Doing, queueForOne } from './queueForOne';
export type {
  Consumable,
  PieceTask,
  ProductNeed,
  ReckonedStep,
  ReckonedZone,
  Reckoning,
  StepStatus,
  WetZone,
} from './Reckoning';
export { type ReckonInput, reckonPiece } from './reckonPiece';
export { rehearseWorkshop, type WorkshopRehearsal } from './rehearsal';
export { type Room, type Rooms, roomIn, roomOf, roomsOf, spaceOf } from './roomOf';
export type { ColdCan } from './shelfWarmth';
export { hasTime, noTimeWords, rangeOf, type Sitting, sittingParts, sittingsOf, sittingWords } from './sittingsOf';
export { todayOf } from './todayOf';
export { nextOfWet } from './wetZones';
export { type Tried, type WhenTried, whenTried, withTried } from './whenTried';
export { type WoodAhead, woodAhead } from './woodAhead';
export {
  inOrderOfWork,
  type PieceWithTasks,
  type PlaceKind,
  type PlannedSitting,
  placeName,
  type StepInTime,
  stepsInTime,
  type WorkshopPlan,
  workshopPlan,
  workshopProblem,
} from './workshopSchedule';
