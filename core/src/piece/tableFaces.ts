import { drawerFace, drawerInside, frame, row, topFaces } from './carcassFaces';
import type { Face } from './Face';
import { sidesOf } from './flatFaces';
import type { Form } from './forms';
import { legFaces } from './legFaces';
import { apronM, boardM, railM } from './makeOfParts';
import type { Shape } from './Shape';
import { type Box, boxFace } from './solids';

/** A table: top, apron with or without drawers, legs, a shelf. */
export function tablePiece(shape: Shape, form: Form): Face[] {
  const { heightM: H, widthM: W, depthM: D } = shape;
  const legM = Math.min(0.07, Math.max(0.03, Math.min(W * 0.05, D * 0.08)));
  const top = { x0: 0, x1: W, y0: H - form.topThicknessM, y1: H, z0: 0, z1: D };
  const body = {
    x0: form.overhangM,
    x1: W - form.overhangM,
    y0: top.y0 - apronM,
    y1: top.y0,
    z0: form.overhangM,
    z1: D - form.overhangM,
  };
  const across = { ...body, x0: body.x0 + legM, x1: body.x1 - legM };
  const deep = { ...body, z0: body.z0 + legM, z1: body.z1 - legM };
  const drawerOpening = {
    ...across,
    x0: across.x0 + railM,
    x1: across.x1 - railM,
    y0: body.y0 + 0.01,
    y1: body.y1 - 0.01,
  };
  const frontApron =
    shape.drawers === 0
      ? [boxFace('apron/front', 'Apron, front', 'carcass', 'front', across)]
      : [
          frame('apron-upper', 'Apron, rail above the drawers', { ...across, y0: drawerOpening.y1 }),
          frame('apron-lower', 'Apron, rail below the drawers', { ...across, y1: drawerOpening.y0 }),
          frame('apron-left', 'Apron, left of the drawers', { ...drawerOpening, x0: across.x0, x1: drawerOpening.x0 }),
          frame('apron-right', 'Apron, right of the drawers', {
            ...drawerOpening,
            x0: drawerOpening.x1,
            x1: across.x1,
          }),
          ...row(
            drawerOpening,
            shape.drawers,
            (n, box) => [drawerFace(n, box), ...drawerInside(n, box, body.z1 - 0.1)],
            'drawer-stile',
          ),
        ];
  return [
    ...topFaces(form, top, body),
    boxFace('apron/left', 'Apron, left', 'carcass', 'left', deep),
    boxFace('apron/right', 'Apron, right', 'carcass', 'right', deep),
    boxFace('apron/back', 'Apron, back', 'carcass', 'back', across),
    ...frontApron,
    ...(shape.shelves > 0 ? tableShelf(body, legM, Math.min(0.18, H * 0.3)) : []),
    ...legFaces(shape.legs, body, legM, top.y0, shape.turnedDiametersM),
  ];
}

/** A shelf between the legs of a table: both faces and four edges. */
function tableShelf(body: Box, legM: number, heightM: number): Face[] {
  const box = {
    x0: body.x0 + legM / 2,
    x1: body.x1 - legM / 2,
    y0: heightM - boardM,
    y1: heightM,
    z0: body.z0 + legM / 2,
    z1: body.z1 - legM / 2,
  };
  return sidesOf('shelf', 'Shelf', 'carcass', box);
}
