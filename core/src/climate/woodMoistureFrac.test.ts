import { describe, expect, it } from 'vitest';
import { woodMoistureFrac } from './index';

const fahrenheit = (f: number) => ((f - 32) * 5) / 9;

describe('woodMoistureFrac', () => {
  // Wood Handbook FPL-GTR-282, ch. 4, Table 4-2 (recalled): 70 °F, 30 °F and 110 °F; ±1 point in practice, ±0.2 here.
  it.each([
    [70, 0.1, 2.5],
    [70, 0.2, 4.5],
    [70, 0.3, 6.2],
    [70, 0.4, 7.7],
    [70, 0.5, 9.2],
    [70, 0.6, 11.0],
    [70, 0.65, 12.0],
    [70, 0.7, 13.1],
    [70, 0.8, 16.0],
    [70, 0.9, 20.5],
    [30, 0.5, 9.5],
    [30, 0.8, 16.5],
    [110, 0.5, 8.4],
    [110, 0.8, 14.7],
  ])('%d °F at %d → %d %%', (f, rh, percent) => {
    expect(Math.abs(woodMoistureFrac(fahrenheit(f), rh) * 100 - percent)).toBeLessThan(0.2);
  });
  it('rises with the humidity and refuses what is no air', () => {
    const rising = Array.from({ length: 19 }, (_, i) => woodMoistureFrac(20, (5 * (i + 1)) / 100));
    expect(rising).toEqual([...rising].sort((a, b) => a - b));
    for (const bad of [0, 1.2, Number.NaN]) expect(() => woodMoistureFrac(20, bad)).toThrow('relHumFrac');
    expect(() => woodMoistureFrac(Number.NaN, 0.5)).toThrow('airTempC');
  });
  it('covers -10 to 60 °C, both included, and nothing beyond', () => {
    expect(woodMoistureFrac(-10, 0.5)).toBeGreaterThan(woodMoistureFrac(60, 0.5));
    for (const tempC of [-10.1, 60.1, Number.NaN]) expect(() => woodMoistureFrac(tempC, 0.5)).toThrow('-10 to 60 °C');
  });
});
