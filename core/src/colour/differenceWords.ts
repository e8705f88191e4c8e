import { difference } from './lab';
import type { Lab } from './observer';

/** ΔE00 up to which a match is called so (the handbook's thresholds, from memory). */
const steps = [
  [1, 'hardly to be told apart'],
  [2, 'good side by side'],
  [5, 'a difference is seen side by side'],
  [10, 'plainly different'],
] as const;

/** How far two colours are apart, in words. @param deltaE ΔE00 */
export const nearness = (deltaE: number): string => steps.find(([upTo]) => deltaE <= upTo)?.[1] ?? 'another colour';

/** Less than this in L*, a* or b* is not spoken of. */
const worthSaying = 1;

/** What a colour is beside another: lighter, redder, yellower. Empty: nothing worth saying. */
export function beside(colour: Lab, other: Lab): string {
  const said = [
    { by: colour[0] - other[0], more: 'lighter', less: 'darker' },
    { by: colour[1] - other[1], more: 'redder', less: 'greener' },
    { by: colour[2] - other[2], more: 'yellower', less: 'bluer' },
  ]
    .filter((d) => Math.abs(d.by) >= worthSaying)
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
  return said.map((d) => `${Math.abs(d.by) < 3 ? 'a little ' : ''}${d.by > 0 ? d.more : d.less}`).join(', ');
}

/** Two colours compared in one line: "ΔE 3.4, seen side by side: darker, a little redder". */
export function comparedWords(colour: Lab, target: Lab): string {
  const apart = difference(colour, target);
  const how = beside(colour, target);
  return `ΔE ${apart.toFixed(1)}, ${nearness(apart)}${how === '' ? '' : `: ${how}`}`;
}

/** Names of hues, by the angle in a*b* at which they end (from memory). */
const hues = [
  [20, 'pink-red'],
  [42, 'red'],
  [60, 'orange'],
  [82, 'orange-yellow'],
  [100, 'yellow'],
  [125, 'yellow-green'],
  [170, 'green'],
  [230, 'blue-green'],
  [285, 'blue'],
  [330, 'violet'],
  [360, 'pink-red'],
] as const;

/** A colour in words, for who cannot see it: "dark brown", "pale yellow". */
export function colourWords([l, a, b]: Lab): string {
  const chroma = Math.hypot(a, b);
  const depth = l < 25 ? 'very dark' : l < 42 ? 'dark' : l < 62 ? 'mid' : l < 82 ? 'light' : 'pale';
  if (chroma < 4) return l < 12 ? 'black' : l > 93 ? 'white' : `${depth} grey`;
  const angle = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  const brown = angle > 30 && angle < 95 && l < 70 && chroma < 55;
  const hue = hues.find(([upTo]) => angle <= upTo)![1];
  if (brown) return `${depth} ${angle < 55 ? 'red-brown' : angle > 78 ? 'yellow-brown' : 'brown'}`;
  return `${depth} ${chroma < 12 ? 'greyish ' : ''}${hue}`;
}
