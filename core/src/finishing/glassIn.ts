import { formById } from '../piece';
import type { PartKind, Piece, ZoneId } from '../workshop';

/** A mirror or a pane: what it is called, and the zone it sits in. */
interface Glass {
  id: string;
  part: 'mirror' | 'glass';
  what: string;
  zoneId: ZoneId;
}

/** Whether a part is of glass. */
export const isGlass = (part: PartKind | null): boolean => part === 'mirror' || part === 'glass';

/** The glass of a piece: what its form has, and what was added to it. */
export function glassIn(piece: Pick<Piece, 'form' | 'addedParts' | 'removedParts'>): Glass[] {
  const { family } = formById(piece.form);
  const own: Glass[] =
    family === 'dressing-table' && !piece.removedParts.includes('mirror-glass')
      ? [{ id: 'mirror-glass', part: 'mirror', what: 'mirror', zoneId: 'carcass' }]
      : [];
  const added = piece.addedParts.flatMap(({ id, kind, zoneId }): Glass[] =>
    kind === 'glass' ? [{ id, part: 'glass', what: 'glass', zoneId }] : [],
  );
  return [...own, ...added];
}
