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

/** What is most likely to have to match besides: a piece of the same set, the same zone of another one, another zone. */
export function nextZone(pieces: Readonly<Record<string, Piece>>, there: readonly ZoneRef[]): ZoneRef | undefined {
  const first = there[0];
  const taken = (z: ZoneRef) => there.some((t) => t.pieceId === z.pieceId && t.zoneId === z.zoneId);
  const own = first && pieces[first.pieceId];
  const rank = (z: ZoneRef): number => {
    const piece = pieces[z.pieceId]!;
    if (there.some((t) => t.pieceId === z.pieceId)) return 3;
    if (z.zoneId !== first?.zoneId) return 4;
    return own?.setName && piece.setName === own.setName ? 0 : piece.log.length === 0 ? 1 : 2;
  };
  return Object.values(pieces)
    .flatMap((p) => woodenZones(p).map((z): ZoneRef => ({ pieceId: p.id, zoneId: z.value })))
    .filter((z) => !taken(z))
    .sort((a, b) => rank(a) - rank(b))[0];
}
