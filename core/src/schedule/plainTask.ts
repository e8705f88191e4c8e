import type { Task } from './WorkshopProblem';

/** A task that nothing binds, takes nobody and waits for nothing. */
export const plainTask = (pieceId: string, id: string): Task => ({
  id,
  pieceId,
  handsMin: 0,
  divisible: false,
  lags: [],
  notBefore: null,
  closed: [],
  air: null,
  places: [],
  setUp: null,
  pin: null,
  fixed: null,
  held: null,
  counts: false,
});
