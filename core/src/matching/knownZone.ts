import { type Layer, layersOf } from '../colour';
import { good, type Result, refused } from '../units';
import type { ColourLayer, Piece, Product, Workshop } from '../workshop';

/** A piece of a workshop. Refused where it is not there. */
export function knownPiece(workshop: Pick<Workshop, 'pieces'>, pieceId: string): Result<Piece> {
  const piece = workshop.pieces[pieceId];
  return piece
    ? good(piece)
    : refused({
        code: 'piece_unknown',
        path: '--piece',
        message: `There is no piece "${pieceId}" in this workshop: choose one that is. There are: ${Object.keys(workshop.pieces).slice(0, 20).join(', ') || 'none'}.`,
      });
}

/** Layers with their products. Refused where one of them is not known. */
export function knownLayers(
  kept: readonly ColourLayer[],
  products: Readonly<Record<string, Product>>,
): Result<readonly Layer[]> {
  const layers = layersOf(kept, products);
  return layers
    ? good(layers)
    : refused({
        code: 'product_gone',
        path: 'layers',
        message: 'A product of these layers is not among the products any more: choose another in its place.',
      });
}
