import { bandNm, type Spectrum } from './spectrum';

/** Tristimulus values, Y of a perfect white being 1. */
export type Xyz = readonly [number, number, number];
/** CIE 1976 L*, a*, b*, against the white of the light it is seen under. */
export type Lab = [l: number, a: number, b: number];
/** Lights a colour is looked at under: daylight, and a warm lamp of 2,856 K. */
export type Illuminant = 'D65' | 'A';

/** CIE 1931 standard observer (2°), x̄ ȳ z̄ from 400 to 700 nm by tens (CIE 015, recalled; the white points check them). */
const observer: readonly (readonly [number, number, number])[] = [
  [0.01431, 0.000396, 0.06785],
  [0.04351, 0.00121, 0.2074],
  [0.13438, 0.004, 0.6456],
  [0.2839, 0.0116, 1.3856],
  [0.34828, 0.023, 1.74706],
  [0.3362, 0.038, 1.77211],
  [0.2908, 0.06, 1.6692],
  [0.19536, 0.09098, 1.28764],
  [0.09564, 0.13902, 0.81295],
  [0.03201, 0.20802, 0.46518],
  [0.0049, 0.323, 0.272],
  [0.0093, 0.503, 0.1582],
  [0.06327, 0.71, 0.07825],
  [0.1655, 0.862, 0.04216],
  [0.2904, 0.954, 0.0203],
  [0.43345, 0.99495, 0.00875],
  [0.5945, 0.995, 0.0039],
  [0.7621, 0.952, 0.0021],
  [0.9163, 0.87, 0.00165],
  [1.0263, 0.757, 0.0011],
  [1.0622, 0.631, 0.0008],
  [1.0026, 0.503, 0.00034],
  [0.85445, 0.381, 0.00019],
  [0.6424, 0.265, 0.00005],
  [0.4479, 0.175, 0.00002],
  [0.2835, 0.107, 0],
  [0.1649, 0.061, 0],
  [0.0874, 0.032, 0],
  [0.04677, 0.017, 0],
  [0.0227, 0.00821, 0],
  [0.011359, 0.004102, 0],
];

/** Relative power of daylight D65, 400 to 700 nm by tens (CIE 015, recalled). */
const daylight: Spectrum = [
  82.7549, 91.486, 93.4318, 86.6823, 104.865, 117.008, 117.812, 114.861, 115.923, 108.811, 109.354, 107.802, 104.79,
  107.689, 104.405, 104.046, 100, 96.3342, 95.788, 88.6856, 90.0062, 89.5991, 87.6987, 83.2886, 83.6992, 80.0268,
  80.2146, 82.2778, 78.2842, 69.7213, 71.6091,
];

/** Relative power of illuminant A, a lamp of 2,856 K: CIE 015, by its formula. @param nm wavelength, nm */
const lamp = (nm: number): number =>
  100 * (560 / nm) ** 5 * (Math.expm1(1.435e7 / (2848 * 560)) / Math.expm1(1.435e7 / (2848 * nm)));

const power: Readonly<Record<Illuminant, Spectrum>> = { D65: daylight, A: bandNm.map(lamp) };

/** What each band adds to X, Y and Z under a light; Y of a perfect white adds up to one. */
export const weights: Readonly<Record<Illuminant, readonly Xyz[]>> = {
  D65: weighted('D65'),
  A: weighted('A'),
};

function weighted(light: Illuminant): readonly Xyz[] {
  const whole = power[light].reduce((sum, p, i) => sum + p * observer[i]![1], 0);
  return observer.map(([x, y, z], i) => {
    const p = power[light][i]! / whole;
    return [p * x, p * y, p * z];
  });
}

/** Tristimulus values of a reflectance under a light: the sum over its bands. */
export function xyzOf(reflectance: Spectrum, light: Illuminant = 'D65'): Xyz {
  let [x, y, z] = [0, 0, 0];
  const w = weights[light];
  for (let i = 0; i < w.length; i += 1) {
    const r = reflectance[i]!;
    x += w[i]![0] * r;
    y += w[i]![1] * r;
    z += w[i]![2] * r;
  }
  return [x, y, z];
}

/** White of a light, as its bands give it: D65 0.950, 1, 1.089; A 1.098, 1, 0.356. */
export const whites: Readonly<Record<Illuminant, Xyz>> = {
  D65: xyzOf(
    bandNm.map(() => 1),
    'D65',
  ),
  A: xyzOf(
    bandNm.map(() => 1),
    'A',
  ),
};

/** Where the cube root gives way to a line, CIE 015: (6/29)³. */
const small = (6 / 29) ** 3;
const root = (t: number): number => (t > small ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29);
const cube = (f: number): number => (f > 6 / 29 ? f ** 3 : 3 * (6 / 29) ** 2 * (f - 4 / 29));

/** L*a*b* of tristimulus values, against the white of their light. Source: CIE 015, 8.2.1 (recalled). */
export function labOfXyz([x, y, z]: Xyz, light: Illuminant = 'D65'): Lab {
  const white = whites[light];
  const [fx, fy, fz] = [root(x / white[0]), root(y / white[1]), root(z / white[2])];
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

/** Tristimulus values of L*a*b*. */
export function xyzOfLab([l, a, b]: Lab, light: Illuminant = 'D65'): Xyz {
  const white = whites[light];
  const fy = (l + 16) / 116;
  return [white[0] * cube(fy + a / 500), white[1] * cube(fy), white[2] * cube(fy - b / 200)];
}

/** L*a*b* of a reflectance as it is seen under a light. */
export const labOf = (reflectance: Spectrum, light: Illuminant = 'D65'): Lab =>
  labOfXyz(xyzOf(reflectance, light), light);
