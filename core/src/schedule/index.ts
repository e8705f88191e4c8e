export { type Constraint, conflictOf, constraintsOf, relaxed, seekConflict } from './conflictOf';
export { type AirBar, closesAt, dustFreeAt, type LagInAir, type LagTimes, opensAt, remembered } from './lagTimes';
export { oneAtATime, type Queued, type Waiting } from './oneAtATime';
export { plainTask } from './plainTask';
export {
  type Cause,
  type Outcome,
  type Rehearsal,
  rehearse,
  rehearsed,
  type Spread,
  usualSpread,
} from './rehearse';
export type { Activity, Lag, Placed, ScheduleAnswer, ScheduleProblem, SharedAir } from './ScheduleProblem';
export { scheduleFaults } from './scheduleFaults';
export { scheduleInOrder } from './scheduleInOrder';
export { improvingSchedule, scheduleWorkshop } from './scheduleWorkshop';
export {
  jointCalendar,
  keptWorkCalendar,
  ownHands,
  peopleOf,
  type Shift,
  type WorkCalendar,
  workCalendar,
} from './WorkCalendar';
export type {
  Binding,
  MissedWindow,
  PlacedTask,
  SetUp,
  Task,
  TaskAir,
  TaskLag,
  TaskPiece,
  TaskPlace,
  Unplaced,
  WorkshopOrder,
  WorkshopProblem,
  WorkshopSchedule,
} from './WorkshopProblem';
export { stillFilledMin } from './WorkshopProblem';
