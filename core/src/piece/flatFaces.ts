import type { ZoneId } from '../workshop';
import type { Face } from './Face';
import type { Shape } from './Shape';
import { type Box, boxFace, squareLeg, turnedLeg } from './solids';

const sideNames = {
  up: 'upper face',
  down: 'lower face',
  front: 'front',
  back: 'back',
  left: 'left edge',
  right: 'right edge',
} as const;

/** All six sides of a box as faces of one zone. */
export const sidesOf = (part: string, name: string, zoneId: ZoneId, box: Box): Face[] =>
  (['up', 'down', 'front', 'back', 'left', 'right'] as const).map((side) =>
    boxFace(`${part}/${side}`, `${name}, ${sideNames[side]}`, zoneId, side, box),
  );

/** A loose door or board lies with its thickness as depth. */
export function boardPiece({ heightM: y1, widthM: x1, depthM: z1, doors }: Shape): Face[] {
  const sides = sidesOf('board', doors > 0 ? 'Door' : 'Board', 'fronts', { x0: 0, x1, y0: 0, y1, z0: 0, z1 });
  // It comes lifted out of its frame, with its handle on.
  return doors > 0 ? sides.map((f) => (f.side === 'front' ? { ...f, fittings: { pulls: 1, hinges: 0 } } : f)) : sides;
}

/** A frame of four members as wide as a tenth of its shorter side, uprights through. */
export function framePiece({ heightM: H, widthM: W, depthM: z1 }: Shape): Face[] {
  const m = Math.min(H, W) / 10;
  const flat = { z0: 0, z1 };
  const members = {
    left: { ...flat, x0: 0, x1: m, y0: 0, y1: H },
    right: { ...flat, x0: W - m, x1: W, y0: 0, y1: H },
    top: { ...flat, x0: m, x1: W - m, y0: H - m, y1: H },
    bottom: { ...flat, x0: m, x1: W - m, y0: 0, y1: m },
  };
  const inner = { left: 'right', right: 'left', top: 'down', bottom: 'up' } as const;
  const outer = { left: 'left', right: 'right', top: 'up', bottom: 'down' } as const;
  return (['left', 'right', 'top', 'bottom'] as const).flatMap((member) => {
    const box = members[member];
    // The inner side of an upright counts only between the cross members.
    const between = member === 'left' || member === 'right' ? { ...box, y0: m, y1: H - m } : box;
    const face = (side: 'front' | 'back' | 'left' | 'right' | 'up' | 'down', words: string, of: Box) =>
      boxFace(`${member}/${words}`, `Member ${member}, ${words}`, 'fronts', side, of);
    const ends =
      member === 'left' || member === 'right' ? [face('up', 'upper end', box), face('down', 'lower end', box)] : [];
    return [
      face('front', 'front', box),
      face('back', 'back', box),
      face(outer[member], 'outer edge', box),
      face(inner[member], 'inner edge', between),
      ...ends,
    ];
  });
}

/** A bed head: a panel between two posts that reach the floor. */
export function bedHeadPiece(shape: Shape): Face[] {
  const { heightM: H, widthM: W, depthM: D } = shape;
  const panel = { x0: D, x1: W - D, y0: H * 0.3, y1: H, z0: D * 0.25, z1: D * 0.75 };
  const sides = (['front', 'back', 'up', 'down'] as const).map((side) =>
    boxFace(`panel/${side}`, `Panel, ${sideNames[side]}`, 'carcass', side, panel),
  );
  const post = (which: 'left' | 'right', cx: number) =>
    shape.legs === 'turned'
      ? [turnedLeg(`post-${which}`, `Post, ${which}`, cx, D / 2, shape.turnedDiametersM ?? [D, D * 0.6], H)]
      : squareLeg(`post-${which}`, `Post, ${which}`, cx, D / 2, D, H, shape.legs === 'tapered' ? 0.6 : 1);
  return [...sides, ...post('left', D / 2), ...post('right', W - D / 2)];
}
