import {
  alcoholToCut,
  colourParts,
  diluted,
  labelRecipe,
  type Recipe,
  shellacRecipe,
  thinned,
  tinted,
  toner,
  varnishThinning,
  wash,
} from '@cosmesis/core/mixing';
import type { Product } from '@cosmesis/core/workshop';

/** What a mix can be, as one picks it at the bench. */
const recipeKinds = [
  'label',
  'thinned',
  'coat',
  'diluted',
  'wash',
  'toner',
  'shellac',
  'cut',
  'drops',
  'colours',
] as const;
export type RecipeKind = (typeof recipeKinds)[number];

/** Names of the kinds. */
export const kindWords: Readonly<Record<RecipeKind, string>> = {
  label: 'As its label mixes it',
  thinned: 'As it is, or thinned',
  coat: 'Thinned for its coat',
  diluted: 'Concentrate let down',
  wash: 'Paint wash',
  toner: 'Toner',
  shellac: 'Shellac from flakes',
  cut: 'A stronger cut let down',
  drops: 'Tinted by drops',
  colours: 'Colours in parts',
};

/** Stains and dyes that go into a product: only what is carried as it is. */
export const coloursFor = (product: Product, products: Readonly<Record<string, Product>>): Product[] =>
  Object.values(products).filter((p) => p.carrier === product.carrier && (p.kind === 'stain' || p.kind === 'dye'));

/** The colour that is picked, or the first that goes into it; undefined: none does. */
export function colourFor(
  product: Product,
  products: Readonly<Record<string, Product>>,
  { colourId }: Pick<RecipeSettings, 'colourId'>,
): Product | undefined {
  const colours = coloursFor(product, products);
  return colours.find((c) => c.id === colourId) ?? colours[0];
}

/** What is mixed of several by parts. */
const partedKinds: readonly Product['kind'][] = ['paint', 'stain', 'dye', 'clear', 'wash', 'glaze'];

/** The kinds that make sense for a product. */
export function kindsFor(product: Product, products: Readonly<Record<string, Product>>): RecipeKind[] {
  const coloured = coloursFor(product, products).length > 0;
  return [
    ...(product.mix ? (['label'] as const) : []),
    'thinned',
    ...(product.kind === 'clear' && product.carrier === 'oil' && product.thinningMaxFrac.value > 0
      ? (['coat'] as const)
      : []),
    ...(product.kind === 'cleaner' ? (['diluted'] as const) : []),
    ...(product.kind === 'paint' && product.carrier === 'water' ? (['wash'] as const) : []),
    ...(product.kind === 'clear' && coloured ? (['toner'] as const) : []),
    ...(product.carrier === 'alcohol' && (product.kind === 'clear' || product.kind === 'sealer')
      ? (['shellac', 'cut'] as const)
      : []),
    ...(coloured && ['paint', 'clear', 'wash', 'glaze'].includes(product.kind) ? (['drops'] as const) : []),
    ...(mixableWith(product, products).length > 1 && partedKinds.includes(product.kind) ? (['colours'] as const) : []),
  ];
}

/** What is set besides the kind. */
export interface RecipeSettings {
  thinPercent: number;
  coat: number;
  waterParts: number;
  colourPercent: number;
  /** null: the first that goes into it. */
  colourId: string | null;
  cutLb: number;
  fromLb: number;
  dropsPer100Ml: number;
  parts: readonly { productId: string; parts: number }[];
  /** Parts of thinner besides. */
  thinnerParts: number;
}

/** What can go into one cup with a product, by parts. */
export function mixableWith(product: Product, products: Readonly<Record<string, Product>>): Product[] {
  if (product.kind === 'stain' || product.kind === 'dye') return coloursFor(product, products);
  if (product.kind === 'clear') return [product, ...coloursFor(product, products)];
  return Object.values(products).filter((p) => p.kind === product.kind && p.carrier === product.carrier);
}

/** The recipe of a kind with its settings. */
export function recipeFor(
  kind: RecipeKind,
  product: Product,
  products: Readonly<Record<string, Product>>,
  s: RecipeSettings,
): Recipe {
  switch (kind) {
    case 'label':
      return labelRecipe(product) ?? thinned(product, 0);
    case 'thinned':
      return thinned(product, s.thinPercent / 100);
    case 'coat':
      return thinned(product, Math.min(varnishThinning(s.coat), product.thinningMaxFrac.value));
    case 'diluted':
      return diluted(product, s.waterParts);
    case 'wash':
      return wash(product, s.waterParts);
    case 'toner':
      return toner(product, colourFor(product, products, s) ?? product, s.colourPercent / 100);
    case 'shellac':
      return shellacRecipe(s.cutLb);
    case 'cut':
      return {
        ...thinned(product, s.cutLb < s.fromLb ? alcoholToCut(s.fromLb, s.cutLb) : 0),
        name: `Shellac, ${s.fromLb}-lb let down to ${s.cutLb}-lb`,
      };
    case 'drops':
      return tinted(product, colourFor(product, products, s) ?? product, s.dropsPer100Ml);
    case 'colours':
      return colourParts(
        `Mix of ${s.parts.map((p) => products[p.productId]?.name ?? '').join(' and ')}`.slice(0, 200),
        s.parts.flatMap((p) => {
          const colour = products[p.productId];
          return colour ? [{ product: colour, parts: p.parts }] : [];
        }),
        s.thinnerParts,
      );
  }
}

/** Why a mix may not be made so: the label's limit, or a thinner it cannot take. */
export function barredBy(kind: RecipeKind, product: Product, s: RecipeSettings): string | null {
  if (kind === 'cut' && s.cutLb > s.fromLb)
    return `A ${s.fromLb}-lb cut cannot be let down to a stronger one of ${s.cutLb} lb: type the cut that is there, or mix it from flakes.`;
  const thin = kind === 'thinned' ? s.thinPercent / 100 : 0;
  if (thin > product.thinningMaxFrac.value + 1e-9)
    return `${product.name} is thinned by at most ${Math.round(product.thinningMaxFrac.value * 100)} % by its label; ${s.thinPercent} % neither covers nor holds.`;
  if (thin > 0 && product.thinnerCarrier !== null && product.thinnerCarrier !== product.carrier)
    return `Its sheet names a thinner of another kind than it is carried in: put that right on the product sheet first.`;
  return null;
}
