import type { Product } from '../workshop';
import { nothingRead, thetasOf, widenedFor } from './Belief';
import { type Effect, effectOf } from './effectOf';
import { type Layer, physicsOf, plainLayer } from './Layer';
import { difference } from './lab';
import { type BareWood, bareWood, lookUnder } from './lookAfter';
import type { MatchOrder } from './MatchOrder';
import { labOf } from './observer';
import type { Thetas } from './taught';
import { simplicity, type Template } from './templatesFor';

/** Chosen layers of a template: of each slot, for each surface. */
export type Chosen = readonly (readonly Layer[])[];

/** Starting points of a search, and rounds of it. */
const starts = 3;
const mostRounds = 4;

/** The search for one template: slot by slot the best, the others held, until nothing gets better. */
export class RouteSearch {
  private readonly thetas: readonly Thetas[];
  private readonly woods: readonly BareWood[];
  /** What each layer does on each surface: worked out once. */
  private readonly effects: readonly Map<Layer, Effect | null>[];
  private readonly conditioners: readonly ReadonlyMap<string, Layer>[];
  /** Clear that ends each surface: all its coats, and all but the last. */
  private readonly clears: readonly { all: readonly Layer[]; butLast: readonly Layer[] }[];

  constructor(
    private readonly order: MatchOrder,
    private readonly template: Template,
  ) {
    const belief = order.belief ?? nothingRead;
    const everything: Layer = {
      parts: order.products.map((product) => ({ product, parts: 1 })),
      thinnerParts: 0,
      coats: 1,
    };
    this.thetas = order.grounds.map(({ ground }) => {
      if (belief.keys.length === 0) return () => undefined;
      const { keys, mean } = widenedFor(belief, ground, [everything]);
      return thetasOf(keys, mean);
    });
    this.woods = order.grounds.map(({ ground }, g) => bareWood(ground, this.thetas[g]!));
    this.effects = order.grounds.map(() => new Map());
    this.conditioners = order.grounds.map(
      ({ conditioner = {} }) => new Map(Object.entries(conditioner).map(([carrier, p]) => [carrier, plainLayer(p)])),
    );
    const coatsOf = (product: Product, coats: number) => (coats > 0 ? [plainLayer(product, coats)] : []);
    this.clears = order.grounds.map(({ finish: { product, coats } }) => ({
      all: coatsOf(product, coats),
      butLast: coatsOf(product, coats - 1),
    }));
  }

  /** All layers of one surface, with the clear. */
  layersOf(chosen: Chosen, ground: number): Layer[] {
    const inFinish = this.template.slots.findIndex((s) => s.inFinish);
    const before = this.conditioned(
      chosen.filter((_, i) => i !== inFinish).map((own) => own[ground]!),
      ground,
    );
    if (inFinish < 0) return [...before, ...this.clears[ground]!.all];
    return [...before, ...this.clears[ground]!.butLast, chosen[inFinish]![ground]!];
  }
  /** Layers with the conditioner that the first of them asks for. */
  private conditioned(layers: Layer[], ground: number): Layer[] {
    const first = layers[0]?.parts[0]?.product;
    const by = first && physicsOf(first) === 'in-wood' ? this.conditioners[ground]!.get(first.carrier) : undefined;
    return by ? [by, ...layers] : layers;
  }
  private effectOn(layer: Layer, ground: number): Effect | null {
    const known = this.effects[ground]!.get(layer);
    if (known !== undefined) return known;
    const made = effectOf(this.order.grounds[ground]!.ground, layer, this.thetas[ground]!);
    this.effects[ground]!.set(layer, made);
    return made;
  }
  private distance(chosen: Chosen, ground: number): number {
    const effects = this.layersOf(chosen, ground).map((l) => this.effectOn(l, ground));
    return difference(labOf(lookUnder(this.woods[ground]!, effects)), this.order.target);
  }
  /** The farthest surface, a little of the mean, and what is simpler. */
  private cost(chosen: Chosen, asked: readonly number[]): number {
    const apart = asked.map((g) => this.distance(chosen, g));
    const mean = apart.reduce((a, b) => a + b, 0) / apart.length;
    const simple = chosen.reduce(
      (sum, own) => sum + asked.reduce((s, g) => s + simplicity(own[g]!), 0) / asked.length,
      0,
    );
    return Math.max(...apart) + 0.05 * mean + simple;
  }
  private best(chosen: Chosen, slot: number, asked: readonly number[]): Chosen {
    let [best, least] = [chosen, this.cost(chosen, asked)];
    for (const option of this.template.slots[slot]!.options) {
      const tried = chosen.map((own, i) => (i === slot ? own.map((l, g) => (asked.includes(g) ? option : l)) : own));
      const cost = this.cost(tried, asked);
      if (cost < least) [best, least] = [tried, cost];
    }
    return best;
  }
  private improved(from: Chosen): Chosen {
    const everyone = this.order.grounds.map((_, g) => g);
    let chosen = from;
    for (let round = 0; round < mostRounds; round += 1) {
      const before = chosen;
      for (const [i, slot] of this.template.slots.entries()) {
        if (slot.options.length === 1) continue;
        if (slot.scope === 'shared') chosen = this.best(chosen, i, everyone);
        else for (const g of everyone) chosen = this.best(chosen, i, [g]);
      }
      if (chosen === before) break;
    }
    return chosen;
  }
  /** The best found, from several beginnings. */
  run(): Chosen {
    const { slots } = this.template;
    const { grounds } = this.order;
    const everyone = grounds.map((_, g) => g);
    const begin = (at: number): Chosen =>
      slots.map(({ options }) => grounds.map(() => options[Math.floor((at / starts) * options.length)]!));
    const free = slots.filter((s) => s.options.length > 1).length;
    const from = Array.from({ length: free > 2 ? 2 : free > 1 ? starts : 1 }, (_, n) => this.improved(begin(n)));
    const cost = new Map(from.map((chosen) => [chosen, this.cost(chosen, everyone)]));
    return from.sort((a, b) => cost.get(a)! - cost.get(b)!)[0]!;
  }
}
