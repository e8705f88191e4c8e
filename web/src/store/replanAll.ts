import { replan } from '@cosmesis/core/finishing';
import type { Piece, Workshop } from '@cosmesis/core/workshop';
import { current, type Draft } from 'immer';
import { shopOf } from './useEditPiece';

/** Plans every piece again, after a product was changed. */
export function replanAll(draft: Draft<Workshop>): void {
  for (const piece of Object.values(draft.pieces)) {
    if (piece.steps.length > 0) piece.steps = replan(current(piece), shopOf(draft)).steps as Draft<Piece>['steps'];
  }
}
