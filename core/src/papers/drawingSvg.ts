import { type Face, facesInView, oblique, outlinePath, pointOnFace, ringsOf } from '../piece';

/** A numbered place on a face. */
export interface Numbered {
  faceId: string;
  at: readonly [number, number];
  mark: string;
}

/** The measured drawing of a piece as SVG, its front true to scale, with numbered places. */
export function drawingSvg(
  faces: readonly Face[],
  colourOf: (face: Face) => string,
  places: readonly Numbered[],
): string {
  const all = faces.flatMap((f) => f.outline);
  const to = oblique('right', Math.max(...all.map((p) => p[0])));
  const flat = all.map(to);
  const [left, right] = [Math.min(...flat.map((p) => p[0])), Math.max(...flat.map((p) => p[0]))];
  const [top, bottom] = [Math.min(...flat.map((p) => p[1])), Math.max(...flat.map((p) => p[1]))];
  const size = Math.max(right - left, bottom - top);
  const pad = size * 0.04;
  const seen = facesInView(faces, 'right');
  // Drawn at a hundred times its size: what reads SVG for paper knows no strokes under a unit.
  const scale = 400 / size;
  const scaled = (p: readonly [number, number, number]): [number, number] => {
    const [x, y] = to(p);
    return [(x - left + pad) * scale, (y - top + pad) * scale];
  };
  const paths = seen.map(
    (f) =>
      `<path d="${outlinePath(ringsOf(f), scaled)}" fill="${colourOf(f)}" fill-rule="evenodd" stroke="#15211c" stroke-width="1.2"/>`,
  );
  const pins = places.flatMap(({ faceId, at, mark }) => {
    const face = seen.find((f) => f.id === faceId);
    if (!face) return [];
    const [x, y] = scaled(pointOnFace(face, at));
    return [
      `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="11" fill="#ffffff" stroke="#15211c" stroke-width="1.5"/>`,
      `<text x="${x.toFixed(1)}" y="${(y + 4.5).toFixed(1)}" font-size="13" text-anchor="middle" fill="#15211c">${mark}</text>`,
    ];
  });
  const [w, h] = [(right - left + 2 * pad) * scale, (bottom - top + 2 * pad) * scale];
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w.toFixed(1)} ${h.toFixed(1)}" width="${w.toFixed(1)}" height="${h.toFixed(1)}">${paths.join('')}${pins.join('')}</svg>`;
}
