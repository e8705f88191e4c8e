import type { Piece, ZoneId } from '../workshop';
import type { Lab } from './observer';

/**
 * The colour that the dry, sanded wood of a zone was read as: from the zone itself, else from the newest of its sticks that was
 * read bare, since a stick is of the same wood. Null: neither was. It is derived: a reading taken away takes it along.
 */
export function woodRead({ colours, sticks }: Pick<Piece, 'colours' | 'sticks'>, zoneId: ZoneId): Lab | null {
  const own = colours?.[zoneId]?.ground;
  if (own) return own.lab;
  const bare = (sticks ?? [])
    .filter((s) => s.zoneId === zoneId)
    .flatMap((s) => s.readings.filter((r) => r.after === 0 && !r.wet).slice(-1));
  return bare.at(-1)?.lab ?? null;
}
