import type { Product } from '../workshop';
import { kOverS, reflectanceOfKOverS } from './kubelkaMunk';
import { plainLayer } from './Layer';
import { difference, hexOf, reflectanceOfHex } from './lab';
import { lookAfter } from './lookAfter';
import { labOf } from './observer';
import { each } from './spectrum';
import type { Ground } from './woods';

/** Rules ask the same of every plan: each answer is worked out once. */
function kept<T>(): (key: string, make: () => T) => T {
  const known = new Map<string, T>();
  return (key, make) => {
    const before = known.get(key);
    if (before !== undefined) return before;
    if (known.size >= mostKept) known.clear();
    const made = make();
    known.set(key, made);
    return made;
  };
}
/** More than these are not kept. */
const mostKept = 2000;
const bleeds = kept<boolean>();
const pinks = kept<{ hex: string | null }>();
const yellows = kept<number>();
const keyOf = (p: Product): string =>
  [p.kind, p.colour, p.hidingFrac, p.sheen, p.spreadM2PerL?.likely, p.traits.length].join(' ');

/** What bleeds is brown as tea on a pale wood, and so much of it gets into a coat (from memory: a line that is seen in white). */
const tea = '#b9855a';
const paleWood = '#e2c79b';
const bleedShare = 0.05;
/** A difference that is hardly visible, ΔE00 (from memory). */
const hardlyVisible = 1;

/**
 * How much shows of what bleeds into a coat, ΔE00: absorption added to its own, which a deep colour swallows.
 * @param colour of the coat, #rrggbb
 */
function bleedDeltaE(colour: string): number {
  const own = reflectanceOfHex(colour);
  const [brown, wood] = [reflectanceOfHex(tea), reflectanceOfHex(paleWood)];
  const bled = each(own, (r, i) =>
    reflectanceOfKOverS(kOverS(r) + bleedShare * Math.max(0, kOverS(brown[i]!) - kOverS(wood[i]!))),
  );
  return difference(labOf(own), labOf(bled));
}

/** Whether what bleeds into a coat is seen in it. */
export const bleedShows = (colour: string): boolean => bleeds(colour, () => bleedDeltaE(colour) > hardlyVisible);

/** Redder than this, and of such a hue, a wash is called pink: a*, and degrees in a*b* (from memory). */
const [pinkA, pinkHue] = [3, 60];

/** Whether the red of a wood shows pink through a thin coat over it. @returns the colour it shows, or null: it does not */
export const pinkThrough = (ground: Ground, coat: Product): string | null =>
  pinks(`${ground.speciesId} ${ground.state} ${ground.read?.join()} ${keyOf(coat)}`, () => {
    const lab = labOf(lookAfter(ground, [plainLayer(coat)]));
    const hue = (Math.atan2(lab[2], lab[1]) * 180) / Math.PI;
    return { hex: lab[1] > pinkA && hue < pinkHue ? hexOf(lab) : null };
  }).hex;

/** How far a clear yellows what is under it, ΔE00. @param colour of that, #rrggbb @param coats of the clear */
export const yellowedDeltaE = (colour: string, clear: Product, coats: number): number =>
  yellows(`${colour} ${keyOf(clear)} ${coats}`, () => {
    const ground: Ground = { speciesId: null, state: 'usual', read: labOf(reflectanceOfHex(colour)) };
    const under = { ...clear, id: 'water-white', colour: '#fbfbfb' };
    return difference(
      labOf(lookAfter(ground, [plainLayer(clear, coats)])),
      labOf(lookAfter(ground, [plainLayer(under, coats)])),
    );
  });
