import type { Product } from '../workshop';
import { bareColour, type SurfaceState } from './surfaceState';

type Rgb = readonly [number, number, number];

const channel = (hex: string, at: number): number => Number.parseInt(hex.slice(at, at + 2), 16) / 255;
const toRgb = (hex: string): Rgb => [channel(hex, 1), channel(hex, 3), channel(hex, 5)];
const toHex = (rgb: Rgb): string =>
  `#${rgb
    .map((c) =>
      Math.round(Math.min(1, Math.max(0, c)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
const mix = (a: Rgb, b: Rgb, share: number): Rgb => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
  a[2] + (b[2] - a[2]) * share,
];
const through = (under: Rgb, film: Rgb): Rgb => [under[0] * film[0], under[1] * film[1], under[2] * film[2]];

/** Old films as they usually look when they come in; the colour of an old paint is not known. */
const oldPaint = toRgb('#8f8a76');
const oldVarnish = toRgb('#7a4a22');

/**
 * Colour a surface shows in its state, for the bands of a step stick: films let the ground shine through by their hiding,
 * clears only deepen it. A sketch of the colour, not a prediction.
 */
export function bandColour(state: SurfaceState, products: Readonly<Record<string, Product>>): string {
  const bare = toRgb(bareColour(state));
  const shown = state.layers.reduce<Rgb>((under, layer) => {
    if (layer.old === 'paint' || layer.old === 'unknown') return oldPaint;
    if (layer.old) return mix(under, oldVarnish, layer.old === 'wax' ? 0.15 : 0.5);
    const product = layer.productId ? products[layer.productId] : undefined;
    if (!product) return under;
    const colour = toRgb(product.colour);
    return product.kind === 'clear' || product.kind === 'sealer' || product.kind === 'conditioner'
      ? mix(under, through(under, colour), 0.7)
      : mix(under, colour, product.hidingFrac);
  }, bare);
  return toHex(state.fills > 0 && state.layers.length === 0 ? mix(shown, toRgb('#c9b79a'), 0.35) : shown);
}
