import type { Product, SampleStick } from '../workshop';
import type { Laid } from './effectOf';
import type { Layer } from './Layer';
import type { Lab } from './observer';
import type { Ground } from './woods';

/** One reading of a stick: how it looked after so many of its layers; wet: wetted with spirits. */
interface StickReading {
  after: number;
  wet: boolean;
  lab: Lab;
}

/** A sample stick as the model sees it. */
export interface Stick {
  ground: Ground;
  layers: readonly Layer[];
  readings: readonly StickReading[];
}

type KeptLayer = SampleStick['layers'][number];

/** A layer as it is kept, with its products; null: one of them is gone. */
function layerOf(kept: KeptLayer, products: Readonly<Record<string, Product>>): Layer | null {
  const parts = kept.parts.map(({ productId, parts: n }) => ({ product: products[productId], parts: n }));
  if (parts.some((p) => p.product === undefined)) return null;
  return {
    parts: parts as Layer['parts'],
    thinnerParts: kept.thinnerParts,
    coats: kept.coats,
    dwellMin: kept.dwellMin,
    grit: kept.grit,
  };
}

/** Layers as they are kept; null: one of their products is gone. */
export function layersOf(
  kept: readonly KeptLayer[],
  products: Readonly<Record<string, Product>>,
): readonly Layer[] | null {
  const layers = kept.map((l) => layerOf(l, products));
  return layers.some((l) => l === null) ? null : (layers as Layer[]);
}

/** A stick of the workshop for the model; null: a product of it is gone, or nothing was read of it. */
export function stickOf(kept: SampleStick, products: Readonly<Record<string, Product>>): Stick | null {
  const layers = layersOf(kept.layers, products);
  if (!layers || kept.readings.length === 0) return null;
  const bare = kept.readings.find((r) => r.after === 0 && !r.wet);
  return {
    ground: { speciesId: kept.speciesId, state: kept.state, read: bare ? bare.lab : null },
    layers,
    readings: kept.readings.map(({ after, wet, lab }) => ({ after, wet, lab })),
  };
}

/** What lies on a stick after so many of its layers. */
export const laidAfter = (stick: Pick<Stick, 'layers'>, after: number): readonly Laid[] => stick.layers.slice(0, after);
