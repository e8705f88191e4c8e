import type { Product } from '../workshop';
import { physicsOf } from './Layer';
import { bandNm } from './spectrum';
import { type Ground, thirds } from './woods';

/** Logarithms of what a figure of the model is multiplied by, in the short, middle and long waves. */
export type Theta = readonly [number, number, number];
/** What sticks have taught of the model, by the key of a figure; undefined: nothing. */
export type Thetas = (key: string) => Theta | undefined;

/** Key of a wood whose own colour was read: each is its own. */
export const woodAsRead = 'wood as read';
/** Key of a wood: as it was read, or as its kind usually is. */
export const woodKey = (ground: Ground): string => (ground.read ? woodAsRead : `wood|${ground.speciesId ?? 'unknown'}`);
/** Key of how strongly a product colours: in one wood, or as a film on any. */
export const colourKey = (product: Product, ground: Ground): string =>
  physicsOf(product) === 'in-wood' ? `in|${product.id}|${ground.speciesId ?? 'unknown'}` : `on|${product.id}`;
/** Key of how much a clear deepens wood. */
export const wettingKey = 'wetting';

const weighOf = bandNm.map(thirds);
/** What a figure is multiplied by in a band. */
export const factorOf = (theta: Theta | undefined, band: number): number => {
  if (!theta) return 1;
  const w = weighOf[band]!;
  return Math.exp(w[0] * theta[0] + w[1] * theta[1] + w[2] * theta[2]);
};
/** The same over all bands. */
export const meanFactor = (theta: Theta | undefined): number =>
  theta ? Math.exp((theta[0] + theta[1] + theta[2]) / 3) : 1;
