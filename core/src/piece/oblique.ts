import type { Face, Point } from './Face';

/** From where the piece is seen. */
export type View = 'right' | 'left' | 'below' | 'open';

/** How far a metre of depth goes to the right and up, m. */
export const drawnDepth = { x: 0.42, y: 0.36 };

/** Oblique projection, front true to scale, for each side the viewer can take. */
export const oblique =
  (view: View, widthM: number) =>
  ([x, y, z]: Point): [number, number] => {
    const sx = view === 'left' ? widthM - x : x;
    return [sx + z * drawnDepth.x, view === 'below' ? -y + z * drawnDepth.y : -y - z * drawnDepth.y];
  };

const shows: Readonly<Record<View, ReadonlySet<Face['side']>>> = {
  right: new Set(['front', 'right', 'up', 'round']),
  left: new Set(['front', 'left', 'up', 'round']),
  below: new Set(['front', 'right', 'down', 'round']),
  open: new Set(['front', 'back', 'left', 'right', 'up', 'down', 'round']),
};

/** Where on a face a point of the drawing lies, as shares of the face's width and height, kept within it. */
export function placeOnFace(
  face: Face,
  to: (p: Point) => [number, number],
  [x, y]: readonly [number, number],
): [number, number] {
  const o = to(face.outline[0]!);
  const a = to(face.outline[1]!);
  const b = to(face.outline.at(-1)!);
  const [ax, ay, bx, by] = [a[0] - o[0], a[1] - o[1], b[0] - o[0], b[1] - o[1]];
  const area = ax * by - ay * bx;
  if (Math.abs(area) < 1e-9) return [0.5, 0.5];
  const [dx, dy] = [x - o[0], y - o[1]];
  const within = (share: number) => Math.round(Math.min(0.97, Math.max(0.03, share)) * 1000) / 1000;
  return [within((dx * by - dy * bx) / area), within((ax * dy - ay * dx) / area)];
}

/** The path around rings. */
export const outlinePath = (rings: readonly (readonly Point[])[], to: (p: Point) => [number, number]): string =>
  rings
    .map((ring) => {
      const spots = ring.map((p) =>
        to(p)
          .map((c) => c.toFixed(4))
          .join(' '),
      );
      return `M${spots.join('L')}Z`;
    })
    .join('');

/** The faces seen from a side, the farthest first, so that nearer ones cover them. */
export function facesInView(faces: readonly Face[], view: View): Face[] {
  const far = (f: Face) => {
    const n = f.outline.length;
    const [x, y, z] = f.outline.reduce<[number, number, number]>(
      (s, p) => [s[0] + p[0] / n, s[1] + p[1] / n, s[2] + p[2] / n],
      [0, 0, 0],
    );
    return z - (view === 'left' ? -x : x) * drawnDepth.x - (view === 'below' ? -y : y) * drawnDepth.y;
  };
  return faces
    .filter((f) => (view === 'open' ? f.inside : !f.inside && shows[view].has(f.side)))
    .sort((a, b) => far(b) - far(a));
}
