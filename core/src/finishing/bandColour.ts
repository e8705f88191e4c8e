import {
  averaged,
  type Belief,
  type Ground,
  hexOf,
  type Laid,
  labOf,
  labOfColour,
  likelyLook,
  nothingRead,
  plainLayer,
  reflectanceOf,
  reflectanceOfHex,
} from '../colour';
import { materialOf } from '../piece';
import type { Product } from '../workshop';
import type { SurfaceState } from './surfaceState';

/** Filler before it is coloured (from memory), and how much of a mended face it takes on a stick. */
const fillColour = '#c9b79a';
const fillShare = 0.35;

/** What is known of the wood of a zone besides its kind. */
export type WoodOf = Pick<Ground, 'state' | 'read'>;

/** The wood of a surface, as it was read or as its kind has it; what is no wood has its own colour. */
function groundOf(state: SurfaceState, wood: WoodOf | undefined): Ground {
  const own = materialOf(state.material).colour;
  return {
    speciesId: state.species.id,
    state: wood?.state ?? 'usual',
    read: wood?.read ?? (own ? labOfColour(own) : null),
  };
}

type SurfaceLayer = SurfaceState['layers'][number];

/** A layer of a surface as colour sees it; null: its product is not known. */
function laidOf(layer: SurfaceLayer, products: Readonly<Record<string, Product>>): Laid | null {
  if (layer.old) return { old: layer.old };
  const product = layer.productId ? products[layer.productId] : undefined;
  if (!product) return null;
  if (!layer.mixed) return plainLayer(product);
  const parts = layer.mixed.parts.flatMap((p) => {
    const own = products[p.productId];
    return own ? [{ product: own, parts: p.parts }] : [];
  });
  return { parts, thinnerParts: layer.mixed.thinnerParts, coats: 1 };
}

/** Coats of one thing one after the other are one layer: light meets them together. */
function joined(layers: readonly (Laid | null)[]): Laid[] {
  const found: Laid[] = [];
  for (const layer of layers) {
    if (!layer) continue;
    const last = found.at(-1);
    const same =
      last &&
      !('old' in last) &&
      !('old' in layer) &&
      last.thinnerParts === layer.thinnerParts &&
      last.parts.length === layer.parts.length &&
      last.parts.every((p, i) => p.product === layer.parts[i]!.product && p.parts === layer.parts[i]!.parts);
    if (same) found[found.length - 1] = { ...last, coats: last.coats + 1 };
    else found.push(layer);
  }
  return found;
}

const known = new Map<string, string>();
/** More than these are not kept. */
const mostKept = 5000;

/** What a colour is worked out from, in short. */
const keyOf = (ground: Ground, laid: readonly Laid[], fills: boolean): string =>
  [
    ground.speciesId,
    ground.state,
    ground.read?.join(' '),
    fills,
    ...laid.map((l) =>
      'old' in l
        ? l.old
        : [
            ...l.parts.map(
              ({ product: p, parts }) =>
                `${p.id} ${p.kind} ${p.colour} ${p.hidingFrac} ${p.sheen} ${p.traits.length} ${p.spreadM2PerL?.likely} ${parts}`,
            ),
            l.thinnerParts,
            l.coats,
          ].join(','),
    ),
  ].join('|');
let knownBy: Belief = nothingRead;

/**
 * Colour a surface shows in its state, as the model foretells it over its own wood: for the bands of a stick, the drawing and
 * the cards. @returns #rrggbb
 */
export function bandColour(
  state: SurfaceState,
  products: Readonly<Record<string, Product>>,
  wood?: WoodOf,
  belief: Belief = nothingRead,
): string {
  const ground = groundOf(state, wood);
  const laid = joined(state.layers.map((l) => laidOf(l, products)));
  const fills = state.fills > 0 && state.layers.length === 0;
  if (knownBy !== belief || known.size >= mostKept) {
    known.clear();
    knownBy = belief;
  }
  const key = keyOf(ground, laid, fills);
  const before = known.get(key);
  if (before) return before;
  const lab = likelyLook(ground, laid, belief);
  const shown = fills
    ? labOf(averaged([reflectanceOf(lab), reflectanceOfHex(fillColour)], [1 - fillShare, fillShare]))
    : lab;
  const made = hexOf(shown);
  known.set(key, made);
  return made;
}
