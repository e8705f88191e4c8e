import { good, type Result, refused } from '../units';
import { nothingRead, thetasOf, widenedFor } from './Belief';
import { nearness } from './differenceWords';
import { gamutIssue } from './gamutIssue';
import { type Layer, physicsOf, plainLayer } from './Layer';
import { difference } from './lab';
import { lookAfter } from './lookAfter';
import type { MatchOrder } from './MatchOrder';
import { type Lab, labOf } from './observer';
import { predicted, rangeTo } from './predicted';
import { type Chosen, RouteSearch } from './RouteSearch';
import { reflectanceOf } from './reconstruct';
import type { Spectrum } from './spectrum';
import { type Template, templatesFor } from './templatesFor';
import { whyLayers } from './whyLayers';

/** One surface of a route, as it is foretold. */
export interface Outcome {
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
  /** In the order of the surfaces that were asked. */
  outcomes: readonly Outcome[];
}

/** What came of a match: routes, fewest layers first, and what cannot be reached. */
export interface Match {
  routes: readonly Route[];
  /** Sentences on surfaces that no route brings near. */
  outOfReach: readonly string[];
}

/** Beyond this a match is none, ΔE00 (the handbook's threshold, from memory). */
export const plainlyDifferent = 5;
/** Nearer than this nothing is gained by a further layer, ΔE00 (the handbook's threshold, from memory). */
const hardlyVisible = 1;
/** A film that shows itself is surer than a colour in the wood: it is sought until one is this near whatever comes, ΔE00. */
const surely = 2;
/** A route with more layers has to come nearer by so much, ΔE00. */
const worthALayer = 0.5;
const mostRoutes = 5;
/** Difference of two reflectances under a warm lamp, ΔE00. */
const underLamp = (one: Spectrum, other: Spectrum): number => difference(labOf(one, 'A'), labOf(other, 'A'));

function routeOf(order: MatchOrder, template: Template, search: RouteSearch, chosen: Chosen): Route {
  const belief = order.belief ?? nothingRead;
  const wanted = reflectanceOf(order.target);
  const outcomes = order.grounds.map(({ name, ground }, g): Outcome => {
    const layers = search.layersOf(chosen, g);
    const prediction = predicted(ground, layers, belief);
    const wide = widenedFor(belief, ground, layers);
    const look = lookAfter(ground, layers, thetasOf(wide.keys, wide.mean));
    return {
      name,
      layers,
      lab: prediction.lab,
      deltaE: rangeTo(order.target, prediction),
      withinDeltaE: prediction.withinDeltaE,
      lampDeltaE: underLamp(look, wanted),
      why: whyLayers(ground, layers, order.target, belief),
    };
  });
  const shares = sharesBase(order, template);
  const first = outcomes[0]!.layers.find((l) => physicsOf(l.parts[0]!.product) !== 'clear');
  return {
    id: template.id,
    layerCount: template.slots.length,
    things: Math.max(...outcomes.map((o) => o.layers.reduce((sum, l) => sum + l.parts.length, 0))),
    sharedBase: shares,
    kind: `${shares} ${first?.parts[0]?.product.carrier ?? ''}`,
    deltaE: Math.max(...outcomes.map((o) => o.deltaE.likely)),
    expected: Math.max(...outcomes.map((o) => o.deltaE.mean)),
    outcomes,
  };
}

/** What no route brings near, and why. */
function outOfReach(order: MatchOrder, routes: readonly Route[]): string[] {
  return order.grounds.flatMap(({ name, ground, finish }, g) => {
    const best = routes.map((r) => r.outcomes[g]!).sort((a, b) => a.deltaE.likely - b.deltaE.likely)[0];
    if (!best || best.deltaE.likely <= plainlyDifferent) return [];
    const plain = labOf(lookAfter(ground, [plainLayer(finish.product, finish.coats)]));
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
  const impossible = gamutIssue(order.target, 'target');
  if (impossible) return refused(impossible);
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
      const search = new RouteSearch(way, template);
      const route = routeOf(way, template, search, search.run());
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
