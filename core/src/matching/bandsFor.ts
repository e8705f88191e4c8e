import type { Belief } from '../colour';
import { good, type Result } from '../units';
import type { ColourLayer, Workshop, ZoneId } from '../workshop';
import { groundOfZone } from './groundOfZone';
import { knownLayers, knownPiece } from './knownZone';
import { type StickBand, stickBands } from './stickBands';

/** What layers would look like on the wood of a zone, band by band. */
export function bandsFor(
  workshop: Pick<Workshop, 'pieces' | 'products'> & { settings: Workshop['settings'] & { colours?: Belief } },
  pieceId: string,
  zoneId: ZoneId,
  kept: readonly ColourLayer[],
): Result<StickBand[]> {
  const piece = knownPiece(workshop, pieceId);
  if (!piece.ok) return piece;
  const layers = knownLayers(kept, workshop.products);
  if (!layers.ok) return layers;
  return good(stickBands(groundOfZone(piece.value, zoneId), layers.value, workshop.settings.colours));
}
