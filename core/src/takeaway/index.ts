export { quantitiesToCsv } from './quantitiesToCsv';
export { stepsToICalendar, stepTitle } from './stepsToICalendar';
