import type { ZoneId } from '../workshop';

/** A point of the piece, m: x to the right, y up, z from the front to the back. */
export type Point = readonly [x: number, y: number, z: number];

/** Which way a face looks; round faces look to every side. */
export type Side = 'front' | 'back' | 'left' | 'right' | 'up' | 'down' | 'round';

/** One measured surface. What is drawn is what is measured: both read `outline`. */
export interface Face {
  /** Stable path, e.g. `drawer-2/front`. */
  id: string;
  name: string;
  /** The zone it belongs to unless it was moved; also the key of what it is made of. */
  zoneId: ZoneId;
  side: Side;
  /** Corners in order; of a round face the silhouette. */
  outline: readonly Point[];
  areaM2: number;
  /** Whether the form counts it unless told otherwise. */
  counted: boolean;
  /** Seen only when the piece is opened. */
  inside: boolean;
  /** Hardware on it: pulls, or a pair of hinges. */
  fittings: { pulls: number; hinges: number };
  /** Moulded or turned work, where its outline does not show it. */
  shape?: 'moulded' | 'turned';
  /** The face an area is cut out of. */
  hostId?: string;
  /** Where areas are cut, what of the outline is its own; left out: all of it. */
  rings?: readonly { points: readonly Point[]; hole: boolean }[];
}

/** The part a face belongs to: the first segment of its id. */
export const partOfFace = (face: Pick<Face, 'id'>): string => face.id.split('/')[0] ?? face.id;

/** Every line around what is a face's own: one ring, or, where areas are cut, several and those of its holes. */
export const ringsOf = ({ outline, rings }: Pick<Face, 'outline' | 'rings'>): (readonly Point[])[] =>
  rings ? rings.map((r) => r.points) : [outline];

/**
 * Area of a plane polygon.
 * @param outline corners in order, m, at least 3
 * @returns m²
 * Source: half the sum of cross products (shoelace). Check: corners of a 2 × 3 rectangle → 6
 */
export function polygonAreaM2(outline: readonly Point[]): number {
  const sum: [number, number, number] = [0, 0, 0];
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    sum[0] += a[1] * b[2] - a[2] * b[1];
    sum[1] += a[2] * b[0] - a[0] * b[2];
    sum[2] += a[0] * b[1] - a[1] * b[0];
  });
  return Math.hypot(...sum) / 2;
}

/**
 * Lateral area of a frustum of a cone.
 * @param radius1M radius at one end, m, ≥ 0
 * @param radius2M radius at the other end, m, ≥ 0
 * @param heightM height between them, m, > 0
 * @returns π·s·(r₁ + r₂), m², where s is the slant height
 * Check: 3, 6, 4 → s = 5, 45π = 141.3717
 */
export const frustumLateralAreaM2 = (radius1M: number, radius2M: number, heightM: number): number =>
  Math.PI * Math.hypot(heightM, radius2M - radius1M) * (radius1M + radius2M);
