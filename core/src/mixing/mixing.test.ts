import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { typicalProducts } from '../products';
import type { Product } from '../workshop';
import {
  alcoholToCut,
  batchesNeeded,
  batchSheet,
  colourParts,
  correctPour,
  diluted,
  labelRecipe,
  massFractions,
  mixFrom,
  mixTo,
  placingMinutes,
  placingMinutesOf,
  type Recipe,
  shellacFromFlakes,
  shellacRecipe,
  thinned,
  tinted,
  toner,
  totalOf,
  varnishThinning,
  workingMinutes,
} from './index';

const product = (id: string): Product => typicalProducts.find((p) => p.id === id)!;
const filler = labelRecipe(product('filler-two-part'))!;
const value = <T>(r: { ok: true; value: T } | { ok: false; issues: readonly { message: string }[] }): T => {
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const codes = (r: { ok: boolean; issues?: readonly { code: string }[] }) => (r.issues ?? []).map((i) => i.code);
const twoParts: Recipe = {
  name: 'Four to one',
  by: 'volume',
  hardenerFrac: null,
  parts: [
    { name: 'A', productId: null, share: 4, densityKgPerL: 1.5, hardener: false },
    { name: 'B', productId: null, share: 1, densityKgPerL: 1, hardener: true },
  ],
};

const sheetOf = (...args: Parameters<typeof batchSheet>) => {
  const sheet = batchSheet(...args);
  if (!sheet.ok) throw new Error(sheet.issues[0]?.message);
  return sheet.value;
};

describe('worked by hand', () => {
  it('4 : 1 by volume, half a litre: 0.4 L and 0.1 L, weighing 0.6 kg and 0.1 kg', () => {
    const [a, b] = value(mixTo(twoParts, 0.5, 'volume'));
    expect([a!.volumeL, b!.volumeL, a!.massKg, b!.massKg]).toEqual([0.4, 0.1, 0.6000000000000001, 0.1]);
  });
  it('4 : 1 by volume, 0.7 kg in all: the same, since 4 × 1.5 + 1 × 1 = 7 kg for 5 L', () => {
    const [a, b] = value(mixTo(twoParts, 0.7, 'mass'));
    expect(a!.massKg).toBeCloseTo(0.6, 12);
    expect(b!.volumeL).toBeCloseTo(0.1, 12);
  });
  it('4 : 1 from the 0.3 L that is left of A: 0.075 L of B', () => {
    expect(value(mixFrom(twoParts, 0, 0.3))[1]!.volumeL).toBeCloseTo(0.075, 12);
  });
  it('filler of 98 : 2 by mass, 100 g: 98 g and 2 g', () => {
    expect(value(mixTo(filler, 0.1, 'mass')).map((p) => p.massKg)).toEqual([0.098, 0.002]);
  });
  it('a cleaner 1 : 9, one litre: 0.1 L of it and 0.9 L of water', () => {
    expect(value(mixTo(diluted(product('degreaser'), 9), 1, 'volume')).map((p) => p.volumeL)).toEqual([0.1, 0.9]);
  });
  it('a primer thinned by 10 %, 0.55 L: 0.5 L and 0.05 L', () => {
    expect(
      value(mixTo(thinned(product('water-primer'), 0.1), 0.55, 'volume')).map((p) => +p.volumeL!.toFixed(9)),
    ).toEqual([0.5, 0.05]);
  });
  it('a varnish is thinned by 40, 18, 5 % and then not at all', () => {
    expect([1, 2, 3, 4].map(varnishThinning)).toEqual([0.4, 0.18, 0.05, 0]);
  });
  it('a toner of 15 %, 0.2 L: 0.17 L of clear and 0.03 L of stain', () => {
    const made = value(mixTo(toner(product('waterborne-satin-clear'), product('water-stain'), 0.15), 0.2, 'volume'));
    expect(made.map((p) => +p.volumeL!.toFixed(9))).toEqual([0.17, 0.03]);
  });
  it('20 drops of a water stain to 100 ml: one millilitre', () => {
    const made = value(mixTo(tinted(product('waterborne-satin-clear'), product('water-stain'), 20), 0.101, 'volume'));
    expect(made.map((p) => +p.volumeL!.toFixed(9))).toEqual([0.1, 0.001]);
  });
  it('three colours in 2, 1 and 1 parts, 0.4 L: 0.2, 0.1, 0.1 L', () => {
    const mix = colourParts('Green', [
      { product: product('enamel'), parts: 2 },
      { product: product('paint-dark'), parts: 1 },
      { product: product('chalky-paint'), parts: 1 },
    ]);
    expect(value(mixTo(mix, 0.4, 'volume')).map((p) => p.volumeL)).toEqual([0.2, 0.1, 0.1]);
  });
  it('a 2-lb cut, one litre: flakes swell it by 0.85 L/kg, so 0.8307 L of alcohol and 199.1 g', () => {
    const cut = shellacFromFlakes(2, 1);
    // 239.65 g per litre of alcohol; 0.23965 × 0.8504 = 0.2038; 1 ÷ 1.2038 = 0.8307.
    expect(cut.alcoholL).toBeCloseTo(0.8307, 4);
    expect(cut.flakesKg).toBeCloseTo(0.1991, 4);
    // On the scale, from a litre of it: 0.8307 L × 0.79 kg/L = 656.3 g of alcohol.
    expect(value(mixTo(shellacRecipe(2), 1, 'volume')).map((p) => +p.massKg!.toFixed(4))).toEqual([0.1991, 0.6563]);
  });
  it('six corners in two-part filler: 9 minutes to place, 4 minutes of working time, three batches of 60 g', () => {
    expect(batchesNeeded(product('filler-two-part'), 9, 20)).toEqual({ count: 3, workingMin: 4, placingMin: 9 });
    expect(placingMinutes({ count: 6 }, product('filler-two-part'), 60)).toBe(9);
    const sheet = sheetOf(product('filler-two-part'), value(mixTo(filler, 0.1, 'volume')), {
      placingMin: 9,
      tempC: 20,
      cupL: 1,
    });
    expect([sheet.batches.length, sheet.limit]).toEqual([3, 'working time']);
    // 98 ÷ 1.8 + 2 ÷ 1.2 = 56.11 ml for 100 g, so 33.33 ml are 59.4 g.
    expect(totalOf(sheet.batches[0]!.amounts, 'massKg')).toBeCloseTo(0.0594, 4);
  });
  it('a full cup of two-part filler is more than can be placed: 90 ml fill six places of 15 ml', () => {
    const paste = product('filler-two-part');
    expect(placingMinutesOf(paste, 0.09)).toBeCloseTo(9, 9);
    expect(placingMinutesOf(product('enamel'), 0.03)).toBeNull();
    const whole = value(mixTo(filler, 0.09, 'volume'));
    const sheet = sheetOf(paste, whole, { placingMin: placingMinutesOf(paste, 0.09), tempC: 20, cupL: 0.09 });
    expect([sheet.batches.length, sheet.limit]).toEqual([3, 'working time']);
    // Half the time at 30 °C: 4 × 0.508 × 0.8 = 1.63 min, and 9 ÷ 1.63 = 5.5.
    expect(sheetOf(paste, whole, { placingMin: 9, tempC: 30, cupL: 1 }).batches).toHaveLength(6);
  });
  it('what needs more than the cup is split by the cup', () => {
    const enamel = product('enamel');
    const whole = value(mixTo(thinned(enamel, 0), 2.2, 'volume'));
    const sheet = sheetOf(enamel, whole, { placingMin: 20, tempC: 20, cupL: 1 });
    expect([sheet.volumeL, sheet.batches.length, sheet.limit]).toEqual([2.2, 3, 'cup']);
  });
});

describe('published identities', () => {
  // NIST Handbook 44, App. C for the units; the definition of the cut. Trade table: 7/16, 1, 2 2/3, 1/4, 3/4, 3/8.
  it('N-pound cuts: 2-lb is 239.65 g per litre of alcohol, and weaker cuts take the alcohol of the table', () => {
    const cut = shellacFromFlakes(2, 1);
    expect(cut.flakesKg / cut.alcoholL).toBeCloseTo(0.23965, 5);
    const pairs = [
      [5, 3],
      [5, 2],
      [5, 1],
      [4, 3],
      [4, 2],
      [3, 2],
    ] as const;
    expect(pairs.map(([a, b]) => +alcoholToCut(a, b).toFixed(3))).toEqual([0.442, 0.994, 2.65, 0.237, 0.71, 0.383]);
    const trade = [7 / 16, 1, 8 / 3, 1 / 4, 3 / 4, 3 / 8];
    pairs.forEach(([a, b], i) => void expect(Math.abs(alcoholToCut(a, b) - trade[i]!)).toBeLessThan(0.045));
  });
  // Arrhenius with 50 kJ/mol (from memory).
  it('working time: ×0.508 from 20 to 30 °C, and inversely with the hardener', () => {
    expect(workingMinutes(10, 30)).toBeCloseTo(5.08, 2);
    expect(workingMinutes(10, 20, 2)).toBe(5);
  });
});

const anyRecipe = fc
  .record({
    by: fc.constantFrom('volume' as const, 'mass' as const),
    parts: fc.array(
      fc.record({
        share: fc.double({ min: 0.01, max: 100, noNaN: true }),
        densityKgPerL: fc.double({ min: 0.5, max: 3, noNaN: true }),
      }),
      { minLength: 2, maxLength: 6 },
    ),
  })
  .map(
    ({ by, parts }): Recipe => ({
      name: 'Any',
      by,
      hardenerFrac: null,
      parts: parts.map((p, i) => ({ ...p, name: `P${i}`, productId: null, hardener: false })),
    }),
  );

describe('any mix', () => {
  it('adds up to what was asked for, keeps its ratio, and is the same by volume and by mass', () => {
    fc.assert(
      fc.property(anyRecipe, fc.double({ min: 0.001, max: 50, noNaN: true }), (recipe, total) => {
        for (const unit of ['mass', 'volume'] as const) {
          const made = value(mixTo(recipe, total, unit));
          const key = unit === 'mass' ? 'massKg' : 'volumeL';
          expect(Math.abs(totalOf(made, key)! - total)).toBeLessThan(1e-9 * total);
          const own = recipe.by === 'mass' ? 'massKg' : 'volumeL';
          made.forEach((a, i) => {
            const ratio = (a[own]! / made[0]![own]!) * recipe.parts[0]!.share;
            expect(Math.abs(ratio - recipe.parts[i]!.share)).toBeLessThan(1e-9 * recipe.parts[i]!.share);
            expect(Math.abs(a.massKg! - a.volumeL! * a.densityKgPerL!)).toBeLessThan(1e-9 * a.massKg!);
          });
        }
      }),
    );
  });
  it('thinned keeps its solids: what is in the cup holds the solids that went in', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.01, max: 10, noNaN: true }),
        (thin, total) => {
          const enamel = product('enamel');
          const made = value(mixTo(thinned(enamel, thin), total, 'volume'));
          const solids = made[0]!.volumeL! * 0.36;
          expect(Math.abs(solids / total - 0.36 / (1 + thin))).toBeLessThan(1e-9);
        },
      ),
    );
  });
  it('poured in any order and past its mark: nothing is taken out, the ratio is restored with the least that can be added', () => {
    fc.assert(
      fc.property(
        anyRecipe,
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: 6, maxLength: 6 }),
        (recipe, wanted, over) => {
          const fractions = value(massFractions(recipe));
          const poured = fractions.map((f, i) => f * wanted * over[i]!);
          const plan = value(correctPour(recipe, wanted, poured, 100));
          const sum = plan.parts.reduce((s, p) => s + p.pouredKg + p.addKg, 0);
          expect(Math.abs(sum - plan.totalKg)).toBeLessThan(1e-9 * plan.totalKg);
          plan.parts.forEach((p, i) => {
            expect(p.addKg).toBeGreaterThanOrEqual(0);
            expect(Math.abs(p.targetKg / plan.totalKg - fractions[i]!)).toBeLessThan(1e-9);
          });
          // The least: either the batch wanted, or one of the parts needs nothing more.
          const least = Math.min(...plan.parts.map((p) => p.addKg));
          expect(plan.grown ? least < 1e-9 * plan.totalKg : Math.abs(plan.totalKg - wanted) < 1e-9 * wanted).toBe(true);
        },
      ),
    );
  });
});

describe('an over-pour', () => {
  it('98 g of filler and 4 g of hardener for 100 g: 98 g more of the filler, 200 g in all', () => {
    const plan = value(correctPour(filler, 0.1, [0.098, 0.004], 1));
    expect(plan.totalKg).toBeCloseTo(0.2, 12);
    expect(plan.parts.map((p) => +p.addKg.toFixed(9))).toEqual([0.098, 0]);
    expect([plan.grown, plan.hardenerStop]).toEqual([true, 'too-much']); // 4 ÷ 102 = 3.9 %
  });
  it('of the filler only: the hardener follows, and there is no stop before any of it is in', () => {
    const plan = value(correctPour(filler, 0.1, [0.147, 0], 1));
    expect(plan.parts[1]!.addKg).toBeCloseTo(0.003, 12);
    expect(plan.hardenerStop).toBeNull();
  });
  it('that outgrows its cup is said', () => {
    expect(value(correctPour(twoParts, 0.7, [0, 0.2], 0.6)).overCup).toBe(true); // 0.2 L of B asks for 1 L in all
    expect(value(correctPour(twoParts, 0.7, [0, 0.1], 0.6)).overCup).toBe(false);
  });
});

describe('a mix that cannot be made', () => {
  it('is refused with what to do, everything at once', () => {
    const bad: Recipe = {
      ...twoParts,
      parts: [
        { ...twoParts.parts[0]!, share: 0, densityKgPerL: null },
        { ...twoParts.parts[1]!, share: -1 },
      ],
    };
    expect(codes(mixTo(bad, 0, 'mass'))).toEqual([
      'share_not_positive',
      'share_not_positive',
      'total_not_positive',
      'density_missing',
    ]);
    expect(codes(mixTo({ ...twoParts, parts: [] }, 1, 'volume'))).toEqual(['parts_none']);
    expect(codes(correctPour(filler, 0.1, [-0.001, 0], 1))).toEqual(['weight_negative']);
    expect(codes(mixTo(twoParts, Number.NaN, 'volume'))).toEqual(['total_not_positive']);
  });
});

describe('figures that cannot be', () => {
  const recipe = {
    name: 'R',
    by: 'mass' as const,
    hardenerFrac: null,
    parts: [{ name: 'a', productId: null, share: 1, densityKgPerL: 1, hardener: false }],
  };
  it.each([Number.NaN, 0, -1, Number.POSITIVE_INFINITY])('a batch of %s kg is refused', (kg) =>
    expect(correctPour(recipe, kg, [0], 1).ok).toBe(false),
  );
  it.each([Number.NaN, 0, 1e-6, 1e9])('a cup of %s L is refused, poured into or planned for', (cupL) => {
    expect(correctPour(recipe, 1, [0], cupL)).toMatchObject({ ok: false, issues: [{ code: 'cup_out_of_range' }] });
    const whole = mixTo(recipe, 1, 'mass');
    const sheet = whole.ok && batchSheet(typicalProducts[0]!, whole.value, { placingMin: null, tempC: 20, cupL });
    expect(sheet).toMatchObject({ ok: false, issues: [{ code: 'cup_out_of_range' }] });
  });
  it('a hundred batches are refused with what to do', () => {
    const whole = mixTo({ ...recipe, by: 'volume' }, 2, 'volume');
    const sheet = whole.ok && batchSheet(typicalProducts[0]!, whole.value, { placingMin: null, tempC: 20, cupL: 0.02 });
    expect(sheet).toMatchObject({ ok: false, issues: [{ code: 'batches_too_many' }] });
  });
});
