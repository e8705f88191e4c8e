import type { ZoneId } from '../workshop';
import { type Face, frustumLateralAreaM2, type Point, polygonAreaM2, type Side } from './Face';

type Plane = Exclude<Side, 'round'>;

/** A box of a part: from (x0, y0, z0) to (x1, y1, z1), m. */
export interface Box {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  z0: number;
  z1: number;
}

interface FaceOptions {
  /** Which way it looks where that is not away from the box: the inner walls of a body. */
  facing?: Plane;
  counted?: boolean;
  inside?: boolean;
  pulls?: number;
  hinges?: number;
}

const corners: Readonly<Record<Plane, (b: Box) => Point[]>> = {
  front: (b) => [
    [b.x0, b.y0, b.z0],
    [b.x1, b.y0, b.z0],
    [b.x1, b.y1, b.z0],
    [b.x0, b.y1, b.z0],
  ],
  back: (b) => [
    [b.x0, b.y0, b.z1],
    [b.x1, b.y0, b.z1],
    [b.x1, b.y1, b.z1],
    [b.x0, b.y1, b.z1],
  ],
  left: (b) => [
    [b.x0, b.y0, b.z0],
    [b.x0, b.y0, b.z1],
    [b.x0, b.y1, b.z1],
    [b.x0, b.y1, b.z0],
  ],
  right: (b) => [
    [b.x1, b.y0, b.z0],
    [b.x1, b.y0, b.z1],
    [b.x1, b.y1, b.z1],
    [b.x1, b.y1, b.z0],
  ],
  up: (b) => [
    [b.x0, b.y1, b.z0],
    [b.x1, b.y1, b.z0],
    [b.x1, b.y1, b.z1],
    [b.x0, b.y1, b.z1],
  ],
  down: (b) => [
    [b.x0, b.y0, b.z0],
    [b.x1, b.y0, b.z0],
    [b.x1, b.y0, b.z1],
    [b.x0, b.y0, b.z1],
  ],
};

/** A face of given corners. */
export function plate(
  id: string,
  name: string,
  zoneId: ZoneId,
  side: Side,
  outline: readonly Point[],
  options: FaceOptions = {},
): Face {
  const { counted = true, inside = false, pulls = 0, hinges = 0 } = options;
  return {
    id,
    name,
    zoneId,
    side,
    outline,
    areaM2: polygonAreaM2(outline),
    counted,
    inside,
    fittings: { pulls, hinges },
  };
}

/** One side of a box as a face. */
export const boxFace = (
  id: string,
  name: string,
  zoneId: ZoneId,
  side: Plane,
  box: Box,
  options: FaceOptions = {},
): Face => plate(id, name, zoneId, options.facing ?? side, corners[side](box), options);

/** The four upright sides of a square leg that narrows to `foot` of its width at the floor. */
export function squareLeg(
  part: string,
  name: string,
  cx: number,
  cz: number,
  widthM: number,
  heightM: number,
  foot: number,
): Face[] {
  const t = widthM / 2;
  const b = t * foot;
  const at = (sx: number, sz: number): [Point, Point] => [
    [cx + sx * b, 0, cz + sz * b],
    [cx + sx * t, heightM, cz + sz * t],
  ];
  const side = (which: Plane, s1: [number, number], s2: [number, number]) => {
    const [low1, high1] = at(...s1);
    const [low2, high2] = at(...s2);
    return plate(`${part}/${which}`, `${name}, ${which}`, 'legs', which, [low1, low2, high2, high1]);
  };
  return [
    side('front', [-1, -1], [1, -1]),
    side('right', [1, -1], [1, 1]),
    side('back', [1, 1], [-1, 1]),
    side('left', [-1, 1], [-1, -1]),
  ];
}

/** The silhouette of a leg that is `widths` wide at equal distances from its top to its foot. */
function silhouette(cx: number, cz: number, widthsM: readonly number[], heightM: number): Point[] {
  const at = (i: number) => heightM * (1 - i / (widthsM.length - 1));
  const right = widthsM.map((w, i): Point => [cx + w / 2, at(i), cz]);
  const left = widthsM.map((w, i): Point => [cx - w / 2, at(i), cz]);
  return [...left.reverse(), ...right];
}

/** Sum over the stretches of a leg of what one stretch measures, from the width at its top and at its foot. */
const alongLeg = (widthsM: readonly number[], stretch: (topM: number, footM: number) => number): number =>
  widthsM.slice(1).reduce((sum, w, i) => sum + stretch(widthsM[i]!, w), 0);

/**
 * A turned leg as a stack of frusta.
 * @param diametersM at equal distances from its top to its foot, m, at least 2
 */
export function turnedLeg(
  part: string,
  name: string,
  cx: number,
  cz: number,
  diametersM: readonly number[],
  heightM: number,
): Face {
  const stretchM = heightM / (diametersM.length - 1);
  return {
    ...plate(`${part}/turned`, `${name}, turned`, 'legs', 'round', silhouette(cx, cz, diametersM, heightM)),
    areaM2: alongLeg(diametersM, (a, b) => frustumLateralAreaM2(a / 2, b / 2, stretchM)),
  };
}

/**
 * A shaped square leg, such as a cabriole: four sides, each a stack of trapezia along the slant.
 * @param widthsM at equal distances from its top to its foot, m, at least 2
 */
export function shapedLeg(
  part: string,
  name: string,
  cx: number,
  cz: number,
  widthsM: readonly number[],
  heightM: number,
): Face {
  const stretchM = heightM / (widthsM.length - 1);
  return {
    ...plate(`${part}/shaped`, `${name}, shaped`, 'legs', 'round', silhouette(cx, cz, widthsM, heightM)),
    areaM2: alongLeg(widthsM, (a, b) => 4 * ((a + b) / 2) * Math.hypot(stretchM, (a - b) / 2)),
  };
}
