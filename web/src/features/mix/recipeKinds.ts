import {
  alcoholToCut,
  colourParts,
  diluted,
  labelRecipe,
  type Recipe,
  shellacFromFlakes,
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

/** The kinds that make sense for a product. */
export function kindsFor(product: Product): RecipeKind[] {
  return [
    ...(product.mix ? (['label'] as const) : []),
    'thinned',
    ...(product.kind === 'clear' && product.carrier === 'oil' ? (['coat'] as const) : []),
    ...(product.kind === 'cleaner' ? (['diluted'] as const) : []),
    ...(product.kind === 'paint' && product.carrier === 'water' ? (['wash'] as const) : []),
    ...(product.kind === 'clear' ? (['toner'] as const) : []),
    ...(product.carrier === 'alcohol' && (product.kind === 'clear' || product.kind === 'sealer')
      ? (['shellac', 'cut'] as const)
      : []),
    ...(['paint', 'clear', 'wash', 'glaze'].includes(product.kind) ? (['drops'] as const) : []),
    ...(product.kind === 'paint' ? (['colours'] as const) : []),
  ];
}

/** What is set besides the kind. */
export interface RecipeSettings {
  thinPercent: number;
  coat: number;
  waterParts: number;
  colourPercent: number;
  colourId: string;
  cutLb: number;
  fromLb: number;
  dropsPer100Ml: number;
  parts: readonly { productId: string; parts: number }[];
}

/** kg per litre of dry shellac in solution: a kilogram takes up 0.85 L. */
const flakesDensity = 1 / 0.85;

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
      return thinned(product, varnishThinning(s.coat));
    case 'diluted':
      return diluted(product, s.waterParts);
    case 'wash':
      return wash(product, s.waterParts);
    case 'toner':
      return toner(product, products[s.colourId] ?? product, s.colourPercent / 100);
    case 'shellac': {
      const cut = shellacFromFlakes(s.cutLb, 1);
      return {
        name: `Shellac, ${s.cutLb}-lb cut`,
        by: 'mass',
        hardenerFrac: null,
        parts: [
          { name: 'flakes', productId: null, share: cut.flakesKg, densityKgPerL: flakesDensity, hardener: false },
          { name: 'alcohol', productId: null, share: cut.alcoholL * 0.79, densityKgPerL: 0.79, hardener: false },
        ],
      };
    }
    case 'cut':
      return {
        ...thinned(product, s.cutLb < s.fromLb ? alcoholToCut(s.fromLb, s.cutLb) : 0),
        name: `Shellac, ${s.fromLb}-lb let down to ${s.cutLb}-lb`,
      };
    case 'drops':
      return tinted(product, products[s.colourId] ?? product, s.dropsPer100Ml);
    case 'colours':
      return colourParts(
        `Mix of ${s.parts.map((p) => products[p.productId]?.name ?? '').join(' and ')}`.slice(0, 200),
        s.parts.flatMap((p) => {
          const colour = products[p.productId];
          return colour ? [{ product: colour, parts: p.parts }] : [];
        }),
      );
  }
}

/** Why a mix may not be made so: the label's limit, or a thinner it cannot take. */
export function barredBy(kind: RecipeKind, product: Product, s: RecipeSettings): string | null {
  const thin = kind === 'thinned' ? s.thinPercent / 100 : 0;
  if (thin > product.thinningMaxFrac.value + 1e-9)
    return `${product.name} is thinned by at most ${Math.round(product.thinningMaxFrac.value * 100)} % by its label; ${s.thinPercent} % neither covers nor holds.`;
  if (thin > 0 && product.thinnerCarrier !== null && product.thinnerCarrier !== product.carrier)
    return `Its sheet names a thinner of another kind than it is carried in: put that right on the product sheet first.`;
  return null;
}
