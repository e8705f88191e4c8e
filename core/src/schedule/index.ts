export { type AirBar, closesAt, dustFreeAt, type LagInAir, type LagTimes, opensAt, remembered } from './lagTimes';
export { oneAtATime, type Queued, type Waiting } from './oneAtATime';
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
export { keptWorkCalendar, type Shift, type WorkCalendar, workCalendar } from './WorkCalendar';
export type {
  Binding,
  MissedWindow,
  PlacedTask,
  Task,
  TaskAir,
  TaskLag,
  TaskPiece,
  Unplaced,
  WorkshopProblem,
  WorkshopSchedule,
} from './WorkshopProblem';
