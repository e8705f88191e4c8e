import type { Piece } from './schema';

/** Whether there is anything to plan, or something has been done. */
export const hasPlan = (piece: Pick<Piece, 'looks' | 'log'>): boolean =>
  piece.log.length > 0 || Object.values(piece.looks).some((look) => look !== 'leave');
