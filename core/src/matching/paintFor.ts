import { colourWords, hexOf, type Lab, mixesFor, plainLayer } from '../colour';
import { planOf } from '../finishing';
import { buildFaces, shapeOf, zonesOf } from '../piece';
import { good, type Result } from '../units';
import type { Product, StepKindId, Workshop, ZoneId } from '../workshop';
import { groundOfZone } from './groundOfZone';
import { knownPiece } from './knownZone';

type Shop = Pick<Workshop, 'pieces' | 'products' | 'settings'>;
type ZoneAsked = NonNullable<PaintAsked['forZone']>;

/** What is asked of a mix of paints. */
export interface PaintAsked {
  target: Lab;
  productIds: readonly string[];
  mostParts: number;
  /** A thin coat over the sealed wood of a zone; null: as thick as it hides. */
  over: { pieceId: string; zoneId: ZoneId; coats: number } | null;
  /** The zone it is mixed for; null: for none. */
  forZone: { pieceId: string; zoneId: ZoneId } | null;
}
/** One mix. */
export interface PaintMixAnswer {
  parts: readonly { productId: string; name: string; parts: number; hex: string }[];
  lab: Lab;
  hex: string;
  words: string;
  deltaE: number;
  /** What the zone takes of it; null: for none, or of paints whose spreading rate nobody knows. */
  need: { areaM2: number; coats: number; litres: number } | null;
}

/** So much more is mixed than is to go on: a second batch is never quite the same (common practice, no source). */
const reserveFrac = 0.1;
/** Coats where the plan of the zone has none of it (common practice, no source). */
const usualCoats = { thick: 2, thin: 1 } as const;
const laidAs: Readonly<Record<'thick' | 'thin', readonly StepKindId[]>> = {
  thick: ['paint', 'metallic'],
  thin: ['colour-wash', 'glaze', 'tone'],
};

/** Area of a zone and coats of it in its plan. */
function zoneToCoat(workshop: Shop, { pieceId, zoneId }: ZoneAsked, as: 'thick' | 'thin') {
  const piece = workshop.pieces[pieceId];
  const shape = piece && shapeOf(piece);
  if (!piece || !shape?.ok) return null;
  const areaM2 = zonesOf(piece, buildFaces(shape.value)).find((z) => z.id === zoneId)?.areaM2 ?? 0;
  const own = planOf(piece, workshop).steps.filter((s) => s.zoneId === zoneId && laidAs[as].includes(s.kind));
  return areaM2 > 0 ? { areaM2, coats: own.length > 0 ? own.length : usualCoats[as] } : null;
}

/**
 * Litres of a mix for so many coats of an area, with a reserve; null: the rate of one of its parts is not known.
 * Rates are added by share: a mix spreads as its parts do.
 */
function litresOfMix(parts: readonly { product: Product; parts: number }[], areaM2: number, coats: number) {
  const all = parts.reduce((sum, p) => sum + p.parts, 0);
  const rates = parts.map((p) => p.product.spreadM2PerL?.likely ?? 0);
  if (rates.some((r) => !(r > 0))) return null;
  const rate = parts.reduce((sum, p, i) => sum + (p.parts / all) * rates[i]!, 0);
  return (coats * areaM2 * (1 + reserveFrac)) / rate;
}

/** Mixes of paints of a workshop for a colour, the fewest colours first. */
export function paintFor(
  workshop: Shop,
  { target, productIds, mostParts, over, forZone }: PaintAsked,
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
  const zone = forZone && zoneToCoat(workshop, forZone, over ? 'thin' : 'thick');
  const found = mixesFor({ target, products, over: on, mostParts });
  if (!found.ok) return found;
  return good(
    found.value.map(({ parts, lab, deltaE }) => {
      const litres = zone && litresOfMix(parts, zone.areaM2, zone.coats);
      return {
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
        need: zone && litres ? { ...zone, litres } : null,
      };
    }),
  );
}
