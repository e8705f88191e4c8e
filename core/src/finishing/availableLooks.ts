import { type Face, surfaceOf } from '../piece';
import { type LookKind, lookKinds, type Piece } from '../workshop';

/** Names of looks. */
export const lookNames: Readonly<Record<LookKind, string>> = {
  'natural-clear': 'natural clear',
  'stained-clear': 'stained and clear',
  painted: 'painted',
  leave: 'left alone',
};

/** A look with the reason why these faces cannot have it, or null where they can. */
export interface LookChoice {
  look: LookKind;
  barredBecause: string | null;
}

/** Which looks the faces of a zone can have: what the survey forces is said plainly. */
export function availableLooks(piece: Piece, faces: readonly Face[]): LookChoice[] {
  const board = faces
    .map((f) => surfaceOf(piece, f.zoneId).material.kind)
    .find((k) => k === 'mdf' || k === 'particleboard');
  const showsWood = (look: LookKind) => look === 'natural-clear' || look === 'stained-clear';
  return lookKinds.map((look) => ({
    look,
    barredBecause:
      board && showsWood(look)
        ? `${board === 'mdf' ? 'MDF' : 'Particleboard'} has no grain to show: paint it or leave it alone.`
        : null,
  }));
}
