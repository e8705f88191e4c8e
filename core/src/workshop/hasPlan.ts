import type { Piece } from './schema';

/** Whether there is anything to plan, or something has been done. */
export const hasPlan = (piece: Pick<Piece, 'looks' | 'log'>): boolean =>
  piece.log.length > 0 || Object.values(piece.looks).some((look) => look !== 'leave');

/** Whether the lead test is logged as done while no result of it is recorded. */
export const leadOutstanding = ({ lead, log }: Pick<Piece, 'lead' | 'log'>): boolean =>
  lead.result === 'unknown' &&
  !lead.licensedWork &&
  log.some(({ step, doneAt }) => step.test === 'lead' && doneAt !== null);
