export { fitWithin, keptPx, notAPhoto, smallPx, unreadablePhoto } from './photoFile';
export { type TakenAt, takenAt } from './takenAt';
