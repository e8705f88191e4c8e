import { describe, expect, it } from 'vitest';
import { stepKind } from '../finishing';
import { typicalProducts } from '../products';
import { minuteOf } from '../units';
import { defaultSettings, type Piece, type Product } from '../workshop';
import { jobs } from './fixtures/jobs';
import { type ReckonInput, type Reckoning, reckonPiece, sittingsOf } from './index';

// What has to follow when one thing changes, whatever the figures are: over every job, with no figure worked by hand.

type World = Omit<ReckonInput, 'piece'>;
const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const wednesday = minuteOf('2026-11-25T08:00:00Z');
const world: World = { products, settings, nowMin: wednesday };
/** What stays in tool, cup and pot each time it is filled, L. */
const toolLossL = { brush: 0.02, roller: 0.05, hvlp: 0.04, aerosol: 0, wipe: 0.01 };
const week = 7 * 24 * 60;

function reckon(piece: Piece, where: World = world): Reckoning {
  const r = reckonPiece({ ...where, piece });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
}
const litres = (r: Reckoning, pick: 'low' | 'likely' | 'high' = 'likely') =>
  r.steps.reduce((sum, s) => sum + (s.productL?.[pick] ?? 0), 0);
const everyProduct = (change: (p: Product) => Product): World => ({
  ...world,
  products: Object.fromEntries(Object.entries(products).map(([id, p]) => [id, change(p)])),
});

describe.each(Object.entries(jobs))('%s', (_, piece) => {
  const usual = reckon(piece);

  it('a name, a note and a set change no figure', () => {
    const { pieceId: _id, ...renamed } = reckon({
      ...piece,
      name: 'Another',
      note: 'x',
      createdAt: '2020-01-01T00:00:00Z',
    });
    const { pieceId: __id, ...before } = usual;
    expect(renamed).toEqual(before);
  });

  it('begun four whole weeks later, all of it comes four weeks later, in the same litres and minutes', () => {
    const later = reckon(piece, { ...world, nowMin: wednesday + 4 * week });
    const shifted = (r: Reckoning, byMin: number) =>
      r.steps.map((s) => [
        s.step.id,
        s.startMin - byMin,
        s.endMin - byMin,
        s.readyMin - byMin,
        s.handsOnMin,
        s.productL,
      ]);
    // A day in the season of the year does not matter; the hour does, and stays: no clock changes in between.
    expect(shifted(later, 4 * week)).toEqual(shifted(usual, 0));
    expect(later.totals.price).toBe(usual.totals.price);
  });

  it('no step begins before what it waits for has ended, and none with hands in it outside the hours of the workshop', () => {
    const byId = new Map(usual.steps.map((s) => [s.step.id, s]));
    for (const s of usual.steps) {
      for (const stepId of s.step.after) {
        const first = byId.get(stepId);
        if (first) expect([s.step.id, stepId, s.startMin >= first.endMin]).toEqual([s.step.id, stepId, true]);
      }
      expect(s.readyMin).toBeGreaterThanOrEqual(s.endMin);
      const hour = (min: number) => ((min % 1440) + 1440) % 1440;
      if (s.handsOnMin === 0) continue;
      // Eight to twelve and one to five, Monday to Friday.
      const [from, to] = [hour(s.startMin), hour(s.endMin)];
      const inShift = (m: number) => (m >= 480 && m <= 720) || (m >= 780 && m <= 1020);
      const inWinter = new Date(s.startMin * 60_000).getUTCMonth() % 9 < 3;
      if (inWinter && s.startMin < wednesday + 8 * week)
        expect([s.step.id, inShift(from), inShift(to)]).toEqual([s.step.id, true, true]);
    }
  });

  it('products that spread half as far take twice as much where they go by area, and never fewer cans', () => {
    const halved = everyProduct((p) =>
      p.spreadM2PerL
        ? {
            ...p,
            spreadM2PerL: {
              ...p.spreadM2PerL,
              low: p.spreadM2PerL.low / 2,
              likely: p.spreadM2PerL.likely / 2,
              high: p.spreadM2PerL.high / 2,
            },
          }
        : p,
    );
    const more = reckon(piece, halved);
    expect(more.steps.map((s) => s.step.id)).toEqual(usual.steps.map((s) => s.step.id));
    for (const [i, s] of more.steps.entries()) {
      const before = usual.steps[i]!.productL;
      const product = products[s.step.productId ?? ''];
      // Where the label names its film, the film gives the rate.
      if (!s.productL || !before || !product?.spreadM2PerL || product.filmDryUm) continue;
      // What stays in the tool is the same: so a little less than twice.
      expect(s.productL.likely).toBeGreaterThan(before.likely);
      expect(s.productL.likely).toBeLessThanOrEqual(2 * before.likely + 1e-12);
    }
    expect(more.totals.price).toBeGreaterThanOrEqual(usual.totals.price);
  });

  it('products that dry twice as slowly end nothing sooner', () => {
    const slow = everyProduct((p) => ({
      ...p,
      times: Object.fromEntries(
        Object.entries(p.times).map(([name, t]) => [
          name,
          t && 'likely' in t && name !== 'recoatUntilMin'
            ? { ...t, low: 2 * t.low, likely: 2 * t.likely, high: 2 * t.high }
            : t,
        ]),
      ) as Product['times'],
    }));
    const last = (r: Reckoning) => Math.max(...r.steps.filter((s) => s.step.kind !== 'cure').map((s) => s.endMin));
    expect(last(reckon(piece, slow))).toBeGreaterThanOrEqual(last(usual));
  });

  it('dearer packs cost more by as much, and change nothing else', () => {
    const dear = reckon(
      piece,
      everyProduct((p) => ({ ...p, packs: p.packs.map((x) => ({ ...x, price: 3 * x.price })) })),
    );
    expect(dear.totals.price).toBeCloseTo(3 * usual.totals.price, 9);
    expect(dear.steps.map((s) => [s.step.id, s.startMin, s.productL])).toEqual(
      usual.steps.map((s) => [s.step.id, s.startMin, s.productL]),
    );
  });

  it('a step left out takes its minutes and its product with it, and no other step changes', () => {
    const films = usual.steps.filter((s) => stepKind(s.step.kind).film && s.productL && !s.inserted);
    const dropped = films.at(-1);
    if (!dropped) return;
    const without = reckon({ ...piece, edits: { ...piece.edits, dropped: [dropped.step.id] } });
    const before = new Map(usual.steps.map((s) => [s.step.id, s]));
    for (const s of without.steps.filter((x) => !x.inserted)) {
      const was = before.get(s.step.id)!;
      // The day can change who is the first of a sitting, and nothing else of a step.
      if (s.setsUp === was.setsUp) expect(s.handsOnMin, s.step.id).toBe(was.handsOnMin);
      else expect((s.handsOnMin - was.handsOnMin) * (s.setsUp ? 1 : -1), s.step.id).toBeGreaterThanOrEqual(0);
      const left = Number(was.setsUp) - Number(s.setsUp);
      const inTool = s.step.method ? toolLossL[s.step.method] : 0;
      if (s.productL) expect(s.productL.likely, s.step.id).toBeCloseTo(was.productL!.likely - left * inTool, 9);
    }
    const ids = (r: Reckoning) => r.steps.filter((s) => !s.inserted).map((s) => s.step.id);
    expect(ids(without)).toEqual(ids(usual).filter((id) => id !== dropped.step.id));
  });

  it('sets up once a sitting: its minutes are what its place in time takes, its tool is filled once', () => {
    for (const sitting of sittingsOf(usual.steps)) {
      const tools = sitting.steps.map(({ step }) => `${step.kind} ${step.productId}`);
      for (const [i, s] of sitting.steps.entries()) {
        expect(s.setsUp, s.step.id).toBe(tools.indexOf(tools[i]!) === i);
        if (!stepKind(s.step.kind).divisible) expect(s.endMin - s.startMin, s.step.id).toBe(s.handsOnMin);
      }
    }
  });

  it('adds up: every product is the sum of its steps, every total the sum of its parts, low to high', () => {
    for (const p of usual.products) {
      const own = usual.steps.filter((s) => s.step.productId === p.productId);
      expect(p.needL.likely).toBeCloseTo(
        own.reduce((sum, s) => sum + (s.productL?.likely ?? 0), 0),
        9,
      );
      expect(p.packs.volumeL).toBeGreaterThanOrEqual(p.needL.high - 1e-9);
      expect(p.needL.low).toBeLessThanOrEqual(p.needL.likely);
      expect(p.needL.likely).toBeLessThanOrEqual(p.needL.high);
    }
    expect(usual.totals.productL).toBeCloseTo(litres(usual), 9);
    expect(usual.totals.price).toBeCloseTo(
      usual.products.reduce((sum, p) => sum + p.packs.price, 0),
      9,
    );
    expect(usual.totals.handsOnMin).toBe(usual.steps.reduce((sum, s) => sum + s.handsOnMin, 0));
  });
});
