import type { Product } from '../workshop';
import { kOverS, powerFromContrast } from './kubelkaMunk';
import { reflectanceOfHex } from './lab';
import { xyzOf } from './observer';
import { each, type Spectrum } from './spectrum';

/** Colour cards show a stain on a pale wood: this one (from memory). */
const cardWood = '#e2c79b';
/** A clear's own colour is that of a depth of so many coats (from memory). */
const coatsToOwnColour = 10;

/** Coats of a toner that its card shows (from memory). */
const tonerCoatsToCard = 3;

const cached = new WeakMap<Product, Map<string, Spectrum>>();
/** A curve of a product, worked out once. */
function curve(product: Product, name: string, make: () => Spectrum): Spectrum {
  const own = cached.get(product) ?? new Map<string, Spectrum>();
  cached.set(product, own);
  const known = own.get(name) ?? make();
  own.set(name, known);
  return known;
}

/** Reflectance of a product by itself, too thick to see through. */
export const ownColour = (p: Product): Spectrum => curve(p, 'own', () => reflectanceOfHex(p.colour));
/** K/S that one coat adds to wood: of its card less that of the wood of the card. */
export const inWood = (p: Product): Spectrum =>
  curve(p, 'in wood', () => {
    const wood = reflectanceOfHex(cardWood);
    return each(ownColour(p), (r, i) => Math.max(0, kOverS(r) - kOverS(wood[i]!)));
  });
/** Absorbance, both ways, of one coat as a film on the wood of the card. */
export const onWood = (p: Product): Spectrum =>
  curve(p, 'on wood', () => {
    const wood = reflectanceOfHex(cardWood);
    return each(ownColour(p), (r, i) => Math.max(0, -Math.log(r / wood[i]!)));
  });
/** Absorbance, both ways, of one coat of a toner as it is sold: its card shows several. */
export const toned = (p: Product): Spectrum => curve(p, 'toned', () => each(onWood(p), (a) => a / tonerCoatsToCard));
/** Absorbance, both ways, of one coat of a clear. */
export const tint = (p: Product): Spectrum =>
  curve(p, 'tint', () => each(ownColour(p), (r) => -Math.log(r) / coatsToOwnColour));
/** Scattering power of one coat, from the share it hides. */
export const scattering = (p: Product): number =>
  curve(p, 'scattering', () => [
    powerFromContrast(xyzOf(ownColour(p))[1], Math.min(0.9999, Math.max(0.01, p.hidingFrac))),
  ])[0]!;
