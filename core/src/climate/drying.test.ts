import fc from 'fast-check';
import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import { minuteOf } from '../units';
import { defaultSettings, type Reading, type Settings, type Space } from '../workshop';
import {
  airStretches,
  broughtInto,
  type Chemistry,
  dryingClock,
  type Film,
  forecastFromCsv,
  hardeningFactor,
  hourVerdict,
  openAgain,
  type SpaceAir,
  saturationPressureHpa,
  spaceAir,
  waterFactor,
  wetBulbC,
  woodDryingMin,
  woodMoistureAfter,
  woodMoistureFrac,
  zonedTime,
} from './index';

psychrolib.SetUnitSystem(psychrolib.SI);

const nowMin = minuteOf('2026-11-25T10:00:00Z');
const shed: Space = { id: 'shed', name: 'Shed', kind: 'sheltered', heatedToC: null, allows: ['coat', 'abrade'] };
const room: Space = { id: 'room', name: 'Room', kind: 'heated', heatedToC: 20, allows: ['coat', 'spray', 'abrade'] };
const yard: Space = { id: 'yard', name: 'Yard', kind: 'outdoors', heatedToC: null, allows: ['abrade'] };
const settings = (given: Partial<Settings> = {}): Settings => ({
  ...defaultSettings('W', 'Europe/London', 'metric', 'GBP'),
  ...given,
});

/** Air that is the same at all times, or by the hour since now. */
const airOf = (of: (hour: number) => [airTempC: number, relHumFrac: number]): SpaceAir => ({
  space: room,
  at: (minute) => {
    const [airTempC, relHumFrac] = of(Math.floor((minute - nowMin) / 60));
    return { airTempC, relHumFrac, surfaceTempC: airTempC, from: 'forecast' };
  },
  foretoldUntilMin: null,
});
const steady = (airTempC: number, relHumFrac: number) => airOf(() => [airTempC, relHumFrac]);
const film = (chemistry: Chemistry, mostMin = 0): Film => ({
  chemistry,
  water: { share: 0.4, mostMin },
  thicknessRatio: 1,
  paceRatio: 1,
});
const chemistries = ['waterborne', 'solvent', 'oxidising', 'reactive'] as const;

describe('moist air', () => {
  // Reference package: psychrolib (ASHRAE Handbook 2017, Fundamentals), at sea level, above freezing.
  it('knows the wet bulb within 0.35 K of psychrolib', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 400 }).map((x) => x / 10),
        fc.integer({ min: 15, max: 100 }).map((x) => x / 100),
        (t, rh) => {
          const reference = psychrolib.GetTWetBulbFromRelHum(t, rh, 101_325);
          if (reference < 1) return;
          expect(Math.abs(wetBulbC(t, rh) - reference)).toBeLessThan(0.35);
        },
      ),
    );
    expect(wetBulbC(20, 0.5)).toBeCloseTo(13.8, 1);
  });
});

describe('drying factors', () => {
  // Handbook of this trade: 10 °C and 80 % against 23 °C and 50 % is 4.0 to 5.7 times as slow.
  it('lets water go 4.0 to 5.7 times as slowly at 10 °C and 80 %', () => {
    const { slow, fast } = waterFactor(10, 0.8);
    expect(slow).toBeCloseTo(5.7, 1);
    expect(fast).toBeCloseTo(4.0, 1);
  });
  // Common practice: half for each 10 °C; with an activation energy of 50 kJ/mol × 0.508 from 20 to 30 °C.
  it('hardens as each chemistry does', () => {
    expect(hardeningFactor('waterborne', 13, 0.5)).toEqual({ slow: 2, fast: 2 });
    expect(hardeningFactor('solvent', 33, 0.5).slow).toBeCloseTo(0.6, 9);
    expect(hardeningFactor('oxidising', 13, 0.5)).toEqual({ slow: 2, fast: 1 / 0.7 });
    expect(hardeningFactor('oxidising', 13, 1).slow).toBeCloseTo(3, 9);
    const [at20, at30] = [20, 30].map((t) => hardeningFactor('reactive', t, 0.5).slow) as [number, number];
    expect(at30 / at20).toBeCloseTo(0.508, 3);
  });
  it('never dries faster colder or damper, and its ends stand in order', () => {
    const air = fc.record({ t: fc.integer({ min: -20, max: 45 }), h: fc.integer({ min: 10, max: 99 }) });
    fc.assert(
      fc.property(air, fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 50 }), (a, colder, damper) => {
        const h = a.h / 100;
        const damp = Math.min(1, (a.h + damper) / 100);
        for (const of of [waterFactor, ...chemistries.map((c) => (t: number, x: number) => hardeningFactor(c, t, x))]) {
          const [here, there] = [of(a.t, h), of(a.t - colder, damp)];
          expect(here.slow).toBeGreaterThanOrEqual(here.fast);
          expect(there.slow).toBeGreaterThanOrEqual(here.slow - 1e-9);
          // What a wet bulb takes up falls as well: only there is a slack of its own formula.
          expect(there.fast).toBeGreaterThanOrEqual(here.fast - 1e-6);
        }
      }),
    );
  });
});

describe('dryingClock', () => {
  it('takes the label’s time in reference air', () => {
    const clock = dryingClock(steady(23, 0.5));
    for (const chemistry of chemistries)
      for (const end of ['slow', 'fast'] as const)
        expect(clock(end, film(chemistry, 90), nowMin + 17, 240)).toBeCloseTo(nowMin + 257, 6);
  });
  it('takes the water first and what flows together after it, each in the air of its hours', () => {
    // Water goes in 96 label minutes of 240: five and more times as slow at 10 °C and 80 %; the rest twice in each 10 K.
    const clock = dryingClock(steady(10, 0.8));
    const { slow } = waterFactor(10, 0.8);
    expect(clock('slow', film('waterborne', 96), nowMin, 240)).toBeCloseTo(nowMin + 96 * slow + 144 * 2 ** 1.3, 6);
    // Two cold hours, in which half an hour of the label passes each, then reference air: 60 minutes of 240 are behind it.
    const warms = dryingClock(airOf((h) => (h < 2 ? [13, 0.5] : [23, 0.5])));
    expect(warms('slow', film('oxidising'), nowMin, 240)).toBeCloseTo(nowMin + 120 + 180, 6);
  });
  it('takes longer the thicker the film, and asks as long as it proved to take', () => {
    const clock = dryingClock(steady(23, 0.5));
    const thick = { ...film('oxidising'), thicknessRatio: 2 };
    expect([clock('fast', thick, nowMin, 60), clock('slow', thick, nowMin, 60)]).toEqual([nowMin + 120, nowMin + 240]);
    expect(clock('slow', { ...film('solvent'), paceRatio: 1.5 }, nowMin, 60)).toBeCloseTo(nowMin + 90, 6);
  });
  it('never lets what is laid later, or takes longer, be dry sooner; slow is never before fast', () => {
    const hours = fc.array(fc.record({ t: fc.integer({ min: -5, max: 35 }), h: fc.integer({ min: 20, max: 99 }) }), {
      minLength: 1,
      maxLength: 48,
    });
    const some = fc.integer({ min: 0, max: 3000 });
    fc.assert(
      fc.property(
        hours,
        some,
        some,
        some,
        some,
        fc.constantFrom(...chemistries),
        (air, laid, later, label, more, c) => {
          const clock = dryingClock(
            airOf((h) => {
              const { t, h: rh } = air[((h % air.length) + air.length) % air.length]!;
              return [t, rh / 100];
            }),
          );
          const one = film(c, 60);
          const dry = clock('slow', one, nowMin + laid, label);
          expect(dry).toBeGreaterThanOrEqual(nowMin + laid);
          expect(clock('slow', one, nowMin + laid + later, label)).toBeGreaterThanOrEqual(dry - 1e-6);
          expect(clock('slow', one, nowMin + laid, label + more)).toBeGreaterThanOrEqual(dry - 1e-6);
          expect(clock('fast', one, nowMin + laid, label)).toBeLessThanOrEqual(dry + 1e-6);
        },
      ),
    );
  });
});

const reading = (space: string, hour: number, airTempC: number, relHumFrac: number): Reading => ({
  id: `${hour}`,
  at: new Date((nowMin + hour * 60) * 60_000).toISOString(),
  space,
  airTempC,
  relHumFrac,
  surfaceTempC: null,
});
const forecast = (airTempC: (number | null)[], relHumFrac = airTempC.map((t) => (t === null ? null : 0.8))) => ({
  takenAt: '2026-11-25T10:00:00Z',
  from: 'file' as const,
  startAt: '2026-11-24T00:00:00Z',
  airTempC,
  relHumFrac,
});

describe('spaceAir', () => {
  const cold = settings({ forecast: forecast(Array.from({ length: 240 }, () => 4)) });
  it('of a piece that was brought in: its wood follows in hours, and before that it stood elsewhere', () => {
    const [warm, outside] = [spaceAir(room, cold, []), spaceAir(yard, cold, [])];
    const around = broughtInto(warm, outside, nowMin);
    expect(around.at(nowMin - 60)).toEqual(outside.at(nowMin - 60));
    expect(around.at(nowMin).surfaceTempC).toBeCloseTo(outside.at(nowMin).surfaceTempC, 9);
    expect(around.at(nowMin).airTempC).toBe(warm.at(nowMin).airTempC);
    const apart = (min: number) => warm.at(nowMin + min).surfaceTempC - around.at(nowMin + min).surfaceTempC;
    // After its time constant a third of the difference is left; after a day nothing is.
    expect(apart(180) / apart(0)).toBeCloseTo(Math.exp(-1), 6);
    expect(apart(1500)).toBe(0);
  });

  it('keeps the water of outdoor air and warms it', () => {
    const outside = spaceAir(yard, cold, []).at(nowMin);
    expect(outside).toEqual({ airTempC: 4, relHumFrac: expect.closeTo(0.8, 9), surfaceTempC: 4, from: 'forecast' });
    const inside = spaceAir(room, cold, []).at(nowMin);
    expect(inside.airTempC).toBe(20);
    // 0.8 of saturation at 4 °C and one hectopascal from people and wet things, at 20 °C.
    expect(inside.relHumFrac).toBeCloseTo((0.8 * saturationPressureHpa(4) + 1) / saturationPressureHpa(20), 9);
    expect(spaceAir(shed, cold, []).at(nowMin).relHumFrac).toBeCloseTo(0.8, 6);
  });
  it('swings less under a roof, and its surfaces less again', () => {
    const swings = settings({
      forecast: forecast(Array.from({ length: 240 }, (_, h) => 8 + 6 * Math.cos((2 * Math.PI * (h - 15)) / 24))),
    });
    const span = (of: (h: number) => number) => {
      const day = Array.from({ length: 24 }, (_, h) => of(nowMin + h * 60));
      return Math.max(...day) - Math.min(...day);
    };
    const [out, under] = [spaceAir(yard, swings, []), spaceAir(shed, swings, [])];
    expect(span((m) => out.at(m).airTempC)).toBeCloseTo(12, 6);
    expect(span((m) => under.at(m).airTempC)).toBeCloseTo(0.4 * 12, 6);
    expect(span((m) => under.at(m).surfaceTempC)).toBeLessThan(0.4 * 12);
  });
  it('believes a reading where it was made, less and less after it, and not in another space', () => {
    const read = spaceAir(shed, cold, [reading('Shed', 0, 10, 0.6), reading('Room', 0, 30, 0.2)]);
    expect(read.at(nowMin)).toMatchObject({ airTempC: 10, relHumFrac: 0.6, from: 'reading' });
    expect(read.at(nowMin + 6 * 60).airTempC).toBeCloseTo(7, 9);
    expect(read.at(nowMin + 13 * 60).airTempC).toBe(4);
  });
  it('draws short gaps through and takes the usual day of the month in long ones and beyond', () => {
    const gaps = settings({
      forecast: forecast([6, 6, null, null, 9, ...Array.from({ length: 6 }, () => null), 9]),
    });
    const air = spaceAir(yard, gaps, []);
    const start = minuteOf('2026-11-24T00:00:00Z');
    expect(air.at(start + 2 * 60)).toMatchObject({ airTempC: 7, from: 'forecast' });
    expect(air.at(start + 8 * 60).from).toBe('usual');
    expect(air.foretoldUntilMin).toBe(start + 12 * 60);
    // November of the temperate table: 4 to 9 °C, warmest at three in the afternoon of the workshop's clock.
    expect(air.at(minuteOf('2026-11-29T15:30:00Z')).airTempC).toBeCloseTo(9, 1);
    expect(air.at(minuteOf('2026-07-29T14:30:00Z')).airTempC).toBeCloseTo(21, 1);
  });
});

const limits = {
  leastTempC: { value: 10, tag: 'label' as const },
  mostTempC: { value: 32, tag: 'label' as const },
  mostRelHumFrac: { value: 0.85, tag: 'label' as const },
  leastDewMarginK: { value: 3, tag: 'label' as const },
};

describe('a drying clock', () => {
  it('tells the same whether later or earlier films are asked of first', () => {
    const air = airOf((h) => [14 + 6 * Math.sin(h / 5), 0.5 + 0.2 * Math.cos(h / 9)]);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -40_000, max: 40_000 }), fc.integer({ min: 1, max: 20_000 })), {
          minLength: 2,
          maxLength: 8,
        }),
        fc.constantFrom(...chemistries),
        (asked, chemistry) => {
          const together = dryingClock(air);
          for (const [laid, label] of asked)
            for (const end of ['slow', 'fast'] as const)
              expect(together(end, film(chemistry), nowMin + laid, label)).toBeCloseTo(
                dryingClock(air)(end, film(chemistry), nowMin + laid, label),
                3,
              );
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe('when a product may go on', () => {
  // Warm enough from the fourth hour to the tenth, and from the thirtieth on.
  const air = airOf((h) => [(h >= 4 && h < 10) || h >= 30 ? 15 : 8, 0.5]);
  const verdict = hourVerdict(limits, air);
  it('waits for hours enough for the work and the first hour after it', () => {
    expect(openAgain(verdict, nowMin + 4 * 60, 120)).toBeNull();
    expect(openAgain(verdict, nowMin, 120)).toMatchObject({ untilMin: nowMin + 4 * 60, breach: { limit: 'too-cold' } });
    // At eight two hours are left: an hour's work and the hour after it, no more.
    expect(openAgain(verdict, nowMin + 8 * 60, 60)).toBeNull();
    expect(openAgain(verdict, nowMin + 8 * 60, 61)?.untilMin).toBe(nowMin + 30 * 60);
    expect(openAgain(hourVerdict(limits, steady(8, 0.5)), nowMin, 10)?.untilMin).toBe(Number.POSITIVE_INFINITY);
  });
  it('is hour by hour what the verdicts say, in whatever order it is asked', () => {
    /** The same, looked for minute by minute. */
    const slowly = (ofHour: (minute: number) => readonly unknown[], startMin: number, handsMin: number) => {
      for (let from = startMin, at = startMin; ; at += 1) {
        if (at >= from + handsMin + 60) return from === startMin ? null : from;
        if (ofHour(at).length > 0) from = (Math.floor(at / 60) + 1) * 60;
      }
    };
    fc.assert(
      fc.property(
        fc.array(fc.boolean(), { minLength: 2, maxLength: 60 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 1, max: 240 })), { maxLength: 6 }),
        (cold, asked) => {
          const own = hourVerdict(
            limits,
            airOf((h) => [cold[h] ? 8 : 15, 0.5]),
          );
          for (const [startMin, handsMin] of asked)
            expect(openAgain(own, nowMin + startMin, handsMin)?.untilMin ?? null).toBe(
              slowly(own, nowMin + startMin, handsMin),
            );
        },
      ),
    );
  });
  it('tells the stretches of a day', () => {
    const told = airStretches(verdict, nowMin + 30, nowMin + 12 * 60);
    expect(told.map((s) => [(s.fromMin - nowMin) / 60, (s.untilMin - nowMin) / 60, s.breaches[0]?.limit])).toEqual([
      [0.5, 4, 'too-cold'],
      [4, 10, undefined],
      [10, 12, 'too-cold'],
    ]);
  });
});

describe('wet wood', () => {
  // Worked by hand: 20 mm from both faces, D = 10⁻¹⁰ m²/s: τ = 4.7 days.
  it('has come two thirds of its way to rest after 4.7 days', () => {
    const air = steady(20, 0.5);
    const rest = woodMoistureFrac(20, 0.5);
    const after = woodMoistureAfter(0.3, 0.02, air, nowMin, nowMin + Math.round(4.69 * 24 * 60));
    expect((after - rest) / (0.3 - rest)).toBeCloseTo(Math.exp(-1), 2);
    const min = woodDryingMin(0.3, 0.12, 0.02, air, nowMin)!;
    expect(woodMoistureAfter(0.3, 0.02, air, nowMin, nowMin + min)).toBeCloseTo(0.12, 3);
    expect(woodDryingMin(0.3, rest - 0.001, 0.02, air, nowMin)).toBeNull();
  });
  it('never passes the moisture at which it rests', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 60 }), fc.integer({ min: 0, max: 40_000 }), (pc, min) => {
        const rest = woodMoistureFrac(18, 0.6);
        const after = woodMoistureAfter(pc / 100, 0.02, steady(18, 0.6), nowMin, nowMin + min);
        expect(after).toBeGreaterThanOrEqual(Math.min(rest, pc / 100) - 1e-9);
        expect(after).toBeLessThanOrEqual(Math.max(rest, pc / 100) + 1e-9);
      }),
    );
  });
});

describe('forecastFromCsv', () => {
  const read = (text: string) => forecastFromCsv(text, zonedTime('Europe/London'), nowMin);
  it('reads hours in any order, by the workshop’s clock or with an offset, °F where the heading says so', () => {
    const told = read('Time;Temperature °F;Humidity %\n2026-11-25 11:00;50;80\n2026-11-25T10:00Z;41;90\n');
    expect(told.ok && told.value).toMatchObject({
      startAt: '2026-11-25T10:00:00+00:00',
      airTempC: [5, 10],
      relHumFrac: [0.9, 0.8],
    });
    // As a spreadsheet writes it elsewhere: a mark before the heading, units in the cells, a comma in the number.
    const sheet = read('\ufeffDate Time;Temperature °C;Relative Humidity\n2026-11-25 11:00;9,5 °C;80 %');
    expect(sheet.ok && sheet.value).toMatchObject({ airTempC: [9.5], relHumFrac: [0.8] });
    // In July the workshop's clock is an hour ahead.
    const july = forecastFromCsv('time,temp,rh\n2026-07-01 11:00,20,50', zonedTime('Europe/London'), 0);
    expect(july.ok && july.value.startAt).toBe('2026-07-01T10:00:00+00:00');
  });
  it('tells of hours that are missing or stand twice, and keeps the rest', () => {
    const told = read('time,temp,rh\n2026-11-25 10:00,5,80\n2026-11-25 10:00,6,80\n2026-11-25 13:00,,80');
    expect(told.ok && told.value.airTempC).toEqual([6, null, null, null]);
    expect(told.ok && told.warnings.map((w) => w.message).join(' ')).toMatch(/twice: 1\..*missing: 3\./);
  });
  it.each([
    ['day,warmth\n', /three columns/],
    ['time,temp,rh\n', /no hour/],
    ['time,temp,rh\nsoon,5,80', /“soon” is no time/],
    ['time,temp,rh\n2026-11-25 10:00,55,80', /if the file has °F/],
    ['time,temp,rh\n2026-11-25 10:00,5,0.8x', /no number/],
    ['time,temp,rh\n2026-11-25 10:00,5,180', /from 2 to 100/],
    ['time,temp,rh\n2026-11-25 10:00,5,0.8', /A share of 0.8 is 80/],
    ['time,temp,rh\n2027-02-31 10:00,5,80', /“2027-02-31 10:00” is no time/],
    ['time,temp,rh\n2026-11-20 10:00,5,80', /All its hours are past/],
  ])('refuses %j', (text, why) => {
    const told = read(text);
    expect(told.ok ? '' : told.issues[0]?.message).toMatch(why);
  });
});
