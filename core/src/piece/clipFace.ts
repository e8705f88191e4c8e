import { type Face, type Point, polygonAreaM2, ringsOf } from './Face';

type Outline = readonly Point[];

/** The part of a plane outline on one side of a height: `keep` says which. */
function cut(outline: Outline, y: number, keep: 'below' | 'above'): Point[] {
  const inside = (p: Point) => (keep === 'below' ? p[1] <= y : p[1] >= y);
  return outline.flatMap((a, i): Point[] => {
    const b = outline[(i + 1) % outline.length]!;
    const own = inside(a) ? [a] : [];
    if (inside(a) === inside(b)) return own;
    const t = (y - a[1]) / (b[1] - a[1]);
    return [...own, [a[0] + t * (b[0] - a[0]), y, a[2] + t * (b[2] - a[2])]];
  });
}

type Drawn = Pick<Face, 'outline' | 'rings'>;

/**
 * The part of a face between two heights from the floor, as it is drawn.
 * @param lowM lower height, m; @param highM upper height, m
 * @returns the corners of each of its rings, those of holes too; none where nothing of it lies between
 */
export const faceBetween = (face: Drawn, lowM: number, highM: number): Point[][] =>
  ringsOf(face)
    .map((ring) => cut(cut(ring, highM, 'below'), lowM, 'above'))
    .filter((ring) => ring.length >= 3);

/** What of a face is drawn below a height, m². */
const drawnM2 = ({ outline, rings = [{ points: outline, hole: false }] }: Drawn, y: number): number =>
  rings.reduce((sum, r) => sum + (r.hole ? -1 : 1) * polygonAreaM2(cut(r.points, y, 'below')), 0);

/** Share of a face, as it is drawn, that lies below a height, 0…1. @param y height from the floor, m */
export function shareBelow(face: Drawn, y: number): number {
  const whole = drawnM2(face, Number.POSITIVE_INFINITY);
  return whole > 0 ? drawnM2(face, y) / whole : 0;
}
