import { type Face, type Point, polygonAreaM2 } from './Face';

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

/**
 * The part of a face between two heights from the floor, as it is drawn.
 * @param lowM lower height, m; @param highM upper height, m
 * @returns its corners; fewer than three where nothing of it lies between
 */
export const faceBetween = (face: Pick<Face, 'outline'>, lowM: number, highM: number): Point[] =>
  cut(cut(face.outline, highM, 'below'), lowM, 'above');

/** Share of a face, as it is drawn, that lies below a height, 0…1. @param y height from the floor, m */
export function shareBelow(face: Pick<Face, 'outline'>, y: number): number {
  const whole = polygonAreaM2(face.outline);
  return whole > 0 ? polygonAreaM2(cut(face.outline, y, 'below')) / whole : 0;
}
