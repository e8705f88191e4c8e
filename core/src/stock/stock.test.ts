import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { cheapestPacks, type Pack } from '../coverage';
import { typicalProducts } from '../products';
import type { Container, LedgerRow, Product } from '../workshop';
import { canOf } from './fixtures/canOf';
import {
  buyList,
  drawableL,
  drawRows,
  leftL,
  leftoverWorth,
  type NeedOf,
  openedAt,
  suppliesNow,
  usableStock,
  usableUntilMin,
  willItLast,
} from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const enamel = products.enamel!;
const now = Date.parse('2026-11-26T08:00:00Z') / 60_000;
const day = 24 * 60;
const row = (at: string, changeL: number | null, countedL: number | null = null): LedgerRow => ({
  at,
  deed: countedL === null ? (changeL! < 0 ? 'coat' : 'brought') : 'weighed',
  ofId: null,
  changeL,
  countedL,
});
const can = ({ litres = 0.5, productId = 'enamel', ...change }: Partial<Container> & { litres?: number }): Container =>
  canOf(productId, litres, { id: 'c', ...change });
const need = (pieceName: string, inDays: number, highL: number, productId = 'enamel'): NeedOf => ({
  pieceId: pieceName,
  pieceName,
  productId,
  atMin: now + inDays * day,
  highL,
});
const pack = (volumeL: number, price: number): Pack => ({ volumeL, price, tag: 'own' });
const counts = (r: ReturnType<typeof cheapestPacks>) =>
  r.counts.map((c) => `${c.count} × ${c.pack.volumeL}`).join(', ');

describe('worked by hand', () => {
  const packs = [pack(0.75, 16), pack(2.5, 39)];
  it('1.1 L: two small cans at 32 beat one large at 39; a litre left over worth 12 turns that round', () => {
    expect(counts(cheapestPacks(1.1, packs))).toBe('2 × 0.75');
    // 32 − 0.4 × 12 = 27.2 against 39 − 1.4 × 12 = 22.2.
    expect(counts(cheapestPacks(1.1, packs, 12))).toBe('1 × 2.5');
  });
  it('3.2 L: one of each at 55 beats five small at 80 and two large at 78', () => {
    expect([counts(cheapestPacks(3.2, packs)), cheapestPacks(3.2, packs).price]).toEqual(['1 × 2.5, 1 × 0.75', 55]);
  });
  it('an aerosol: 1 L is three cans of 0.4 L', () => {
    expect(counts(cheapestPacks(1, [pack(0.4, 9)]))).toBe('3 × 0.4');
  });
  it('what keeps a year is worth half of the cheapest litre, what keeps a fifth of one a tenth', () => {
    const cans = [pack(0.75, 15), pack(2.5, 40)];
    expect(leftoverWorth({ packs: cans, shelf: { closedDays: null, openDays: 365, tag: 'own' } })).toBe(8);
    expect(leftoverWorth({ packs: cans, shelf: { closedDays: null, openDays: 73, tag: 'own' } })).toBeCloseTo(1.6, 12);
    expect(leftoverWorth({ packs: cans, shelf: { closedDays: null, openDays: null, tag: 'own' } })).toBe(0);
  });
  it('an open can counts until its open life is over, a closed one until its shelf life', () => {
    const opened = can({ openedAt: '2026-01-01T08:00:00Z' });
    // Enamel keeps 365 days once opened.
    expect(usableUntilMin(opened, enamel)).toBe(Date.parse('2027-01-01T08:00:00Z') / 60_000);
    const old = can({ id: 'o', openedAt: '2025-01-01T08:00:00Z', litres: 0.3 });
    expect(usableStock([opened, old], products, now).enamel).toEqual({ usableL: 0.5, agedL: 0.3, finite: false });
    expect(usableUntilMin(can({}), enamel)).toBeNull();
  });
  it('two pieces, half a litre on the shelf: the second runs short, and is ordered by its own day less the delivery', () => {
    const list = buyList([need('Table', 1, 0.4), need('Chest', 9, 0.5)], [can({ litres: 0.5 })], products, now);
    const [line] = list.lines;
    expect([line!.needL, line!.shelfL, +line!.buyL.toFixed(9)]).toEqual([0.9, 0.5, 0.4]);
    expect((line!.time!.neededAtMin - now) / day).toBe(9);
    expect((line!.time!.orderByMin - now) / day).toBe(6); // three days on the way
    expect(list.issues).toEqual([]);
  });
  it('drawn: the open can first, then the one that is past its date first, never one that is past it unless the user says so', () => {
    const cans = [
      can({ id: 'new', boughtAt: '2026-11-01T08:00:00Z', litres: 1 }),
      can({ id: 'old', boughtAt: '2025-01-01T08:00:00Z', litres: 1 }),
      can({ id: 'open', openedAt: '2026-10-01T08:00:00Z', litres: 0.2 }),
      can({ id: 'stale', openedAt: '2020-01-01T08:00:00Z', litres: 5 }),
    ];
    const of = { deed: 'coat' as const, ofId: 'e', at: '2026-11-26T08:00:00Z' };
    const drawn = (litres: number, evenExpired = false) => {
      const { rows, shortL } = drawRows(cans, enamel, litres, { ...of, evenExpired });
      return [Object.fromEntries([...rows].map(([id, r]) => [id, +r.changeL!.toFixed(9)])), +shortL.toFixed(9)];
    };
    expect(drawn(0.5)).toEqual([{ open: -0.2, old: -0.3 }, 0]);
    expect(drawn(3)).toEqual([{ open: -0.2, old: -1, new: -1 }, 0.8]);
    expect(drawn(3, true)).toEqual([{ open: -0.2, old: -1, new: -1, stale: -0.8 }, 0]);
  });
  it('a ledger: 1 L brought, 0.2 L drawn, 0.7 L weighed, 0.1 L drawn leave 0.6 L, whatever order they were written in', () => {
    const ledger = [
      row('2026-11-01T08:00:00Z', 1),
      row('2026-11-03T08:00:00Z', null, 0.7),
      row('2026-11-04T08:00:00Z', -0.1),
      row('2026-11-02T08:00:00Z', -0.2),
    ];
    expect(leftL({ ledger })).toBeCloseTo(0.6, 12);
    // Before the weighing at most 0.8 L can have gone, after it at most 0.6 L.
    expect(drawableL({ ledger }, '2026-11-02T12:00:00Z')).toBeCloseTo(0.8, 12);
    expect(drawableL({ ledger }, '2026-11-03T12:00:00Z')).toBeCloseTo(0.6, 12);
    // Before anything came there was nothing to draw.
    expect(drawableL({ ledger }, '2020-01-01T08:00:00Z')).toBe(0);
    expect(openedAt({ ledger, openedAt: null })).toBe('2026-11-02T08:00:00Z');
    expect(openedAt({ ledger: ledger.slice(0, 2), openedAt: null })).toBeNull();
  });
  it('will it last: what every other piece takes before it, in time', () => {
    const needs = [need('Chest', 9, 0.5), need('Table', 1, 0.4), need('Sill', 2, 1, 'wax')];
    const lasts = willItLast(enamel, needs, [can({ litres: 0.6 })]);
    expect(lasts.map((l) => [l.pieceName, +l.leftL.toFixed(9)])).toEqual([
      ['Table', 0.2],
      ['Chest', -0.3],
    ]);
  });
});

describe('the buy list', () => {
  it('names no day for what has no time, draws for it last, and lists it last', () => {
    const open = { ...need('Held', 1, 0.5), untimed: true };
    const onlyHeld = buyList([open], [], products, now).lines;
    expect(onlyHeld.map((l) => [l.time, +l.buyL.toFixed(9)])).toEqual([[null, 0.5]]);
    // Though it could come sooner, the shelf goes to what has its day; all of it together is bought.
    const needs = [open, need('Chest', 9, 0.4), need('Sill', 8, 1, 'wax')];
    const both = { ...products, wax: { ...enamel, id: 'wax', name: 'Wax' } };
    const { lines } = buyList(needs, [can({ litres: 0.6 })], both, now);
    expect(lines.map((l) => [l.product.id, l.time === null])).toEqual([
      ['wax', false],
      ['enamel', true],
    ]);
    expect(lines[1]!.buyL).toBeCloseTo(0.3, 9);
    expect(willItLast(enamel, needs, [can({ litres: 0.6 })]).map((l) => [l.pieceName, l.atMin === null])).toEqual([
      ['Chest', false],
      ['Held', true],
    ]);
    // What has its day is short first where both are.
    expect(buyList([open, need('Chest', 9, 0.4)], [], products, now).lines[0]!.time).toEqual({
      neededAtMin: now + 9 * day,
      orderByMin: now + 6 * day,
    });
  });
  it('says what stands in the way, product by product, and lists the rest', () => {
    const bare = { ...enamel, id: 'bare', packs: [] };
    const free = { ...enamel, id: 'free', packs: [{ volumeL: 0.75, price: 0, tag: 'own' as const }] };
    const list = buyList(
      [need('A', 1, 1, 'bare'), need('A', 1, 1, 'free'), need('A', 1, 1, 'gone'), need('A', 1, 1)],
      [],
      { ...products, bare, free },
      now,
    );
    expect(list.issues.map((i) => i.code).sort()).toEqual(['pack_missing', 'price_missing', 'product_missing']);
    expect(list.lines).toHaveLength(3);
  });
  it('lists what has to be ordered first, then what is needed first, then by name', () => {
    const slow = { ...enamel, id: 'slow', name: 'C slow', deliveryDays: 9 };
    const early = { ...enamel, id: 'early', name: 'D early', deliveryDays: 2 };
    const [late, same] = ['B late', 'A same'].map((name, i) => ({ ...enamel, id: `q${i}`, name, deliveryDays: 3 }));
    const shelf = { slow, early, q0: late!, q1: same! };
    const needs = [need('A', 12, 1, 'q0'), need('A', 12, 1, 'q1'), need('A', 11, 1, 'early'), need('A', 15, 1, 'slow')];
    const { lines } = buyList(needs, [], shelf, now);
    expect(lines.map((l) => [l.product.name, (l.time!.orderByMin - now) / day])).toEqual([
      ['C slow', 6],
      ['D early', 9],
      ['A same', 9],
      ['B late', 9],
    ]);
    // What should have been ordered already is ordered now.
    expect(buyList([need('A', 1, 1, 'slow')], [], shelf, now).lines[0]!.time!.orderByMin).toBe(now);
  });
  it('a can that was thrown away is no can: it neither covers nor warns that it cannot be bought again', () => {
    const emptied = { ...row('2026-02-01T00:00:00Z', null, 0), deed: 'thrown-away' as const };
    const gone = can({ finite: true, ledger: [row('2025-01-01T00:00:00Z', 0.5), emptied] });
    const { lines, issues } = buyList([need('A', 1, 0.2)], [gone], products, now);
    expect([lines[0]!.buyL, issues]).toEqual([0.2, []]);
    const held = buyList([need('A', 1, 0.2)], [can({ litres: 0.1, finite: true })], products, now);
    expect(held.issues.map((i) => i.code)).toEqual(['stock_finite']);
  });
  it('an open can that is past its date between two coats covers the first and not the second', () => {
    const open = enamel.shelf.openDays!;
    const opened = can({ openedAt: new Date((now - (open - 5) * day) * 60_000).toISOString(), litres: 1 });
    const [line] = buyList([need('Table', 1, 0.3), need('Chest', 9, 0.5)], [opened], products, now).lines;
    expect([line!.shelfL, +line!.agedL.toFixed(9), +line!.buyL.toFixed(9)]).toEqual([0.3, 0.7, 0.5]);
    expect((line!.time!.neededAtMin - now) / day).toBe(9);
  });
  it('never leaves a step short, and buys nothing that is on the shelf', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ inDays: fc.nat(30), highL: fc.double({ min: 0.01, max: 3, noNaN: true }) }), {
          minLength: 1,
          maxLength: 12,
        }),
        fc.double({ min: 0, max: 8, noNaN: true }),
        (rows, leftL) => {
          const needs = rows.map((r, i) => need(`P${i}`, r.inDays, r.highL));
          const { lines } = buyList(needs, [can({ litres: leftL })], products, now);
          const total = rows.reduce((sum, r) => sum + r.highL, 0);
          const bought = lines.reduce((sum, l) => sum + l.packs.volumeL, 0);
          // The buy list, the shelf and "will it last" are one account.
          const short = willItLast(enamel, needs, [can({ litres: leftL })]).some((l) => l.leftL < 0);
          expect(short).toBe(lines.length > 0);
          if (total <= leftL) expect(lines).toEqual([]);
          else expect(bought + leftL).toBeGreaterThanOrEqual(total - 1e-6);
        },
      ),
    );
  });
});

/** Every combination of at most so many of each pack. */
function bruteForce(needL: number, packs: readonly Pack[], leftPerL: number): number {
  let best = Number.POSITIVE_INFINITY;
  const go = (i: number, volume: number, price: number) => {
    if (volume >= needL - 1e-9) best = Math.min(best, price - leftPerL * (volume - needL));
    const p = packs[i];
    if (!p) return;
    for (let n = 0; n * p.volumeL < needL + Math.max(...packs.map((x) => x.volumeL)); n += 1)
      go(i + 1, volume + n * p.volumeL, price + n * p.price);
  };
  go(0, 0, 0);
  return best;
}

describe('supplies by now', () => {
  const supply = (counts?: { at: string; was: number; found: number }[]) => ({
    ...{ id: 'g', kind: 'gloves' as const, name: 'Gloves', unit: 'pieces' as const, packs: [], left: 20 },
    ...{ reorderAt: null, deliveryDays: 3, ...(counts ? { counts } : {}) },
  });
  const on = (at: string, amount: number) => ({
    doneAt: at,
    planned: { startAt: at, endAt: at, volumeL: null, uses: [{ what: 'gloves' as const, amount, typical: 1 }] },
  });
  const [early, count, late] = ['2026-11-20T09:00:00Z', '2026-11-21T09:00:00Z', '2026-11-22T09:00:00Z'] as const;
  it('are what was counted less what the steps since took, never below nothing; uncounted they stand as typed', () => {
    const left = (pieces: { log: ReturnType<typeof on>[] }[], counts = [{ at: count, was: 20, found: 20 }]) =>
      suppliesNow([supply(counts)], pieces)[0]!.left;
    expect(left([{ log: [on(early, 5), on(late, 2)] }, { log: [on(late, 1.5)] }])).toBe(16.5);
    expect(left([{ log: [on(late, 30)] }])).toBe(0);
    expect(suppliesNow([supply()], [{ log: [on(late, 2)] }])[0]!.left).toBe(20);
  });
});

describe('the cheapest packs', () => {
  const anyPacks = fc.uniqueArray(
    fc.record({
      ml: fc.constantFrom(125, 250, 400, 500, 750, 1000, 2500, 5000),
      cents: fc.integer({ min: 300, max: 9000 }),
    }),
    { minLength: 1, maxLength: 3, selector: (p) => p.ml },
  );
  it('are those of trying every combination, also where what is left over counts', () => {
    fc.assert(
      fc.property(
        anyPacks,
        fc.integer({ min: 1, max: 4000 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (raw, ml, share) => {
          const packs = raw.map((p) => pack(p.ml / 1000, p.cents / 100));
          const worth = share * Math.min(...packs.map((p) => p.price / p.volumeL));
          const found = cheapestPacks(ml / 1000, packs, worth);
          const net = found.price - worth * (found.volumeL - ml / 1000);
          expect(Math.abs(net - bruteForce(ml / 1000, packs, worth))).toBeLessThan(1e-6);
          expect(found.volumeL).toBeGreaterThanOrEqual(ml / 1000 - 1e-9);
        },
      ),
      { numRuns: 150 },
    );
  });
  it('are those of an integer programme for larger needs', async () => {
    const highs = await loadHighs();
    const packs = [pack(0.375, 9.2), pack(0.75, 15.9), pack(1, 19.5), pack(2.5, 41), pack(5, 79)];
    for (const needL of [7.3, 18.15, 42.05, 99.9, 163.4, 640.7, 2051.3]) {
      const worth = 6;
      // Least price less what is left over is worth: the same as each pack at its price less its litres' worth.
      const lp = `Minimize\n obj: ${packs.map((p, i) => `${(p.price - worth * p.volumeL).toFixed(6)} x${i}`).join(' + ')}\nSubject To\n c: ${packs
        .map((p, i) => `${p.volumeL} x${i}`)
        .join(
          ' + ',
        )} >= ${needL}\nBounds\n${packs.map((_, i) => ` 0 <= x${i} <= 500`).join('\n')}\nGeneral\n ${packs.map((_, i) => `x${i}`).join(' ')}\nEnd`;
      const solved = highs.solve(lp);
      const found = cheapestPacks(needL, packs, worth);
      expect(found.price - worth * found.volumeL).toBeCloseTo(solved.ObjectiveValue, 5);
    }
  });
});
