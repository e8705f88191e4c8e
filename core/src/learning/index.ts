export { believe } from './believe';
export { evidenceOf } from './evidenceOf';
export { dryKey, figureOf, litresKey, minutesKey } from './figureKeys';
export type { Belief, Evidence, FigureOf, LeftOut, Taught, TaughtFigure, TaughtWorkshop } from './Learned';
export { asTaught, learnedFrom, taughtWorkshop } from './learnedFrom';
export { type Apart, plannedAgainstActual } from './plannedAgainstActual';
