import { DomainError } from '../units';
import type { Product } from '../workshop';
import type { Recipe, RecipePart } from './Recipe';

const part = (product: Pick<Product, 'id' | 'name' | 'densityKgPerL'>, share: number): RecipePart => ({
  name: product.name,
  productId: product.id,
  share,
  densityKgPerL: product.densityKgPerL?.value ?? null,
  hardener: false,
});
const plain = (name: string, share: number, densityKgPerL: number): RecipePart => ({
  name,
  productId: null,
  share,
  densityKgPerL,
  hardener: false,
});

/** kg per litre of what things are thinned with (from memory; water at 20 °C: 0.998). */
const thinnerDensityKgPerL: Readonly<Record<Product['carrier'], number>> = {
  water: 0.998,
  oil: 0.78,
  alcohol: 0.79,
  lacquer: 0.83,
  none: 1,
};
/** What things are thinned with, by what they are carried in. */
const thinnerNames: Readonly<Record<Product['carrier'], string>> = {
  water: 'water',
  oil: 'mineral spirits',
  alcohol: 'alcohol',
  lacquer: 'lacquer thinner',
  none: 'nothing',
};

/** The mix a product's own label gives; null where it is used as it is. */
export const labelRecipe = (product: Product): Recipe | null =>
  product.mix && {
    name: product.name,
    by: product.mix.by,
    hardenerFrac: product.mix.hardenerFrac,
    parts: product.mix.parts.map((p) => ({ ...p, productId: p.hardener ? null : product.id })),
  };

/**
 * A product with its thinner.
 * @param thinnerPerL litres of thinner per litre of product, ≥ 0
 */
export const thinned = (product: Product, thinnerPerL: number): Recipe => ({
  name: `${product.name}, thinned`,
  by: 'volume',
  hardenerFrac: null,
  parts: [
    part(product, 1),
    ...(thinnerPerL > 0
      ? [
          plain(
            thinnerNames[product.thinnerCarrier ?? product.carrier],
            thinnerPerL,
            thinnerDensityKgPerL[product.thinnerCarrier ?? product.carrier],
          ),
        ]
      : []),
  ],
});

/**
 * Thinner by coat of an exterior oil varnish, litres per litre (common practice and memory: the first 30–50 %, the next
 * 10–25 %, then little or none).
 */
export const varnishThinning = (coat: number): number => (coat <= 1 ? 0.4 : coat === 2 ? 0.18 : coat === 3 ? 0.05 : 0);

/** A concentrate let down with water. @param waterPerPart parts of water to one of concentrate, > 0 */
export const diluted = (concentrate: Product, waterPerPart: number): Recipe => ({
  name: `${concentrate.name}, 1 : ${waterPerPart}`,
  by: 'volume',
  hardenerFrac: null,
  parts: [part(concentrate, 1), plain('water', waterPerPart, thinnerDensityKgPerL.water)],
});

/** Clear with some stain or dye in it (from memory: 5 to 20 % by volume). @param colourFrac share of colour, 0 to 1 */
export const toner = (clear: Product, colour: Product, colourFrac: number): Recipe => ({
  name: `Toner: ${colour.name} in ${clear.name}`,
  by: 'volume',
  hardenerFrac: null,
  parts: [part(clear, 1 - colourFrac), part(colour, colourFrac)],
});

/** Paint let down to a wash (from memory: 1 : 1 to 1 : 3). @param waterPerPart parts of water to one of paint */
export const wash = (paint: Product, waterPerPart: number): Recipe => ({
  ...diluted(paint, waterPerPart),
  name: `Wash of ${paint.name}, 1 : ${waterPerPart}`,
});

/** Colours in so many parts each. */
export function colourParts(
  name: string,
  colours: readonly { product: Product; parts: number }[],
  thinnerParts = 0,
): Recipe {
  const carrier = colours[0]?.product.carrier ?? 'none';
  return {
    name,
    by: 'volume',
    hardenerFrac: null,
    parts: [
      ...colours.map((c) => part(c.product, c.parts)),
      ...(thinnerParts > 0 ? [plain(thinnerNames[carrier], thinnerParts, thinnerDensityKgPerL[carrier])] : []),
    ],
  };
}

/** US pounds per US gallon, as kg per litre (NIST Handbook 44, App. C: 0.45359237 kg ÷ 3.785411784 L). */
const kgPerLOfCut = 0.45359237 / 3.785411784;
/** Litres that a kilogram of dry shellac takes up in alcohol (0.1019 US gal per lb; from memory, as 0.85 L/kg). */
const flakesLPerKg = (0.1019 * 3.785411784) / 0.45359237;

/** Shellac from flakes: what goes in, and how much it gives. */
export interface ShellacCut {
  flakesKg: number;
  alcoholL: number;
  /** Volume of the solution, L. */
  volumeL: number;
}

/**
 * Flakes and alcohol for a volume of shellac. An N-pound cut is N lb of flakes to a US gallon of alcohol.
 * @param cutLb pounds per gallon, 0 < x ≤ 8
 * @param volumeL volume of the solution wanted, L, > 0; the flakes swell it by 0.85 L/kg
 * @throws DomainError out_of_range (NaN included)
 * Source: definition; NIST Handbook 44 for the units. Check: 2-lb from 1 L of alcohol → 239.65 g
 */
export function shellacFromFlakes(cutLb: number, volumeL: number): ShellacCut {
  if (!(cutLb > 0 && cutLb <= 8)) throw new DomainError('out_of_range', 'cutLb', cutLb, 'above 0 to 8 lb/gal');
  if (!(volumeL > 0)) throw new DomainError('out_of_range', 'volumeL', volumeL, 'above 0');
  const flakesPerL = cutLb * kgPerLOfCut;
  const alcoholL = volumeL / (1 + flakesPerL * flakesLPerKg);
  return { flakesKg: alcoholL * flakesPerL, alcoholL, volumeL };
}

/**
 * Flakes and alcohol as a recipe by mass.
 * @param cutLb pounds per gallon, 0 < x ≤ 8
 * @throws DomainError out_of_range (NaN included)
 */
export function shellacRecipe(cutLb: number): Recipe {
  const cut = shellacFromFlakes(cutLb, 1);
  return {
    name: `Shellac, ${cutLb}-lb cut`,
    by: 'mass',
    hardenerFrac: null,
    parts: [
      plain('flakes', cut.flakesKg, 1 / flakesLPerKg),
      plain('alcohol', cut.alcoholL * thinnerDensityKgPerL.alcohol, thinnerDensityKgPerL.alcohol),
    ],
  };
}

/**
 * Alcohol to add to a volume of a stronger cut to get a weaker one, litres per litre.
 * @param fromLb cut that is there, lb per US gallon
 * @param toLb cut wanted, 0 < x ≤ fromLb
 * @returns (N₁/N₂ − 1) ÷ (1 + v·N₁) with v = 0.1019 gal/lb
 * @throws DomainError out_of_range (NaN included)
 * Source: definition of the cut, volumes additive. Check: 5 → 2 lb: 0.994
 */
export function alcoholToCut(fromLb: number, toLb: number): number {
  if (!(fromLb > 0 && fromLb <= 8)) throw new DomainError('out_of_range', 'fromLb', fromLb, 'above 0 to 8 lb/gal');
  if (!(toLb > 0 && toLb <= fromLb))
    throw new DomainError('out_of_range', 'toLb', toLb, 'above 0 to the cut that is there');
  return (fromLb / toLb - 1) / (1 + 0.1019 * fromLb);
}

/** Drops in a millilitre (from memory): weigh instead where it matters. */
const dropsPerMl = { water: 20, alcohol: 50 } as const;

/** Some colour by drops. @param dropsPer100Ml drops to a tenth of a litre, ≥ 0 */
export const tinted = (product: Product, colour: Product, dropsPer100Ml: number): Recipe => ({
  name: `${product.name}, ${dropsPer100Ml} drops of ${colour.name} to 100 ml`,
  by: 'volume',
  hardenerFrac: null,
  parts: [
    part(product, 0.1),
    ...(dropsPer100Ml > 0
      ? [part(colour, dropsPer100Ml / (colour.carrier === 'water' ? dropsPerMl.water : dropsPerMl.alcohol) / 1000)]
      : []),
  ],
});
