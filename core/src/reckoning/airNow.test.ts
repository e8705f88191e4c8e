import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { untriedTests } from '../piece';
import { instantOf, minuteOf } from '../units';
import type { Workshop } from '../workshop';
import { airAhead, airNow, roomOf, roomsOf, spaceBand } from './index';

const nowMin = minuteOf('2026-11-25T10:07:00Z');
const demo = demoWorkshop(nowMin, 'Europe/London');
const coats = ['waterborne-satin-clear', 'shellac-sealer', 'wood-glue'].map((id) => demo.products[id]!);
const shed = (w: Workshop = demo) => airNow(w, 'goods-shed', coats, nowMin)!;
const hours = (min: number | null) => (min === null ? null : (min - nowMin) / 60);

describe('the air now', () => {
  it('tells what was read, what may go on until when and why then, and what may not', () => {
    const told = shed();
    expect(told).toMatchObject({ space: 'Goods shed', airTempC: 10.5, relHumFrac: 0.76, readAtMin: nowMin - 30 });
    // Glue is no coat.
    expect(told.coats.map((c) => c.productId)).toEqual(['waterborne-satin-clear', 'shellac-sealer']);
    const [clear, shellac] = told.coats;
    // The forecast lets fog come after two days; the clear may go on for now, and no end of it is in sight.
    expect(clear).toMatchObject({ breach: null });
    expect(shellac!.breach?.limit).toBe('too-damp');
  });
  it('says when it ends: an hour before the hour that bars it, with time enough to lay a coat', () => {
    const foggy = {
      ...demo.settings.forecast!,
      airTempC: demo.settings.forecast!.airTempC.map((t, i) => (i >= 24 + 10 ? 2 : t)),
    };
    const platform = airNow(
      { settings: { ...demo.settings, forecast: foggy }, readings: {} },
      'platform',
      coats.slice(0, 1),
      nowMin,
    )!;
    const [clear] = platform.coats;
    expect(clear).toMatchObject({ breach: null, endedBy: { limit: 'too-cold' } });
    // It turns cold at 20:00; a quarter of an hour's work and the hour after it have to be over: 18:45, told to ten minutes.
    expect(instantOf(clear!.untilMin!)).toBe('2026-11-25T18:50:00+00:00');
    expect(platform.readAtMin).toBeNull();
  });
  it('goes by the forecast where the reading is old, and says that it is older', () => {
    const old = Object.fromEntries(
      Object.values(demo.readings).map((r) => [r.id, { ...r, at: instantOf(minuteOf(r.at) - 300) }]),
    );
    const told = shed({ ...demo, readings: old });
    expect(told.readAtMin).toBeNull();
    expect(told.airTempC).not.toBe(10.5);
    expect(told.olderThanForecast).toBe(true);
    expect(shed().olderThanForecast).toBe(false);
  });
  it('knows one air where no spaces are told apart, and nothing where none was read', () => {
    const plain = { ...demo, settings: { ...demo.settings, spaces: [] } };
    const told = airNow(plain, null, coats, nowMin)!;
    expect(told).toMatchObject({ spaceId: null, space: 'Lamp room', airTempC: 18.5 });
    expect(told.coats.every((c) => c.untilMin === null)).toBe(true);
    expect(airNow({ ...plain, readings: {} }, null, coats, nowMin)).toBeNull();
  });
});

describe('a piece that was brought in from the cold', () => {
  const brought = { at: instantOf(nowMin), fromId: demo.settings.spaces[1]!.id };
  const spaceId = demo.settings.spaces[0]!.id;
  const at = (minute: number) =>
    airNow(demo, spaceId, coats, minute, roomsOf(demo, nowMin).of({ spaceId, brought: { ...brought } }))!;

  it('may not be coated before its wood is above the dew point, though the room could be', () => {
    expect(airNow(demo, spaceId, coats, nowMin)!.coats.every((c) => c.breach === null)).toBe(true);
    const cold = at(nowMin);
    expect(cold.dewMarginK!).toBeLessThan(3);
    expect(cold.coats[0]!.breach).not.toBeNull();
    // It opens again in hours, not in days.
    expect(hours(cold.coats[0]!.untilMin)!).toBeGreaterThan(0.5);
    expect(hours(cold.coats[0]!.untilMin)!).toBeLessThan(12);
    expect(at(nowMin + 1440).coats.every((c) => c.breach === null)).toBe(true);
  });
});

describe('wood that was measured', () => {
  const { settings, readings } = demo;
  const damp = (at?: string) => ({
    id: 'p',
    home: null,
    tests: { seat: { ...untriedTests, moistureFrac: 0.18, ...(at ? { moistureAt: at } : {}) } },
  });
  const inSpace = (n: number, at?: string) =>
    airAhead(roomOf(settings.spaces[n]!, settings, readings)!, coats, nowMin, [damp(at)]).wood[0]!;

  it('dries in the warm room to what its home asks, and never under a roof in November', () => {
    const warm = inSpace(0);
    expect(warm).toMatchObject({ pieceId: 'p', zoneId: 'seat', measuredFrac: 0.18, nowFrac: 0.18, homeFrac: 0.08 });
    expect(warm.restsFrac).toBeLessThan(0.1);
    // 20 mm with a time constant of 4.7 days: from 18 to 10 % takes a week or two.
    expect((warm.readyAtMin! - nowMin) / 1440).toBeGreaterThan(5);
    expect((warm.readyAtMin! - nowMin) / 1440).toBeLessThan(21);
    expect(inSpace(1).readyAtMin).toBeNull();
    expect(inSpace(1).restsFrac).toBeGreaterThan(0.15);
  });
  it('counts the days since it was measured', () => {
    const week = inSpace(0, new Date((nowMin - 7 * 1440) * 60_000).toISOString());
    expect(week.nowFrac).toBeLessThan(0.13);
    expect(week.nowFrac).toBeGreaterThan(week.restsFrac);
    expect(week.readyAtMin!).toBeLessThan(inSpace(0).readyAtMin!);
  });
});

describe('the air ahead', () => {
  it('shows ten days and the day before, bands that meet, and waits that are never shorter than a label', () => {
    const { settings, readings } = demo;
    const air = airAhead(roomOf(settings.spaces[1]!, settings, readings)!, coats, nowMin);
    expect(air.hours.length).toBe(24 + 240);
    for (const c of air.coats) {
      expect(c.stretches[0]!.fromMin).toBe(nowMin);
      c.stretches.slice(1).forEach((s, i) => {
        expect(s.fromMin).toBe(c.stretches[i]!.untilMin);
      });
      expect(hours(c.stretches.at(-1)!.untilMin)).toBe(240);
      expect(c.recoatMin.fast).toBeGreaterThanOrEqual(c.recoatMin.labelLow);
      expect(c.recoatMin.slow).toBeGreaterThan(c.recoatMin.labelHigh);
    }
    expect(air.wood).toEqual([]);
    // Three days of fog at 4.5 °C: no waterborne clear.
    const fog = air.coats[0]!.stretches.find((s) => s.breaches.length > 0)!;
    expect(fog.breaches[0]!.limit).toBe('too-cold');
    expect(hours(fog.fromMin)).toBeGreaterThan(40);
  });
});

describe('the band of a space', () => {
  it('tells when all, some or none of the coats may go on, hour by hour without a gap', () => {
    const { settings, readings } = demo;
    const room = roomOf(settings.spaces[1]!, settings, readings)!;
    const { stretches } = spaceBand(room, coats, nowMin);
    expect(stretches[0]!.open).toBe('some');
    expect(stretches.some((s) => s.open === 'none')).toBe(true);
    stretches.slice(1).forEach((s, i) => {
      expect([s.fromMin, s.open === stretches[i]!.open]).toEqual([stretches[i]!.untilMin, false]);
    });
    expect(spaceBand(room, coats.slice(0, 1), nowMin).stretches[0]!.open).toBe('all');
    expect(spaceBand(room, [], nowMin).stretches).toEqual([]);
  });
});
