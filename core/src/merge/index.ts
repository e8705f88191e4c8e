export { type ConflictShown, conflictShown, type FieldApart } from './conflictWords';
export { asReceived, type Conflict, type Merged, mergeWorkshops, type Side } from './mergeWorkshops';
export { someOf } from './someOf';
