import type { LegKind } from '../workshop';
import type { Face } from './Face';
import { type Box, boxFace, shapedLeg, squareLeg, turnedLeg } from './solids';

/** Diameters of a turned leg where none were measured: thicker at the top, as shares of its width. */
const usualTurned = [1, 0.6];
/** Widths of a cabriole leg from its top to its foot, as shares of its width: knee, ankle, foot (from memory). */
const usualCabriole = [0.9, 1, 0.75, 0.55, 0.5, 0.7];

/** The low feet of a case cut from boards: two plates meeting at each corner, of the legs' zone. */
function bracketFeet(body: Box, heightM: number): Face[] {
  const reachM = Math.min(0.14, (body.x1 - body.x0) / 4);
  const deepM = Math.min(0.14, (body.z1 - body.z0) / 3);
  const foot = { ...body, y0: 0, y1: heightM };
  const plate = (where: string, side: 'front' | 'left' | 'right', box: Box) =>
    boxFace(`leg-${where}/${side}`, `Bracket foot, ${where.replace('-', ' ')}, ${side}`, 'legs', side, box);
  return [
    plate('front-left', 'front', { ...foot, x1: body.x0 + reachM }),
    plate('front-right', 'front', { ...foot, x0: body.x1 - reachM }),
    plate('front-left', 'left', { ...foot, z1: body.z0 + deepM }),
    plate('back-left', 'left', { ...foot, z0: body.z1 - deepM }),
    plate('front-right', 'right', { ...foot, z1: body.z0 + deepM }),
    plate('back-right', 'right', { ...foot, z0: body.z1 - deepM }),
  ];
}

/**
 * Legs or feet at the four corners of a body, or none.
 * @param body the box they carry, m
 * @param widthM width of a leg where no diameters were measured, m
 * @param diametersM of a turned leg, from its top to its foot, m
 */
export function legFaces(
  kind: LegKind,
  body: Box,
  widthM: number,
  heightM: number,
  diametersM: readonly number[] | null = null,
): Face[] {
  if (kind === 'bracket') return bracketFeet(body, heightM);
  const half = widthM / 2;
  const spots = [
    ['front-left', body.x0 + half, body.z0 + half],
    ['front-right', body.x1 - half, body.z0 + half],
    ['back-right', body.x1 - half, body.z1 - half],
    ['back-left', body.x0 + half, body.z1 - half],
  ] as const;
  return spots.flatMap(([where, x, z]) => {
    const part = `leg-${where}`;
    const name = `Leg, ${where.replace('-', ' ')}`;
    if (kind === 'turned')
      return [turnedLeg(part, name, x, z, diametersM ?? usualTurned.map((share) => share * widthM), heightM)];
    if (kind === 'cabriole')
      return [
        shapedLeg(
          part,
          name,
          x,
          z,
          usualCabriole.map((share) => share * widthM),
          heightM,
        ),
      ];
    return kind === 'square' || kind === 'tapered'
      ? squareLeg(part, name, x, z, widthM, heightM, kind === 'tapered' ? 0.6 : 1)
      : [];
  });
}
