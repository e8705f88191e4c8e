import type { Piece } from '@cosmesis/core/workshop';
import type { Draft } from 'immer';
import { theStore } from './theStore';

/** Changes what was entered of a piece; its plan follows by itself. */
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
    },
    mergeKey,
  );
}

/** Acting hook: a function that edits one piece. */
export const useEditPiece =
  (pieceId: string) =>
  (label: string, change: (piece: Draft<Piece>) => void, mergeKey: string | null = null): void =>
    editPiece(pieceId, label, change, mergeKey);
