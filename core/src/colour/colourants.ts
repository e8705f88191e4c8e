import type { Product } from '../workshop';
import { type Layer, physicsOf, plainLayer } from './Layer';
import { choicesOf, wholeParts } from './parts';

/** Most parts of a mix that is measured with spoons or drops, thinner counted. */
const mostParts = 8;
/** Most parts where three colours and thinner are mixed. */
const mostPartsOfThree = 6;
/** More than these of one carrier are not combined by three. */
const mostForThree = 8;
/** Parts of clear that a tint is counted against (common practice: 5 to 20 % of colourant). */
const clearParts = 20;
const mostTintParts = 4;

/** How much thinner a mix may have: as the sheets of its parts allow. A dye is let down as one likes. */
const thinnersFor = (products: readonly Product[], parts: number, most: number): number[] => {
  const limit = Math.min(
    ...products.map((p) => (p.kind === 'dye' ? most : Math.floor(p.thinningMaxFrac.value * parts))),
    most - parts,
  );
  return Array.from({ length: Math.max(0, limit) + 1 }, (_, n) => n);
};

/** Mixes of colourants that go into the wood together, by parts: one, two or three of one carrier, let down or not. */
export function inWoodMixes(products: readonly Product[], most = mostParts): Layer[] {
  const colourants = products.filter((p) => physicsOf(p) === 'in-wood');
  const carriers = [...new Set(colourants.map((p) => p.carrier))];
  return carriers.flatMap((carrier) => {
    const own = colourants.filter((p) => p.carrier === carrier);
    return [1, 2, 3].flatMap((things) => {
      if (things === 3 && own.length > mostForThree) return [];
      const upTo = things === 3 ? Math.min(most, mostPartsOfThree) : most;
      return choicesOf(own, things).flatMap((chosen) =>
        wholeParts(things, upTo).flatMap((parts) => {
          const sum = parts.reduce((a, b) => a + b, 0);
          return thinnersFor(chosen, sum, upTo).flatMap((thinnerParts) => {
            const layer: Layer = {
              parts: chosen.map((product, i) => ({ product, parts: parts[i]! })).sort((a, b) => b.parts - a.parts),
              thinnerParts,
              coats: 1,
            };
            return things === 1 && thinnerParts === 0 ? [layer, { ...layer, coats: 2 }] : [layer];
          });
        }),
      );
    });
  });
}

/** What lies on the wood by itself and shows it: gel stain, in one coat or two. */
export const gelLayers = (products: readonly Product[]): Layer[] =>
  products
    .filter((p) => p.kind === 'stain' && physicsOf(p) === 'film')
    .flatMap((p) => [plainLayer(p), plainLayer(p, 2)]);

/** Glazes over a sealed wood, in one coat or two. */
export const glazeLayers = (products: readonly Product[]): Layer[] =>
  products.filter((p) => p.kind === 'glaze').flatMap((p) => [plainLayer(p), plainLayer(p, 2)]);

/** Toners as they are sold, in up to four thin coats. */
export const tonerLayers = (products: readonly Product[]): Layer[] =>
  products.filter((p) => p.kind === 'toner').flatMap((p) => [1, 2, 3, 4].map((n) => plainLayer(p, n)));

/** A clear tinted with one or two colourants of its own carrier, in one coat. @param clear what is tinted */
export function tintedClears(clear: Product, products: readonly Product[]): Layer[] {
  const tints = products.filter((p) => physicsOf(p) === 'in-wood' && p.carrier === clear.carrier);
  const mixes = [1, 2].flatMap((things) =>
    choicesOf(tints, things).flatMap((chosen) =>
      wholeParts(things, mostTintParts).map((parts) => chosen.map((product, i) => ({ product, parts: parts[i]! }))),
    ),
  );
  const singles = tints.flatMap((product) => [2, 3, 4].map((parts) => [{ product, parts }]));
  return [...mixes, ...singles].map((tint) => ({
    parts: [{ product: clear, parts: clearParts }, ...tint],
    thinnerParts: 0,
    coats: 1,
  }));
}

/** Parts of clear that dye is stirred into for a fill, and of dye at the most: much stronger than a coat of it. */
const [fillClearParts, mostFillParts] = [4, 6];

/** Dyes in a little clear, put on a fill with the point of a brush, up to three times. @param clear what they are stirred into */
export function fillLayers(clear: Product, products: readonly Product[]): Layer[] {
  const dyes = products.filter((p) => p.kind === 'dye' && p.carrier === clear.carrier);
  return [1, 2].flatMap((things) =>
    choicesOf(dyes, things).flatMap((chosen) =>
      wholeParts(things, mostFillParts).flatMap((parts) =>
        [1, 2, 3].map(
          (coats): Layer => ({
            parts: [
              { product: clear, parts: fillClearParts },
              ...chosen.map((product, i) => ({ product, parts: parts[i]! })),
            ],
            thinnerParts: 0,
            coats,
          }),
        ),
      ),
    ),
  );
}
