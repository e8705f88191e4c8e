import { once } from '../units';
import { ownZoneIds, type Piece, type Surface, type ZoneId } from '../workshop';
import { type Face, type Point, partOfFace, ringsOf } from './Face';
import { formById } from './forms';

/** A zone with its counted faces. */
export interface Zone {
  id: ZoneId;
  faces: Face[];
  areaM2: number;
}

/** Where a face belongs now: moved by hand, or as the form has it. */
export const zoneOfFace = (piece: Pick<Piece, 'faceZones'>, face: Face): ZoneId | 'uncounted' =>
  piece.faceZones[face.id] ??
  (face.hostId ? piece.faceZones[face.hostId] : undefined) ??
  (face.counted ? face.zoneId : 'uncounted');

/** Zones of a piece in the order of its form; those without a counted face are left out. */
export function zonesOf(piece: Piece, faces: readonly Face[]): Zone[] {
  return [...formById(piece.form).zones, ...ownZoneIds].flatMap((id) => {
    const own = faces.filter((f) => zoneOfFace(piece, f) === id);
    return own.length > 0 ? [{ id, faces: own, areaM2: own.reduce((sum, f) => sum + f.areaM2, 0) }] : [];
  });
}

/** What the part of a zone is made of and carries: what is not said follows the carcass. */
export function surfaceOfZone(piece: Pick<Piece, 'surfaces'>, zoneId: ZoneId): Surface {
  if (zoneId === 'hardware') return piece.surfaces.hardware ?? bareMetal;
  return (
    (zoneId in piece.surfaces ? piece.surfaces[zoneId as keyof Piece['surfaces']] : null) ?? piece.surfaces.carcass
  );
}

const bareMetal: Surface = {
  material: { kind: 'metal', speciesId: null, veneerThicknessMm: null },
  oldFinish: { kind: 'none', condition: 'sound' },
};

/** What a face is made of and carries: its part's own surface, that of a new top, or that of the zone it was made for. */
export function surfaceOf(piece: SurfacePiece, face: Pick<Face, 'id' | 'zoneId' | 'hostId'>): Surface {
  const part = partOfFace(face);
  const host = face.hostId ? piece.partSurfaces[face.hostId] : undefined;
  const own = piece.partSurfaces[face.id] ?? host ?? piece.partSurfaces[part] ?? addedSurface(piece, part);
  if (own) return own;
  const zone = surfaceOfZone(piece, face.zoneId);
  const isNewTop = part === 'top' && piece.alterations.some((a) => a.kind === 'new-top');
  return isNewTop ? { ...zone, material: { ...zone.material, kind: 'solid' }, oldFinish: bareMetal.oldFinish } : zone;
}

type SurfacePiece = Pick<Piece, 'surfaces' | 'partSurfaces' | 'alterations' | 'addedParts'>;

const madeOf = { cushion: 'cloth', 'cane-panel': 'cane', glass: 'glass' } as const;

/** What an added part is made of where its kind says so. */
function addedSurface(piece: SurfacePiece, part: string): Surface | undefined {
  const kind = piece.addedParts.find((p) => p.id === part)?.kind;
  const material = kind && kind in madeOf ? madeOf[kind as keyof typeof madeOf] : undefined;
  return material && { ...bareMetal, material: { ...bareMetal.material, kind: material } };
}

type Edge = readonly [Point, Point];

/** Whether two segments lie too far apart to touch: cheap, and true for nearly every pair. */
const apart = (a: Edge, b: Edge): boolean =>
  ([0, 1, 2] as const).some(
    (i) =>
      Math.max(a[0][i], a[1][i]) < Math.min(b[0][i], b[1][i]) - 1e-5 ||
      Math.min(a[0][i], a[1][i]) > Math.max(b[0][i], b[1][i]) + 1e-5,
  );

/** Where along the first of two segments the other one runs with it, m from its start; undefined: nowhere. */
function overlap([p, q]: Edge, b: Edge): readonly [number, number] | undefined {
  const length = Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]);
  if (length < 1e-9) return undefined;
  const u = [(q[0] - p[0]) / length, (q[1] - p[1]) / length, (q[2] - p[2]) / length] as const;
  const along = (r: Point) => {
    const d = [r[0] - p[0], r[1] - p[1], r[2] - p[2]] as const;
    const t = d[0] * u[0] + d[1] * u[1] + d[2] * u[2];
    const off = Math.hypot(d[0] - t * u[0], d[1] - t * u[1], d[2] - t * u[2]);
    return off < 1e-5 ? t : undefined;
  };
  const t1 = along(b[0]);
  const t2 = along(b[1]);
  if (t1 === undefined || t2 === undefined) return undefined;
  const from = Math.max(0, Math.min(t1, t2));
  const to = Math.min(length, Math.max(t1, t2));
  return to - from < 1e-6 ? undefined : [from, to];
}

/** Length that a set of stretches of one line covers, m, each place once. */
function covered(stretches: readonly (readonly [number, number])[]): number {
  let total = 0;
  let end = Number.NEGATIVE_INFINITY;
  for (const [from, to] of [...stretches].sort((x, y) => x[0] - y[0])) {
    total += Math.max(0, to - Math.max(from, end));
    end = Math.max(end, to);
  }
  return total;
}

const edges = once((face: Face): readonly Edge[] =>
  ringsOf(face).flatMap((ring) => ring.map((p, i): Edge => [p, ring[(i + 1) % ring.length]!])),
);

/** Stretches of an edge along which others run. */
function runs(a: Edge, among: readonly Edge[]): (readonly [number, number])[] {
  const found: (readonly [number, number])[] = [];
  for (const b of among) {
    const run = apart(a, b) ? undefined : overlap(a, b);
    if (run) found.push(run);
  }
  return found;
}

/**
 * Length of the border between two sets of faces: the edges they share, each stretch counted once.
 * @returns m; what masking tape follows
 */
export function borderM(one: readonly Face[], other: readonly Face[]): number {
  const otherEdges = other.flatMap(edges);
  const counted: Edge[] = [];
  let total = 0;
  for (const a of one.flatMap(edges)) {
    const shared = runs(a, otherEdges);
    if (shared.length === 0) continue;
    // A stretch that an earlier edge ran along is counted already.
    const before = runs(a, counted);
    total += covered([...shared, ...before]) - covered(before);
    counted.push(a);
  }
  return total;
}

const borders = new WeakMap<Zone, WeakMap<Zone, number>>();

/** Length of the border between two zones, m, measured once for each pair. */
export function borderOf(a: Zone, b: Zone): number {
  const known = borders.get(a) ?? new WeakMap<Zone, number>();
  borders.set(a, known);
  const lineM = known.get(b) ?? borderM(a.faces, b.faces);
  known.set(b, lineM);
  return lineM;
}
