import { formById } from '../piece';
import { type Piece, zoneIds } from '../workshop';

/** What each zone has to bear: as the survey says, and a child's piece all over what a child's piece has to. */
export function wearIn(piece: Pick<Piece, 'form' | 'wear'>): Piece['wear'] {
  if (formById(piece.form).family !== 'cot') return piece.wear;
  return { ...Object.fromEntries(zoneIds.map((z) => [z, 'child-food' as const])), ...piece.wear };
}
