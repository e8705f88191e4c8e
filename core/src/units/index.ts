export { formatTemperature, formatTemperatureDifference, parseHumidity, parseTemperature } from './air';
export { contentHash } from './contentHash';
export { DomainError, requireWithin } from './DomainError';
export { groupedBy } from './groupedBy';
export {
  formatArea,
  formatLength,
  lengthLimitsM,
  parseDistance,
  parseLength,
  runningLength,
  type UnitSystem,
} from './length';
export { instantOf, latestFirst, minuteOf } from './minuteOf';
export { exactMoney, inMinor, minorDigits, money } from './money';
export { once } from './once';
export { isTwoWays, parseNumber, readNumber, twoWaysIssue } from './parseNumber';
export { addRanges, certain, invertRange, multiplyRanges, type Range, scaleRange } from './Range';
export { good, type Issue, type Result, refused } from './Result';
export { seededRandom } from './seededRandom';
export {
  aboutTime,
  clockTime,
  dateName,
  dayEndMin,
  dayName,
  dayTime,
  duration,
  fullDate,
  weekdayName,
} from './timeWords';
export { formatAbout, formatVolume, litresPerUsGallon, parseVolume, theoreticalSpreadM2PerL } from './volume';
