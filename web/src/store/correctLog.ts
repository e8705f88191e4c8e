import { replan } from '@cosmesis/core/finishing';
import type { LogEntry, Piece } from '@cosmesis/core/workshop';
import { current, type Draft } from 'immer';
import { plain, shelfFollows } from './shelfOfLog';
import { theStore } from './theStore';
import { shopOf } from './useEditPiece';

/** Corrects an entry of the log. */
export function correctEntry(pieceId: string, entryId: string, change: Partial<Omit<LogEntry, 'id' | 'stepId'>>): void {
  theStore().transact('Correct the log', (draft) => {
    const entry = draft.pieces[pieceId]?.log.find((e) => e.id === entryId);
    if (!entry) throw new Error('the entry is gone');
    const before = { ...plain(entry) };
    Object.assign(entry, change);
    shelfFollows(draft, pieceId, entry.stepId, before, plain(entry));
  });
}

/** Takes an entry out of the log: the step is planned again. */
export function removeEntry(pieceId: string, entryId: string): void {
  theStore().transact('Take a step out of the log', (draft) => {
    const piece = draft.pieces[pieceId];
    const entry = piece?.log.find((e) => e.id === entryId);
    if (!piece || !entry) throw new Error('the entry is gone');
    shelfFollows(draft, pieceId, entry.stepId, plain(entry), null);
    piece.log = piece.log.filter((e) => e.id !== entryId);
    piece.steps = replan(current(piece), shopOf(draft)).steps as Draft<Piece>['steps'];
  });
}
