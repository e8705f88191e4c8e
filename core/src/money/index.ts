export { type Earned, type EarnedBy, earned, earnedBy } from './earned';
export { earnedToCsv } from './earnedToCsv';
export { minutesWorked } from './hoursWorked';
export { productsCost, suppliesCost } from './materialsCost';
