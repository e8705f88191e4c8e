import { drawerFace, drawerInside, drawerStack, frame, topFaces } from './carcassFaces';
import type { Face } from './Face';
import type { Form } from './forms';
import { legFaces } from './legFaces';
import { railM, stileM } from './makeOfParts';
import type { Shape } from './Shape';
import { type Box, boxFace } from './solids';

/** Height of the drawer over the knees, m (common practice, no source). */
const kneeDrawerM = 0.1;
/** Width of a pedestal as a share of the desk, and its most, m (common practice, no source). */
const pedestalFrac = 0.3;
const mostPedestalM = 0.45;

/** A desk: a top on two pedestals of drawers, and, where their number is odd, one more over the knees. */
export function deskPiece(shape: Shape, form: Form): Face[] {
  const { heightM: H, widthM: W, depthM: D, drawers } = shape;
  const lift = shape.legs === 'none' ? 0 : form.footHeightM;
  const top = { x0: 0, x1: W, y0: H - form.topThicknessM, y1: H, z0: 0, z1: D };
  const whole = { x0: form.overhangM, x1: W - form.overhangM, y0: lift, y1: top.y0, z0: form.overhangM, z1: D };
  const wide = Math.min(mostPedestalM, (whole.x1 - whole.x0) * pedestalFrac);
  const left = { ...whole, x1: whole.x0 + wide };
  const right = { ...whole, x0: whole.x1 - wide };
  const each = Math.floor(drawers / 2);
  const pedestal = (which: 'left' | 'right', body: Box, first: number): Face[] => {
    const within = { ...body, x0: body.x0 + stileM, x1: body.x1 - stileM };
    const side = (face: 'left' | 'right') =>
      boxFace(
        `carcass/${which}-${face === which ? 'outer' : 'inner'}`,
        `Pedestal ${which}, ${face === which ? 'outer' : 'inner'} side`,
        'carcass',
        face,
        body,
      );
    return [
      side('left'),
      side('right'),
      boxFace(`carcass/${which}-back`, `Pedestal ${which}, back`, 'carcass', 'back', body),
      frame(`${which}-stile-left`, `Pedestal ${which}, left stile`, { ...body, x1: within.x0 }),
      frame(`${which}-stile-right`, `Pedestal ${which}, right stile`, { ...body, x0: within.x1 }),
      ...(each === 0
        ? [frame(`${which}-panel`, `Pedestal ${which}, front`, within)]
        : drawerStack(within, each, first, body.z1 - 0.02).map((f) =>
            f.id === 'frame/rail-bottom'
              ? { ...f, id: `frame/${which}-rail-bottom`, name: `Pedestal ${which}, lowest rail` }
              : f,
          )),
      ...(shape.legs === 'plinth'
        ? (['front', 'left', 'right', 'back'] as const).map((face) =>
            boxFace(`plinth-${which}/${face}`, `Plinth ${which}, ${face}`, 'carcass', face, {
              ...body,
              y0: 0,
              y1: lift,
            }),
          )
        : legFaces(shape.legs, body, 0.05, lift, shape.turnedDiametersM).map((f) => ({
            ...f,
            id: f.id.replace(/^leg-/, `leg-${which}-`),
            name: `Pedestal ${which}, ${f.name.toLowerCase()}`,
          }))),
    ];
  };
  const knee = { ...whole, x0: left.x1, x1: right.x0, y0: whole.y1 - kneeDrawerM - 2 * railM };
  const opening = { ...knee, y0: knee.y0 + railM, y1: knee.y1 - railM };
  const last = 2 * each + 1;
  return [
    ...topFaces(form, top, whole),
    ...pedestal('left', left, 1),
    ...pedestal('right', right, each + 1),
    ...(drawers % 2 === 1
      ? [
          frame('knee-upper', 'Rail above the middle drawer', { ...knee, y0: opening.y1 }),
          frame('knee-lower', 'Rail below the middle drawer', { ...knee, y1: opening.y0 }),
          drawerFace(last, opening),
          ...drawerInside(last, opening, whole.z1 - 0.1),
        ]
      : [frame('knee', 'Rail over the knees', { ...knee, y0: whole.y1 - kneeDrawerM })]),
    boxFace('knee/back', 'Panel behind the knees', 'carcass', 'front', {
      ...knee,
      y0: lift,
      y1: knee.y0,
      z0: D - 0.02,
    }),
  ];
}
