import {
  averaged,
  difference,
  filmReflectance,
  hexOf,
  labOf,
  powerFromContrast,
  reflectanceOfHex,
  spectrumOf,
  xyzOf,
} from '../colour';

/** Share of the scattering that is lost to an uneven brush (from memory). */
const brushLossFrac = 0.2;
/** A difference of colour that is hardly visible, ΔE00 (from memory). */
export const hardlyVisible = 1;
/** No plan asks for more coats. */
const mostCoats = 12;

/** A paint as hiding sees it. */
export interface Hiding {
  /** Colour of a film too thick to see through, #rrggbb. */
  colour: string;
  /** Share that one coat hides, 0 < x < 1. */
  hidingFrac: number;
}

/** How much of the ground still shows after so many coats, ΔE00; parts of a coat are thinner ones. */
function showingAfter(paint: Hiding, ground: string, byBrush: boolean): (coats: number) => number {
  const masstone = reflectanceOfHex(paint.colour);
  const under = reflectanceOfHex(ground);
  const power =
    powerFromContrast(xyzOf(masstone)[1], Math.min(0.9999, Math.max(0.01, paint.hidingFrac))) *
    (byBrush ? 1 - brushLossFrac : 1);
  const own = labOf(masstone);
  return (coats) => difference(labOf(spectrumOf((i) => filmReflectance(masstone[i]!, under[i]!, coats * power))), own);
}

/** How much of the ground still shows after each coat, ΔE00, from none to so many. @param ground colour of it, #rrggbb */
export const remainingContrast = (paint: Hiding, ground: string, coats: number, byBrush = true): number[] =>
  Array.from({ length: coats + 1 }, (_, n) => n).map(showingAfter(paint, ground, byBrush));

/** Coats until the ground hardly shows; null: more than anyone would lay. */
export function coatsToHide(paint: Hiding, ground: string, byBrush = true): number | null {
  const left = remainingContrast(paint, ground, mostCoats, byBrush);
  const first = left.findIndex((d) => d <= hardlyVisible);
  return first < 0 ? null : Math.max(1, first);
}

const halvings = 12;
const known = new Map<string, number | null>();
const mostKnown = 2000;

/**
 * Coats after which the ground just hardly shows, parts of one among them: what a paint takes, before whole coats are counted.
 * @returns above 0; null: more than anyone would lay, or the ground hardly shows as it is
 * Check: the next whole number is what coatsToHide says
 */
export function hiddenAfterCoats(paint: Hiding, ground: string, byBrush = true): number | null {
  const key = `${paint.colour} ${paint.hidingFrac} ${ground} ${byBrush}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  const showing = showingAfter(paint, ground, byBrush);
  let high = coatsToHide(paint, ground, byBrush);
  if (high !== null && showing(0) <= hardlyVisible) high = null;
  let low = (high ?? 0) - 1;
  for (let i = 0; high !== null && i < halvings; i += 1) {
    const middle = (low + high) / 2;
    if (showing(middle) <= hardlyVisible) high = middle;
    else low = middle;
  }
  if (known.size >= mostKnown) known.clear();
  known.set(key, high);
  return high;
}

/** A tone that a primer can be had in or tinted to. */
interface PrimerTone {
  name: string;
  colour: string;
}

/** Two colours of the screen with so much of the second, 0 to 1. */
const mixed = (one: string, other: string, share: number): string =>
  hexOf(labOf(averaged([reflectanceOfHex(one), reflectanceOfHex(other)], [1 - share, share])));

/** Tones a primer can be given for a paint: greys, and tinted towards it as far as white primer takes. */
const primerTones = (paint: Pick<Hiding, 'colour'>): PrimerTone[] => [
  { name: 'white', colour: '#f2efe8' },
  { name: 'light grey', colour: '#c4c5c2' },
  { name: 'mid grey', colour: '#8b8d8a' },
  { name: 'dark grey', colour: '#4a4c4a' },
  { name: 'tinted towards the paint', colour: mixed('#f2efe8', paint.colour, 0.7) },
];

/** What a primer tone does for a paint. */
export interface ToneChoice {
  tone: PrimerTone;
  coats: number | null;
  /** What still shows after each coat, ΔE00. */
  left: number[];
}

/** Every primer tone with the coats the paint needs over it, the fewest first; equal ones by what shows after one coat. */
export function primerTonesFor(paint: Hiding, coatsShown = 6): ToneChoice[] {
  return primerTones(paint)
    .map((tone) => ({
      tone,
      coats: coatsToHide(paint, tone.colour),
      left: remainingContrast(paint, tone.colour, coatsShown),
    }))
    .sort((a, b) => (a.coats ?? 99) - (b.coats ?? 99) || a.left[1]! - b.left[1]!);
}
