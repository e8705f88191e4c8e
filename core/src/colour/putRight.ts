import type { Product } from '../workshop';
import { type Belief, nothingRead } from './Belief';
import { fillLayers, glazeLayers, inWoodMixes, tintedClears, tonerLayers } from './colourants';
import { type Layer, physicsOf, plainLayer } from './Layer';
import { difference, labOfColour } from './lab';
import { layerWords } from './layerWords';
import type { Lab } from './observer';
import { likelyLook } from './predicted';
import type { Ground } from './woods';

/** What is wrong with a colour that is on. */
export const troubles = ['too-dark', 'too-light', 'too-red', 'too-yellow', 'blotchy', 'filler-shows'] as const;
export type Trouble = (typeof troubles)[number];
export const troubleNames: Readonly<Record<Trouble, string>> = {
  'too-dark': 'Too dark',
  'too-light': 'Too light',
  'too-red': 'Too red',
  'too-yellow': 'Too yellow',
  blotchy: 'Blotchy',
  'filler-shows': 'Filler shows',
};

/** How the surface is when it is noticed. */
export const surfaceStates = ['wet', 'dry', 'clear-on'] as const;
export type SurfaceNow = (typeof surfaceStates)[number];
export const surfaceNames: Readonly<Record<SurfaceNow, string>> = {
  wet: 'The colour is still wet',
  dry: 'The colour is dry, no clear on it',
  'clear-on': 'Clear is on it',
};

/** What is asked: a surface, what went wrong, and what it should be. */
export interface TroubleOrder {
  trouble: Trouble;
  state: SurfaceNow;
  ground: Ground;
  /** What was laid, from the wood up; the clear that is to end it is not in it. */
  layers: readonly Layer[];
  /** As it was read now; null: as the model has it. */
  now: Lab | null;
  target: Lab;
  products: readonly Product[];
  finish: { product: Product; coats: number };
  belief?: Belief;
}

/** One thing that can be done now. */
export interface Remedy {
  id: string;
  name: string;
  how: string;
  /** What it will look like when it is finished; null: it does not change the colour as a whole. */
  lab: Lab | null;
  /** Distance from the target then, ΔE00. */
  deltaE: number | null;
  /** Of what is blotchy: how far pale and dark places lie apart now and then, ΔE00; null: it does not change that. */
  apart: { now: number; after: number } | null;
  /** Layers it adds. */
  layers: readonly Layer[];
}

/** Of what the rest of a blotchy surface took, its pale places took so much (from memory). */
const paleTook = 0.5;
/** What a place was filled with and is seen beside its wood. */
const fillers: ReadonlySet<Product['kind']> = new Set(['filler-ready', 'filler-two-part', 'filler-stick']);
/** Farther off a colour is no help beside the wood, ΔE00 (from memory). */
const plainlyOff = 5;

/** What wiping at once with its thinner leaves of the last coat (from memory). */
const wipedWet = 0.5;
/** What a dry stain keeps when it is wiped with its thinner, and a dye, which dissolves again (from memory). */
const wipedDry: Readonly<Record<'stain' | 'dye', number>> = { stain: 0.85, dye: 0.65 };
const thinnerOf: Readonly<Record<Product['carrier'], string>> = {
  water: 'water on a damp rag',
  oil: 'mineral spirits on a rag',
  alcohol: 'alcohol on a rag',
  lacquer: 'lacquer thinner on a rag',
  none: 'what its label names',
};

/** A layer with so much of its colour left. */
const weakened = (layer: Layer, left: number): Layer => {
  const whole = layer.parts.reduce((sum, p) => sum + p.parts, 0) + layer.thinnerParts;
  return { ...layer, thinnerParts: whole / left - (whole - layer.thinnerParts) };
};

/** Until it is read a colour is taken to be plainly off, L*, a*, b* (from memory). */
const assumedOff: Readonly<Record<Trouble, readonly [number, number, number]>> = {
  'too-dark': [-8, 0, -2],
  'too-light': [8, 0, 2],
  'too-red': [0, 6, 0],
  'too-yellow': [0, 0, 8],
  blotchy: [0, 0, 0],
  'filler-shows': [0, 0, 0],
};

/** A surface with what its remedies are foretold by. */
class Surface {
  readonly order: TroubleOrder;
  /** The layer that gave it its colour last; null: none did. */
  readonly last: Layer | undefined;
  private readonly belief: Belief;
  private readonly clear: Layer;
  private readonly off: readonly number[];

  constructor(order: TroubleOrder) {
    this.order = order;
    this.belief = order.belief ?? nothingRead;
    this.clear = plainLayer(order.finish.product, order.finish.coats);
    this.last = order.layers.findLast((l) => ['in-wood', 'film'].includes(physicsOf(l.parts[0]!.product)));
    const laid = order.state === 'clear-on' ? [...order.layers, this.clear] : order.layers;
    const asIs = likelyLook(order.ground, laid, this.belief);
    // What was read moves all that is foretold: the model says what a remedy changes, the reading where it begins.
    this.off = order.now ? [0, 1, 2].map((c) => order.now![c]! - asIs[c]!) : assumedOff[order.trouble];
  }
  /** What it will be with other layers, finished. */
  to(layers: readonly Layer[]): { lab: Lab; deltaE: number } {
    const [l, a, b] = likelyLook(this.order.ground, [...layers, this.clear], this.belief);
    const lab: Lab = [Math.max(0, l + this.off[0]!), a + this.off[1]!, b + this.off[2]!];
    return { lab, deltaE: difference(lab, this.order.target) };
  }
  /** What a fill is painted in with, over its own colour, as it looks under the clear; null: nothing there is comes near. */
  paintIn(): { filler: Product; layer: Layer; lab: Lab; deltaE: number } | null {
    const { products, target, finish } = this.order;
    const options = [...fillLayers(finish.product, products), ...glazeLayers(products)];
    const found = products
      .filter((p) => fillers.has(p.kind))
      .flatMap((filler) => {
        const ground: Ground = { speciesId: null, state: 'usual', read: labOfColour(filler.colour) };
        return options.map((layer) => {
          const lab = likelyLook(ground, [layer, this.clear], this.belief);
          return { filler, layer, lab, deltaE: difference(lab, target) };
        });
      })
      .sort((x, y) => x.deltaE - y.deltaE)[0];
    return found && found.deltaE <= plainlyOff ? found : null;
  }
  /** All layers but the last colour, and that weakened. */
  lessOfLast(left: number): readonly Layer[] {
    return this.order.layers.map((l) => (l === this.last ? weakened(l, left) : l));
  }
  /** How far its pale places lie from the rest with these layers, finished, ΔE00. */
  apart(layers: readonly Layer[]): number {
    const pale = layers.map((l) => (physicsOf(l.parts[0]!.product) === 'in-wood' ? weakened(l, paleTook) : l));
    return difference(this.to(layers).lab, this.to(pale).lab);
  }
  /** The layer, laid over what is there, that brings it nearest. */
  nearest(options: readonly Layer[]): { layer: Layer; lab: Lab; deltaE: number } | undefined {
    // What is blotchy is to become even, and keep its colour.
    const rank = (layers: readonly Layer[], deltaE: number) =>
      this.order.trouble === 'blotchy' ? deltaE + this.apart(layers) : deltaE;
    return options
      .map((layer) => {
        const layers = [...this.order.layers, layer];
        const foretold = this.to(layers);
        return { layer, ...foretold, rank: rank(layers, foretold.deltaE) };
      })
      .sort((a, b) => a.rank - b.rank)[0];
  }
}

/** What is done and what it comes to; over: all layers there are then, where they decide how even it is. */
type Made = Omit<Remedy, 'id' | 'apart'> & { over?: readonly Layer[] };

/** One way of putting a colour right: when it is one, and what it does. */
interface Way {
  id: string;
  states: readonly SurfaceNow[];
  troubles: readonly Trouble[];
  make: (s: Surface) => Made | null;
}

const colourOff: readonly Trouble[] = ['too-dark', 'too-red', 'too-yellow', 'blotchy'];
const anyColour: readonly Trouble[] = [...colourOff, 'too-light'];
const whatCancels: Readonly<Partial<Record<Trouble, string>>> = {
  'too-red': 'green cancels red',
  'too-yellow': 'violet and blue cancel yellow',
};
const isDye = (layer: Layer): boolean => layer.parts[0]!.product.kind === 'dye';
const overWith = (s: Surface, name: (l: Layer) => string, how: (l: Layer) => string, options: readonly Layer[]) => {
  const best = s.nearest(options);
  return best
    ? {
        name: name(best.layer),
        how: how(best.layer),
        lab: best.lab,
        deltaE: best.deltaE,
        layers: [best.layer],
        over: [...s.order.layers, best.layer],
      }
    : null;
};

const ways: readonly Way[] = [
  {
    id: 'wipe',
    states: ['wet'],
    troubles: colourOff,
    make: (s) =>
      s.last
        ? {
            name: 'Wipe it back now',
            how: `With ${thinnerOf[s.last.parts[0]!.product.carrier]}, with the grain, before it dries: about half of the last coat comes off.`,
            ...s.to(s.lessOfLast(wipedWet)),
            layers: [],
            over: s.lessOfLast(wipedWet),
          }
        : null,
  },
  {
    id: 'wash',
    states: ['dry'],
    troubles: colourOff,
    make: (s) =>
      s.last
        ? {
            name: isDye(s.last) ? 'Wash it paler' : 'Wipe it paler',
            how: `With ${thinnerOf[s.last.parts[0]!.product.carrier]} and a grey pad, evenly over the whole face: ${isDye(s.last) ? 'dye dissolves again' : 'a dry stain gives little'}.`,
            ...s.to(s.lessOfLast(wipedDry[isDye(s.last) ? 'dye' : 'stain'])),
            layers: [],
            over: s.lessOfLast(wipedDry[isDye(s.last) ? 'dye' : 'stain']),
          }
        : null,
  },
  {
    id: 'again',
    states: ['wet', 'dry'],
    troubles: ['too-light'],
    make: (s) =>
      s.last
        ? {
            name: 'Another coat',
            how: 'The same once more, when it is dry: it adds about half of the first.',
            ...s.to([...s.order.layers, { ...s.last, coats: 1 }]),
            layers: [{ ...s.last, coats: 1 }],
          }
        : null,
  },
  {
    id: 'more-colour',
    states: ['dry'],
    troubles: anyColour,
    make: (s) =>
      overWith(
        s,
        () => 'Correct it in the wood',
        (l) => `${layerWords(l)}, over what is there: ${whatCancels[s.order.trouble] ?? 'colour only darkens'}.`,
        inWoodMixes(s.order.products, 6).filter((l) => l.parts.length < 3),
      ),
  },
  {
    id: 'tint',
    states: ['wet', 'dry', 'clear-on'],
    troubles: anyColour,
    make: (s) =>
      physicsOf(s.order.finish.product) === 'clear'
        ? overWith(
            s,
            () => 'Tint a coat of the clear',
            (l) => `${layerWords(l)}: thin, looked at before the next. It evens what is blotchy.`,
            tintedClears(s.order.finish.product, s.order.products),
          )
        : null,
  },
  {
    id: 'tone',
    states: ['wet', 'dry', 'clear-on'],
    troubles: anyColour,
    make: (s) =>
      overWith(
        s,
        (l) => (l.parts[0]!.product.kind === 'toner' ? 'Tone it' : 'Glaze it'),
        (l) => `${layerWords(l)}, over a sealing coat: stopped when it matches.`,
        [...tonerLayers(s.order.products), ...glazeLayers(s.order.products)],
      ),
  },
  {
    id: 'paint-in',
    states: ['wet', 'dry', 'clear-on'],
    troubles: ['filler-shows'],
    make: (s) => {
      const best = s.paintIn();
      return {
        name: 'Paint the fill in',
        how: `Over a sealing coat, with the point of a brush: the lightest colour of the wood round it first, then its grain, then the next coat of clear.${
          best
            ? ` On ${best.filler.name}: ${layerWords(best.layer)}.`
            : ' None of the colours known here comes near: artists’ colour in the carrier of the clear.'
        }`,
        lab: best?.lab ?? null,
        deltaE: best?.deltaE ?? null,
        layers: [],
      };
    },
  },
  {
    id: 'bleach',
    states: ['dry'],
    troubles: ['too-dark'],
    make: (s) => {
      const bleach = s.order.products.find((p) => p.kind === 'bleach');
      if (!bleach) return null;
      return {
        name: 'Bleach it',
        how: `${bleach.name}, rinsed and dried overnight, then colour again: it takes part of the colour out of the wood too. Gloves and goggles; its label first.`,
        ...s.to([...s.order.layers, plainLayer(bleach)]),
        layers: [plainLayer(bleach)],
      };
    },
  },
  {
    id: 'from-the-wood',
    states: ['wet', 'dry', 'clear-on'],
    troubles,
    make: () => ({
      name: 'Start again from the wood',
      how: 'Stripped and sanded as before, within what the veneer bears; a stick first.',
      lab: null,
      deltaE: null,
      layers: [],
    }),
  },
];

/** What is done to a place stands first, what begins again last; of what is blotchy, what makes it even. */
const rank = (r: Remedy): number =>
  r.id === 'paint-in' ? -1 : r.deltaE === null ? Number.POSITIVE_INFINITY : r.deltaE + (r.apart?.after ?? 0);

/** What can be done now with a colour that came out wrong, the nearest to the target first. */
export function remedies(order: TroubleOrder): Remedy[] {
  const surface = new Surface(order);
  return ways
    .filter((w) => w.states.includes(order.state) && w.troubles.includes(order.trouble))
    .flatMap((w) => {
      const made = w.make(surface);
      if (!made) return [];
      const { over, ...remedy } = made;
      const uneven = order.trouble === 'blotchy' && over && surface.last;
      const apart = uneven ? { now: surface.apart(order.layers), after: surface.apart(over) } : null;
      return [{ id: w.id, ...remedy, apart }];
    })
    .sort((a, b) => rank(a) - rank(b));
}
