import { addedFaces, pullFaces } from './addedFaces';
import { carcassPiece } from './carcassFaces';
import { cutAreas } from './cutAreas';
import { deskPiece } from './deskFaces';
import { type Face, partOfFace } from './Face';
import { bedHeadPiece, boardPiece, framePiece } from './flatFaces';
import { type Form, formById } from './forms';
import type { Shape } from './Shape';
import { chairPiece, cotPiece } from './seatFaces';
import { dressingTablePiece, slopePiece } from './slopeFaces';
import { tablePiece } from './tableFaces';

const builders: Readonly<Record<Form['family'], (shape: Shape, form: Form) => Face[]>> = {
  drawers: carcassPiece,
  doors: carcassPiece,
  lidded: carcassPiece,
  table: tablePiece,
  slope: slopePiece,
  desk: deskPiece,
  'dressing-table': dressingTablePiece,
  chair: chairPiece,
  cot: cotPiece,
  board: boardPiece,
  frame: framePiece,
  'bed-head': bedHeadPiece,
};

/** A form with the changes of this piece: a new top has its own overhang, a squared base stands on a plinth. */
function altered(shape: Shape): { shape: Shape; form: Form } {
  const form = formById(shape.form);
  const alterations = shape.alterations ?? [];
  const newTop = alterations.find((a) => a.kind === 'new-top');
  const squared = alterations.some((a) => a.kind === 'base-squared') && form.legs.includes('plinth');
  return {
    shape: squared ? { ...shape, legs: 'plinth' } : shape,
    form: newTop?.girthM ? { ...form, overhangM: newTop.girthM } : form,
  };
}

/**
 * Every face of a piece: the one source of its areas and of its drawing.
 * @param given dimensions over all, m, 0.005…10; parts added, removed and altered
 */
export function buildFaces(given: Shape): Face[] {
  const { shape, form } = altered(given);
  const own = builders[form.family](shape, form);
  const stripped = (shape.alterations ?? []).filter(
    (a) => a.kind === 'ornament-removed' || a.kind === 'ornament-filled',
  );
  const gone = new Set([
    ...(shape.removedParts ?? []),
    // Ornament is measured as a moulding on a face; taken off or filled flush, it is no longer there.
    ...(shape.addedParts ?? [])
      .filter((p) => p.kind === 'moulding' && stripped.some((a) => a.faceId !== null && a.faceId === p.faceId))
      .map((p) => p.id),
  ]);
  const all = [...own, ...pullFaces(own, shape), ...addedFaces(own, shape)];
  return cutAreas(gone.size === 0 ? all : all.filter((f) => !gone.has(partOfFace(f))), shape.areas ?? []);
}
