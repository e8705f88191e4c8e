import { gelLayers, glazeLayers, inWoodMixes, tintedClears, tonerLayers } from './colourants';
import { type Layer, plainLayer } from './Layer';
import { lookAfter } from './lookAfter';
import type { MatchOrder } from './MatchOrder';
import { labOf } from './observer';

/** A place in a route: the same for all surfaces, or each its own. */
interface Slot {
  scope: 'shared' | 'own';
  options: readonly Layer[];
  /** It takes the place of the last coat of clear. */
  inFinish?: true;
}

/** A way in which colour is brought onto wood, slot by slot from the wood up. */
export interface Template {
  id: string;
  slots: readonly Slot[];
}
/** Between two that look alike the one with fewer things to measure is taken, ΔE00 for each. */
const perThing = 0.1;
const perPart = 0.01;

/** How much more there is to a layer than one product, in one coat, ΔE00: what it has to bring for that. */
export const simplicity = (l: Layer): number =>
  perThing * (l.parts.length - 1) +
  perPart * (l.parts.reduce((sum, p) => sum + p.parts, 0) + l.thinnerParts) +
  perThing * (l.coats - 1);

/** Colours nearer than this are one where layers are combined, L*, a*, b*. */
const cell = 1.5;

/** Of mixes that look alike on the first of the woods the simplest. */
function distinct({ grounds }: MatchOrder, layers: readonly Layer[]): Layer[] {
  const best = new Map<string, Layer>();
  for (const layer of layers) {
    const key = labOf(lookAfter(grounds[0].ground, [layer]))
      .map((x) => Math.round(x / cell))
      .join(' ');
    const known = best.get(key);
    if (!known || simplicity(layer) < simplicity(known)) best.set(key, layer);
  }
  return [...best.values()];
}

/** Ways in which colour is brought onto wood, the simplest first. */
export function templatesFor(order: MatchOrder): Template[] {
  const { products, grounds } = order;
  const into = inWoodMixes(products);
  const few = distinct(
    order,
    into.filter((l) => l.parts.length < 3),
  );
  const carriers = [...new Set(into.map((l) => l.parts[0]!.product.carrier))];
  const byCarrier = (id: string, things: number): Template[] =>
    carriers.map((carrier) => ({
      id: `${id} ${carrier}`,
      slots: [
        {
          scope: 'shared',
          options: into.filter((l) => l.parts.length === things && l.parts[0]!.product.carrier === carrier),
        },
      ],
    }));
  const single = into.filter((l) => l.parts.length === 1);
  const gels = gelLayers(products);
  // One cup of tinted clear serves all only where all end in the same clear.
  const clears = new Set(grounds.map((g) => g.finish.product));
  const [clear] = clears;
  const tints = clear && clears.size === 1 ? tintedClears(clear, products) : [];
  const sealers = products.filter((p) => p.kind === 'sealer');
  const sealer = sealers.find((p) => p.traits.includes('dewaxed')) ?? sealers[0];
  const seal: Slot[] = sealer ? [{ scope: 'shared', options: [plainLayer(sealer)] }] : [];
  const over = sealer ? [...glazeLayers(products), ...tonerLayers(products)] : [];
  const shared = (options: readonly Layer[]): Slot => ({ scope: 'shared', options });
  const own = (options: readonly Layer[]): Slot => ({ scope: 'own', options });
  const tint: Slot = { scope: 'own', options: tints, inFinish: true };
  const all: Template[] = [
    { id: 'clear', slots: [] },
    ...byCarrier('one', 1),
    { id: 'gel', slots: [shared(gels)] },
    ...byCarrier('two', 2),
    ...byCarrier('three', 3),
    ...(grounds.length > 1 ? [{ id: 'each', slots: [own(into)] }] : []),
    { id: 'one-tint', slots: [shared(single), tint] },
    { id: 'two-tint', slots: [shared(few), tint] },
    { id: 'in-in', slots: [own(few), shared(few)] },
    { id: 'over', slots: [shared(few), ...seal, own(over)] },
    { id: 'in-in-tint', slots: [own(few), shared(few), tint] },
  ];
  return all.filter((t) => t.slots.every((s) => s.options.length > 0));
}
