import type { Face } from './Face';
import type { Form } from './forms';
import { legFaces } from './legFaces';
import { boardM, railM, stileM } from './makeOfParts';
import type { Shape } from './Shape';
import { type Box, boxFace } from './solids';

/** The slab on top with its edges and, where it overhangs, its underside in strips around the body. */
export function topFaces(form: Form, box: Box, body: Box): Face[] {
  const strip = (id: string, name: string, x0: number, x1: number, z0: number, z1: number) =>
    boxFace(`top/${id}`, name, 'top', 'down', { ...box, x0, x1, z0, z1 });
  return [
    boxFace('top/upper', 'Top, upper face', 'top', 'up', box),
    boxFace('top/front-edge', 'Top, front edge', 'top', 'front', box),
    boxFace('top/left-edge', 'Top, left edge', 'top', 'left', box),
    boxFace('top/right-edge', 'Top, right edge', 'top', 'right', box),
    boxFace('top/back-edge', 'Top, back edge', 'top', 'back', box, { counted: form.family === 'table' }),
    strip('underside-front', 'Top, underside at the front', box.x0, box.x1, box.z0, body.z0),
    strip('underside-left', 'Top, underside at the left', box.x0, body.x0, body.z0, body.z1),
    strip('underside-right', 'Top, underside at the right', body.x1, box.x1, body.z0, body.z1),
    ...(form.family === 'table'
      ? [strip('underside-back', 'Top, underside at the back', box.x0, box.x1, body.z1, box.z1)]
      : []),
  ];
}

/** The front of a drawer. */
export const drawerFace = (n: number, box: Box): Face =>
  boxFace(`drawer-${n}/front`, `Drawer ${n}, front`, 'fronts', 'front', box, { pulls: box.x1 - box.x0 > 0.5 ? 2 : 1 });

/** Inner faces of a drawer box: bottom and four sides, not counted unless asked. */
export function drawerInside(n: number, front: Box, depthM: number): Face[] {
  const box = {
    x0: front.x0 + 0.012,
    x1: front.x1 - 0.012,
    y0: front.y0 + 0.012,
    y1: Math.max(front.y0 + 0.02, front.y1 - 0.02),
    z0: front.z0 + 0.02,
    z1: depthM,
  };
  const part = (side: 'down' | 'left' | 'right' | 'front' | 'back', name: string) =>
    boxFace(
      `drawer-${n}/inside-${side === 'down' ? 'bottom' : side}`,
      `Drawer ${n}, inside ${name}`,
      'interior',
      side,
      box,
      { counted: false, inside: true },
    );
  return [
    part('down', 'bottom'),
    part('left', 'left'),
    part('right', 'right'),
    part('front', 'front'),
    part('back', 'back'),
  ];
}

/** A door with its outer face, four edges and inner face. */
function doorFaces(n: number, box: Box): Face[] {
  const slab = { ...box, z1: box.z0 + boardM };
  const edge = (side: 'left' | 'right' | 'up' | 'down', name: string) =>
    boxFace(`door-${n}/edge-${side}`, `Door ${n}, ${name} edge`, 'fronts', side, slab, { inside: true });
  return [
    boxFace(`door-${n}/front`, `Door ${n}, outer face`, 'fronts', 'front', slab, { pulls: 1, hinges: 2 }),
    edge('left', 'left'),
    edge('right', 'right'),
    edge('up', 'upper'),
    edge('down', 'lower'),
    boxFace(`door-${n}/inner`, `Door ${n}, inner face`, 'interior', 'back', slab, { inside: true }),
  ];
}

/** Frame members between columns or rows of fronts, as faces of the carcass. */
export const frame = (id: string, name: string, box: Box): Face =>
  boxFace(`frame/${id}`, name, 'carcass', 'front', box);

/** Rows of drawers in an opening, with rails above, between and below. */
export function drawerStack(opening: Box, count: number, first: number, depthM: number): Face[] {
  const height = (opening.y1 - opening.y0 - (count + 1) * railM) / count;
  return Array.from({ length: count }, (_, i) => {
    const y1 = opening.y1 - railM - i * (height + railM);
    const front = { ...opening, y0: y1 - height, y1 };
    return [
      frame(`rail-${first + i}`, `Rail above drawer ${first + i}`, { ...opening, y0: y1, y1: y1 + railM }),
      drawerFace(first + i, front),
      ...drawerInside(first + i, front, depthM),
    ];
  })
    .flat()
    .concat(frame('rail-bottom', 'Lowest rail', { ...opening, y1: opening.y0 + railM }));
}

/** Items side by side in a row: fronts with stiles between them. */
export function row(opening: Box, count: number, make: (n: number, box: Box) => Face[], stile: string): Face[] {
  const width = (opening.x1 - opening.x0 - (count - 1) * railM) / count;
  return Array.from({ length: count }, (_, i) => {
    const x0 = opening.x0 + i * (width + railM);
    const faces = make(i + 1, { ...opening, x0, x1: x0 + width });
    const between = frame(`${stile}-${i + 1}`, `Stile ${i + 1}`, {
      ...opening,
      x0: x0 + width,
      x1: x0 + width + railM,
    });
    return i < count - 1 ? [...faces, between] : faces;
  }).flat();
}

/** Inner faces of a body: sides, bottom, back, and the top where there is no lid; seen only through an opening. */
function bodyInside(box: Box, hidden: boolean, lidded: boolean): Face[] {
  const facing = { left: 'right', right: 'left', down: 'up', up: 'down', back: 'front', front: 'back' } as const;
  const wall = (side: keyof typeof facing, name: string) =>
    boxFace(`inside/${name}`, `Inside, ${name}`, 'interior', side, box, { inside: hidden, facing: facing[side] });
  const walls = [wall('left', 'left'), wall('right', 'right'), wall('down', 'bottom'), wall('back', 'back')];
  return [...walls, lidded ? wall('front', 'front') : wall('up', 'top')];
}

/** Shelves of a body: both faces and the front edge. */
function shelfFaces(box: Box, count: number, hidden: boolean): Face[] {
  return Array.from({ length: count }, (_, i) => {
    const y = box.y0 + ((i + 1) * (box.y1 - box.y0)) / (count + 1);
    const shelf = { ...box, y0: y - boardM / 2, y1: y + boardM / 2 };
    const part = (side: 'up' | 'down' | 'front', name: string) =>
      boxFace(`shelf-${i + 1}/${name}`, `Shelf ${i + 1}, ${name}`, 'interior', side, shelf, { inside: hidden });
    return [part('up', 'upper face'), part('down', 'lower face'), part('front', 'front edge')];
  }).flat();
}

/** The room inside a body whose opening ends at a height. */
const roomIn = (body: Box, topM: number): Box => ({
  x0: body.x0 + boardM,
  x1: body.x1 - boardM,
  y0: body.y0 + boardM,
  y1: topM,
  z0: body.z0 + 0.02,
  z1: body.z1 - 0.006,
});

/** The front of a carcass: frame, drawers and doors. */
function frontFaces(shape: Shape, form: Form, body: Box): Face[] {
  const within = { ...body, x0: body.x0 + stileM, x1: body.x1 - stileM };
  const stiles = [
    frame('stile-left', 'Stile, left', { ...body, x1: within.x0 }),
    frame('stile-right', 'Stile, right', { ...body, x0: within.x1 }),
  ];
  const { family } = form;
  if (family === 'lidded') {
    const room = { ...roomIn(body, body.y1), z0: body.z0 + boardM };
    return [frame('panel', 'Front', body), ...bodyInside(room, true, true)];
  }
  if (family === 'drawers') {
    if (shape.drawers === 0) return [...stiles, frame('panel', 'Front panel', within)];
    return [...stiles, ...drawerStack(within, shape.drawers, 1, body.z1 - 0.02)];
  }
  const drawerHeight = shape.drawers > 0 ? Math.min(0.14, (body.y1 - body.y0) * 0.3) : 0;
  const doorsTop = body.y1 - railM - (drawerHeight > 0 ? drawerHeight + railM : 0);
  const doorBox = { ...within, y0: body.y0 + railM, y1: doorsTop };
  const drawerBox = { ...within, y0: body.y1 - railM - drawerHeight, y1: body.y1 - railM };
  const room = roomIn(body, doorBox.y1);
  const drawerCell = (n: number, box: Box) => [drawerFace(n, box), ...drawerInside(n, box, body.z1 - 0.02)];
  return [
    ...stiles,
    frame('rail-top', 'Rail, top', { ...within, y0: body.y1 - railM }),
    frame('rail-bottom', 'Rail, bottom', { ...within, y1: body.y0 + railM }),
    ...(drawerHeight > 0
      ? [
          frame('rail-middle', 'Rail between drawers and doors', { ...within, y0: doorsTop, y1: drawerBox.y0 }),
          ...row(drawerBox, shape.drawers, drawerCell, 'drawer-stile'),
        ]
      : []),
    ...(shape.doors > 0 ? row(doorBox, shape.doors, doorFaces, 'door-stile') : []),
    ...bodyInside(room, shape.doors > 0, false),
    ...shelfFaces(room, shape.shelves, shape.doors > 0),
  ];
}

/** A case: body, fronts or lid, feet and top. */
export function carcassPiece(shape: Shape, form: Form): Face[] {
  const { heightM: H, widthM: W, depthM: D } = shape;
  const lift = shape.legs === 'none' ? 0 : shape.legs === 'plinth' ? form.footHeightM : form.footHeightM * 1.5;
  const top = { x0: 0, x1: W, y0: H - form.topThicknessM, y1: H, z0: 0, z1: D };
  const body = { x0: form.overhangM, x1: W - form.overhangM, y0: lift, y1: top.y0, z0: form.overhangM, z1: D };
  const plinth = { ...body, y0: 0, y1: lift };
  const plinthFaces = (['front', 'left', 'right'] as const).map((side) =>
    boxFace(`plinth/${side}`, `Plinth, ${side}`, 'carcass', side, plinth),
  );
  return [
    ...topFaces(form, top, body),
    boxFace('carcass/left', 'Side, left', 'carcass', 'left', body),
    boxFace('carcass/right', 'Side, right', 'carcass', 'right', body),
    boxFace('carcass/back', 'Back', 'carcass', 'back', body, { counted: false }),
    ...frontFaces(shape, form, body),
    ...(shape.legs === 'plinth' ? plinthFaces : legFaces(shape.legs, body, 0.05, lift, shape.turnedDiametersM)),
  ];
}
