import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  colourWords,
  comparedWords,
  difference,
  filmReflectance,
  fromUnderClear,
  hexOf,
  kOverS,
  type Lab,
  labOf,
  labOfColour,
  labOfXyz,
  labWords,
  nearness,
  onScreen,
  parseColour,
  reflectanceOf,
  reflectanceOfKOverS,
  underClear,
  whites,
  xyzOfLab,
} from './index';

/** Sharma, Wu & Dalal 2005, Color Res. Appl. 30:21, table 1: all 34 pairs (recalled; a wrong digit would fail). */
const sharma: readonly (readonly [Lab, Lab, number])[] = [
  [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
  [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
  [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
  [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
  [[50, -1.1848, -84.8006], [50, 0, -82.7485], 1],
  [[50, -0.9009, -85.5211], [50, 0, -82.7485], 1],
  [[50, 0, 0], [50, -1, 2], 2.3669],
  [[50, -1, 2], [50, 0, 0], 2.3669],
  [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
  [[50, 2.49, -0.001], [50, -2.49, 0.0012], 7.2195],
  [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.001, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
  [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[50, 2.5, 0], [61, -5, 29], 22.8977],
  [[50, 2.5, 0], [56, -27, -3], 31.903],
  [[50, 2.5, 0], [58, 24, 15], 19.4535],
  [[50, 2.5, 0], [50, 3.1736, 0.5854], 1],
  [[50, 2.5, 0], [50, 3.2972, 0], 1],
  [[50, 2.5, 0], [50, 1.8634, 0.5757], 1],
  [[50, 2.5, 0], [50, 3.2592, 0.335], 1],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
  [[61.2901, 3.7196, -5.3901], [61.4292, 2.248, -4.962], 1.8731],
  [[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
  [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
  [[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
  [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
  [[90.9257, -0.5406, -0.9208], [88.6381, -0.8985, -0.7239], 1.5381],
  [[6.7747, -0.2908, -2.4247], [5.8714, -0.0985, -2.2286], 0.6377],
  [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
];

/** L*a*b* of the 24 patches of a colour chart as published for D50 (recalled), taken here as colours in daylight. */
const chart: readonly Lab[] = [
  [37.986, 13.555, 14.059],
  [65.711, 18.13, 17.81],
  [49.927, -4.88, -21.925],
  [43.139, -13.095, 21.905],
  [55.112, 8.844, -25.399],
  [70.719, -33.397, -0.199],
  [62.661, 36.067, 57.096],
  [40.02, 10.41, -45.964],
  [51.124, 48.239, 16.248],
  [30.325, 22.976, -21.587],
  [72.532, -23.709, 57.255],
  [71.941, 19.363, 67.857],
  [28.778, 14.179, -50.297],
  [55.261, -38.342, 31.37],
  [42.101, 53.378, 28.19],
  [81.733, 4.039, 79.819],
  [51.935, 49.986, -14.574],
  [51.038, -28.631, -28.638],
  [96.539, -0.425, 1.186],
  [81.257, -0.638, -0.335],
  [66.766, -0.734, -0.504],
  [50.867, -0.153, -0.27],
  [35.656, -0.421, -1.231],
  [20.461, -0.079, -0.973],
];

describe('against what is published', () => {
  it.each(sharma)('CIEDE2000 of %j and %j is %d', (one, other, apart) =>
    expect(difference(one, other)).toBeCloseTo(apart, 4),
  );
  // CIE 015: white points of D65 and A for the 2° observer. 400 to 700 nm leaves out what lies beyond, under two thousandths.
  it('white of daylight and of the lamp', () => {
    const near = (white: readonly number[], published: readonly number[]) =>
      white.map((x, i) => Math.abs(x - published[i]!)).every((d) => d < 0.003);
    expect(near(whites.D65, [0.95047, 1, 1.08883])).toBe(true);
    expect(near(whites.A, [1.0985, 1, 0.35585])).toBe(true);
  });
  it('a perfect white is white under either light, and no grey has a hue', () => {
    for (const light of ['D65', 'A'] as const)
      for (const r of [1, 0.2]) {
        const [, a, b] = labOf(
          Array.from({ length: 31 }, () => r),
          light,
        );
        expect(Math.hypot(a, b)).toBeLessThan(1e-9);
      }
  });
  // S. A. Burns 2020, Color Res. Appl. 45:8: least hyperbolic tangent slope squared.
  it.each(chart)('a chart patch %d %d %d is told back from its reflectance', (...lab) => {
    const made = reflectanceOf(lab);
    expect(Math.min(...made)).toBeGreaterThan(0);
    expect(Math.max(...made)).toBeLessThan(1);
    expect(difference(labOf(made), lab)).toBeLessThan(0.01);
  });
  // Of all reflectances of one colour it is the smoothest: any metamer made of it has steeper slopes.
  it('no other reflectance of the colour is smoother', () => {
    const made = reflectanceOf([45, 15, 30]);
    const slope = (s: readonly number[]) =>
      s.slice(1).reduce((sum, r, i) => sum + (Math.atanh(2 * r - 1) - Math.atanh(2 * s[i]! - 1)) ** 2, 0);
    // A change that is black to the eye: of a wave of some bands, less what its colour is.
    const wave = made.map((_, i) => 0.01 * Math.sin(i));
    const other = reflectanceOf(labOf(made.map((r, i) => r + wave[i]!)));
    const metamer = made.map((r, i) => r + wave[i]! - (other[i]! - r));
    expect(difference(labOf(metamer), [45, 15, 30])).toBeLessThan(0.5);
    expect(slope(metamer)).toBeGreaterThan(slope(made));
  });
  // Kubelka & Munk 1931; handbook identities.
  it('K/S of 1 is 0.26795, and equal black and white are 0.281', () => {
    expect(reflectanceOfKOverS(1)).toBeCloseTo(0.26795, 5);
    expect(reflectanceOfKOverS((1 + 0.01) / (0.1 + 1))).toBeCloseTo(0.281, 3);
    expect(kOverS(reflectanceOfKOverS(0.37))).toBeCloseTo(0.37, 12);
  });
  // Saunderson 1942: worked by hand, 0.04 + 0.96 × 0.6 × 0.5 ÷ (1 − 0.4 × 0.5) = 0.4.
  it('a surface under clear, there and back', () => {
    expect(underClear(0.5, 0.4)).toBeCloseTo(0.4, 10);
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 0.7, noNaN: true }),
        (dry, inner) => {
          expect(fromUnderClear(underClear(dry, inner), inner)).toBeCloseTo(dry, 9);
          // It deepens whatever is dark enough for its own gleam not to count.
          expect(underClear(dry, inner, 0)).toBeLessThanOrEqual(dry + 1e-12);
        },
      ),
    );
  });
});

describe('colours of the screen', () => {
  it('come back as they were', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), (n) => {
        const hex = `#${n.toString(16).padStart(6, '0')}`;
        expect(hexOf(labOfColour(hex)!)).toBe(hex);
      }),
    ));
  it('know what they cannot show, in either space', () => {
    expect(onScreen(labOfColour('#808080')!)).toBe(true);
    expect(onScreen(labOfColour('color(display-p3 0 1 0)')!)).toBe(false);
    expect(labOfColour('no colour')).toBeNull();
  });
  it('a colour that no surface has is refused', () => {
    expect(() => reflectanceOf([50, 150, 150])).toThrowError(
      expect.objectContaining({ code: 'out_of_gamut' }) as unknown as Error,
    );
  });
  it('L*a*b* and XYZ are each other’s reverse', () =>
    fc.assert(
      fc.property(
        fc.tuple(
          ...[
            [0, 100],
            [-80, 80],
            [-80, 80],
          ].map(([min, max]) => fc.double({ min: min!, max: max!, noNaN: true })),
        ),
        (lab) => {
          const back = labOfXyz(xyzOfLab(lab as unknown as Lab));
          for (const i of [0, 1, 2]) expect(back[i]!).toBeCloseTo(lab[i]!, 8);
        },
      ),
    ));
});

describe('a colour as it is typed', () => {
  it.each([
    ['#6b4a32', '#6b4a32'],
    ['6B4A32', '#6b4a32'],
    ['#fff', '#ffffff'],
  ])('%s is %s', (text, hex) => {
    const read = parseColour(text);
    expect(read.ok && hexOf(read.value)).toBe(hex);
  });
  it.each(['36 12 22', '36, 12, 22', 'L* 36 a* 12 b* 22', 'L=36; a=12; b=22'])('%s is L*a*b*', (text) =>
    expect(parseColour(text)).toMatchObject({ ok: true, value: [36, 12, 22] }),
  );
  it('reads what it writes', () =>
    expect(parseColour(labWords([36, -12, 22]))).toMatchObject({ value: [36, -12, 22] }));
  it.each([
    ['brown', 'colour_unreadable'],
    ['#12345', 'colour_unreadable'],
    ['36 12', 'colour_unreadable'],
    ['136 12 22', 'colour_unreadable'],
    ['50 150 150', 'target_out_of_gamut'],
  ])('%s is refused: %s', (text, code) => expect(parseColour(text)).toMatchObject({ ok: false, issues: [{ code }] }));
});

describe('words', () => {
  it.each([
    ['#2c2a28', 'very dark grey'],
    ['#1c1a18', 'black'],
    ['#f4f4ef', 'white'],
    ['#6b4a32', 'dark brown'],
    ['#874427', 'dark red-brown'],
    ['#84a18d', 'light green'],
    ['#e4cca3', 'pale yellow'],
  ])('%s is %s', (hex, words) => expect(colourWords(labOfColour(hex)!)).toBe(words));
  it('thresholds: 1 hardly, 2 good, 5 plain', () =>
    expect([0.9, 1.9, 4.9, 5.1].map(nearness)).toEqual([
      'hardly to be told apart',
      'good side by side',
      'a difference is seen side by side',
      'plainly different',
    ]));
  it('say what a colour is beside another', () =>
    expect(comparedWords([40, 14, 22], [45, 12, 22])).toMatch(
      /^ΔE 4\.\d, a difference is seen side by side: darker, a little redder$/,
    ));
  it('a film thick enough has the colour of its paint', () =>
    expect(filmReflectance(0.3, 0.9, 100)).toBeCloseTo(0.3, 9));
});
