import { describe, expect, it } from 'vitest';
import { type Product, productSchema } from '../workshop';
import { productWait, typicalProducts } from './index';

const product = (id: string): Product => typicalProducts.find((p) => p.id === id)!;

describe('typicalProducts', () => {
  it('are at least fifteen, each whole and under an id of its own', () => {
    expect(typicalProducts.length).toBeGreaterThanOrEqual(15);
    expect(new Set(typicalProducts.map((p) => p.id)).size).toBe(typicalProducts.length);
    for (const p of typicalProducts) expect(productSchema.safeParse(p).error).toBeUndefined();
  });

  it('carry a tag on every figure, go by area or by place, and thin within their own limit', () => {
    const untagged = (value: unknown, path: string): string[] => {
      if (Array.isArray(value)) return value.flatMap((v, i) => untagged(v, `${path}.${i}`));
      if (value === null || typeof value !== 'object') return [];
      const record = value as Record<string, unknown>;
      const figures = ['value', 'likely', 'price', 'from'].some((k) => typeof record[k] === 'number');
      return [
        ...(figures && !('tag' in record) ? [path] : []),
        ...Object.entries(record).flatMap(([k, v]) => untagged(v, `${path}.${k}`)),
      ];
    };
    for (const p of typicalProducts as readonly Product[]) {
      expect(untagged(p, p.id)).toEqual([]);
      expect((p.spreadM2PerL === null) !== (p.perPlaceL === null)).toBe(true);
      expect(p.thinningFrac.value).toBeLessThanOrEqual(p.thinningMaxFrac.value);
      if (p.times.recoatUntilMin) expect(p.times.recoatUntilMin.low).toBeGreaterThan(p.times.recoatFromMin.high);
    }
  });
});

const min = (hours: number): number => hours * 60;
const day = 24;

describe('the figures of the shelf', () => {
  // Spreading rates as they are usually met, m² per litre: typical from memory. The likely one lies within what is met, and the
  // range is as wide as a figure from memory deserves.
  it.each([
    ['shellac-sealer', 8, 10],
    ['shellac-clear', 8, 10],
    ['shellac-primer', 9, 11],
    ['water-primer', 9, 10],
    ['bonding-primer', 9, 10],
    ['enamel', 9, 10],
    ['paint-dark', 9, 10],
    ['chalky-paint', 11, 13],
    ['oil-stain', 12, 15],
    ['gel-stain', 15, 20],
    ['water-stain', 10, 14],
    ['water-glaze', 12, 15],
    ['conditioner', 12, 14],
    ['waterborne-satin-clear', 10, 12],
    ['waterborne-gloss-clear', 10, 12],
    ['wiping-clear', 13, 18],
    ['oil-brushing-clear', 11, 12],
    ['brushing-lacquer', 8, 9],
    ['exterior-varnish', 10, 12],
    ['stripper', 3, 4],
  ] as const)('%s spreads %d to %d m² a litre', (id, least, most) => {
    const { low, likely, high, tag } = product(id).spreadM2PerL!;
    expect([likely >= least, likely <= most, low <= 0.86 * likely, high >= 1.14 * likely, tag]).toEqual([
      true,
      true,
      true,
      true,
      'M',
    ]);
  });

  it('an aerosol of 0.4 L covers 1 to 1.5 m² twice', () => {
    for (const id of ['aerosol-enamel', 'aerosol-block'])
      for (const rate of [product(id).spreadM2PerL!.likely]) {
        expect((rate * 0.4) / 2).toBeGreaterThanOrEqual(1);
        expect((rate * 0.4) / 2).toBeLessThanOrEqual(1.5);
      }
  });

  // Volume solids, typical from memory.
  it.each([
    ['brushing-lacquer', 0.2, 0.25],
    ['waterborne-satin-clear', 0.28, 0.35],
    ['waterborne-matt-clear', 0.28, 0.35],
    ['waterborne-gloss-clear', 0.28, 0.35],
    ['enamel', 0.32, 0.4],
    ['chalky-paint', 0.32, 0.4],
    ['wiping-clear', 0.25, 0.35],
    ['oil-brushing-clear', 0.45, 0.5],
  ] as const)('%s holds %d to %d of solids', (id, least, most) => {
    expect(product(id).volumeSolidsFrac!.value).toBeGreaterThanOrEqual(least);
    expect(product(id).volumeSolidsFrac!.value).toBeLessThanOrEqual(most);
  });

  // A two-pound cut is 239.65 g of flakes in a litre of alcohol; flakes add 0.85 L/kg (definition, and NIST Handbook 44 for the
  // units): 0.239 65 × 0.85 ÷ (1 + 0.239 65 × 0.85) = 0.1692.
  it('shellac of a two-pound cut holds what its flakes add', () => {
    const flakesL = 0.23965 * 0.85;
    for (const id of ['shellac-sealer', 'shellac-clear'])
      expect(product(id).volumeSolidsFrac!.value).toBeCloseTo(flakesL / (1 + flakesL), 3);
  });

  // Common practice, no source, unless marked: the likely time lies within what is met.
  it.each([
    ['shellac sealer → next', 'shellac-sealer', 'recoatFromMin', 45, 60],
    ['aerosol primer between coats', 'aerosol-block', 'recoatFromMin', 10, 15],
    ['waterborne enamel → next (from memory)', 'enamel', 'recoatFromMin', min(4), min(16)],
    ['waterborne clear → next (from memory)', 'waterborne-satin-clear', 'recoatFromMin', 30, min(2)],
    ['oil wiping clear → next (from memory)', 'wiping-clear', 'recoatFromMin', min(4), min(6)],
    ['oil wiping clear, abraded (from memory)', 'wiping-clear', 'sandFromMin', min(12), min(24)],
    ['exterior oil varnish → next', 'exterior-varnish', 'recoatFromMin', min(day), min(day)],
    ['leather colour → next', 'leather-colour', 'recoatFromMin', 10, 15],
    ['two-part filler, sanded', 'filler-two-part', 'sandFromMin', 15, 60],
    ['blocking primer → paint over a bleeder, overnight', 'shellac-primer', 'filmFromMin', min(8), min(12)],
    ['oil stain → a film of solvent', 'oil-stain', 'filmFromMin', min(day), min(day)],
    ['oil stain → a film of water', 'oil-stain', 'waterFilmFromMin', min(2 * day), min(3 * day)],
    ['conditioner on the surface', 'conditioner', 'recoatFromMin', 15, 15],
    ['conditioner → stain, at the latest (from memory)', 'conditioner', 'recoatUntilMin', min(2), min(2)],
    ['lacquer, masked over', 'brushing-lacquer', 'tapeSafeMin', min(2 * day), min(2 * day)],
    ['waterborne enamel, cured (from memory)', 'enamel', 'cureMin', min(21 * day), min(30 * day)],
    ['waterborne clear, cured (from memory)', 'waterborne-satin-clear', 'cureMin', min(21 * day), min(21 * day)],
    ['oil wiping clear, cured (from memory)', 'wiping-clear', 'cureMin', min(30 * day), min(30 * day)],
    ['contact cement, to no tack', 'contact-cement', 'recoatFromMin', 10, 20],
  ] as const)('%s', (_, id, time, least, most) => {
    const { likely } = product(id).times[time]!;
    expect(likely).toBeGreaterThanOrEqual(least);
    expect(likely).toBeLessThanOrEqual(most);
  });

  it('every film goes from dust-free over handling and use to its cure, and no tape is on it before it can be coated again', () => {
    for (const p of typicalProducts as readonly Product[]) {
      const { dustFreeMin, recoatFromMin, tapeSafeMin, handleMin, lightUseMin, cureMin, sandFromMin } = p.times;
      for (const range of Object.values(p.times))
        if (range && 'likely' in range)
          expect([p.id, range.low <= range.likely && range.likely <= range.high]).toEqual([p.id, true]);
      if (cureMin.likely === 0 || p.kind.includes('wax')) continue;
      const inOrder = [dustFreeMin, handleMin, lightUseMin, cureMin].map((r) => r.likely);
      expect([p.id, inOrder]).toEqual([p.id, [...inOrder].sort((a, b) => a - b)]);
      expect([p.id, tapeSafeMin.likely > recoatFromMin.likely]).toEqual([p.id, true]);
      if (sandFromMin.likely > 0) expect([p.id, sandFromMin.likely <= cureMin.likely]).toEqual([p.id, true]);
    }
  });

  it('films want 10 to 32 °C and a surface 3 K above the dew point; what blushes wants dry air', () => {
    // ISO 8502-4 names the 3 K, for steel (cited from memory); the rest is typical from memory.
    for (const id of ['enamel', 'waterborne-satin-clear', 'water-primer'])
      expect(product(id).air).toMatchObject({
        leastTempC: { value: 10 },
        mostTempC: { value: 32 },
        mostRelHumFrac: { value: 0.85 },
        leastDewMarginK: { value: 3, tag: 'P' },
      });
    for (const id of ['shellac-sealer', 'shellac-clear', 'brushing-lacquer'])
      expect(product(id).air.mostRelHumFrac.value).toBeLessThanOrEqual(0.7);
  });

  it('what burns, eats or heats itself says so on its label', () => {
    const hazards = (id: string) => product(id).hazards;
    for (const p of typicalProducts as readonly Product[])
      if (p.carrier === 'alcohol' || p.carrier === 'lacquer')
        expect([p.id, p.hazards.includes('flammable')]).toEqual([p.id, true]);
    for (const id of ['oil-stain', 'gel-stain', 'wiping-clear', 'oil-brushing-clear', 'exterior-varnish'])
      expect([id, hazards(id).includes('self-heating-rags')]).toEqual([id, true]);
    expect(hazards('oxalic-bleach')).toContain('acid');
    expect(hazards('super-glue')).toContain('burns-cotton');
    expect(hazards('filler-two-part')).toContain('cures-hot');
  });

  it('says for every job what is usually taken, and the usual one is alone in it', () => {
    const usual = (typicalProducts as readonly Product[]).filter((p) => p.traits.includes('usual'));
    expect(new Set(usual.map((p) => p.kind)).size).toBe(usual.length);
    expect(new Set(usual.map((p) => p.kind))).toEqual(new Set(typicalProducts.map((p) => p.kind)));
  });
});

describe('productWait', () => {
  it('takes the late end for earliest and the early end for latest', () => {
    // Waterborne clear: recoat 2 h to 3 h, until 12 h to 24 h.
    expect(productWait(product('waterborne-satin-clear'), 'recoat', 'water')).toEqual({
      minMin: 180,
      earlyMin: 102,
      maxMin: 720,
      blocked: null,
    });
  });
  it('keeps an oil stain longer from a waterborne film than from another', () => {
    expect(productWait(product('oil-stain'), 'film', 'alcohol').minMin).toBe(1440);
    expect(productWait(product('oil-stain'), 'film', 'water').minMin).toBe(2880);
  });
  it('bars the interval in which an oxidising aerosol wrinkles', () => {
    expect(productWait(product('aerosol-enamel'), 'recoat', 'oil').blocked).toEqual({ from: 60, to: 2880, tag: 'M' });
  });
});
