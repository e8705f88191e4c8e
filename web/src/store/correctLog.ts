import type { LogEntry } from '@cosmesis/core/workshop';
import { theStore } from './theStore';
import { editPiece } from './useEditPiece';

/** Corrects an entry of the log. */
export function correctEntry(pieceId: string, entryId: string, change: Partial<Omit<LogEntry, 'id' | 'stepId'>>): void {
  theStore().transact('Correct the log', (draft) => {
    const entry = draft.pieces[pieceId]?.log.find((e) => e.id === entryId);
    if (!entry) throw new Error('the entry is gone');
    Object.assign(entry, change);
  });
}

/** Takes an entry out of the log: the step is planned again. */
export function removeEntry(pieceId: string, entryId: string): void {
  editPiece(pieceId, 'Take a step out of the log', (piece) => {
    piece.log = piece.log.filter((e) => e.id !== entryId);
  });
}
