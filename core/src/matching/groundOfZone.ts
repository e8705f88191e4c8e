import {
  type Ground,
  keptLayer,
  labOfColour,
  physicsOf,
  plainLayer,
  withRecipe,
  woodRead,
  woodStateNames,
} from '../colour';
import { planOf } from '../finishing';
import { materialOf, speciesById, surfaceOfZone } from '../piece';
import { type Result, refused } from '../units';
import type { ColourRecipe, Piece, Product, Workshop, ZoneId } from '../workshop';

/** What of a piece says what its wood is. */
export type WoodOfPiece = Pick<Piece, 'surfaces' | 'colours' | 'sticks'>;

/** The wood of a zone as colour sees it. */
export function groundOfZone(piece: WoodOfPiece, zoneId: ZoneId): Ground {
  const { material } = surfaceOfZone(piece, zoneId);
  const own = materialOf(material.kind).colour;
  return {
    speciesId: material.speciesId,
    state: piece.colours?.[zoneId]?.state ?? 'usual',
    read: woodRead(piece, zoneId) ?? (own ? labOfColour(own) : null),
  };
}

/** What the wood of a zone is called: "oak, red, as it was read". */
export function woodName(piece: WoodOfPiece, zoneId: ZoneId): string {
  const { speciesId, state, read } = groundOfZone(piece, zoneId);
  const { name } = speciesById(speciesId);
  if (read) return `${name}, as it was read`;
  return state === 'usual' ? name : `${name}, ${woodStateNames[state]}`;
}

/** Coats of a clear where a plan names none (from memory). */
const usualCoats = 3;

/** The clear that ends the finish of a zone, as its plan has it; else the usual one. Null: there is none on the shelf. */
export function finishOfZone(
  piece: Piece,
  zoneId: ZoneId,
  workshop: Pick<Workshop, 'products' | 'settings'>,
): { product: Product; coats: number } | null {
  const { steps } = planOf(piece, workshop);
  const own = steps.filter((s) => s.zoneId === zoneId && s.kind === 'clear');
  const planned = own[0]?.productId ? workshop.products[own[0].productId] : undefined;
  if (planned) return { product: planned, coats: own.length };
  const clears = Object.values(workshop.products).filter((p) => p.kind === 'clear');
  const product = clears.find((p) => p.traits.includes('usual')) ?? clears[0];
  return product ? { product, coats: usualCoats } : null;
}

/** What the plan of a zone lays under and over a colour of it. */
interface AroundColour {
  finish: { product: Product; coats: number } | null;
  /** Before a colour of each carrier goes into the wood: as its house and its wood have it. */
  conditioner: Partial<Record<Product['carrier'], Product>>;
}

/** What the plan of a zone would lay around a recipe: it is planned with a plain one of each carrier, whatever its look is now. */
export function aroundColour(
  piece: Piece,
  zoneId: ZoneId,
  workshop: Pick<Workshop, 'products' | 'settings'>,
): AroundColour {
  const { products } = workshop;
  const colours = Object.values(products).filter((p) => physicsOf(p) === 'in-wood');
  const around: AroundColour = { finish: null, conditioner: {} };
  for (const carrier of new Set(colours.map((p) => p.carrier))) {
    const colour = colours.find((p) => p.carrier === carrier)!;
    const lab = labOfColour(colour.colour)!;
    const layers = [keptLayer(plainLayer(colour))];
    const recipe: ColourRecipe = { at: piece.createdAt, target: lab, targetName: '', layers, expected: lab };
    const planned = withRecipe(piece, zoneId, recipe, products);
    const step = planOf(planned, workshop).steps.find((s) => s.zoneId === zoneId && s.kind === 'condition');
    const conditioner = step?.productId ? products[step.productId] : undefined;
    if (conditioner) around.conditioner[carrier] = conditioner;
    around.finish ??= finishOfZone(planned, zoneId, workshop);
  }
  around.finish ??= finishOfZone(piece, zoneId, workshop);
  return around;
}

/** Colour is judged under its clear: without one there is no answer. */
export const noClear: Result<never> = refused({
  code: 'no_clear',
  path: 'products',
  message: 'There is no clear among the products: colour is judged under its clear. Put one among them.',
});
