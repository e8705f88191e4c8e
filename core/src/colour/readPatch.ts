import { good, type Issue, type Result, refused } from '../units';
import { difference } from './lab';
import { type Lab, labOfXyz, whites, type Xyz } from './observer';

/** Pixels of a picture, red, green, blue and opacity, 0 to 255 each, row by row. */
export interface Pixels {
  data: Uint8ClampedArray;
  widthPx: number;
  heightPx: number;
  /** In which space its numbers are meant. */
  space: 'srgb' | 'display-p3';
}
/** A round place on a picture: its middle from the left and from above, as shares of width and height, 0 to 1; its radius as a share of the shorter side, above 0. */
export interface Patch {
  rightFrac: number;
  downFrac: number;
  radiusFrac: number;
}

/** A colour as it was read from a picture. */
export interface PatchReading {
  lab: Lab;
  /** How far its spots lie from their mean, ΔE00: two in three are nearer. */
  spreadDeltaE: number;
  /** Spots it was taken from. */
  spots: number;
}

/** sRGB and Display P3 to XYZ of D65, from linear light: IEC 61966-2-1 and SMPTE EG 432-1, derived from their primaries. */
const toXyz: Readonly<Record<Pixels['space'], readonly Xyz[]>> = {
  srgb: [
    [0.4123908, 0.3575843, 0.1804808],
    [0.212639, 0.7151687, 0.0721923],
    [0.0193308, 0.1191948, 0.9505322],
  ],
  'display-p3': [
    [0.4865709, 0.2656677, 0.1982173],
    [0.2289746, 0.6917385, 0.0792869],
    [0, 0.0451134, 1.0439444],
  ],
};
/** Both spaces have one curve. */
const linear = Array.from({ length: 256 }, (_, n) => {
  const x = n / 255;
  return x <= 0.04045 ? x / 12.92 : ((x + 0.055) / 1.055) ** 2.4;
});

/** Reflectance of the cards one balances with (from memory: a white card about 0.9, a grey one 0.18). */
const cardReflectance = { white: 0.9, grey: 0.18 } as const;
export type CardKind = keyof typeof cardReflectance;

/** Spots of a patch at most; a larger one is read every so often. */
const mostSpots = 4000;
const leastSpots = 20;
/** A spot of which a channel stands at its end is burnt out, or drowned. */
const [burnt, drowned] = [252, 3];
/** Above this share of such spots a patch is not read. */
const mostLost = 0.02;
/** A card that is darker than this in the picture lies in shadow, or it is none: linear light, 0 to 1 (from memory). */
const leastCard: Readonly<Record<CardKind, number>> = { white: 0.2, grey: 0.04 };
/** A card is one colour: more spread than this, and it is in part in shadow, or no card, ΔE00 (from memory). */
const mostCardSpread = 4;
/** A card so coloured is none, or the light is: share between its strongest and weakest channel (from memory). */
const mostCast = 3.5;
/** A picture as a whole darker than this shows nothing. */
const darkest = 0.004;
/** Light on the place against that on the card: more, and the card lies in shadow. */
const mostBright = 1.05;

type Light = [number, number, number];

interface Spots {
  mean: Light;
  all: Light[];
  burnt: number;
  drowned: number;
}

function spotsIn({ data, widthPx, heightPx }: Pixels, { rightFrac, downFrac, radiusFrac }: Patch): Spots {
  const r = Math.max(1, radiusFrac * Math.min(widthPx, heightPx));
  const [cx, cy] = [rightFrac * widthPx, downFrac * heightPx];
  const stride = Math.max(1, Math.floor(Math.sqrt((Math.PI * r * r) / mostSpots)));
  const found: Spots = { mean: [0, 0, 0], all: [], burnt: 0, drowned: 0 };
  for (let py = Math.max(0, Math.ceil(cy - r)); py < Math.min(heightPx, cy + r); py += stride)
    for (let px = Math.max(0, Math.ceil(cx - r)); px < Math.min(widthPx, cx + r); px += stride) {
      if ((px - cx) ** 2 + (py - cy) ** 2 > r * r) continue;
      const at = 4 * (py * widthPx + px);
      const rgb = [data[at]!, data[at + 1]!, data[at + 2]!];
      if (Math.max(...rgb) >= burnt) found.burnt += 1;
      if (Math.max(...rgb) <= drowned) found.drowned += 1;
      found.all.push(rgb.map((n) => linear[n]!) as Light);
    }
  const n = Math.max(1, found.all.length);
  found.mean = [0, 1, 2].map((k) => found.all.reduce((sum, s) => sum + s[k]!, 0) / n) as Light;
  return found;
}

const xyzIn = (space: Pixels['space'], rgb: readonly number[]): Xyz =>
  toXyz[space].map((row) => row[0] * rgb[0]! + row[1] * rgb[1]! + row[2] * rgb[2]!) as unknown as Xyz;

const spreadOf = (labs: readonly Lab[], mean: Lab): number => {
  const apart = labs.map((l) => difference(l, mean)).sort((a, b) => a - b);
  return apart[Math.floor((2 / 3) * (apart.length - 1))] ?? 0;
};

const issue = (code: string, path: string, message: string): Issue => ({ code, path, message });

/** What speaks against a patch, whatever it is; empty: nothing. */
function lost(spots: Spots, path: 'card' | 'place'): Issue[] {
  const what = path === 'card' ? 'card' : 'place';
  if (spots.all.length < leastSpots)
    return [
      issue('too_small', path, `The ${what} is marked too small to be read: draw a larger ring, within the picture.`),
    ];
  if (spots.burnt / spots.all.length > mostLost)
    return [
      issue(
        'clipped',
        path,
        `The ${what} is burnt out in the picture: there is glare on it, or it is overexposed. Turn it out of the light, or expose less, and take it again.`,
      ),
    ];
  if (spots.drowned / spots.all.length > mostLost)
    return [issue('drowned', path, `The ${what} is black in the picture: take it again in daylight.`)];
  return [];
}

/**
 * The colour of a place on a picture, balanced by a card that lies beside it in the same light.
 * @param card where the white or grey card is, and which it is
 * @returns L*a*b* in daylight with its spread; refused, all reasons at once, where the picture cannot say
 * Method: area means in linear light; the light is taken from the card channel by channel (von Kries), which a camera only
 * roughly allows. A reading to begin with, not a measurement.
 */
export function readPatch(
  pixels: Pixels,
  card: { patch: Patch; kind: CardKind } | null,
  place: Patch,
): Result<PatchReading> {
  const here = spotsIn(pixels, place);
  if (!card)
    return refused(
      issue(
        'no_card',
        'card',
        'Mark the white or grey card first: without it the light of the picture counts as the colour of the wood.',
      ),
    );
  const whole = spotsIn(pixels, { rightFrac: 0.5, downFrac: 0.5, radiusFrac: 0.7 });
  if (Math.max(...whole.mean) < darkest)
    return refused(issue('black', 'picture', 'The picture is black: take it again in daylight, with the lens free.'));
  const on = spotsIn(pixels, card.patch);
  const issues = [...lost(on, 'card'), ...lost(here, 'place')];
  if (issues.length > 0) return refused(...issues);
  const bright = (l: Light) => Math.max(...l);
  if (bright(on.mean) < leastCard[card.kind])
    issues.push(
      issue(
        'card_dark',
        'card',
        `The ${card.kind} card is dark in the picture: it lies in shadow, or it is no ${card.kind} card. Lay it beside the wood in the same light, and take it again.`,
      ),
    );
  else if (bright(on.mean) / Math.max(1e-6, Math.min(...on.mean)) > mostCast)
    issues.push(
      issue(
        'card_coloured',
        'card',
        'What is marked as the card is coloured: mark the white or grey card itself, or take the picture in daylight and not under a lamp.',
      ),
    );
  const light = on.mean.map((x) => x / cardReflectance[card.kind]) as Light;
  const balanced = (spot: Light): Light => spot.map((x, k) => x / light[k]!) as Light;
  if (card.kind === 'white' && bright(balanced(here.mean)) > mostBright)
    issues.push(
      issue(
        'card_shadow',
        'card',
        'The place is brighter than the white card: the card lies in shadow. Lay both in the same light, and take it again.',
      ),
    );
  const labIn = (spot: Light): Lab => {
    const [x, y, z] = xyzIn(pixels.space, balanced(spot));
    // The white of the space, scaled to that of the observer: a grey stays grey.
    const [wx, , wz] = xyzIn(pixels.space, [1, 1, 1]);
    return labOfXyz([(x / wx) * whites.D65[0], y, (z / wz) * whites.D65[2]]);
  };
  if (issues.length === 0) {
    const cardLab = labIn(on.mean);
    if (spreadOf(on.all.map(labIn), cardLab) > mostCardSpread)
      issues.push(
        issue(
          'card_uneven',
          'card',
          'The card is not of one colour: part of it lies in shadow, or the ring goes over its edge. Mark less of it, or take it again.',
        ),
      );
  }
  if (issues.length > 0) return refused(...issues);
  const lab = labIn(here.mean);
  return good({ lab, spreadDeltaE: spreadOf(here.all.map(labIn), lab), spots: here.all.length });
}

/** Two readings of one place farther apart than this are taken again, ΔE00 (from memory). */
const mostApart = 3;

/** Whether two readings of one place agree, in words. */
export function twoReadings(one: Lab, other: Lab): { agree: boolean; words: string } {
  const apart = difference(one, other);
  return apart <= mostApart
    ? { agree: true, words: `Two readings of it lie ΔE ${apart.toFixed(1)} apart: their mean is taken.` }
    : {
        agree: false,
        words: `Two readings of it lie ΔE ${apart.toFixed(1)} apart: the light changed, or another place was marked. Read it once more.`,
      };
}
