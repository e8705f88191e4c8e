export { oneAtATime, type Queued, type Waiting } from './oneAtATime';
export type { Activity, Lag, Placed, ScheduleAnswer, ScheduleProblem, SharedAir } from './ScheduleProblem';
export { scheduleInOrder } from './scheduleInOrder';
export { keptWorkCalendar, type Shift, type WorkCalendar, workCalendar } from './WorkCalendar';
