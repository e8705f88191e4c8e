export { type Earned, type EarnedBy, earned, earnedBy } from './earned';
export { earnedToCsv } from './earnedToCsv';
export { minutesWorked } from './hoursWorked';
export { productsCost, suppliesCost } from './materialsCost';
export { workSpread } from './workSpread';
export {
  type Deal,
  marketName,
  marketPiece,
  type SeenAtMarket,
  type Worth,
  type WorthBuying,
  worthBuying,
} from './worthBuying';
