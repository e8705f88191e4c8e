import type { Product } from '../workshop';
import { bareColour, type SurfaceState } from './surfaceState';

type Rgb = readonly [number, number, number];

const toRgb = (hex: string): Rgb =>
  [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16) / 255) as unknown as Rgb;
const toHex = (rgb: Rgb): string =>
  `#${rgb
    .map((c) =>
      Math.round(Math.min(1, Math.max(0, c)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
const mix = (a: Rgb, b: Rgb, share: number): Rgb => a.map((c, i) => c + (b[i]! - c) * share) as unknown as Rgb;
const through = (under: Rgb, film: Rgb): Rgb => under.map((c, i) => c * film[i]!) as unknown as Rgb;

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
