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

describe('productWait', () => {
  it('takes the late end for earliest and the early end for latest', () => {
    // Waterborne clear: recoat 2 h to 3 h, until 12 h to 24 h.
    expect(productWait(product('waterborne-satin-clear'), 'recoat', 'water')).toEqual({
      minMin: 180,
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
