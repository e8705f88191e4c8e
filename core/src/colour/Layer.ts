import type { Product, ProductKind, Sheen } from '../workshop';

/** How a product changes what is seen. */
export type Physics = 'in-wood' | 'film' | 'clear' | 'opaque' | 'bleach' | 'conditioner' | 'nothing';

const byKind: Readonly<Partial<Record<ProductKind, Physics>>> = {
  stain: 'in-wood',
  dye: 'in-wood',
  glaze: 'film',
  wash: 'film',
  'dark-wax': 'film',
  toner: 'clear',
  clear: 'clear',
  sealer: 'clear',
  wax: 'clear',
  bleach: 'bleach',
  conditioner: 'conditioner',
};
/** Hides more than it lets through: it is seen itself. */
const opaqueFrom = 0.7;

/** How a product changes what is seen, by its kind and what its sheet says of it. */
export function physicsOf(product: Pick<Product, 'kind' | 'traits' | 'hidingFrac'>): Physics {
  // Gel lies on the wood, like paint.
  if (product.kind === 'stain' && product.traits.includes('gel')) return 'film';
  return (
    byKind[product.kind] ?? (product.hidingFrac >= opaqueFrom ? 'opaque' : product.hidingFrac > 0 ? 'film' : 'nothing')
  );
}

/** One thing that goes on, in one coat or several. */
export interface Layer {
  /** What is in it, by parts; the first is what it is called after. */
  parts: readonly { product: Product; parts: number }[];
  /** Parts of thinner, or of the clear that is tinted, besides. */
  thinnerParts: number;
  coats: number;
  /** How long it lies before it is wiped, minutes; null: as its sheet says. */
  dwellMin?: number | null;
  /** Grit the wood was last sanded with; null: as usual. */
  grit?: number | null;
}

/** A product as it is, in so many coats. */
export const plainLayer = (product: Product, coats = 1): Layer => ({
  parts: [{ product, parts: 1 }],
  thinnerParts: 0,
  coats,
});

/** Share of its outer face's light that a sheen scatters to where one looks from (from memory). */
export const hazeOf: Readonly<Record<Sheen, number>> = { matt: 0.5, satin: 0.2, 'semi-gloss': 0.1, gloss: 0 };
