import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrastOfPower, differenceOfHex, filmReflectance, powerFromContrast, scatteringPower } from '../colour';
import { typicalProducts } from '../products';
import { type Range, seededRandom } from '../units';
import type { Product, Step } from '../workshop';
import {
  coatsToHide,
  ft2PerGal,
  primerTonesFor,
  reconcile,
  remainingContrast,
  spreadM2PerLOf,
  stepVolume,
  wetFilmUm,
} from './index';

const product = (id: string): Product => typicalProducts.find((p) => p.id === id)!;

describe('published identities', () => {
  // Kubelka–Munk: ASTM D2805, ISO 18314-2 (recalled).
  it.each([
    [0.8, 0, 2, 0.6417],
    [0.8, 0.8, 2, 0.8],
    [0.5, 0, 1, 0.4114],
    [0.5, 0.8, 1, 0.5793],
  ])('R∞ %d over %d at SX %d → %d', (masstone, ground, sx, seen) => {
    expect(filmReflectance(masstone, ground, sx)).toBeCloseTo(seen, 4);
  });
  it('the scattering power is told back from the film over black', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 0.95, noNaN: true }),
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        (r, sx) => {
          // Compared where it can be measured: a film that hides all is one with any thicker.
          const black = filmReflectance(r, 0, sx);
          expect(filmReflectance(r, 0, scatteringPower(r, black))).toBeCloseTo(black, 9);
        },
      ),
    );
  });
  // Sharma, Wu & Dalal 2005 through culori: a check that the package is used right, on two greys worked by it.
  it('equal colours differ by nothing, black and white by 100', () => {
    expect(differenceOfHex('#8a8a8a', '#8a8a8a')).toBe(0);
    expect(differenceOfHex('#000000', '#ffffff')).toBeCloseTo(100, 0);
  });
  // NIST Handbook 44, App. C: 1 US gal spread 1 mil thick covers 1604.17 ft²; 400 ft²/gal is 101.9 µm wet.
  it('a gallon, a mil and the square feet between them', () => {
    expect(ft2PerGal(spreadM2PerLOf(1, 25.4))).toBeCloseTo(1604.17, 1);
    expect(1000 / (400 / ft2PerGal(1))).toBeCloseTo(101.9, 1);
  });
});

describe('coats to hide', () => {
  it('one hidingFrac is one contrast ratio, black against white of 0.8', () => {
    const sx = powerFromContrast(0.5, 0.9);
    expect(contrastOfPower(0.5, sx)).toBeCloseTo(0.9, 8);
    expect(filmReflectance(0.5, 0, sx) / filmReflectance(0.5, 0.8, sx)).toBeCloseTo(0.9, 8);
  });
  it('shows less of the ground with each coat, and nothing of a ground of its own colour', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('#27423a', '#c8402f', '#f2efe8', '#7d8fa0'),
        fc.double({ min: 0.3, max: 0.98, noNaN: true }),
        fc.constantFrom('#ffffff', '#6b4630', '#101010'),
        (colour, hidingFrac, ground) => {
          const left = remainingContrast({ colour, hidingFrac }, ground, 8);
          for (let n = 1; n < left.length; n += 1) expect(left[n]!).toBeLessThanOrEqual(left[n - 1]! + 1e-6);
          expect(remainingContrast({ colour, hidingFrac }, colour, 3).at(-1)!).toBeLessThan(0.6);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('a deep colour needs fewer coats over a grey or tinted primer than over white', () => {
    const deep = { colour: '#27423a', hidingFrac: 0.75 };
    const white = coatsToHide(deep, '#f2efe8')!;
    const [best] = primerTonesFor(deep);
    expect(white).toBeGreaterThanOrEqual(3);
    expect(best!.coats!).toBeLessThan(white);
    expect(best!.tone.name).not.toBe('white');
  });
  it('a pale one the other way round', () => {
    const pale = { colour: '#f2efe8', hidingFrac: 0.85 };
    expect(coatsToHide(pale, '#4a4c4a')!).toBeGreaterThan(coatsToHide(pale, '#f2efe8')!);
    expect(primerTonesFor(pale)[0]!.tone.name).not.toBe('dark grey');
  });
});

describe('film and rate', () => {
  it('10 m²/L leaves 92 µm wet; thinned by a tenth 101.2 µm', () => {
    const p = { ...product('enamel'), spreadM2PerL: { low: 9, likely: 10, high: 11, tag: 'own' as const } };
    expect(wetFilmUm(p)).toBeCloseTo(92, 9);
    expect(wetFilmUm({ ...p, thinningFrac: { value: 0.1, tag: 'own' } })).toBeCloseTo(101.2, 9);
  });
  it('solids of 0.35 at 35 µm give 10 m²/L with nothing lost, 9.2 by brush; a rate of 11.5 is told 25 % apart', () => {
    const p: Product = {
      ...product('enamel'),
      volumeSolidsFrac: { value: 0.35, tag: 'label' },
      filmDryUm: { value: 35, tag: 'label' },
      spreadM2PerL: { low: 11.5, likely: 11.5, high: 11.5, tag: 'label' },
    };
    const told = reconcile(p);
    expect(told.rateByFilmM2PerL).toBeCloseTo(9.2, 9);
    expect(told.apartFrac).toBeCloseTo(0.25, 9);
    // 80 µm × 0.35 = 28 µm: what that rate really leaves.
    expect(told.dryByRateUm).toBeCloseTo(28, 9);
    const step = { kind: 'paint', method: 'brush', count: 0 } as Step;
    // 2 m² ÷ 9.2 + 0.02 L in the brush = 0.2374 L.
    expect(stepVolume(step, p, 2, 0)!.productL.likely).toBeCloseTo(0.2374, 4);
  });
});

describe('the range of a figure', () => {
  // Area, rate and thirst drawn each from its own low–likely–high, taken as 10, 50 and 90 %; 40,000 draws from a seed.
  it('agrees with a simulation to a few per cent', () => {
    const random = seededRandom(20261126);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const draw = ({ low, likely, high }: Range) => {
      const z = normal();
      return likely * (z < 0 ? (likely / low) ** (z / 1.2816) : (high / likely) ** (z / 1.2816));
    };
    const p = product('enamel');
    // From memory, so no surer than a quarter.
    const { likely } = p.spreadM2PerL!;
    const rate = { low: likely / 1.25, likely, high: likely * 1.25 };
    const step = { kind: 'paint', method: 'brush', count: 0 } as Step;
    const volume = stepVolume(step, p, 3, 1)!.productL;
    const draws = Array.from(
      { length: 40_000 },
      () =>
        (3 * draw({ low: 0.95, likely: 1, high: 1.08 }) * draw({ low: 1.3, likely: 1.6, high: 2 })) / draw(rate) + 0.02,
    ).sort((a, b) => a - b);
    const at = (share: number) => draws[Math.floor(share * draws.length)]!;
    for (const [told, drawn] of [
      [volume.low, at(0.1)],
      [volume.likely, at(0.5)],
      [volume.high, at(0.9)],
    ] as const)
      expect(Math.abs(told / drawn - 1)).toBeLessThan(0.03);
  });
});
