import { bandEdgesM, lookOf } from '@cosmesis/core/finishing';
import { type Face, type Zone, zoneOfFace } from '@cosmesis/core/piece';
import type { Reckoning } from '@cosmesis/core/reckoning';
import type { Piece, Product } from '@cosmesis/core/workshop';
import type { Stripe } from './PieceDrawing';

/** The colour a zone shows now: after its last done step, or as found. */
function colourNow(reckoning: Reckoning, zoneId: string): string {
  const done = reckoning.steps.filter((s) => s.step.zoneId === zoneId && s.status === 'done').at(-1);
  return done?.bandColour ?? reckoning.zones.find((z) => z.id === zoneId)?.colour ?? '#cfc8b4';
}

/** The colour a zone will show when its plan is done. */
function colourFinished(reckoning: Reckoning, zoneId: string): string {
  return reckoning.steps.filter((s) => s.step.zoneId === zoneId).at(-1)?.bandColour ?? colourNow(reckoning, zoneId);
}

const shade = (hex: string, factor: number): string =>
  `#${[1, 3, 5]
    .map((i) =>
      Math.round(Math.min(255, Number.parseInt(hex.slice(i, i + 2), 16) * factor))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

const sideLight: Readonly<Partial<Record<Face['side'], number>>> = {
  right: 0.86,
  left: 0.86,
  up: 1.05,
  down: 0.7,
  back: 0.8,
};

/** Bands of a blended zone, in the colours of their paints; other zones have none. */
export const faceStripes =
  (piece: Piece, zones: readonly Zone[], products: Readonly<Record<string, Product>>) =>
  (face: Face): Stripe[] => {
    const zone = zones.find((z) => z.faces.includes(face));
    const { bands } = piece;
    if (!zone || !bands || lookOf(piece, zone.id) !== 'blended') return [];
    const edges = bandEdgesM(zone.faces, bands);
    return bands.productIds.map((id, i) => ({
      lowM: edges[i - 1] ?? 0,
      highM: edges[i] ?? 100,
      colour: shade(products[id]?.colour ?? '#cfc8b4', sideLight[face.side] ?? 1),
    }));
  };

/** Fill of each face: the colour of its zone, a little darker on the shadow side; what is not counted stays pale. */
export const faceColours =
  (piece: Piece, reckoning: Reckoning | undefined, when: 'now' | 'finished') =>
  (face: Face): string => {
    const zone = zoneOfFace(piece, face);
    if (zone === 'uncounted' || !reckoning) return shade('#d8d5c8', sideLight[face.side] ?? 1);
    const colour = when === 'now' ? colourNow(reckoning, zone) : colourFinished(reckoning, zone);
    return shade(colour, sideLight[face.side] ?? 1);
  };
