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

/** Pieces that are measured. Their zones are asked one by one: a workshop may have thousands. */
export const measuredPieces = (pieces: Readonly<Record<string, Piece>>): Piece[] =>
  Object.values(pieces).filter((p) => p.heightM !== null && p.widthM !== null && p.depthM !== null);

/** The first zone that suits, of the first piece that has one. */
function firstOf(
  among: readonly Piece[],
  suits: (piece: Piece, zoneId: ZoneId) => boolean = () => true,
): ZoneRef | undefined {
  for (const piece of among) {
    const zone = woodenZones(piece).find((z) => suits(piece, z.value));
    if (zone) return { pieceId: piece.id, zoneId: zone.value };
  }
  return undefined;
}

/** Where a bench begins: what the address names, else a zone that is to be stained, else any of wood. */
export function firstZone(pieces: Readonly<Record<string, Piece>>, asked: URLSearchParams): ZoneRef | null {
  const named = pieces[asked.get('piece') ?? ''];
  const own = named && (firstOf([named], (_, z) => z === asked.get('zone')) ?? firstOf([named]));
  if (own) return own;
  const all = measuredPieces(pieces);
  const isStained = (p: Piece, z: ZoneId) => p.looks[z] === 'stained-clear';
  const stained = all.filter((p) => p.log.length === 0 && Object.values(p.looks).includes('stained-clear'));
  return firstOf(stained, isStained) ?? firstOf(all) ?? null;
}

/** What is most likely to have to match besides: a piece of the same set, the same zone of another one, another zone. */
export function nextZone(pieces: Readonly<Record<string, Piece>>, there: readonly ZoneRef[]): ZoneRef | undefined {
  const [first] = there;
  if (!first) return undefined;
  const own = pieces[first.pieceId];
  const isTaken = (p: Piece) => there.some((t) => t.pieceId === p.id);
  const others = measuredPieces(pieces).filter((p) => !isTaken(p));
  const inSet = others.filter((p) => own?.setName && p.setName === own.setName);
  const sameZone = (_: Piece, z: ZoneId) => z === first.zoneId;
  const rest = there.flatMap((t) => pieces[t.pieceId] ?? []);
  const free = (p: Piece, z: ZoneId) => !there.some((t) => t.pieceId === p.id && t.zoneId === z);
  return (
    firstOf(inSet, sameZone) ??
    firstOf(
      others.filter((p) => p.log.length === 0),
      sameZone,
    ) ??
    firstOf(others, sameZone) ??
    firstOf(rest, free) ??
    firstOf(others)
  );
}
