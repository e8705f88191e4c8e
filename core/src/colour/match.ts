import { DomainError, good, type Result, refused } from '../units';
import type { Product } from '../workshop';
import { type Belief, nothingRead, thetasOf, widenedFor } from './Belief';
import { gelLayers, glazeLayers, inWoodMixes, tintedClears, tonerLayers } from './colourants';
import { nearness } from './differenceWords';
import { type Effect, effectOf } from './effectOf';
import { type Layer, physicsOf, plainLayer } from './Layer';
import { difference } from './lab';
import { type BareWood, bareWood, lookAfter, lookUnder } from './lookAfter';
import { type Lab, labOf } from './observer';
import { type Prediction, predicted, rangeTo } from './predicted';
import { reflectanceOf } from './reconstruct';
import type { Spectrum } from './spectrum';
import type { Thetas } from './taught';
import { whyLayers } from './whyLayers';
import type { Ground } from './woods';

/** One surface that is to match. */
export interface MatchGround {
  id: string;
  /** As it is called: "stool, red oak". */
  name: string;
  ground: Ground;
  /** Conditioner that goes on before a colour of a carrier goes into the wood; left out: none. */
  conditioner?: Readonly<Partial<Record<Product['carrier'], Product>>>;
}

/** What is asked of a match. */
export interface MatchOrder {
  target: Lab;
  grounds: readonly [MatchGround, ...MatchGround[]];
  /** What there is to colour with, and to seal with. */
  products: readonly Product[];
  /** Clear coats that end the finish, as the plan has them. */
  finish: { product: Product; coats: number };
  belief?: Belief;
}

/** One surface of a route, as it is foretold. */
export interface Outcome {
  groundId: string;
  name: string;
  layers: readonly Layer[];
  lab: Lab;
  /** Distance from the target, ΔE00. */
  deltaE: { low: number; likely: number; high: number; mean: number };
  /** Two in three sticks come within this of the colour foretold, ΔE00. */
  withinDeltaE: number;
  /** The same under a warm lamp, ΔE00. */
  lampDeltaE: number;
  why: readonly string[];
}

/** One way to the target. */
export interface Route {
  id: string;
  /** Layers of colour and sealer, without the clear that comes in any case. */
  layerCount: number;
  /** Colourants that are measured. */
  things: number;
  /** Several surfaces get one base, and each what it needs besides. */
  sharedBase: boolean;
  /** The farthest of its surfaces, ΔE00. */
  deltaE: number;
  /** The same over all that it may come to: what nobody measured counts as far as it may lie off, ΔE00. */
  expected: number;
  /** Routes of one kind are weighed against each other: by what carries their colour, and whether they share a base. */
  kind: string;
  outcomes: readonly Outcome[];
}

/** What came of a match: routes, fewest layers first, and what cannot be reached. */
export interface Match {
  routes: readonly Route[];
  /** Sentences on surfaces that no route brings near. */
  outOfReach: readonly string[];
}

/** A place in a route: the same for all surfaces, or each its own. */
interface Slot {
  scope: 'shared' | 'own';
  options: readonly Layer[];
  /** It takes the place of the last coat of clear. */
  inFinish?: true;
}
interface Template {
  id: string;
  slots: readonly Slot[];
}
/** Chosen layers of a template: of each slot, for each surface. */
type Chosen = readonly (readonly Layer[])[];

/** Beyond this a match is none, ΔE00 (the handbook's threshold, from memory). */
export const plainlyDifferent = 5;
/** Nearer than this nothing is gained by a further layer, ΔE00 (the handbook's threshold, from memory). */
const hardlyVisible = 1;
/** A film that shows itself is surer than a colour in the wood: it is sought until one is this near whatever comes, ΔE00. */
const surely = 2;
/** A route with more layers has to come nearer by so much, ΔE00. */
const worthALayer = 0.5;
const mostRoutes = 5;
/** Starting points of a search, and rounds of it. */
const starts = 3;
const mostRounds = 4;
/** Between two that look alike the one with fewer things to measure is taken, ΔE00 for each. */
const perThing = 0.1;
const perPart = 0.01;

const simplicity = (l: Layer): number =>
  perThing * (l.parts.length - 1) +
  perPart * (l.parts.reduce((sum, p) => sum + p.parts, 0) + l.thinnerParts) +
  perThing * (l.coats - 1);

/** Things that go into a layer besides its thinner. */
const thingsIn = (l: Layer): number => l.parts.length;
/** What goes into the wood first is carried in. */
const carrierOf = (l: Layer): string => l.parts[0]?.product.carrier ?? 'none';
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
function templatesFor(order: MatchOrder): Template[] {
  const { products, finish, grounds } = order;
  const into = inWoodMixes(products);
  const few = distinct(
    order,
    into.filter((l) => thingsIn(l) < 3),
  );
  const carriers = [...new Set(into.map(carrierOf))];
  const byCarrier = (id: string, things: number): Template[] =>
    carriers.map((carrier) => ({
      id: `${id} ${carrier}`,
      slots: [{ scope: 'shared', options: into.filter((l) => thingsIn(l) === things && carrierOf(l) === carrier) }],
    }));
  const single = into.filter((l) => thingsIn(l) === 1);
  const gels = gelLayers(products);
  const tints = physicsOf(finish.product) === 'clear' ? tintedClears(finish.product, products) : [];
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

/** The search for one template: slot by slot the best, the others held, until nothing gets better. */
class Search {
  private readonly thetas: readonly Thetas[];
  private readonly woods: readonly BareWood[];
  /** What each layer does on each surface: worked out once. */
  private readonly effects: readonly Map<Layer, Effect | null>[];
  private readonly conditioners: readonly ReadonlyMap<string, Layer>[];
  private readonly finish: readonly Layer[];
  private readonly rest: readonly Layer[];

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
    const { product, coats } = order.finish;
    this.finish = coats > 0 ? [plainLayer(product, coats)] : [];
    this.rest = coats > 1 ? [plainLayer(product, coats - 1)] : [];
  }

  /** All layers of one surface, with the clear. */
  layersOf(chosen: Chosen, ground: number): Layer[] {
    const inFinish = this.template.slots.findIndex((s) => s.inFinish);
    const before = this.conditioned(
      chosen.filter((_, i) => i !== inFinish).map((own) => own[ground]!),
      ground,
    );
    if (inFinish < 0) return [...before, ...this.finish];
    return [...before, ...this.rest, chosen[inFinish]![ground]!];
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
  run(): { chosen: Chosen; cost: number } {
    const { slots } = this.template;
    const { grounds } = this.order;
    const everyone = grounds.map((_, g) => g);
    const begin = (at: number): Chosen =>
      slots.map(({ options }) => grounds.map(() => options[Math.floor((at / starts) * options.length)]!));
    const free = slots.filter((s) => s.options.length > 1).length;
    const from = Array.from({ length: free > 2 ? 2 : free > 1 ? starts : 1 }, (_, n) => this.improved(begin(n)));
    return from.map((chosen) => ({ chosen, cost: this.cost(chosen, everyone) })).sort((a, b) => a.cost - b.cost)[0]!;
  }
}

/** Difference of two reflectances under a warm lamp, ΔE00. */
const underLamp = (one: Spectrum, other: Spectrum): number => difference(labOf(one, 'A'), labOf(other, 'A'));

function routeOf(order: MatchOrder, template: Template, search: Search, chosen: Chosen): Route {
  const belief = order.belief ?? nothingRead;
  const wanted = reflectanceOf(order.target);
  const outcomes = order.grounds.map(({ id, name, ground }, g): Outcome => {
    const layers = search.layersOf(chosen, g);
    const prediction: Prediction = predicted(ground, layers, belief);
    const wide = widenedFor(belief, ground, layers);
    const look = lookAfter(ground, layers, thetasOf(wide.keys, wide.mean));
    return {
      groundId: id,
      name,
      layers,
      lab: prediction.lab,
      deltaE: rangeTo(order.target, prediction),
      withinDeltaE: prediction.withinDeltaE,
      lampDeltaE: underLamp(look, wanted),
      why: whyLayers(ground, layers, order.target, belief),
    };
  });
  return {
    id: template.id,
    layerCount: template.slots.length,
    things: Math.max(...outcomes.map((o) => o.layers.reduce((sum, l) => sum + thingsIn(l), 0))),
    sharedBase: sharesBase(order, template),
    kind: `${sharesBase(order, template)} ${outcomes[0]!.layers.filter((l) => physicsOf(l.parts[0]!.product) !== 'clear').map(carrierOf)[0] ?? ''}`,
    deltaE: Math.max(...outcomes.map((o) => o.deltaE.likely)),
    expected: Math.max(...outcomes.map((o) => o.deltaE.mean)),
    outcomes,
  };
}

/** What no route brings near, and why. */
function outOfReach(order: MatchOrder, routes: readonly Route[]): string[] {
  return order.grounds.flatMap(({ id, name, ground }) => {
    const best = routes
      .flatMap((r) => r.outcomes.filter((o) => o.groundId === id))
      .sort((a, b) => a.deltaE.likely - b.deltaE.likely)[0];
    if (!best || best.deltaE.likely <= plainlyDifferent) return [];
    const plain = labOf(lookAfter(ground, [plainLayer(order.finish.product, order.finish.coats)]));
    const nearest = `The nearest is ΔE ${best.deltaE.likely.toFixed(1)}, ${nearness(best.deltaE.likely)}.`;
    return plain[0] < order.target[0] - 2
      ? [
          `${name} cannot be made so light: under clear alone it is L* ${plain[0].toFixed(0)}, the target is L* ${order.target[0].toFixed(0)}. Colour only darkens; bleach or paint would be needed. ${nearest}`,
        ]
      : [`${name}: nothing on the shelf or in the shop comes near. ${nearest}`];
  });
}

/**
 * Ways to bring surfaces to one colour, fewest layers first, each with what is foretold of it.
 * @returns up to five routes; refused where nothing colours, or where no surface can have the target
 */
export function matchRoutes(order: MatchOrder): Result<Match> {
  const colours = order.products.filter((p) => ['in-wood', 'film'].includes(physicsOf(p)) || p.kind === 'toner');
  if (colours.length === 0)
    return refused({
      code: 'no_colourant',
      path: 'products',
      message:
        'Nothing on the shelf or among the products colours wood: put a stain, a dye or a toner among the products.',
    });
  try {
    reflectanceOf(order.target);
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return refused({
      code: 'target_out_of_gamut',
      path: 'target',
      message: 'No surface can have this colour: read it once more, or type one that is less strong.',
    });
  }
  const found: Route[] = [];
  // What was read on sticks is sought by itself besides: it is known better than what nobody measured.
  const measured = order.products.filter((p) => order.belief?.sticksOf.has(p.id) || p.kind === 'sealer');
  const ways = measured.some((p) => physicsOf(p) === 'in-wood') ? [{ ...order, products: measured }, order] : [order];
  for (const way of ways)
    for (const template of templatesFor(way)) {
      // What cannot come nearer by a layer's worth is not sought.
      const like = found.filter((r) => r.sharedBase || !sharesBase(way, template));
      const enough =
        template.id === 'over' ? like.some((r) => r.expected < surely) : like.some((r) => r.deltaE < hardlyVisible);
      if (template.slots.length > 1 && enough) continue;
      const search = new Search(way, template);
      const route = routeOf(way, template, search, search.run().chosen);
      const same = (r: Route) => r.outcomes.every((o, i) => alikeLayers(o.layers, route.outcomes[i]!.layers));
      if (!found.some(same)) found.push({ ...route, id: way === order ? route.id : `${route.id} read` });
    }
  const routes = worthwhile(found);
  return good({ routes, outOfReach: outOfReach(order, routes) });
}

/** Layers of the same parts, in the same coats. */
const alikeLayers = (one: readonly Layer[], other: readonly Layer[]): boolean =>
  one.length === other.length &&
  one.every((l, i) => {
    const o = other[i]!;
    return (
      l.coats === o.coats &&
      l.thinnerParts === o.thinnerParts &&
      l.parts.length === o.parts.length &&
      l.parts.every((p, k) => p.product === o.parts[k]!.product && p.parts === o.parts[k]!.parts)
    );
  });

/** All surfaces of several get one base. */
const sharesBase = ({ grounds }: MatchOrder, { slots }: Template): boolean =>
  grounds.length > 1 && slots.some((s) => s.scope === 'shared' && s.options.length > 1);

/** Farther than this from the nearest a route is not worth a stick, ΔE00. */
const farOff = 8;

/** What is weighed where there are too many: a layer and a thing to measure against how near it comes, ΔE00. */
const layerWorth = 0.5;
const thingWorth = 0.15;

/** Routes that are nearer than every simpler one of their kind, fewest layers first. */
function worthwhile(found: readonly Route[]): Route[] {
  const sorted = [...found].sort(
    (a, b) => a.layerCount - b.layerCount || a.things - b.things || a.expected - b.expected,
  );
  const nearest = Math.min(...sorted.map((r) => r.expected));
  // The one that is foretold nearest is always told, though another may be surer.
  const likeliest = [...sorted].sort((a, b) => a.deltaE - b.deltaE)[0];
  const better = sorted.filter(
    (r, i) =>
      r === likeliest ||
      (r.expected <= nearest + farOff &&
        !sorted
          .slice(0, i)
          .some((s) => (s.kind === r.kind || s.layerCount === 0) && s.expected - r.expected < worthALayer)),
  );
  const weighed = (r: Route) => r.expected + layerWorth * r.layerCount + thingWorth * r.things;
  const kept = new Set(
    [...better]
      .sort((a, b) => Number(b === likeliest) - Number(a === likeliest) || weighed(a) - weighed(b))
      .slice(0, mostRoutes),
  );
  return better.filter((r) => kept.has(r));
}
