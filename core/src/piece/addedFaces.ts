import type { AddedPart, ZoneId } from '../workshop';
import type { Face, Point } from './Face';
import type { Shape } from './Shape';
import { plate } from './solids';

type Vector = readonly [number, number, number];
const minus = (a: Point, b: Point): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const length = (v: Vector): number => Math.hypot(...v) || 1;
const unit = (v: Vector): Vector => v.map((c) => c / length(v)) as unknown as Vector;

/** A little in front of its face, so that it is drawn after it, m. */
const liftM = 0.004;
const toViewer: Readonly<Record<Face['side'], Vector>> = {
  front: [0, 0, -liftM],
  back: [0, 0, liftM],
  left: [-liftM, 0, 0],
  right: [liftM, 0, 0],
  up: [0, liftM, 0],
  down: [0, -liftM, 0],
  round: [0, 0, -liftM],
};

/**
 * A point of a face. @param at shares of its width and height from the corner its outline begins with, 0…1
 * @returns m
 */
export function pointOnFace(face: Face, [u, v]: readonly [number, number]): Point {
  const o = face.outline[0]!;
  const a = minus(face.outline[1]!, o);
  const b = minus(face.outline.at(-1)!, o);
  const out = toViewer[face.side];
  return [0, 1, 2].map((i) => o[i]! + a[i]! * u + b[i]! * v + out[i]!) as unknown as Point;
}

/** A rectangle that lies on a face, centred on a place of it. */
function onFace(face: Face, at: readonly [number, number], alongM: number, acrossM: number): Point[] {
  const c = pointOnFace(face, at);
  const a = unit(minus(face.outline[1]!, face.outline[0]!));
  const b = unit(minus(face.outline.at(-1)!, face.outline[0]!));
  const corner = (s: number, t: number) =>
    [0, 1, 2].map((i) => c[i]! + (a[i]! * s * alongM) / 2 + (b[i]! * t * acrossM) / 2) as unknown as Point;
  return [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
}

/** Surface of one pull with its back and edges, m² (from memory). */
const pullAreaM2 = 0.006;
const knobM = 0.03;

/** Pulls on the fronts: where they sit, and their surface, counted once the hardware gets a treatment of its own. */
export function pullFaces(faces: readonly Face[], shape: Shape): Face[] {
  const { counted = false, spacingM = null } = shape.hardware ?? {};
  return faces.flatMap((face) => {
    const door = face.id.startsWith('door-');
    const at: (readonly [number, number])[] =
      face.fittings.pulls === 0
        ? []
        : face.fittings.pulls === 2
          ? [
              [0.25, 0.5],
              [0.75, 0.5],
            ]
          : [door ? [0.9, 0.55] : [0.5, 0.5]];
    return at.map((spot, i) => ({
      ...plate(
        `pull-${face.id.replace('/front', '')}-${i + 1}/front`,
        `Pull ${i + 1} of ${face.name.toLowerCase()}`,
        'hardware' as ZoneId,
        'front',
        onFace(face, spot, spacingM === null ? knobM : spacingM + 0.02, spacingM === null ? knobM : 0.018),
        { counted },
      ),
      areaM2: pullAreaM2,
    }));
  });
}

/** Surface of an added part, m², from its measures. */
function addedAreaM2({ kind, lengthM: l, girthM: g, count }: AddedPart): number {
  switch (kind) {
    case 'panel':
    case 'cane-panel':
      return 2 * l * g * count;
    case 'cushion':
      return 2 * (l * g + 0.08 * (l + g)) * count;
    case 'spindles':
      return Math.PI * g * l * count;
    default:
      return l * g * count;
  }
}

/** The face of the form that an added part is drawn on: the one it was put on, else the largest front. */
function hostOf(faces: readonly Face[], faceId: string | null): Face | undefined {
  const named = faces.find((f) => f.id === faceId);
  if (named) return named;
  const fronts = faces.filter((f) => f.side === 'front' && !f.inside);
  return fronts.sort((a, b) => b.areaM2 - a.areaM2)[0] ?? faces[0];
}

/** Parts that were added to a piece, and what its alterations add: measured from their own measures, drawn on their face. */
export function addedFaces(faces: readonly Face[], shape: Shape): Face[] {
  const alterations = (shape.alterations ?? []).flatMap((a): AddedPart[] =>
    (a.kind === 'moulding-added' || a.kind === 'trim-added' || a.kind === 'backplate') && a.lengthM && a.girthM
      ? [
          {
            id: a.id,
            kind: a.kind === 'backplate' ? 'panel' : 'moulding',
            name: { 'moulding-added': 'Moulding, added', 'trim-added': 'Trim, added', backplate: 'Backplate' }[a.kind],
            zoneId: a.zoneId,
            faceId: a.faceId,
            lengthM: a.lengthM,
            girthM: a.girthM,
            count: 1,
          },
        ]
      : [],
  );
  return [...(shape.addedParts ?? []), ...alterations].flatMap((part) => {
    const host = hostOf(faces, part.faceId);
    if (!host) return [];
    const spread = part.kind === 'spindles' ? part.count : 1;
    const areaM2 = addedAreaM2(part) / spread;
    return Array.from({ length: spread }, (_, i) => {
      const at = [(i + 1) / (spread + 1), 0.5] as const;
      const [along, across] =
        part.kind === 'spindles'
          ? [part.girthM, part.lengthM]
          : part.kind === 'moulding' || part.kind === 'rail'
            ? [part.lengthM, part.girthM / 2]
            : [part.lengthM, part.girthM];
      return {
        ...plate(
          `${part.id}/${spread > 1 ? i + 1 : 'front'}`,
          spread > 1 ? `${part.name} ${i + 1}` : part.name,
          part.zoneId,
          host.side === 'round' ? 'front' : host.side,
          onFace(host, at, along, across),
          { counted: part.kind !== 'glass' },
        ),
        areaM2,
        ...(part.kind === 'moulding' ? { shape: 'moulded' as const } : {}),
        ...(part.kind === 'spindles' ? { shape: 'turned' as const } : {}),
      };
    });
  });
}
