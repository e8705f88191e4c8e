import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  addRanges,
  certain,
  DomainError,
  formatAbout,
  formatLength,
  formatVolume,
  invertRange,
  latestFirst,
  litresPerUsGallon,
  minuteOf,
  multiplyRanges,
  parseDistance,
  parseHumidity,
  parseLength,
  parseNumber,
  parseTemperature,
  parseVolume,
  readNumber,
  requireWithin,
  runningLength,
  scaleRange,
  theoreticalSpreadM2PerL,
} from './index';

const metres = (text: string, system: 'metric' | 'us' = 'metric') => {
  const r = parseLength(text, system);
  return r.ok ? Number(r.value.toFixed(6)) : r.issues[0]?.code;
};

describe('parseDistance', () => {
  it('reads nothing as an answer, and what is less than nothing not', () => {
    expect(parseDistance('0', 'metric')).toMatchObject({ ok: true, value: 0 });
    expect(parseDistance('2 mm', 'metric')).toMatchObject({ ok: true, value: expect.closeTo(0.002, 9) });
    expect(parseLength('0', 'metric').ok).toBe(false);
    expect(parseDistance('-1 cm', 'metric').ok).toBe(false);
    expect(parseDistance('11 m', 'metric').ok).toBe(false);
  });
});

describe('parseLength', () => {
  it.each([
    ['30 in', 0.762],
    ['2\'6"', 0.762],
    ['2’6”', 0.762],
    ['2\' 6 1/2"', 0.7747],
    ['2 ft 6 in', 0.762],
    ["2'6", 0.762],
    ['76 cm', 0.76],
    ['76cm', 0.76],
    ['760 mm', 0.76],
    ['0.76 m', 0.76],
    ['0,76 m', 0.76],
    ['76', 0.76],
    ['1 m 20 cm', 1.2],
    ['30 1/2 in', 0.7747],
    ['30½ in', 0.7747],
    ['1/2"', 0.0127],
  ])('%s is %d m', (text, m) => expect(metres(text)).toBe(m));

  it('takes a bare number in the unit of the workshop', () => expect(metres('30', 'us')).toBe(0.762));

  it.each([
    ['', 'length_missing'],
    ['tall', 'length_unreadable'],
    ['-30 cm', 'length_not_positive'],
    ['0', 'length_not_positive'],
    ['30 kg', 'length_unit_unknown'],
    ['30 incs', 'length_unit_unknown'],
    ['3 mm', 'length_too_small'],
    ['76 m', 'length_too_large'],
    ['1e9 cm', 'length_unit_unknown'],
    ['6 in 2 ft', 'length_unreadable'],
    ['6 in 2 in', 'length_unreadable'],
    ['1/0 in', 'length_unreadable'],
    ['7..6 cm', 'length_unreadable'],
    ['NaN', 'length_unreadable'],
    ['∞ cm', 'length_unreadable'],
  ])('refuses "%s" with %s', (text, code) => expect(metres(text)).toBe(code));

  it('reads back what it shows, to the sixteenth of an inch and the millimetre', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 10_000 }), fc.integer({ min: 4, max: 6000 }), (mm, sixteenths) => {
        expect(metres(formatLength(mm / 1000, 'metric'))).toBe(mm / 1000);
        const inches = (sixteenths / 16) * 0.0254;
        expect(metres(formatLength(inches, 'us'))).toBe(Number(inches.toFixed(6)));
      }),
    );
  });

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(typeof parseLength(text, 'us').ok).toBe('boolean');
      }),
    );
  });
});

describe('an amount that is estimated', () => {
  const about = (low: number, likely: number, high: number) => formatAbout({ low, likely, high }, 'metric');
  it('has the digits its range deserves: steps of 1 or 5 times a power of ten, no more than half the range', () => {
    expect(about(0.24, 0.298, 0.37)).toBe('300 ml'); // 130 wide, by 50
    expect(about(0.024, 0.029, 0.035)).toBe('30 ml'); // 11 wide, by 5
    expect(about(0.113, 0.133, 0.16)).toBe('130 ml'); // 47 wide, by 10
    expect(about(1.1, 1.32, 1.6)).toBe('1.3 L'); // 0.5 wide, by 0.1
    expect(about(0.008, 0.009, 0.0095)).toBe('9 ml');
  });
  it('keeps its digits where it is known, and never shows nothing for something', () => {
    expect(about(0.143, 0.143, 0.143)).toBe('143 ml');
    expect(about(0.0001, 0.002, 0.02)).toBe('5 ml');
  });
  it('is never further from what is likely than half a step, nor outside the range by more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        fc.double({ min: 1.05, max: 3, noNaN: true }),
        (l, f) => {
          const range = { low: l / f, likely: l, high: l * f };
          const shown = Number(formatAbout(range, 'metric').split(' ')[0]) / 1000;
          expect(Math.abs(shown - l)).toBeLessThanOrEqual((range.high - range.low) / 4 + 0.0006);
        },
      ),
    );
  });
});

describe('volumes', () => {
  it.each([
    ['500 ml', 0.5],
    ['2 qt', 1.892705892],
    ['1 gal', 3.785411784],
    ['1 imp gal', 4.54609],
    ['0,5 l', 0.5],
    ['1/2 gal', 1.892705892],
  ])('%s is %d L', (text, litres) => {
    const r = parseVolume(text, 'metric');
    expect(r.ok && r.value).toBeCloseTo(litres, 9);
  });
  it.each([
    ['-1 l', 'volume_negative'],
    ['x', 'volume_unreadable'],
    ['3 cups', 'volume_unit_unknown'],
    ['1000.1 l', 'volume_too_large'],
  ])('refuses %s with %s', (text, code) => {
    const r = parseVolume(text, 'metric');
    expect(!r.ok && r.issues[0]?.code).toBe(code);
  });
  it.each([
    ['143', 0.12, 0.143],
    ['1.5', 2, 1.5],
    ['143 ml', 2, 0.143],
    ['0.5', null, 0.5],
  ])('a bare number has the unit that is shown: %s over %s L is %d L', (text, shownL, litres) => {
    const r = parseVolume(text, 'metric', shownL);
    expect(r.ok && r.value).toBeCloseTo(litres, 12);
  });
  it('a bare number over fluid ounces is fluid ounces', () => {
    const r = parseVolume('10', 'us', 0.3);
    expect(r.ok && r.value).toBeCloseTo(0.295735, 6);
  });
  it.each(['0', '1000 l'])('%s is an amount', (text) => expect(parseVolume(text, 'metric').ok).toBe(true));
  it('gives a length off a roll by tenths of a metre, or feet, and never too short', () => {
    expect([runningLength(1.914, 'metric'), runningLength(2, 'metric'), runningLength(1.914, 'us')]).toEqual([
      '2.0 m',
      '2.0 m',
      '7 ft',
    ]);
  });
  it('shows millilitres below a litre and fluid ounces below a quart', () => {
    expect([formatVolume(0.31, 'metric'), formatVolume(1.234, 'metric'), formatVolume(0.31, 'us')]).toEqual([
      '310 ml',
      '1.23 L',
      '10.5 fl oz',
    ]);
  });

  // NIST Handbook 44, App. C: the US liquid gallon is 231 in³.
  it('spreads one gallon one mil thick over 1604.17 ft², and one litre one micron thick over 1000 m²', () => {
    const squareFeet = 231 / 0.001 / 144;
    expect(squareFeet).toBeCloseTo(1604.1667, 4);
    expect(litresPerUsGallon).toBeCloseTo(231 * 2.54 ** 3 * 0.001, 12);
    const m2PerL = theoreticalSpreadM2PerL(1, 25.4);
    expect((m2PerL * litresPerUsGallon) / 0.3048 ** 2).toBeCloseTo(squareFeet, 6);
    // 400 ft²/gal is 4.01 mil or 101.9 µm wet.
    expect(1000 / ((400 * 0.3048 ** 2) / litresPerUsGallon)).toBeCloseTo(101.86, 2);
  });
});

describe('air readings', () => {
  it('reads both scales and refuses the absurd', () => {
    const f = parseTemperature('58 F', 'metric');
    expect(f.ok && f.value).toBeCloseTo(14.4444, 3);
    expect(parseTemperature('400', 'metric').ok).toBe(false);
    expect(parseTemperature('warm', 'metric').ok).toBe(false);
    const h = parseHumidity('62 %');
    expect(h.ok && h.value).toBe(0.62);
    expect(parseHumidity('0').ok).toBe(false);
    expect(parseHumidity('140').ok).toBe(false);
  });
  it.each([
    ['-30', true],
    ['-30.1', false],
    ['50', true],
    ['50.1', false],
  ])('a workshop of %s °C is believed: %s', (text, believed) =>
    expect(parseTemperature(text, 'metric').ok).toBe(believed),
  );
});

describe('guards and ranges', () => {
  it('fail on NaN, below and above, and take both ends', () => {
    for (const wrong of [Number.NaN, -0.001, 1.001])
      expect(() => requireWithin('areaM2', wrong, 0, 1)).toThrow(
        new DomainError('out_of_range', 'areaM2', wrong, '0 to 1'),
      );
    for (const right of [0, 0.5, 1]) expect(() => requireWithin('areaM2', right, 0, 1)).not.toThrow();
  });
  it('scale every end, and turn over', () => {
    expect(scaleRange({ low: 1, likely: 2, high: 5 }, 0.5)).toEqual({ low: 0.5, likely: 1, high: 2.5 });
    expect(invertRange({ low: 2, likely: 4, high: 5 })).toEqual({ low: 0.2, likely: 0.25, high: 0.5 });
    expect(addRanges([{ low: 1, likely: 2, high: 5 }, certain(3)])).toEqual({ low: 4, likely: 5, high: 8 });
  });
  it('widen in quadrature', () => {
    const r = multiplyRanges([
      { low: 1, likely: 1.1, high: 1.21 },
      { low: 1, likely: 1.1, high: 1.21 },
    ]);
    expect(r.low).toBeCloseTo(1.0574, 4);
    expect(r.high).toBeCloseTo(1.3846, 4);
  });
});

describe('moments', () => {
  it('fall into the minute that has begun, wherever they were written', () => {
    expect([minuteOf('1970-01-01T00:01:59.999Z'), minuteOf('1970-01-01T02:02:00+02:00')]).toEqual([1, 2]);
    expect(minuteOf('2026-11-26T08:00:00Z') - minuteOf('2026-11-25T08:00:00Z')).toBe(24 * 60);
    // By the clock on the wall the second is the earlier one.
    const written = ['2026-11-26T09:00:00+02:00', '2026-11-26T08:00:00Z'];
    expect([...written].sort(latestFirst)).toEqual([...written].reverse());
  });
});

describe('what can be read two ways', () => {
  it.each(['1,000', '12,500', '-1,000'])('%s is asked back, never guessed', (text) => {
    expect(parseNumber(text)).toBeUndefined();
    const read = readNumber(text);
    expect(!read.ok && read.issues[0]?.message).toMatch(/two ways: write -?\d+ or -?[\d.]+\./);
    expect(parseVolume(`${text} ml`, 'metric').ok).toBe(false);
    expect(parseLength(`${text} mm`, 'metric').ok).toBe(false);
  });
  it.each([
    ['0,500', 0.5],
    ['1,25', 1.25],
    ['1000', 1000],
    ['1.000', 1],
  ])('%s is not', (text, value) => expect(parseNumber(text)).toBe(value));
  it.each(['3\'-6"', "3' - 6", '3 ft-6 in', '3\'6"', '3 ft 6'])(
    '%s is three feet six (NIST Handbook 44: 1 in = 0.0254 m)',
    (text) => {
      const read = parseLength(text, 'us');
      expect(read.ok && read.value).toBeCloseTo(42 * 0.0254, 12);
    },
  );
  it.each(['-3 in', "3' - - 6", '1 m -20 cm'])('%s is no length', (text) =>
    expect(parseLength(text, 'us').ok).toBe(false),
  );
});
