import { differenceCiede2000, parse } from 'culori';
import { DomainError } from '../units';

/** Reflectances of a surface in three bands, each above 0 and below 1. */
export type Bands = readonly [number, number, number];

/** Share of the scattering that is lost to an uneven brush (from memory). */
const brushLossFrac = 0.2;
/** A difference of colour that is hardly visible, ΔE00 (from memory). */
export const hardlyVisible = 1;
/** No plan asks for more coats. */
const mostCoats = 12;

const within = (quantity: string, value: number): number => {
  if (!(value > 0 && value < 1)) throw new DomainError('out_of_range', quantity, value, 'above 0 and below 1');
  return value;
};

/**
 * Reflectance of a film over a ground.
 * @param masstone R∞, reflectance of a film too thick to see through, 0 < x < 1
 * @param ground   reflectance of what is under it, 0 ≤ x ≤ 1
 * @param sx       scattering power S·X of the film, ≥ 0
 * @returns [1 − R_g(a − b·coth bSX)] ÷ [a − R_g + b·coth bSX]
 * @throws DomainError out_of_range (NaN included)
 * Source: Kubelka–Munk, as in ASTM D2805 and ISO 18314-2 (recalled). Check: R∞ 0.5, SX 1: 0.4114 over black, 0.5793 over 0.8
 */
export function filmReflectance(masstone: number, ground: number, sx: number): number {
  within('masstone', masstone);
  if (!(ground >= 0 && ground <= 1)) throw new DomainError('out_of_range', 'ground', ground, '0 to 1');
  if (!(sx >= 0)) throw new DomainError('out_of_range', 'sx', sx, '0 or more');
  if (sx === 0) return ground;
  const a = (masstone + 1 / masstone) / 2;
  const b = (1 / masstone - masstone) / 2;
  // coth grows without bound as the film gets thin; past 300 it is one to the last bit.
  const coth = b * sx > 300 ? 1 : 1 / Math.tanh(b * sx);
  return (1 - ground * (a - b * coth)) / (a - ground + b * coth);
}

/**
 * Scattering power of a film from its reflectance over black.
 * @param overBlack R₀, 0 < x < masstone
 * @returns S·X = arcoth[(1 − aR₀) ÷ (bR₀)] ÷ b
 * @throws DomainError out_of_range
 * Source: ASTM D2805 (recalled). Check: R∞ 0.5, R₀ 0.4114 → 1
 */
export function scatteringPower(masstone: number, overBlack: number): number {
  within('masstone', masstone);
  if (!(overBlack > 0 && overBlack < masstone))
    throw new DomainError('out_of_range', 'overBlack', overBlack, 'above 0 and below the masstone');
  const a = (masstone + 1 / masstone) / 2;
  const b = (1 / masstone - masstone) / 2;
  return Math.atanh((b * overBlack) / (1 - a * overBlack)) / b;
}

/**
 * Scattering power of one coat from the share it hides: its contrast ratio, black against white of 0.8.
 * @param hidingFrac reflectance over black ÷ over white 0.8, 0 < x < 1
 * @returns S·X, by bisection to 1e-10
 * @throws DomainError out_of_range
 */
export function powerFromContrast(masstone: number, hidingFrac: number): number {
  within('masstone', masstone);
  within('hidingFrac', hidingFrac);
  const ratio = (sx: number) => filmReflectance(masstone, 0, sx) / filmReflectance(masstone, 0.8, sx);
  let [low, high] = [1e-9, 1];
  while (ratio(high) < hidingFrac) {
    high *= 2;
    if (high > 1e6) throw new DomainError('not_converged', 'hidingFrac', hidingFrac, 'a contrast that can be reached');
  }
  for (let i = 0; i < 200 && high - low > 1e-10 * high; i += 1) {
    const middle = (low + high) / 2;
    if (ratio(middle) < hidingFrac) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

const linear = (x: number): number => (x <= 0.04045 ? x / 12.92 : ((x + 0.055) / 1.055) ** 2.4);
/** Blackest and whitest that a paint of the shelf is taken to be. */
const [darkest, lightest] = [0.004, 0.94];

/** A colour of the screen as reflectances of three bands. @param colour #rrggbb */
export function bandsOfColour(colour: string): Bands {
  const [r, g, b] = [1, 3, 5].map((i) =>
    Math.min(lightest, Math.max(darkest, linear(Number.parseInt(colour.slice(i, i + 2), 16) / 255))),
  ) as [number, number, number];
  return [r, g, b];
}

const gamma = (x: number): number => (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055);
const asRgb = ([r, g, b]: Bands) => ({ mode: 'rgb' as const, r: gamma(r), g: gamma(g), b: gamma(b) });

/** Difference of two colours as the eye sees it, CIEDE2000 (Sharma, Wu & Dalal 2005, by the culori package). */
export const colourDifference = (one: Bands | string, other: Bands | string): number => {
  const rgb = (c: Bands | string) => (typeof c === 'string' ? parse(c)! : asRgb(c));
  return differenceCiede2000()(rgb(one), rgb(other));
};

/** A paint as hiding sees it. */
export interface Hiding {
  /** Colour of a film too thick to see through, #rrggbb. */
  colour: string;
  /** Share that one coat hides, 0 < x < 1. */
  hidingFrac: number;
}

/** How much of the ground still shows after each coat, ΔE00, from none to so many. */
export function remainingContrast(paint: Hiding, ground: string, coats: number, byBrush = true): number[] {
  const masstone = bandsOfColour(paint.colour);
  const under = bandsOfColour(ground);
  const luminance = 0.2126 * masstone[0] + 0.7152 * masstone[1] + 0.0722 * masstone[2];
  const power =
    powerFromContrast(luminance, Math.min(0.9999, Math.max(0.01, paint.hidingFrac))) *
    (byBrush ? 1 - brushLossFrac : 1);
  return Array.from({ length: coats + 1 }, (_, n) => {
    const seen = masstone.map((m, i) => filmReflectance(m, under[i]!, n * power)) as [number, number, number];
    return colourDifference(seen, masstone);
  });
}

/** Coats until the ground hardly shows; null: more than anyone would lay. */
export function coatsToHide(paint: Hiding, ground: string, byBrush = true): number | null {
  const left = remainingContrast(paint, ground, mostCoats, byBrush);
  const first = left.findIndex((d) => d <= hardlyVisible);
  return first < 0 ? null : Math.max(1, first);
}

/** A tone that a primer can be had in or tinted to. */
interface PrimerTone {
  name: string;
  colour: string;
}

const mixed = (one: string, other: string, share: number): string => {
  const [a, b] = [bandsOfColour(one), bandsOfColour(other)];
  const hex = (x: number) =>
    Math.round(255 * gamma(x))
      .toString(16)
      .padStart(2, '0');
  return `#${a.map((x, i) => hex(x * (1 - share) + b[i]! * share)).join('')}`;
};

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
