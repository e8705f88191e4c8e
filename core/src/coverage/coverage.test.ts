import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { typicalProducts } from '../products';
import { DomainError } from '../units';
import type { Method, Product, Step } from '../workshop';
import { cheapestPacks, filmWetUm, type Pack, stepVolume } from './index';

const enamel: Product = {
  ...typicalProducts.find((p) => p.id === 'enamel')!,
  spreadM2PerL: { low: 10, likely: 10, high: 10, tag: 'own' },
};
const step = (method: Method, count = 0): Step => ({
  id: 'carcass/paint/1',
  zoneId: 'carcass',
  kind: 'paint',
  ordinal: 1,
  of: 2,
  productId: 'enamel',
  method,
  grit: null,
  byHand: false,
  part: null,
  count,
  lineM: 0,
  fixedWaitMin: 0,
  test: null,
  faceIds: null,
  areaFrac: 1,
  reason: '',
  after: [],
});
const likely = (method: Method, areaM2: number, thirsty = 0, product = enamel) =>
  stepVolume(step(method), product, areaM2, thirsty)!.productL.likely;

describe('stepVolume', () => {
  it('is area over rate plus what stays in the brush: 2 m² at 10 m²/L → 0.2 + 0.02 L', () =>
    expect(likely('brush', 2)).toBeCloseTo(0.22, 12));
  it('scales other methods by the ratio of transfer efficiencies: HVLP 0.92/0.65, aerosol 0.92/0.45', () => {
    expect(likely('hvlp', 2)).toBeCloseTo(0.2 * (0.92 / 0.65) + 0.04, 12); // 0.3230769…
    expect(likely('aerosol', 2)).toBeCloseTo(0.408888888889, 9);
    expect(likely('roller', 2)).toBeCloseTo(0.25, 12);
  });
  it('takes 1.6 times as much for a first coat on bare softwood, by its share of the area', () => {
    expect(likely('brush', 2, 1)).toBeCloseTo(0.34, 12);
    expect(likely('brush', 2, 0.5)).toBeCloseTo(0.28, 12);
  });
  it('puts nothing on no area, and refuses an area that cannot be', () => {
    for (const method of ['brush', 'hvlp', 'wipe'] as const)
      expect(stepVolume(step(method), { ...enamel, thinningFrac: { value: 0.1, tag: 'own' } }, 0, 0)).toMatchObject({
        productL: { low: 0, likely: 0, high: 0 },
        thinnerL: { low: 0, likely: 0, high: 0 },
      });
    for (const area of [Number.NaN, -1, Number.POSITIVE_INFINITY, 1e9])
      expect(() => stepVolume(step('brush'), enamel, area, 0)).toThrow(DomainError);
  });
  it('adds thinner to the product without stretching it', () => {
    const thinned = stepVolume(step('brush'), { ...enamel, thinningFrac: { value: 0.1, tag: 'own' } }, 2, 0)!;
    expect(thinned.productL.likely).toBeCloseTo(0.22, 12);
    expect(thinned.thinnerL.likely).toBeCloseTo(0.022, 12);
  });
  it('goes by the place for fillers', () => {
    const filler = typicalProducts.find((p) => p.id === 'filler-two-part')!;
    expect(stepVolume(step('brush', 3), filler, 99, 0)!.productL).toEqual({ low: 0.024, likely: 0.045, high: 0.09 });
  });
  it('is no surer than its source: a rate that names ± 5 % is off by a quarter from memory, a tenth by a label', () => {
    const spread = (tag: 'M' | 'T' | 'P' | 'label' | 'own') => {
      const rated: Product = { ...enamel, spreadM2PerL: { low: 9.5, likely: 10, high: 10.5, tag } };
      const { low, likely, high } = stepVolume(step('brush'), rated, 2, 0, false)!.productL;
      return [low / likely, high / likely].map((x) => Number(x.toFixed(3)));
    };
    // Together with how well the area is known, 0.95 to 1.08: exp(√(ln² 1.25 + ln² 1.08)) = 1.266.
    expect(spread('M')).toEqual([0.795, 1.266]);
    expect(spread('T')).toEqual([0.862, 1.173]);
    expect(spread('P')).toEqual([0.897, 1.13]);
    expect(spread('label')).toEqual([0.897, 1.13]);
    expect(spread('own')).toEqual([0.932, 1.097]);
  });
  it('has a working whose figures are those used, each with a tag, and an ordered range', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Method>('brush', 'roller', 'hvlp', 'aerosol', 'wipe'),
        fc.integer({ min: 1, max: 2000 }),
        fc.integer({ min: 0, max: 100 }),
        (method, dm2, share) => {
          const v = stepVolume(step(method), typicalProducts.find((p) => p.id === 'enamel')!, dm2 / 100, share / 100)!;
          expect(v.productL.low).toBeLessThan(v.productL.likely);
          expect(v.productL.likely).toBeLessThan(v.productL.high);
          const [area, rate, brush, own, thirst, loss] = v.working.inputs.map((i) => i.value);
          expect((area! / rate!) * (brush! / own!) * thirst! + loss!).toBeCloseTo(v.productL.likely, 9);
          expect(v.working.inputs.every((i) => i.tag)).toBe(true);
        },
      ),
    );
  });
});

describe('filmWetUm', () => {
  it('conserves solids: what is applied wet holds the solids of the dry film', () => {
    expect(filmWetUm(35, 0.35, 0.1)).toBeCloseTo(110, 12);
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 200 }),
        fc.integer({ min: 10, max: 100 }),
        fc.integer({ min: 0, max: 100 }),
        (dry, solids, thin) => {
          const wet = filmWetUm(dry, solids / 100, thin / 100);
          expect(wet * (solids / 100 / (1 + thin / 100))).toBeCloseTo(dry, 9);
        },
      ),
    );
  });
});

/** Every combination up to the need, the slow and certain way, in whole millilitres and cents. */
function bruteForce(needMl: number, packs: readonly Pack[]): number {
  const sizes = packs.map((p) => ({ ml: Math.round(p.volumeL * 1000), cents: Math.round(p.price * 100) }));
  const go = (leftMl: number, i: number): number => {
    if (leftMl <= 0) return 0;
    const size = sizes[i];
    if (!size) return Number.POSITIVE_INFINITY;
    const most = Math.ceil(leftMl / size.ml);
    return Math.min(...Array.from({ length: most + 1 }, (_, n) => n * size.cents + go(leftMl - n * size.ml, i + 1)));
  };
  return go(needMl, 0);
}

describe('cheapestPacks', () => {
  it('takes two small cans where they are cheaper than a large one', () => {
    const r = cheapestPacks(1.1, [
      { volumeL: 0.75, price: 16, tag: 'own' as const },
      { volumeL: 2.5, price: 39, tag: 'own' as const },
    ]);
    expect(r).toEqual({
      counts: [{ pack: { volumeL: 0.75, price: 16, tag: 'own' as const }, count: 2 }],
      volumeL: 1.5,
      price: 32,
    });
  });
  it('takes cans that hold the need to the millilitre: three of 1.9 L for 5.7 L', () => {
    const r = cheapestPacks(5.7, [
      { volumeL: 1.9, price: 1, tag: 'own' },
      { volumeL: 0.2, price: 1, tag: 'own' },
    ]);
    expect([r.price, r.volumeL]).toEqual([3, 5.7]);
  });
  it('buys nothing for nothing and refuses nonsense', () => {
    expect(cheapestPacks(0, [{ volumeL: 1, price: 5, tag: 'own' as const }]).price).toBe(0);
    for (const bad of [-1, Number.NaN, 1e6])
      expect(() => cheapestPacks(bad, [{ volumeL: 1, price: 5, tag: 'own' as const }])).toThrow();
  });
  it('costs what brute force costs and is never short', () => {
    const pack = fc.record({
      volumeL: fc.integer({ min: 2, max: 25 }).map((x) => x / 10),
      price: fc.integer({ min: 100, max: 9000 }).map((x) => x / 100),
      tag: fc.constant('own' as const),
    });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6000 }), fc.array(pack, { minLength: 1, maxLength: 3 }), (ml, packs) => {
        const r = cheapestPacks(ml / 1000, packs);
        expect(Math.round(r.price * 100)).toBe(bruteForce(ml, packs));
        expect(Math.round(r.volumeL * 1000)).toBeGreaterThanOrEqual(ml);
        expect(r.counts.reduce((sum, c) => sum + c.count * Math.round(c.pack.price * 100), 0)).toBe(
          Math.round(r.price * 100),
        );
      }),
      { numRuns: 300 },
    );
  });
});
