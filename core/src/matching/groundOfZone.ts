import { type Ground, keptLayer, labOfColour, physicsOf, plainLayer, withRecipe, woodStateNames } from '../colour';
import { planOf } from '../finishing';
import { materialOf, speciesById, surfaceOfZone } from '../piece';
import type { Piece, Product, Workshop, ZoneId } from '../workshop';

type SurfaceOf = Pick<Piece, 'surfaces' | 'colours'>;

/** The wood of a zone as colour sees it. */
export function groundOfZone(piece: SurfaceOf, zoneId: ZoneId): Ground {
  const { material } = surfaceOfZone(piece, zoneId);
  const colour = piece.colours?.[zoneId];
  const own = materialOf(material.kind).colour;
  return {
    speciesId: material.speciesId,
    state: colour?.state ?? 'usual',
    read: colour?.ground?.lab ?? (own ? labOfColour(own) : null),
  };
}

/** What the wood of a zone is called: "oak, red, as it was read". */
export function woodName(piece: SurfaceOf, zoneId: ZoneId): string {
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

/** The conditioner that the plan of a zone would lay before a colour of each carrier: as its house and its wood have it. */
export function conditionersOf(
  piece: Piece,
  zoneId: ZoneId,
  workshop: Pick<Workshop, 'products' | 'settings'>,
): Partial<Record<Product['carrier'], Product>> {
  const { products } = workshop;
  const colours = Object.values(products).filter((p) => physicsOf(p) === 'in-wood');
  const found: Partial<Record<Product['carrier'], Product>> = {};
  for (const carrier of new Set(colours.map((p) => p.carrier))) {
    const colour = colours.find((p) => p.carrier === carrier)!;
    const lab = labOfColour(colour.colour)!;
    const layers = [keptLayer(plainLayer(colour))];
    const recipe = {
      at: piece.createdAt,
      target: [...lab] as [number, number, number],
      targetName: '',
      layers,
      expected: [...lab] as [number, number, number],
    };
    const { steps } = planOf(withRecipe(piece, zoneId, recipe, products), workshop);
    const step = steps.find((s) => s.zoneId === zoneId && s.kind === 'condition');
    const conditioner = step?.productId ? products[step.productId] : undefined;
    if (conditioner) found[carrier] = conditioner;
  }
  return found;
}
