import type { Belief } from './Belief';
import { beside } from './differenceWords';
import { type Layer, physicsOf, plainLayer } from './Layer';
import { difference } from './lab';
import type { Lab } from './observer';
import { labOf } from './observer';
import { likelyLook } from './predicted';
import { onWood } from './productCurves';
import type { Ground } from './woods';

/** A part so far to the green or the blue of wood cancels red or yellow, a*, b*. */
const cancelsFrom = -2;

/** What a colourant does to the hue of white under it. */
const pull = (layer: Layer): { green: boolean; blue: boolean } => {
  const colours = layer.parts
    .filter((p) => physicsOf(p.product) === 'in-wood')
    .map((p) => labOf(onWood(p.product).map((a) => Math.exp(-a))));
  return { green: colours.some((c) => c[1] < cancelsFrom), blue: colours.some((c) => c[2] < cancelsFrom) };
};

/** What each coloured layer is for, with how far from the target it leaves the surface. */
export function whyLayers(ground: Ground, layers: readonly Layer[], target: Lab, belief: Belief): string[] {
  const coloured = (l: Layer) => l.parts.some((p) => physicsOf(p.product) !== 'clear' || p.product.kind === 'toner');
  const finish = layers.filter((l) => !coloured(l));
  const last = finish.at(-1);
  const under = (so: readonly Layer[]): Lab =>
    likelyLook(ground, last ? [...so, plainLayer(last.parts[0]!.product, last.coats)] : so, belief);
  let before = under([]);
  const first = beside(before, target);
  const said = [
    `Under clear alone it is ${first === '' ? 'as it should be' : `${first} than the target`}, ΔE ${difference(before, target).toFixed(1)}.`,
  ];
  const so: Layer[] = [];
  for (const layer of layers) {
    so.push(layer);
    if (physicsOf(layer.parts[0]!.product) === 'conditioner') {
      said.push('Conditioned first: it takes less colour, and takes it evenly.');
      continue;
    }
    if (!coloured(layer)) {
      if (layer.parts[0]!.product.kind === 'sealer')
        said.push('Sealed, so that what follows stays on top and can be judged.');
      continue;
    }
    const now = so.length === layers.length ? likelyLook(ground, so, belief) : under(so);
    const how = beside(now, before);
    const { green, blue } = pull(layer);
    const cancels = [
      ...(green && before[1] > target[1] + 1 ? ['its green cancels red'] : []),
      ...(blue && before[2] > target[2] + 1 ? ['its blue cancels yellow'] : []),
    ];
    said.push(
      `${layer.parts.length > 1 ? 'The mix' : layer.parts[0]!.product.name} makes it ${how === '' ? 'hardly different' : how}${cancels.length > 0 ? `, and ${cancels.join(', ')}` : ''}: ΔE ${difference(now, target).toFixed(1)}.`,
    );
    before = now;
  }
  return said;
}
