import {
  converter,
  differenceCiede2000,
  inGamut,
  modeHsl,
  modeLab65,
  modeP3,
  modeRgb,
  modeXyz65,
  parse,
  useMode,
} from 'culori/fn';
import { type Lab, labOfXyz, whites, xyzOfLab } from './observer';
import { reflectanceOf } from './reconstruct';
import type { Spectrum } from './spectrum';

// Only what is read and told here: the whole package is a tenth of what the worker brings.
for (const mode of [modeRgb, modeHsl, modeP3, modeXyz65, modeLab65]) useMode(mode as Parameters<typeof useMode>[0]);
const toXyz = converter('xyz65');
const toRgb = converter('rgb');
const inScreen = inGamut('rgb');
/** White of daylight as sRGB has it (IEC 61966-2-1). */
const screenWhite = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329] as const;
const own = whites.D65;

/** L*a*b* of a colour as CSS writes it: #rrggbb, rgb(…), hsl(…) or color(display-p3 …). null: it is none of them. */
export function labOfColour(colour: string): Lab | null {
  const read = parse(colour);
  if (!read) return null;
  const { x, y, z } = toXyz(read);
  // The two whites differ by less than a thousandth; scaled, a grey stays grey.
  return labOfXyz([(x / screenWhite[0]) * own[0], y, (z / screenWhite[2]) * own[2]]);
}

const asScreen = (lab: Lab) => {
  const [x, y, z] = xyzOfLab(lab);
  return { mode: 'xyz65' as const, x: (x / own[0]) * screenWhite[0], y, z: (z / own[2]) * screenWhite[2] };
};

/** Whether this screen's usual colours (sRGB) hold it. */
export const onScreen = (lab: Lab): boolean => inScreen(toRgb(asScreen(lab)));

/** The colour as sRGB shows it, #rrggbb; what lies outside is cut off at the edge: see onScreen. */
export function hexOf(lab: Lab): string {
  const { r, g, b } = toRgb(asScreen(lab));
  return `#${[r, g, b]
    .map((x) =>
      Math.round(Math.min(1, Math.max(0, x)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}

const ciede2000 = differenceCiede2000();
/**
 * Difference of two colours as the eye sees it, CIEDE2000: 1 hardly visible, 2 good side by side, above 5 plainly different.
 * Source: Sharma, Wu & Dalal 2005, Color Res. Appl. 30:21, by the culori package.
 */
export const difference = ([l1, a1, b1]: Lab, [l2, a2, b2]: Lab): number =>
  ciede2000({ mode: 'lab65', l: l1, a: a1, b: b1 }, { mode: 'lab65', l: l2, a: a2, b: b2 });

/** Blackest and whitest that a surface of the workshop is taken to be, L* (from memory). */
const [darkestL, lightestL] = [3.6, 97.6];

/** Reflectance of #rrggbb in daylight; black and white as black and white as a surface gets. @param colour #rrggbb */
export function reflectanceOfHex(colour: string): Spectrum {
  const lab = labOfColour(colour)!;
  if (lab[0] >= darkestL && lab[0] <= lightestL) return reflectanceOf(lab);
  return reflectanceOf([Math.min(lightestL, Math.max(darkestL, lab[0])), lab[1] / 2, lab[2] / 2]);
}

/** Difference of two colours of the screen, ΔE00. */
export const differenceOfHex = (one: string, other: string): number =>
  difference(labOfColour(one)!, labOfColour(other)!);
