import { borderM, type Face, type Species, speciesById, surfaceOf, type Zone } from '../piece';
import type { DamageKind, LookKind, Piece, Surface, ZoneId } from '../workshop';
import { gluedDamage } from './surfaceState';

/** A zone that shares an edge with another one. */
interface Neighbour {
  zoneId: ZoneId;
  look: LookKind;
  lineM: number;
}

/** What the generator knows of one zone before it plans it. */
export interface Situation {
  zoneId: ZoneId;
  areaM2: number;
  look: LookKind;
  surfaces: readonly Surface[];
  species: readonly Species[];
  /** Carries an old film or wax. */
  hasFinish: boolean;
  hasWax: boolean;
  /** The old finish has to come off. */
  strips: boolean;
  /** Stripping by chemical: veneer, board and turned or shaped work. */
  chemical: boolean;
  thick: boolean;
  /** null: no veneer in the zone; thicknessMm null: unknown. The thinnest counts. */
  veneer: { thicknessMm: number | null } | null;
  glued: number;
  corners: number;
  dents: number;
  neighbours: readonly Neighbour[];
}

/** The look of a zone: what was chosen; legs and other zones without a choice are left alone. */
export const lookOf = (piece: Pick<Piece, 'looks'>, zoneId: ZoneId): LookKind => piece.looks[zoneId] ?? 'leave';

function thinnestVeneer(surfaces: readonly Surface[]): Situation['veneer'] {
  const veneers = surfaces.filter((s) => s.material.kind === 'veneer').map((s) => s.material.veneerThicknessMm);
  if (veneers.length === 0) return null;
  const known = veneers.filter((t) => t !== null);
  return { thicknessMm: known.length < veneers.length ? null : Math.min(...known) };
}

/** Looks under which the wood, or its old finish, is seen: tape between them and paint. */
export const isClear = (look: LookKind): boolean => look !== 'painted' && look !== 'leave';

/** Drawers and doors are off while they are worked on, so their border with the carcass needs no tape. */
const comesOff = (a: ZoneId, b: ZoneId): boolean =>
  (a === 'fronts' && b === 'carcass') || (a === 'carcass' && b === 'fronts');

/** What the generator knows of every zone. */
export function situationsOf(piece: Piece, zones: readonly Zone[]): Situation[] {
  const borders = new Map<string, number>();
  zones.forEach((a, i) => {
    for (const b of zones.slice(i + 1)) {
      const lineM = comesOff(a.id, b.id) ? 0 : borderM(a.faces, b.faces);
      borders.set(`${a.id}|${b.id}`, lineM).set(`${b.id}|${a.id}`, lineM);
    }
  });
  return zones.map((zone) => {
    const surfaces = [...new Set(zone.faces.map((f: Face) => surfaceOf(piece, f.zoneId)))];
    const look = lookOf(piece, zone.id);
    const hasFinish = surfaces.some((s) => s.oldFinish.kind !== 'none');
    const film = surfaces.filter((s) => s.oldFinish.kind !== 'none' && s.oldFinish.kind !== 'wax');
    const worn = film.some((s) => s.oldFinish.condition !== 'sound');
    const places = (kinds: readonly DamageKind[]) =>
      piece.damage.filter((d) => d.zoneId === zone.id && kinds.includes(d.kind)).reduce((n, d) => n + d.count, 0);
    return {
      zoneId: zone.id,
      areaM2: zone.areaM2,
      look,
      surfaces,
      species: surfaces.map((s) => speciesById(s.material.speciesId)),
      hasFinish,
      hasWax: surfaces.some((s) => s.oldFinish.kind === 'wax' || s.oldFinish.kind === 'unknown'),
      strips: film.length > 0 && (look === 'painted' ? worn : look !== 'leave' && look !== 'refreshed'),
      chemical: zone.id === 'legs' || surfaces.some((s) => s.material.kind !== 'solid'),
      thick: film.some((s) => s.oldFinish.condition === 'thick'),
      veneer: thinnestVeneer(surfaces),
      glued: places(gluedDamage),
      corners: places(['missing-corner']),
      dents: places(['dent']),
      neighbours: zones
        .filter((z) => z.id !== zone.id)
        .map((z) => ({ zoneId: z.id, look: lookOf(piece, z.id), lineM: borders.get(`${zone.id}|${z.id}`) ?? 0 }))
        .filter((n) => n.lineM > 0),
    };
  });
}
