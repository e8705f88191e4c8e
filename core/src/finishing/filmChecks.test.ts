import { describe, expect, it } from 'vitest';
import { astmClass, badChecks, checkWords, filmCheck, filmChecks } from './index';

describe('tests of a film', () => {
  // ISO 2409:2020, table 1 (flaked share of the crossed area); ASTM D3359-17, method B. From memory of the tables.
  it.each([
    [0, 0, '5B'],
    [1, 0.05, '4B'],
    [2, 0.15, '3B'],
    [3, 0.35, '2B'],
    [4, 0.65, '1B'],
    [5, 1, '0B'],
  ])('cross-cut %i: at most %d flaked, %s', (value, flaked, astm) => {
    expect(filmCheck('cross-cut').scale[value]).toMatchObject({ value, flakedFrac: flaked });
    expect(astmClass(value)).toBe(astm);
  });

  it('say that a film does not hold by what was read last', () => {
    const at = '2026-11-25T08:00:00Z';
    const read = (...values: number[]) =>
      badChecks({ checks: values.map((value) => ({ at, kind: 'cross-cut', value })) });
    expect([read(1), read(), read(4, 1)]).toEqual([[], [], []]);
    expect(read(1, 2).map((b) => b.mark.value)).toEqual([2]);
    expect(badChecks({ checks: [{ at, kind: 'tape-pull', value: 1 }] })).toHaveLength(1);
    expect(badChecks({ checks: [{ at, kind: 'sheen', value: 3 }] })).toEqual([]);
  });

  it('are told in words, each mark of each scale', () => {
    const at = '2026-11-25T08:00:00Z';
    expect(checkWords({ at, kind: 'cross-cut', value: 3 })).toBe('cross-cut 3 (2B): 15 to 35 % flaked');
    expect(checkWords({ at, kind: 'moisture', value: 11 })).toBe('moisture of the wood 11 %');
    for (const { id, scale } of filmChecks)
      for (const { value, says } of scale) expect(checkWords({ at, kind: id, value })).toContain(says);
  });
});
