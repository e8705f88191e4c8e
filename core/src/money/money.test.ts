import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { perform } from '../deeds';
import { demoWorkshop } from '../demo';
import { typicalSupplies, withTypicalSupplies } from '../products';
import { reckonPiece } from '../reckoning';
import { instantOf, minuteOf } from '../units';
import { type LogEntry, noMoney, type Piece, type PieceMoney, type Supply } from '../workshop';
import { type Earned, earned, earnedBy, earnedToCsv, minutesWorked } from './index';

const nowMin = minuteOf('2026-11-25T10:07:00+00:00');
const demo = demoWorkshop(nowMin, 'Europe/London');
const id = 'ticket-cupboard';
const reckoned = (piece: Piece) => {
  const told = reckonPiece({ piece, products: demo.products, settings: demo.settings, nowMin });
  if (!told.ok) throw new Error(told.issues[0]!.message);
  return told.value;
};
const entry = (from: string | null, until: string | null, stepId = 'top/clear/1'): LogEntry => ({
  ...demo.pieces[id]!.log[0]!,
  step: { ...demo.pieces[id]!.log[0]!.step, id: stepId },
  startedAt: from && `2026-11-20T${from}:00+00:00`,
  doneAt: until && `2026-11-20T${until}:00+00:00`,
});

describe('hours that were worked', () => {
  it('count what is done together once, and as planned what has no start, ran on over night, or ends before it began', () => {
    const planned = (stepId: string) => (stepId === 'long' ? 40 : 7);
    // By hand: 08:00–09:30 and 10:00–10:15, the second within the first; nothing for what is still running.
    const log = [entry('08:00', '09:00'), entry('08:30', '09:30'), entry('10:00', '10:15'), entry('11:00', null)];
    expect(minutesWorked(log, planned)).toBe(90 + 15);
    expect(minutesWorked([entry(null, '09:00')], planned)).toBe(7);
    // From eight to ten, with a quarter of an hour for tea, and a pause that nobody ended.
    const tea = {
      ...entry('08:00', '10:00'),
      pauses: [{ from: '2026-11-20T08:30:00Z', until: '2026-11-20T08:45:00Z' }],
    };
    expect(minutesWorked([tea], planned)).toBe(105);
    expect(minutesWorked([{ ...tea, pauses: [{ from: '2026-11-20T09:20:00Z', until: null }] }], planned)).toBe(80);
    expect(minutesWorked([entry('08:00', '21:00', 'long')], planned)).toBe(40);
    expect(minutesWorked([entry('09:00', '08:00')], planned)).toBe(7);
    const span = fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 1, max: 300 }));
    const at = (minute: number) => instantOf(nowMin + minute);
    fc.assert(
      fc.property(fc.array(span, { maxLength: 12 }), (spans) => {
        const own = spans.map(([from, length]) => ({
          ...entry(null, null),
          startedAt: at(from),
          doneAt: at(from + length),
        }));
        const worked = new Set(spans.flatMap(([from, length]) => Array.from({ length }, (_, i) => from + i)));
        expect(minutesWorked(own, () => 0)).toBe(worked.size);
      }),
    );
  });
});

describe('what a piece earned', () => {
  it('is what it brought less what it cost, for each hour: worked by hand', () => {
    const money = {
      ...noMoney,
      boughtFor: 40,
      otherCosts: 12.5,
      soldFor: 320,
      fee: 16,
      offeredAt: '2026-11-01T12:00:00Z',
      soldAt: '2026-11-11T12:00:00Z',
    };
    const log = [entry('08:00', '10:00')];
    const piece = { ...demo.pieces[id]!, money, log };
    const step = { ...reckoned(demo.pieces[id]!).steps[0]!, handsOnMin: 180, status: 'planned' as const };
    const told = earned(
      piece,
      { products: [], consumables: [], steps: [step] },
      { currency: 'GBP', overheadPerHour: 4 },
      [],
    );
    // Two hours worked and three to come at £4; 40 + 12.50 + 16 + 20 = 88.50; 320 − 88.50 = 231.50, in five hours 46.30.
    expect(told).toMatchObject({
      workedMin: 120,
      aheadMin: 180,
      costMinor: 8850,
      broughtMinor: 32_000,
      profitMinor: 23_150,
      perHourMinor: 4630,
      daysOnSale: 10,
      sold: true,
    });
  });

  it('counts what goes on as logged and planned, and what is used up, at the price of its packs', () => {
    const piece = demo.pieces[id]!;
    const told = reckoned(piece);
    const { costs } = earned({ ...piece, money: noMoney }, told, { currency: 'GBP' }, typicalSupplies);
    const byName = Object.fromEntries(costs.map((c) => [c.name, c.minor]));
    // Never more than the whole cans that are bought for it, and something of them.
    expect(byName['Finishing materials, by what goes on']).toBeLessThanOrEqual(Math.ceil(told.totals.price * 100));
    expect(byName['Finishing materials, by what goes on']).toBeGreaterThan(told.totals.price * 10);
    expect(byName['Abrasives, tape, gloves and the like']).toBeGreaterThan(0);
    expect(byName['Rent, light and tools']).toBeUndefined();
  });
  it('what is used up costs what it costs, whichever of it the workshop keeps count of', () => {
    const told = reckoned(demo.pieces[id]!);
    const used = (own: readonly Supply[]) =>
      earned(demo.pieces[id]!, told, { currency: 'GBP' }, withTypicalSupplies(own)).costs.find((c) =>
        c.name.startsWith('Abrasives'),
      )!.minor;
    const gloves = typicalSupplies.find((s) => s.kind === 'gloves')!;
    const dearer = { ...gloves, packs: gloves.packs.map((p) => ({ ...p, price: p.price * 10 })) };
    expect(used([gloves])).toBe(used([]));
    expect(used([dearer])).toBeGreaterThan(used([]));
  });

  it('adds up to the last minor unit in currencies with 0, 2 and 3 digits', () => {
    const amount = fc.double({ min: 0, max: 99_999, noNaN: true });
    const told = reckoned(demo.pieces[id]!);
    fc.assert(
      fc.property(fc.constantFrom('JPY', 'GBP', 'BHD'), amount, amount, amount, amount, (currency, a, b, c, d) => {
        const money = { ...noMoney, boughtFor: a, otherCosts: b, soldFor: c, fee: d };
        const own = earned({ ...demo.pieces[id]!, money }, told, { currency, overheadPerHour: 3.33 }, typicalSupplies);
        for (const { minor } of own.costs) expect(Number.isInteger(minor)).toBe(true);
        expect(own.costs.reduce((sum, x) => sum + x.minor, 0)).toBe(own.costMinor);
        expect(own.profitMinor).toBe(own.broughtMinor! - own.costMinor);
      }),
      { numRuns: 60 },
    );
  });

  it('tells which kinds pay, the best hour first, of what was sold alone; and reads back from CSV', () => {
    const one = (name: string, form: string, sold: boolean, workedMin: number, profitMinor: number | null): Earned => ({
      pieceId: name,
      name,
      form,
      looks: ['painted'],
      workedMin,
      aheadMin: 0,
      costs: [{ name: 'Bought for', minor: 1050 }],
      costMinor: 1050,
      broughtMinor: profitMinor === null ? null : profitMinor + 1050,
      sold,
      profitMinor,
      perHourMinor: null,
      daysOnSale: null,
      soldAt: null,
    });
    const all = [
      one('=SUM(A1)', 'Chest', true, 120, 6000),
      one('b', 'Chest', true, 60, -300),
      one('c', 'Stool', true, 30, 2000),
      one('d', 'Stool', false, 600, 90_000),
    ];
    expect(earnedBy(all, (e) => [e.form])).toEqual([
      { name: 'Stool', pieces: 1, minutes: 30, profitMinor: 2000, perHourMinor: 4000 },
      { name: 'Chest', pieces: 2, minutes: 180, profitMinor: 5700, perHourMinor: 1900 },
    ]);
    const rows = Papa.parse<Record<string, string>>(earnedToCsv(all, 'GBP'), { header: true }).data;
    expect(rows.map((r) => [r.piece, r['Bought for'], r.profit, r.sold])).toEqual([
      ["'=SUM(A1)", '10.50', '60.00', 'yes'],
      ['b', '10.50', '-3.00', 'yes'],
      ['c', '10.50', '20.00', 'yes'],
      ['d', '10.50', '900.00', 'no'],
    ]);
    expect(earnedToCsv(all.slice(0, 1), 'JPY')).toContain('1050');
  });
});

describe('noting what a piece cost and brought', () => {
  const note = (change: Partial<PieceMoney>, from = demo) =>
    perform(from, { do: 'note-money', pieceId: id, change }, instantOf(nowMin), () => 'id') as typeof demo;
  it('keeps what was noted before, and refuses what cannot be meant', () => {
    const bought = note({ boughtFor: 40, boughtAt: '2026-11-10T12:00:00Z' });
    expect(note({ soldFor: 300 }, bought).pieces[id]!.money).toMatchObject({ boughtFor: 40, soldFor: 300 });
    expect(() => note({ soldFor: -5 })).toThrow(/below nothing/);
    expect(() => note({ soldFor: Number.NaN })).toThrow(/below nothing/);
    expect(() => note({ soldAt: '2026-11-09T12:00:00Z' }, bought)).toThrow(/sold before it was bought/);
    expect(() => note({ offeredAt: '2026-11-20T12:00:00Z', soldAt: '2026-11-15T12:00:00Z' }, bought)).toThrow(
      /before it was offered/,
    );
  });
});
