import { replan, type Shop } from '@cosmesis/core/finishing';
import type { Piece, Workshop } from '@cosmesis/core/workshop';
import { current, type Draft } from 'immer';
import { theStore } from './theStore';

/** Shelf and house as they are in a draft. */
export const shopOf = (draft: Draft<Workshop>): Shop => ({
  products: current(draft.products),
  settings: current(draft.settings),
});

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
      piece.steps = replan(current(piece), shopOf(draft)).steps as Draft<Piece>['steps'];
    },
    mergeKey,
  );
}

/** Acting hook: a function that edits one piece. */
export const useEditPiece =
  (pieceId: string) =>
  (label: string, change: (piece: Draft<Piece>) => void, mergeKey: string | null = null): void =>
    editPiece(pieceId, label, change, mergeKey);
