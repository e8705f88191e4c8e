import { type Belief, colourWords, hexOf, plainLayer, predicted, type View } from '../colour';
import { good, type Result } from '../units';
import type { Workshop, ZoneId } from '../workshop';
import { aroundColour, groundOfZone } from './groundOfZone';
import { knownPiece } from './knownZone';

/** One look of bare wood. */
export interface WoodLook {
  name: string;
  hex: string;
  words: string;
}

/** Bare wood has three looks: dry, wetted with spirits, and under its clear; as far as sticks have taught them. */
export function woodLooks(
  workshop: Pick<Workshop, 'pieces' | 'products'> & { settings: Workshop['settings'] & { colours?: Belief } },
  pieceId: string,
  zoneId: ZoneId,
): Result<WoodLook[]> {
  const known = knownPiece(workshop, pieceId);
  if (!known.ok) return known;
  const ground = groundOfZone(known.value, zoneId);
  const { finish } = aroundColour(known.value, zoneId, workshop);
  const look = (name: string, layers: Parameters<typeof predicted>[1], view: View = 'as-it-is'): WoodLook => {
    const { lab } = predicted(ground, layers, workshop.settings.colours, { view });
    return { name, hex: hexOf(lab), words: colourWords(lab) };
  };
  return good([
    look('Dry', []),
    look('Wetted with spirits', [], 'wet'),
    ...(finish ? [look('Under its clear alone', [plainLayer(finish.product, finish.coats)])] : []),
  ]);
}
