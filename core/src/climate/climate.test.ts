import fc from 'fast-check';
import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import { airVerdict, dewPointC, saturationPressureHpa } from './index';

psychrolib.SetUnitSystem(psychrolib.SI);

describe('dewPointC', () => {
  // Alduchov & Eskridge 1996; values recalled in the handbook of this trade and recomputed here.
  it.each([
    [25, 0.5, 13.86],
    [20, 0.6, 12.0],
    [30, 0.7, 23.93],
  ])('%d °C at %d → %d °C', (t, rh, dew) => expect(dewPointC(t, rh)).toBeCloseTo(dew, 2));

  // Reference package: psychrolib (ASHRAE Handbook 2017). Below 0 °C it switches to ice, so those are left out.
  it('agrees with psychrolib within 0.06 K for air of 0–50 °C and dew points of 0 °C and above', () => {
    let compared = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5000 }).map((x) => x / 100),
        fc.integer({ min: 50, max: 1000 }).map((x) => x / 1000),
        (t, rh) => {
          const reference = psychrolib.GetTDewPointFromRelHum(t, rh);
          if (reference < 0) return;
          compared += 1;
          expect(Math.abs(dewPointC(t, rh) - reference)).toBeLessThan(0.06);
        },
      ),
      { numRuns: 500 },
    );
    expect(compared).toBeGreaterThan(100);
  });

  it('never exceeds the air and refuses what is no humidity', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 50, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (t, rh) => {
          expect(dewPointC(t, rh)).toBeLessThanOrEqual(t + 1e-9);
        },
      ),
    );
    for (const bad of [0, -0.1, 1.2, Number.NaN]) expect(() => dewPointC(20, bad)).toThrow();
    expect(() => dewPointC(Number.NaN, 0.5)).toThrow();
  });

  // Steam tables at 10, 20, 30 °C: 12.28, 23.39, 42.47 hPa; the Magnus form lies 0.16–0.24 % below them.
  it.each([
    [10, 12.28],
    [20, 23.39],
    [30, 42.47],
  ])('saturation at %d °C is a little below %d hPa', (t, hpa) => {
    const short = 1 - saturationPressureHpa(t) / hpa;
    expect(short).toBeGreaterThan(0.0012);
    expect(short).toBeLessThan(0.003);
  });
});

describe('airVerdict', () => {
  const limits = {
    leastTempC: { value: 10, tag: 'M' },
    mostTempC: { value: 32, tag: 'M' },
    mostRelHumFrac: { value: 0.85, tag: 'M' },
    leastDewMarginK: { value: 3, tag: 'P' },
  } as const;
  const limitsBroken = (airTempC: number, relHumFrac: number, surfaceTempC: number | null) =>
    airVerdict(limits, { airTempC, relHumFrac, surfaceTempC }).breaches.map((b) => b.limit);

  it('names each limit that is broken', () => {
    expect(limitsBroken(20, 0.5, 20)).toEqual([]);
    expect(limitsBroken(6, 0.9, 6)).toEqual(['too-cold', 'too-damp', 'near-dew-point']);
    expect(limitsBroken(36, 0.3, 36)).toEqual(['too-warm']);
    // 20 °C at 60 %: dew point 12.0 °C, so a surface at 14.9 °C is 2.9 K above it.
    expect(limitsBroken(20, 0.6, 14.9)).toEqual(['near-dew-point']);
    expect(limitsBroken(20, 0.6, 15.1)).toEqual([]);
  });

  it('gives no verdict on the dew margin without a surface reading', () => {
    expect(airVerdict(limits, { airTempC: 20, relHumFrac: 0.99, surfaceTempC: null }).dewMarginK).toBeNull();
    expect(limitsBroken(20, 0.8, null)).toEqual([]);
  });
});
