import { buildFaces, materialOf, shapeOf, surfaceOfZone, zoneNames, zonesOf } from '@cosmesis/core/piece';
import type { Piece, ZoneId } from '@cosmesis/core/workshop';

/** Zones of a piece whose wood can be coloured, with their names; none where it is not measured yet. */
export function woodenZones(piece: Piece): { value: ZoneId; name: string }[] {
  const shape = shapeOf(piece);
  if (!shape.ok) return [];
  return zonesOf(piece, buildFaces(shape.value))
    .filter((z) => materialOf(surfaceOfZone(piece, z.id).material.kind).wood)
    .map((z) => ({ value: z.id, name: zoneNames[z.id] }));
}

/** A zone of a piece. */
export interface ZoneRef {
  pieceId: string;
  zoneId: ZoneId;
}

/** Where a bench begins: what the address names, else a zone that is to be stained, else any of wood. */
export function firstZone(pieces: Readonly<Record<string, Piece>>, asked: URLSearchParams): ZoneRef | null {
  const named = pieces[asked.get('piece') ?? ''];
  if (named) {
    const zones = woodenZones(named);
    const zone = zones.find((z) => z.value === asked.get('zone')) ?? zones[0];
    if (zone) return { pieceId: named.id, zoneId: zone.value };
  }
  const all = Object.values(pieces).map((piece) => ({ piece, zones: woodenZones(piece) }));
  const stained = all
    .flatMap(({ piece, zones }) => zones.map((z) => ({ piece, zone: z.value })))
    .find(({ piece, zone }) => piece.looks[zone] === 'stained-clear' && piece.log.length === 0);
  if (stained) return { pieceId: stained.piece.id, zoneId: stained.zone };
  const any = all.find(({ zones }) => zones.length > 0);
  return any ? { pieceId: any.piece.id, zoneId: any.zones[0]!.value } : null;
}
