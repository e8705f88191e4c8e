import type { ZoneId } from '../workshop';
import type { Face } from './Face';
import { sidesOf } from './flatFaces';
import type { Form } from './forms';
import { legFaces } from './legFaces';
import type { Shape } from './Shape';
import { type Box, boxFace } from './solids';

// Make of seats, m: common practice, no source.
const seatShare = 0.52;
const mostSeatM = 0.46;
const railHighM = 0.06;
const postM = 0.035;
const padM = 0.05;
const boardSeatM = 0.02;
const spindleSpaceM = 0.09;
const spindleM = 0.022;

type Plane = 'front' | 'back' | 'left' | 'right' | 'up' | 'down';

const some = (part: string, name: string, zoneId: ZoneId, box: Box, sides: readonly Plane[]): Face[] =>
  sides.map((side) => boxFace(`${part}/${side}`, `${name}, ${side}`, zoneId, side, box));

/** What stands between the posts of a back: slats, a panel, a pad or woven cane. */
function backFill(kind: NonNullable<Form['chair']>['back'], box: Box): Face[] {
  if (kind === 'none') return [];
  if (kind === 'slats') {
    const width = (box.x1 - box.x0) / 7;
    return [0, 1, 2].flatMap((i) => {
      const x0 = box.x0 + width * (1 + 2 * i);
      return some(`slat-${i + 1}`, `Slat ${i + 1}`, 'carcass', { ...box, x0, x1: x0 + width }, ['front', 'back']);
    });
  }
  const zone = kind === 'panel' ? 'carcass' : 'seat';
  const name = { panel: 'Back panel', pad: 'Back pad', cane: 'Back, cane' }[kind];
  return some('back', name, zone, box, ['front', 'back']);
}

/** A seat on legs with a back: chair, rocking chair, settle. Seat and back fill are the zone of the seat. */
export function chairPiece(shape: Shape, form: Form): Face[] {
  const { heightM: H, widthM: W, depthM: D } = shape;
  const make = form.chair!;
  const rockerM = make.rockers ? 0.05 : 0;
  const backless = make.back === 'none';
  const seatM = backless ? H : Math.min(mostSeatM, H * seatShare);
  const thickM = make.seat === 'pad' ? padM : boardSeatM;
  const rails = { x0: 0, x1: W, y0: seatM - thickM - railHighM, y1: seatM - thickM, z0: 0, z1: D };
  const seat = { ...rails, y0: rails.y1, y1: seatM };
  const legM = Math.min(0.05, W * 0.1);
  const between = { ...rails, x0: legM, x1: W - legM, z0: legM, z1: D - legM };
  const back = { x0: postM, x1: W - postM, y0: seatM + 0.08, y1: H - railHighM, z0: D - 0.03, z1: D - 0.01 };
  const post = (which: 'left' | 'right', x0: number) =>
    some(
      `post-${which}`,
      `Back post, ${which}`,
      'carcass',
      { x0, x1: x0 + postM, y0: seatM, y1: H, z0: D - 0.035, z1: D },
      ['front', 'back', 'left', 'right'],
    );
  const arm = (which: 'left' | 'right', x0: number) =>
    sidesOf(`arm-${which}`, `Arm, ${which}`, 'carcass', {
      x0,
      x1: x0 + 0.045,
      y0: seatM + 0.2,
      y1: seatM + 0.225,
      z0: 0.02,
      z1: D - 0.035,
    });
  const rocker = (which: 'left' | 'right', x0: number) =>
    sidesOf(`rocker-${which}`, `Rocker, ${which}`, 'legs', { x0, x1: x0 + 0.03, y0: 0, y1: rockerM, z0: 0, z1: D });
  const legs = legFaces(shape.legs, { ...rails, y0: rockerM }, legM, rails.y1 - rockerM, shape.turnedDiametersM).map(
    (f) => ({ ...f, outline: f.outline.map(([x, y, z]) => [x, y + rockerM, z] as const) }),
  );
  return [
    ...some('seat', make.seat === 'cane' ? 'Seat, cane' : 'Seat', 'seat', seat, ['up', 'front', 'left', 'right']),
    ...some('seat-under', 'Seat, underside', 'seat', seat, ['down']).map((f) => ({
      ...f,
      counted: make.seat === 'board',
    })),
    boxFace('rail/front', 'Seat rail, front', 'carcass', 'front', { ...rails, x0: legM, x1: W - legM }),
    boxFace('rail/back', 'Seat rail, back', 'carcass', 'back', { ...rails, x0: legM, x1: W - legM }),
    boxFace('rail/left', 'Seat rail, left', 'carcass', 'left', { ...between, x0: 0 }),
    boxFace('rail/right', 'Seat rail, right', 'carcass', 'right', { ...between, x1: W }),
    ...legs,
    ...(backless
      ? []
      : [
          ...post('left', 0),
          ...post('right', W - postM),
          ...some('top-rail', 'Top rail', 'carcass', { ...back, y0: back.y1, y1: H }, ['front', 'back', 'up']),
          ...backFill(make.back, back),
        ]),
    ...(make.arms ? [...arm('left', 0), ...arm('right', W - 0.045)] : []),
    ...(make.rockers ? [...rocker('left', legM / 4), ...rocker('right', W - legM / 4 - 0.03)] : []),
  ];
}

/** A cot: four posts, end panels, and rails with spindles between them along both sides. */
export function cotPiece(shape: Shape): Face[] {
  const { heightM: H, widthM: W, depthM: D } = shape;
  const p = 0.045;
  const corner = (where: string, x0: number, z0: number) =>
    some(
      `post-${where}`,
      `Post, ${where.replace('-', ' ')}`,
      'legs',
      { x0, x1: x0 + p, y0: 0, y1: H, z0, z1: z0 + p },
      ['front', 'back', 'left', 'right'],
    );
  const panel = (which: 'left' | 'right', x0: number) =>
    some(
      `end-${which}`,
      `End panel, ${which}`,
      'carcass',
      { x0, x1: x0 + 0.018, y0: 0.25, y1: H - 0.05, z0: p, z1: D - p },
      ['left', 'right', 'up'],
    );
  const count = Math.max(2, Math.floor((W - 2 * p) / spindleSpaceM));
  const side = (which: 'front' | 'back', z0: number): Face[] => {
    const rail = (where: string, y0: number) =>
      some(
        `rail-${which}-${where}`,
        `Rail, ${which}, ${where}`,
        'carcass',
        { x0: p, x1: W - p, y0, y1: y0 + 0.045, z0, z1: z0 + 0.022 },
        ['front', 'back', 'up', 'down'],
      );
    const barM = H - 0.095 - 0.345;
    const bars = Array.from({ length: count }, (_, i) => {
      const x0 = p + ((i + 1) * (W - 2 * p)) / (count + 1) - spindleM / 2;
      const bar = { x0, x1: x0 + spindleM, y0: 0.345, y1: H - 0.095, z0: z0 + 0.011, z1: z0 + 0.011 };
      const seen = boxFace(`spindles-${which}/${i + 1}`, `Spindle ${i + 1}, ${which}`, 'carcass', 'front', bar);
      return { ...seen, side: 'round' as const, areaM2: Math.PI * spindleM * barM };
    });
    return [...rail('lower', 0.3), ...rail('upper', H - 0.095), ...bars];
  };
  return [
    ...side('back', D - p / 2 - 0.011),
    ...corner('back-left', 0, D - p),
    ...corner('back-right', W - p, D - p),
    ...panel('left', 0.013),
    ...panel('right', W - 0.031),
    ...side('front', p / 2 - 0.011),
    ...corner('front-left', 0, 0),
    ...corner('front-right', W - p, 0),
  ];
}
