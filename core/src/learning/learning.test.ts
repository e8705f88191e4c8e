import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coatsToHide, hiddenAfterCoats } from '../coverage';
import { perform } from '../deeds';
import { demoWorkshop } from '../demo';
import { planOf } from '../finishing';
import { typicalSupplies } from '../products';
import { reckonPiece } from '../reckoning';
import type { LogEntry, Workshop } from '../workshop';
import {
  asTaught,
  believe,
  evidenceOf,
  figureOf,
  hidesKey,
  inMoney,
  learnedFrom,
  litresKey,
  minutesKey,
  plannedAgainstActual,
  taughtWorkshop,
  usesKey,
} from './index';

const one = (logRatio: number, share = 1) => ({ logRatio, share });

describe('what is believed of a figure', () => {
  // Conjugate normal update with known variance, by hand: Gelman et al., Bayesian Data Analysis, 3rd ed., section 2.5.
  it.each([
    // precisions 1/0.04 each: (25·0 + 25·0.1 + 25·0.3) / 75
    [0.2, 0.2, [0.1, 0.3], 0.4 / 3, Math.sqrt(1 / 75)],
    // prior 1/0.01 = 100, scatter 1/0.04 = 25: (25·(0.2 + 0.2 + 0.1 + 0.3)) / 200
    [0.1, 0.2, [0.2, 0.2, 0.1, 0.3], 0.1, Math.sqrt(1 / 200)],
    [0.3, 0.15, [-0.2], -0.2 / 0.0225 / (1 / 0.0225 + 1 / 0.09), Math.sqrt(1 / (1 / 0.0225 + 1 / 0.09))],
  ])('prior %d, scatter %d, %j: as worked by hand', (prior, scatter, logs, mean, sd) => {
    const told = believe(
      prior,
      scatter,
      logs.map((l) => one(l)),
    );
    expect(Math.log(told.factor)).toBeCloseTo(mean, 10);
    expect(told.sdLog).toBeCloseTo(sd, 10);
    expect(told.weights).toEqual(logs.map(() => 1));
  });

  it('what decided on half of a go counts half', () => {
    // 25·0 + 12.5·0.3 over 37.5
    expect(Math.log(believe(0.2, 0.2, [one(0.3, 0.5)]).factor)).toBeCloseTo(0.1, 10);
  });

  it('one slip of ten times moves what seven coats say by less than a twentieth, alone by less than an eighth', () => {
    const coats = [0.1, 0.18, 0.12, 0.2, 0.15, 0.09, 0.16].map((l) => one(l));
    const [without, withSlip] = [believe(0.17, 0.15, coats), believe(0.17, 0.15, [...coats, one(Math.log(10))])];
    expect(Math.abs(Math.log(withSlip.factor / without.factor))).toBeLessThan(0.05);
    expect(withSlip.weights.at(-1)).toBeLessThan(0.05);
    expect(Math.log(believe(0.17, 0.15, [one(Math.log(10))]).factor)).toBeLessThan(0.125);
  });

  it('comes to what is so, however far off the typical figure, and knows it better with every coat', () => {
    fc.assert(
      fc.property(fc.double({ min: -1, max: 1, noNaN: true }), fc.integer({ min: 30, max: 60 }), (truth, count) => {
        const logs = Array.from({ length: count }, (_, i) => truth + 0.1 * Math.sin(i * 2.4));
        const told = believe(
          0.17,
          0.15,
          logs.map((l) => one(l)),
        );
        expect(Math.abs(Math.log(told.factor) - truth)).toBeLessThan(0.06);
        const fewer = believe(
          0.17,
          0.15,
          logs.slice(0, count / 2).map((l) => one(l)),
        );
        expect(told.sdLog).toBeLessThan(fewer.sdLog);
      }),
    );
  });

  it('widens an amount by the figure and by one go of it', () => {
    const range = { low: 0.1, likely: 0.2, high: 0.3 };
    expect(asTaught(range, undefined, 'litres')).toBe(range);
    const told = asTaught(range, { factor: 1.5, sdLog: 0.2, count: 3 }, 'litres');
    expect(told.likely).toBeCloseTo(0.3, 12);
    // 1.2816 · √(0.2² + 0.15²) = 0.3204
    expect(told.high / told.likely).toBeCloseTo(Math.exp(0.3204), 4);
    expect(told.likely / told.low).toBeCloseTo(told.high / told.likely, 10);
  });
});

const nowMin = Date.parse('2026-11-25T10:00:00Z') / 60_000;
const demo = demoWorkshop(nowMin, 'Europe/London');
const { id, log } = Object.values(demo.pieces).find((p) => p.log.some((e) => e.step.productId && e.actualL))!;
const at = (minute: number) => new Date((nowMin + minute) * 60_000).toISOString();

/** The same piece with this log alone. */
const withLog = (entries: readonly LogEntry[], more: Partial<Workshop['settings']> = {}): Workshop => ({
  ...demo,
  settings: { ...demo.settings, ...more },
  pieces: { [id]: { ...demo.pieces[id]!, log: [...entries] } },
});
const coat = log.find((e) => e.step.productId && e.planned?.volumeL)!;
const entry = (
  own: string,
  change: Partial<LogEntry>,
  planned: Partial<NonNullable<LogEntry['planned']>> = {},
): LogEntry => {
  const { amountIs: _, ...plain } = coat;
  return {
    ...plain,
    id: own,
    step: { ...coat.step, id: own },
    ...change,
    planned: {
      startAt: at(0),
      endAt: at(20),
      volumeL: 0.2,
      typicalL: 0.2,
      handsOnMin: 20,
      typicalMin: 20,
      shape: 'flat',
      ...planned,
    },
  };
};

describe('what the log says', () => {
  it('litres against the typical ones, and what was shared out at one go is one observation', () => {
    const found = evidenceOf(
      withLog([
        entry('a', { doneAt: at(0), actualL: 0.3 }),
        entry('b', { doneAt: at(10), actualL: 0.6 }, { volumeL: 0.4, typicalL: 0.4 }),
        entry('c', { doneAt: at(1500), actualL: 0.18 }),
      ]).pieces[id]!,
    ).filter((e) => e.key === litresKey(coat.step));
    expect(found.map((e) => [e.entryIds, e.typical, e.actual].flat())).toEqual([
      ['a', 'b', expect.closeTo(0.6, 10), expect.closeTo(0.9, 10)],
      ['c', 0.2, 0.18],
    ]);
  });

  it.each<[string, LogEntry, string | null]>([
    ['a guess', entry('a', { doneAt: at(0), actualL: 0.3, amountIs: 'guess' }), 'guess'],
    ['what was put right', entry('a', { doneAt: at(0), actualL: 0.3, amountIs: 'corrected' }), 'corrected'],
    ['what was taken over as planned', entry('a', { doneAt: at(0), actualL: 0.2 }), 'as-planned'],
    ['what was measured', entry('a', { doneAt: at(0), actualL: 0.21 }), null],
  ])('%s', (_, logged, left) => {
    const [found] = evidenceOf(withLog([logged]).pieces[id]!);
    expect(found!.left).toBe(left);
    expect(learnedFrom(withLog([logged]))[0]!.belief === null).toBe(left !== null);
  });

  it('minutes by sitting, from the press of Start, shared out among what was done in it', () => {
    const sand = entry('s', { startedAt: at(0), doneAt: at(10) }, { typicalMin: 10 });
    sand.step = { ...sand.step, kind: 'sand', method: null, productId: null };
    const found = evidenceOf(
      withLog([sand, entry('c', { startedAt: at(10), doneAt: at(60), actualL: null }, { typicalMin: 30 })]).pieces[id]!,
    );
    // 60 minutes for 40: a quarter of it sanding.
    expect(found.map((e) => [e.key, e.actual, e.typical, e.share])).toEqual([
      [minutesKey(sand.step, 'flat'), 15, 10, 0.25],
      [minutesKey(coat.step, 'flat'), 45, 30, 0.75],
    ]);
  });

  it('nothing from sittings nobody started, none from one that ran on, or whose times were put right', () => {
    const of = (...entries: LogEntry[]) => evidenceOf(withLog(entries).pieces[id]!).map((e) => e.left);
    const plain = { actualL: null };
    expect(
      of(
        entry('a', { ...plain, startedAt: null, doneAt: at(10) }),
        entry('b', { ...plain, startedAt: at(10), doneAt: at(30) }),
      ),
    ).toEqual([]);
    expect(of(entry('a', { ...plain, startedAt: at(0), doneAt: at(90) }))).toEqual(['left-running']);
    expect(of(entry('a', { ...plain, startedAt: at(0), doneAt: at(30), timeIs: 'corrected' }))).toEqual(['corrected']);
    expect(of(entry('a', { ...plain, startedAt: at(0), doneAt: at(30) }))).toEqual([null]);
    // Twenty minutes of work and an hour of lunch.
    const lunch = entry('a', { ...plain, startedAt: at(0), doneAt: at(80), pauses: [{ from: at(10), until: at(70) }] });
    expect(evidenceOf(withLog([lunch]).pieces[id]!)[0]).toMatchObject({ actual: 20, left: null });
  });

  it('drying between the last time it was wet and the first time it was not; what was as expected says nothing', () => {
    const of = (...tests: [minutes: number, found: 'wet' | 'touch-dry' | 'sandable'][]) =>
      evidenceOf(
        withLog([
          entry('a', {
            ...{ doneAt: at(0), actualL: null, startedAt: null },
            filmTests: tests.map(([m, found]) => ({ at: at(m), found, expectedMin: 100 })),
          }),
        ]).pieces[id]!,
      ).map((e) => [Math.round(e.actual), e.share]);
    // Between 90 and 160: √(90 · 160) = 120.
    expect(of([90, 'wet'], [160, 'touch-dry'])).toEqual([[120, 1]]);
    expect(of([150, 'wet'])).toEqual([[150, 0.5]]);
    expect(of([70, 'touch-dry'])).toEqual([[70, 0.5]]);
    expect([of([50, 'wet']), of([300, 'sandable']), of([50, 'wet'], [40, 'touch-dry'])]).toEqual([[], [], [[40, 0.5]]]);
  });

  it('filler by the places it fills: what corners take says nothing of dents', () => {
    const fills = Object.values(demo.pieces).flatMap((p) => planOf(p, demo).steps.filter((s) => s.kind === 'fill'));
    expect(fills.length).toBeGreaterThan(1);
    expect(fills.every((s) => s.fills !== undefined)).toBe(true);
    const fill = fills[0]!;
    const of = (own: string, places: 'corners' | 'small', min: number, actualL: number): LogEntry => {
      const plain = entry(own, { doneAt: at(min), startedAt: null, actualL });
      return { ...plain, step: { ...fill, id: own, fills: places } };
    };
    const told = learnedFrom(
      withLog([of('a', 'corners', 0, 0.3), of('b', 'corners', 900, 0.32), of('c', 'small', 1800, 0.19)]),
    );
    expect(told.map((f) => [f.of.kind === 'litres' && f.of.by, f.belief!.count])).toEqual([
      ['corners', 2],
      ['small', 1],
    ]);
  });

  it('coats that hid: more than those after which the ground was said to show, or fewer than were to be needed', () => {
    const paint = Object.values(demo.products).find((p) => p.kind === 'paint')!.id;
    const of = (hidesInCoats: number, coats: readonly ('shows' | 'well' | null)[], over = false) => {
      const step = (k: number, kind: 'paint' | 'clear') => ({
        ...coat.step,
        ...{ id: `${kind}${k}`, kind, productId: kind === 'paint' ? paint : coat.step.productId, ordinal: k + 1 },
      });
      const log = coats.map((seen, k): LogEntry => {
        const plain = entry(
          `${k}`,
          { doneAt: at(300 * k), startedAt: null, actualL: null },
          k === 0 ? { hidesInCoats } : {},
        );
        const words = { shows: ['still-shows'], well: ['went-well'] } as const;
        return { ...plain, step: step(k, 'paint'), ...(seen ? { seen: [...words[seen]] } : {}) };
      });
      const top = { ...entry('top', { doneAt: at(9000), startedAt: null, actualL: null }), step: step(9, 'clear') };
      return evidenceOf(withLog(over ? [...log, top] : log).pieces[id]!)
        .filter((e) => e.key === hidesKey(paint))
        .map((e) => [Math.round(e.actual * 100) / 100, e.share]);
    };
    // Not after two, but after three: √6.
    expect(of(1.6, [null, 'shows', null])).toEqual([[2.45, 1]]);
    // Not after two, and no more is known; after one, though two were to be needed.
    expect([of(1.6, [null, 'shows']), of(1.6, ['well']), of(1.6, [null], true)]).toEqual([
      [[2, 0.5]],
      [[1, 0.5]],
      [[1, 0.5]],
    ]);
    // As expected: not after one, hidden after two; and what nobody looked at.
    expect([of(1.6, ['shows']), of(1.6, [null, 'well']), of(1.6, [null])]).toEqual([[], [], []]);
  });

  it('what is used up between two counts, against what the steps done meanwhile were to take', () => {
    const uses = (own: string, min: number, typical: number) =>
      entry(
        own,
        { doneAt: at(min), startedAt: null, actualL: null },
        { uses: [{ what: 'gloves', amount: 1.1 * typical, typical }] },
      );
    const supply = { ...typicalSupplies.find((s) => s.kind === 'gloves')!, left: 3 };
    const counts = [
      { at: at(0), was: 0, found: 20 },
      { at: at(100), was: 20, found: 14 },
      { at: at(200), was: 14, found: 14 },
      { at: at(300), was: 24, found: 25 },
    ];
    const from = withLog([
      uses('before', -5, 9),
      uses('a', 10, 1),
      uses('b', 100, 2),
      uses('c', 150, 5),
      uses('d', 250, 5),
    ]);
    const told = (found: Workshop['supplies']) =>
      learnedFrom({ ...from, supplies: found }).filter((f) => f.key === usesKey('gloves'));
    // Six for three; nothing gone, or more than there was, was not counted well.
    expect(told({ own: { ...supply, counts } })[0]!.evidence.map((e) => [e.typical, e.actual, e.planned])).toEqual([
      [3, 6, expect.closeTo(3.3, 10)],
    ]);
    expect(told({ own: supply })).toEqual([]);
    const { factor } = told({ own: { ...supply, counts } })[0]!.belief!;
    const { settings } = taughtWorkshop({ ...from, supplies: { own: { ...supply, counts } } });
    expect(settings.taught![usesKey('gloves')]!.factor).toBeCloseTo(factor, 1);
    const { pieces } = demo;
    const of = (taught: NonNullable<typeof settings.taught>) => {
      const reckoned = reckonPiece({
        products: demo.products,
        piece: { ...pieces[id]!, log: [] },
        settings: { ...demo.settings, taught },
        nowMin,
      });
      if (!reckoned.ok) throw new Error('not worked out');
      return reckoned.value.steps
        .flatMap((s) => s.uses.filter((u) => u.what === 'gloves'))
        .reduce((n, u) => n + u.amount, 0);
    };
    expect(of({ [usesKey('gloves')]: { factor: 2, sdLog: 0.1, count: 3 } })).toBeCloseTo(2 * of({}), 10);
  });

  it('is frozen, forgotten, and goes on', () => {
    const key = litresKey(coat.step);
    const entries = [entry('a', { doneAt: at(0), actualL: 0.3 }), entry('b', { doneAt: at(3000), actualL: 0.25 })];
    const factor = (learning: Workshop['settings']['learning']) =>
      taughtWorkshop(withLog(entries, learning ? { learning } : {})).settings.taught?.[key]?.factor;
    expect(factor(undefined)).toBeGreaterThan(1.1);
    expect(factor({ [key]: { frozen: { factor: 0.8, sdLog: 0.1, count: 9 } } })).toBeCloseTo(0.8, 2);
    expect(factor({ [key]: { since: at(4000) } })).toBeUndefined();
    expect(factor({ [key]: { since: at(1000) } })).toBeLessThan(factor(undefined)!);
  });

  it('against the plan: how far off, by product, in the middle and at its ends', () => {
    const found = evidenceOf(
      withLog([1, 1.1, 1.2, 1.3, 1.4].map((r, i) => entry(`${i}`, { doneAt: at(2000 * i), actualL: 0.2 * r + 1e-4 })))
        .pieces[id]!,
    );
    const [told] = plannedAgainstActual(found, (e) => e.key);
    // By hand: quantiles 0.1 and 0.9 of five lie at 0.4 of the first and last gap.
    expect([told!.count, told!.low, told!.middle, told!.high].map((x) => Math.round(x * 100) / 100)).toEqual([
      5, 1.04, 1.2, 1.36,
    ]);
  });
});

describe('plans with the workshop’s own figures', () => {
  it('what a coat takes and how long it is worked follow; typical stays beside it, and what was learnt is learnt once', () => {
    const { piece, told } = (() => {
      const own = { ...demo.pieces[id]!, log: [] };
      return {
        piece: own,
        told: reckonPiece({ piece: own, products: demo.products, settings: demo.settings, nowMin }),
      };
    })();
    if (!told.ok) throw new Error('not worked out');
    const first = told.value.steps.find((s) => s.productL && s.step.method === 'brush')!;
    const key = litresKey(first.step);
    const minutes = minutesKey(first.step, first.typical.shape);
    const taught = { [key]: { factor: 1.5, sdLog: 0.1, count: 4 }, [minutes]: { factor: 2, sdLog: 0.1, count: 4 } };
    const after = reckonPiece({ piece, products: demo.products, settings: { ...demo.settings, taught }, nowMin });
    if (!after.ok) throw new Error('not worked out');
    const same = after.value.steps.find((s) => s.step.id === first.step.id)!;
    expect(same.productL!.likely).toBeCloseTo(1.5 * first.productL!.likely, 10);
    expect(same.handsOnMin).toBe(2 * first.handsOnMin);
    expect(same.typical).toEqual(first.typical);
    expect(first.typical.litres).toBeCloseTo(first.productL!.likely, 12);
    expect(same.working!.result.value).toBe(same.productL!.likely);
    expect(same.minutesWorking.result.value).toBe(same.handsOnMin);
    // Logged as the new plan says: nothing is believed to be twice as far off.
    const { startMin, endMin } = same;
    const logged = entry(
      'x',
      { step: same.step, startedAt: at(0), doneAt: at(same.handsOnMin), actualL: same.productL!.likely * 1.001 },
      {
        startAt: new Date(startMin * 60_000).toISOString(),
        endAt: new Date(endMin * 60_000).toISOString(),
        volumeL: same.productL!.likely,
        handsOnMin: same.handsOnMin,
        typicalL: same.typical.litres!,
        typicalMin: same.typical.minutes,
      },
    );
    const ratio = (k: string) => {
      const e = evidenceOf(withLog([logged]).pieces[id]!).find((x) => x.key === k)!;
      return e.actual / e.typical;
    };
    expect(ratio(key)).toBeCloseTo(1.5, 2);
    expect(ratio(minutes)).toBeCloseTo(2, 6);
  });

  it('a paint that hides in twice the coats has half the power in each, and the rest of the shelf stays as it is', () => {
    const paint = Object.values(demo.products).find((p) => p.kind === 'paint')!;
    const frozen = { factor: 2, sdLog: 0.1, count: 4 };
    const told = taughtWorkshop(withLog([], { learning: { [hidesKey(paint.id)]: { frozen } } }));
    const own = told.products[paint.id]!;
    const [before, after] = [hiddenAfterCoats(paint, '#3a2a20')!, hiddenAfterCoats(own, '#3a2a20')!];
    expect(after / before).toBeCloseTo(2, 1);
    expect(Math.ceil(before)).toBe(coatsToHide(paint, '#3a2a20'));
    expect(Object.values(told.products).filter((p) => p !== demo.products[p.id])).toEqual([own]);
    expect(taughtWorkshop(withLog([], { learning: { [hidesKey(paint.id)]: { frozen } } })).products[paint.id]).toBe(
      own,
    );
    // What it takes by typical figures is learnt from: what was learnt is learnt once.
    const worked = ({ products, settings }: Workshop) => {
      const piece = { ...demo.pieces['ticket-cupboard']!, log: [] };
      const reckoned = reckonPiece({ piece, products, settings, nowMin });
      if (!reckoned.ok) throw new Error('not worked out');
      return reckoned.value.steps.find((s) => s.hidesInCoats !== null)!;
    };
    const typical = worked(demo);
    const learning = { [hidesKey(typical.step.productId!)]: { frozen } };
    expect(worked(taughtWorkshop({ ...demo, settings: { ...demo.settings, learning } })).hidesInCoats).toBeCloseTo(
      typical.hidesInCoats!,
      1,
    );
  });

  it('in money: amounts by the litre, times by the hour, and what costs nothing not at all', () => {
    const found = evidenceOf(withLog([entry('a', { startedAt: at(0), doneAt: at(30), actualL: 0.3 })]).pieces[id]!);
    const both = found.map((of) => ({ kind: figureOf(of.key)!.kind, of }));
    const told = inMoney(both, demo.products, { perL: () => 20, perHour: 30 });
    expect(told.map((e) => [e.planned, e.actual])).toEqual([
      [4, 6],
      [10, 15],
    ]);
    expect(inMoney(both, demo.products, { perL: () => 0, perHour: 30 })).toHaveLength(1);
    const [of] = plannedAgainstActual(told, (e) => e.pieceId);
    expect([of!.planned, of!.actual]).toEqual([14, 21]);
  });

  it('a correction is marked by its deed, and so is a guess', () => {
    const from = withLog([
      entry('a', { doneAt: at(0), actualL: null }),
      entry('b', { doneAt: at(3000), actualL: 0.3 }),
    ]);
    const done = (w: Workshop, deed: Parameters<typeof perform>[1]) => perform(w, deed, at(4000), () => 'new');
    const lefts = (w: Workshop) => w.pieces[id]!.log.map((e) => e.amountIs);
    const used = {
      do: 'note-used',
      pieceId: id,
      productId: coat.step.productId!,
      stepIds: ['a'],
      litres: 0.25,
    } as const;
    expect(lefts(done(from, { ...used, guess: true }))).toEqual(['guess', undefined]);
    expect(lefts(done(from, used))).toEqual([undefined, undefined]);
    expect(lefts(done(from, { do: 'correct-entry', pieceId: id, entryId: 'b', change: { actualL: 0.2 } }))).toEqual([
      undefined,
      'corrected',
    ]);
    expect(
      done(from, { do: 'correct-entry', pieceId: id, entryId: 'b', change: { doneAt: at(3010) } }).pieces[id]!.log[1]!
        .timeIs,
    ).toBe('corrected');
  });
});
