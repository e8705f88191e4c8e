import { type Effect, effectOf, type Laid } from './effectOf';
import { filmReflectance, kOverS, reflectanceOfKOverS } from './kubelkaMunk';
import { hazeOf } from './Layer';
import { each, type Spectrum, spectrumOf } from './spectrum';
import { factorOf, type Thetas, wettingKey, woodKey } from './taught';
import { outerReflectance, underClear } from './wetting';
import { type Ground, woodReflectance } from './woods';

/** Share thrown back inside a clear film on wood: between none and the 0.4 to 0.6 of an even film (from memory). */
const usualInner = 0.4;
/** A wood wetted with spirits is coupled a little less than under a film (from memory). */
const wetShare = 0.9;
/** A further coat of what goes into wood adds so much of the first (from memory). */
const laterCoat = 0.5;

/** What is asked of a surface: as it is, or bare wood wetted with spirits. */
export type View = 'as-it-is' | 'wet';

/** Bare wood, as light meets it. */
export interface BareWood {
  q: Spectrum;
  /** Share thrown back inside a clear film on it. */
  inner: number;
}

/** A surface as light meets it. */
interface Seen extends BareWood {
  /** How much of a colour the wood still lets in, 0 to 1. */
  uptake: number;
  /** What went in last; null: nothing did. */
  lastIn: string | null;
  /** Light that comes back from below the face of the film; null: nothing lies on the wood. */
  below: Spectrum | null;
  /** The wood is what is seen. */
  seesWood: boolean;
  haze: number;
}

/** The wood of a ground before anything is laid. */
export const bareWood = (ground: Ground, taught: Thetas): BareWood => {
  const wood = taught(woodKey(ground));
  return {
    q: each(woodReflectance(ground), (r, i) => kOverS(r) * factorOf(wood, i)),
    inner: 1 / (1 + ((1 - usualInner) / usualInner) * Math.exp(-(taught(wettingKey)?.[0] ?? 0))),
  };
};

/** Light that comes back under the first film: wet wood, or what lies there already. */
const coupled = ({ below, q, inner }: Seen): Spectrum =>
  below ?? each(q, (x) => underClear(reflectanceOfKOverS(x), inner, 0));

const through = (under: Spectrum, passed: Spectrum): Spectrum => each(under, (r, i) => r * passed[i]!);

/** Lays one thing on a surface. */
function laidOn(seen: Seen, effect: Effect): Seen {
  switch (effect.does) {
    case 'soak': {
      if (seen.below) return { ...seen, below: through(seen.below, effect.onSealed) };
      const coats = (seen.lastIn === effect.name ? laterCoat : 1) + (effect.coats - 1) * laterCoat;
      const share = coats * seen.uptake;
      return { ...seen, q: each(seen.q, (x, i) => x + share * effect.added[i]!), lastIn: effect.name };
    }
    case 'filter':
      return { ...seen, below: through(coupled(seen), effect.through), haze: effect.haze ?? seen.haze };
    case 'cover': {
      const under = coupled(seen);
      const below = spectrumOf((i) => filmReflectance(effect.masstone[i]!, under[i]!, effect.power));
      return { ...seen, below, seesWood: seen.seesWood && !effect.hides };
    }
    case 'bleach':
      return seen.below ? seen : { ...seen, q: each(seen.q, (x) => x * effect.factor) };
    case 'condition':
      return { ...seen, uptake: seen.uptake * effect.factor };
    case 'replace':
      return { ...seen, below: effect.by, seesWood: false };
  }
}

/** Reflectance of bare wood after the effects of what was laid on it, from the wood up. */
export function lookUnder(wood: BareWood, effects: readonly (Effect | null)[], view: View = 'as-it-is'): Spectrum {
  const bare: Seen = { ...wood, uptake: 1, lastIn: null, below: null, seesWood: true, haze: hazeOf.satin };
  const seen = effects.reduce<Seen>((before, effect) => (effect ? laidOn(before, effect) : before), bare);
  const { below, q, seesWood, haze } = seen;
  if (below) return seesWood ? each(below, (r) => r + haze * outerReflectance * (1 - r)) : below;
  return each(q, (x) => {
    const dry = reflectanceOfKOverS(x);
    return view === 'wet' ? underClear(dry, wood.inner * wetShare, 0) : dry;
  });
}

/**
 * Reflectance of a surface with what lies on it.
 * @param ground the wood
 * @param laid   what lies on it, from the wood up
 * @param taught what sticks have taught; left out: nothing
 * @param view   wet: bare wood as spirits show it
 * @returns reflectance, 0 to 1 in each band
 * Method: stain and dye add to the K/S of the wood; films are Kubelka–Munk layers over it; clears take light by their tint,
 * and the first film couples the wood to the air (Saunderson). Constants from memory, corrected by sticks.
 */
export const lookAfter = (
  ground: Ground,
  laid: readonly Laid[],
  taught: Thetas = () => undefined,
  view: View = 'as-it-is',
): Spectrum =>
  lookUnder(
    bareWood(ground, taught),
    laid.map((layer) => effectOf(ground, layer, taught)),
    view,
  );
