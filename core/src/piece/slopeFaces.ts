import { carcassPiece } from './carcassFaces';
import type { Face, Point } from './Face';
import type { Form } from './forms';
import { boardM } from './makeOfParts';
import type { Shape } from './Shape';
import { boxFace, plate } from './solids';
import { tablePiece } from './tableFaces';

/** How far the writing surface rises from the front to the back, as a share of the depth (common practice, no source). */
const slopeRise = 0.35;

/** Feet are this much higher than a plinth. */
const footRise = 1.5;

/** A case under a sloping lid: what stands below the slope is a chest of drawers, the slope is its top. */
export function slopePiece(shape: Shape, form: Form): Face[] {
  const riseM = shape.depthM * slopeRise;
  const frontM = shape.heightM - riseM;
  const { widthM: W, depthM: D } = shape;
  // On legs it is a shallow desk; on a plinth or bracket feet its drawers go down to the floor.
  const onLegs = !['none', 'plinth', 'bracket'].includes(shape.legs);
  const deskM = form.topThicknessM + 0.06 + Math.max(1, shape.drawers) * 0.12;
  const footHeightM = onLegs ? Math.max(form.footHeightM, (frontM - deskM) / footRise) : form.footHeightM;
  const below = carcassPiece({ ...shape, heightM: frontM }, { ...form, footHeightM, family: 'drawers' }).filter(
    (f) => !f.id.startsWith('top/') && f.id !== 'carcass/back',
  );
  const base = frontM - form.topThicknessM;
  const o = form.overhangM;
  const cheek = (x: number): Point[] => [
    [x, base, o],
    [x, base, D],
    [x, shape.heightM, D],
    [x, frontM, o],
  ];
  const slope: Point[] = [
    [0, frontM, 0],
    [W, frontM, 0],
    [W, shape.heightM, D],
    [0, shape.heightM, D],
  ];
  const room = { x0: o + boardM, x1: W - o - boardM, y0: base, y1: shape.heightM, z0: o, z1: D };
  return [
    plate('top/slope', 'Slope, writing surface', 'top', 'up', slope),
    plate('top/inner', 'Slope, inner face', 'interior', 'down', [...slope].reverse(), { inside: true }),
    boxFace('top/front-edge', 'Slope, front edge', 'top', 'front', {
      x0: 0,
      x1: W,
      y0: base,
      y1: frontM,
      z0: 0,
      z1: D,
    }),
    plate('carcass/cheek-left', 'Cheek, left', 'carcass', 'left', cheek(o)),
    plate('carcass/cheek-right', 'Cheek, right', 'carcass', 'right', cheek(W - o)),
    boxFace(
      'carcass/back',
      'Back',
      'carcass',
      'back',
      { ...room, x0: o, x1: W - o, y0: onLegs ? frontM - deskM : 0 },
      { counted: false },
    ),
    boxFace('inside/desk', 'Inside, floor of the desk', 'interior', 'down', room, { inside: true, facing: 'up' }),
    ...below,
  ];
}

/** Share of the height at which the table of a dressing table ends and its mirror begins (common practice, no source). */
const tableShare = 0.56;
const mirrorFrameM = 0.05;

/** A table with drawers and a framed mirror on two posts. The glass is drawn and never counted. */
export function dressingTablePiece(shape: Shape, form: Form): Face[] {
  const tableM = shape.heightM * tableShare;
  const { widthM: W, depthM: D, heightM: H } = shape;
  const frame = { x0: W * 0.18, x1: W * 0.82, y0: tableM + 0.06, y1: H, z0: D - 0.08, z1: D - 0.05 };
  const m = mirrorFrameM;
  const members = [
    ['top', { ...frame, y0: H - m }],
    ['bottom', { ...frame, y1: frame.y0 + m }],
    ['left', { ...frame, x1: frame.x0 + m, y0: frame.y0 + m, y1: H - m }],
    ['right', { ...frame, x0: frame.x1 - m, y0: frame.y0 + m, y1: H - m }],
  ] as const;
  const glass = { ...frame, x0: frame.x0 + m, x1: frame.x1 - m, y0: frame.y0 + m, y1: H - m };
  const post = (which: 'left' | 'right', x0: number) =>
    (['front', 'left', 'right', 'back'] as const).map((side) =>
      boxFace(`mirror-post-${which}/${side}`, `Mirror post, ${which}, ${side}`, 'carcass', side, {
        x0,
        x1: x0 + 0.03,
        y0: tableM,
        y1: H * 0.86,
        z0: D - 0.08,
        z1: D - 0.05,
      }),
    );
  return [
    ...tablePiece({ ...shape, heightM: tableM }, { ...form, family: 'table' }),
    ...members.flatMap(([which, box]) =>
      (['front', 'back'] as const).map((side) =>
        boxFace(`mirror/${which}-${side}`, `Mirror frame, ${which}, ${side}`, 'carcass', side, box),
      ),
    ),
    boxFace('mirror-glass/front', 'Mirror glass', 'carcass', 'front', glass, { counted: false }),
    ...post('left', frame.x0 - 0.03),
    ...post('right', frame.x1),
  ];
}
