import { colourWords, hexOf, type Lab, mixesFor, plainLayer } from '../colour';
import { good, type Result } from '../units';
import type { Workshop, ZoneId } from '../workshop';
import { groundOfZone } from './groundOfZone';
import { knownPiece } from './knownZone';

/** What is asked of a mix of paints. */
export interface PaintAsked {
  target: Lab;
  productIds: readonly string[];
  mostParts: number;
  /** A thin coat over the sealed wood of a zone; null: as thick as it hides. */
  over: { pieceId: string; zoneId: ZoneId; coats: number } | null;
}
/** One mix. */
export interface PaintMixAnswer {
  parts: readonly { productId: string; name: string; parts: number; hex: string }[];
  lab: Lab;
  hex: string;
  words: string;
  deltaE: number;
}

/** Mixes of paints of a workshop for a colour, the fewest colours first. */
export function paintFor(
  workshop: Pick<Workshop, 'pieces' | 'products'>,
  { target, productIds, mostParts, over }: PaintAsked,
): Result<PaintMixAnswer[]> {
  const products = productIds.flatMap((id) => workshop.products[id] ?? []);
  let on: Parameters<typeof mixesFor>[0]['over'] = null;
  if (over) {
    const piece = knownPiece(workshop, over.pieceId);
    if (!piece.ok) return piece;
    const sealer = Object.values(workshop.products).find((p) => p.kind === 'sealer');
    on = {
      ground: groundOfZone(piece.value, over.zoneId),
      under: sealer ? [plainLayer(sealer)] : [],
      coats: over.coats,
    };
  }
  const found = mixesFor({ target, products, over: on, mostParts });
  if (!found.ok) return found;
  return good(
    found.value.map(({ parts, lab, deltaE }) => ({
      parts: parts.map((p) => ({
        productId: p.product.id,
        name: p.product.name,
        parts: p.parts,
        hex: p.product.colour,
      })),
      lab,
      hex: hexOf(lab),
      words: colourWords(lab),
      deltaE,
    })),
  );
}
