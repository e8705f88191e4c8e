import { replan } from '@cosmesis/core/finishing';
import type { Piece } from '@cosmesis/core/workshop';
import { current, type Draft } from 'immer';
import { theStore } from './theStore';

/** Changes a piece and makes its plan again from what it is now; logged steps stay as they were. */
export function editPiece(
  pieceId: string,
  label: string,
  change: (piece: Draft<Piece>) => void,
  mergeKey: string | null = null,
): void {
  theStore().transact(
    label,
    (draft) => {
      const piece = draft.pieces[pieceId];
      if (!piece) throw new Error('the piece is gone');
      change(piece);
      piece.steps = replan(current(piece), current(draft.products)).steps as Draft<Piece>['steps'];
    },
    mergeKey,
  );
}

/** Acting hook: a function that edits one piece. */
export const useEditPiece =
  (pieceId: string) =>
  (label: string, change: (piece: Draft<Piece>) => void, mergeKey: string | null = null): void =>
    editPiece(pieceId, label, change, mergeKey);
