import { isSeen, stepKind } from '../finishing';
import { zoneNames } from '../piece';
import type { Reckoning } from '../reckoning';
import type { Product, ProductKind, ZoneId } from '../workshop';

/** What the owner of a piece is told of one of its surfaces. */
interface CareOf {
  zones: readonly ZoneId[];
  /** What lies uppermost, by name. */
  top: string;
  care: string;
}

/** What goes with a piece when it is handed over. Minutes since 1970. */
export interface CareCard {
  lightUseAtMin: number | null;
  curedAtMin: number | null;
  surfaces: readonly CareOf[];
  /** Said of every piece. */
  always: readonly string[];
}

/** Care by what lies uppermost. Common practice, no source. */
const careOfKind: Readonly<Partial<Record<ProductKind, string>>> = {
  wax: 'Dust it dry. Wipe water off at once; wax again when it looks dull, once or twice a year.',
  'dark-wax': 'Dust it dry. Wipe water off at once; wax again when it looks dull, once or twice a year.',
  'gilding-wax': 'Dust it with a soft brush; no water, no cleaner.',
  metallic: 'Dust it with a soft brush; no water, no cleaner.',
  'leather-colour': 'Wipe it with a damp cloth, let it dry away from heat, and feed it once a year.',
};
const careOfCarrier: Readonly<Record<Product['carrier'], string>> = {
  water: 'Wipe it with a damp cloth and a little mild soap, and dry it. No scouring, no solvent.',
  oil: 'Wipe it with a damp cloth and a little mild soap, and dry it. Oil it or coat it again when water no longer beads.',
  alcohol: 'Keep water, alcohol, heat and household cleaners off it: mats under cups and vases. Dust it dry.',
  lacquer: 'Wipe it with a damp cloth and dry it. Nail varnish remover and spirits dissolve it.',
  none: 'Dust it dry.',
};

const always = [
  'Dry is not cured: until the day given, nothing heavy, hot or wet stands on it, and it is not wrapped.',
  'Keep it out of direct sun and a hand’s breadth from a radiator.',
  'Lift drawers and doors rather than drag them; wipe a spill before it dries.',
];

/**
 * The care card of a piece: what lies uppermost on each zone when all is done, how it is cleaned, and from when it may be
 * used. Zones that end alike are told together.
 */
export function careCard({ steps, totals }: Reckoning, products: Readonly<Record<string, Product>>): CareCard {
  const last = new Map<ZoneId, Product>();
  for (const { step } of steps) {
    const product = step.productId ? products[step.productId] : undefined;
    if (step.zoneId && product && (stepKind(step.kind).film || isSeen(step.kind))) last.set(step.zoneId, product);
  }
  const bySurface = new Map<string, { product: Product; zones: ZoneId[] }>();
  for (const [zone, product] of last) {
    const own = bySurface.get(product.id);
    if (own) own.zones.push(zone);
    else bySurface.set(product.id, { product, zones: [zone] });
  }
  return {
    lightUseAtMin: totals.lightUseAtMin,
    curedAtMin: totals.curedAtMin,
    surfaces: [...bySurface.values()].map(({ product, zones }) => ({
      zones: zones.sort((a, b) => (zoneNames[a] < zoneNames[b] ? -1 : 1)),
      top: product.name,
      care: careOfKind[product.kind] ?? careOfCarrier[product.carrier],
    })),
    always,
  };
}
