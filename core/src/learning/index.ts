export { believe } from './believe';
export { evidenceOf, suppliesEvidence } from './evidenceOf';
export { dryKey, figureOf, hidesKey, litresKey, minutesKey, usesKey } from './figureKeys';
export { inMoney, type Prices } from './inMoney';
export type { Belief, Evidence, FigureOf, LeftOut, Taught, TaughtFigure, TaughtWorkshop } from './Learned';
export { asTaught, learnedFrom, taughtWorkshop } from './learnedFrom';
export { type Apart, plannedAgainstActual } from './plannedAgainstActual';
