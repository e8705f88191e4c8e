import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DomainError } from '../units';
import { exactSchedule } from './fixtures/exactSchedule';
import optima from './fixtures/optima.json';
import { randomProblem } from './fixtures/randomProblem';
import { lag, task } from './fixtures/tasks';
import {
  conflictOf,
  improvingSchedule,
  scheduleFaults,
  scheduleWorkshop,
  type Task,
  type WorkshopProblem,
  type WorkshopSchedule,
  workCalendar,
} from './index';

/** Wednesday, 8 o'clock in London. */
const nowMin = Date.parse('2026-11-25T08:00:00Z') / 60_000;
const weekdays = ['mon', 'tue', 'wed', 'thu', 'fri'] as const;
const hours = Object.fromEntries(
  weekdays.map((d) => [
    d,
    [
      { fromMin: 480, toMin: 720 },
      { fromMin: 780, toMin: 1020 },
    ],
  ]),
);
const calendar = workCalendar({ timeZone: 'Europe/London', workingHours: hours as never });

const problemOf = (tasks: readonly Task[], more: Partial<WorkshopProblem> = {}): WorkshopProblem => ({
  nowMin,
  tasks,
  pieces: [...new Set(tasks.map((t) => t.pieceId))].map((id) => ({ id, dueMin: null, priority: 1 })),
  people: [{ id: 'hands', calendar }],
  places: {},
  changeMin: 0,
  earlyFrac: 0,
  ...more,
});
/** Starts in minutes from now, and what binds. */
const told = (problem: WorkshopProblem, tries = 200) => {
  const { placed, missed, unplaced } = scheduleWorkshop(problem, tries, 1);
  return {
    starts: Object.fromEntries(placed.map((p) => [p.id, p.startMin - nowMin])),
    binds: Object.fromEntries(placed.map((p) => [p.id, p.binding.kind])),
    missed: missed.map((m) => m.id),
    unplaced: Object.fromEntries(unplaced.map((u) => [u.id, u.because.kind])),
  };
};

describe('worked examples', () => {
  it('uses the wait of one piece for the other: paint, sand the other, paint again', () => {
    const { starts, binds } = told(
      problemOf([task('a/1', 30), task('a/2', 30, { lags: [lag('a/1', 60)] }), task('b/1', 60)]),
    );
    expect(starts).toEqual({ 'a/1': 0, 'b/1': 30, 'a/2': 90 });
    expect(binds).toEqual({ 'a/1': 'now', 'b/1': 'hands', 'a/2': 'wait' });
  });

  it('keeps a window by beginning later: the second coat within four hours, and not at lunch', () => {
    // At once, the second coat would open at 11:45 and fit only after lunch, when its window has closed.
    const window = lag('a/1', 195, { maxMin: 240 });
    const { starts, binds } = told(problemOf([task('a/1', 30), task('a/2', 30, { lags: [window] })]));
    expect(starts['a/2']! - starts['a/1']! - 30).toBeGreaterThanOrEqual(195);
    expect(starts['a/2']! - starts['a/1']! - 30).toBeLessThanOrEqual(240);
    expect(starts).toEqual({ 'a/1': 30, 'a/2': 300 });
    expect(binds['a/1']).toBe('window');
  });

  it('pays for a window that has passed, and cannot where nothing helps after it', () => {
    const done = task('a/1', 30, { fixed: { startMin: nowMin - 600, endMin: nowMin - 570 } });
    const scuffed = lag('a/1', 60, { maxMin: 120, lateMin: 20 });
    const late = scheduleWorkshop(problemOf([done, task('a/2', 30, { lags: [scuffed] })]), 50, 1);
    expect(late.missed).toEqual([{ id: 'a/2', beforeId: 'a/1', closedAtMin: nowMin - 450, lateMin: 20 }]);
    expect(late.placed.at(-1)).toMatchObject({ startMin: nowMin, endMin: nowMin + 50 });
    const never = told(
      problemOf([
        done,
        task('a/2', 30, { lags: [lag('a/1', 60, { maxMin: 120 })] }),
        task('a/3', 10, { lags: [lag('a/2', 0)] }),
      ]),
    );
    expect(never.unplaced).toEqual({ 'a/2': 'window', 'a/3': 'waits' });
  });

  it('lays no stripper on what is held from being scraped', () => {
    const { starts, unplaced } = told(
      problemOf([
        task('a/strip', 10),
        task('a/scrape', 30, { lags: [lag('a/strip', 15, { maxMin: 45 })], held: 'lead not tested' }),
        task('a/photograph', 5),
      ]),
    );
    expect(unplaced).toEqual({ 'a/strip': 'waits', 'a/scrape': 'held' });
    expect(starts).toEqual({ 'a/photograph': 0 });
  });

  it('raises no dust over a film of another piece, nor lays a film where dust is raised', () => {
    const air = { space: 'shed', openMin: 60, raises: null, lays: 'enamel' };
    const dust = { space: 'shed', openMin: 0, raises: 'dust', lays: null };
    const { starts, binds } = told(problemOf([task('a/coat', 30, { air }), task('b/sand', 30, { air: dust })]), 0);
    expect(starts).toEqual({ 'a/coat': 0, 'b/sand': 90 });
    expect(binds['b/sand']).toBe('dust');
    // Sanding first costs nobody an hour.
    expect(told(problemOf([task('a/coat', 30, { air }), task('b/sand', 30, { air: dust })])).starts).toEqual({
      'a/coat': 30,
      'b/sand': 0,
    });
  });

  it('waits for room, for air and for what is delivered, and says so', () => {
    const wet = { id: 'rack', afterwards: false, afterMin: 120 };
    const rack = told(
      problemOf([task('a/1', 30, { places: [wet] }), task('b/1', 30, { places: [wet] })], { places: { rack: 1 } }),
      0,
    );
    expect(rack.starts).toEqual({ 'a/1': 0, 'b/1': 150 });
    expect(rack.binds['b/1']).toBe('place');
    expect(told(problemOf([task('a/1', 30, { places: [wet] })], { places: { rack: 0 } })).unplaced).toEqual({
      'a/1': 'place',
    });
    const damp = { fromMin: nowMin - 60, untilMin: nowMin + 100, because: 'too damp' };
    expect(told(problemOf([task('a/1', 30, { closed: [damp] })]))).toMatchObject({
      starts: { 'a/1': 100 },
      binds: { 'a/1': 'air' },
    });
    const notBefore = { minute: nowMin + 45, because: 'the order comes' };
    expect(told(problemOf([task('a/1', 30, { notBefore })]))).toMatchObject({
      starts: { 'a/1': 45 },
      binds: { 'a/1': 'not-before' },
    });
  });

  it('keeps a promise before an early finish, and the promise that weighs more', () => {
    const tasks = [task('a/1', 120), task('b/1', 120)];
    const due = (id: string, dueMin: number, priority: number) => ({ id, dueMin: nowMin + dueMin, priority });
    const first = (a: number, b: number) =>
      told(problemOf(tasks, { pieces: [due('a', 130, a), due('b', 130, b)] })).starts;
    expect(first(1, 2)).toEqual({ 'a/1': 120, 'b/1': 0 });
    expect(first(2, 1)).toEqual({ 'a/1': 0, 'b/1': 120 });
  });

  it('fills one tool once for two pieces, and not again right after it was in hand', () => {
    const setUp = { key: 'clear/gun', setUpMin: 25 };
    const coats = [task('a/coat', 45, { setUp }), task('b/coat', 45, { setUp })];
    const together = scheduleWorkshop(problemOf(coats), 0, 1);
    expect(together.placed).toMatchObject([
      { startMin: nowMin, endMin: nowMin + 45, sharesWith: null },
      { startMin: nowMin + 45, endMin: nowMin + 65, sharesWith: 'a/coat' },
    ]);
    // Finish, and one setting up: the other falls away.
    expect(together.cost).toBe(65 + 25);
    const other = { key: 'enamel/gun', setUpMin: 25 };
    expect(told(problemOf([coats[0]!, task('b/coat', 45, { setUp: other })])).starts['b/coat']).toBe(45);
    // A sitting that was finished ten minutes ago has left the tool filled; one of an hour ago has not.
    const after = (ago: number) => {
      const fixed = { startMin: nowMin - ago - 45, endMin: nowMin - ago };
      return scheduleWorkshop(problemOf([task('a/coat', 45, { setUp, fixed }), coats[1]!]), 0, 1).placed[1]!.endMin;
    };
    expect([after(10), after(60)]).toEqual([nowMin + 20, nowMin + 45]);
    // A set is coated at one go, though one of it is ready sooner.
    const inSet = (set: { set?: string }) =>
      scheduleWorkshop(
        problemOf([coats[0]!, task('b/sand', 90), task('b/coat', 45, { setUp, lags: [lag('b/sand', 0)] })], {
          pieces: ['a', 'b'].map((id) => ({ id, dueMin: null, priority: 1, ...set })),
        }),
        0,
        1,
      ).placed.at(-1);
    expect(inSet({ set: 'stools' })).toMatchObject({ id: 'b/coat', sharesWith: 'a/coat' });
    expect(inSet({})).toMatchObject({ sharesWith: null });
    // It is held to that however long is sought, and moves with the one that was said to begin at a time.
    const stools = ['a', 'b', 'c'].map((id) => ({ id, dueMin: null, priority: 1, set: 'stools' }));
    const said = { startMin: nowMin + 400, personId: null };
    const inRow = (pinned: string, tries: number, pieces: WorkshopProblem['pieces'] = stools) =>
      scheduleWorkshop(
        problemOf(
          ['a', 'b', 'c'].flatMap((id) => [
            task(`${id}/sand`, id === 'c' ? 100 : 20),
            task(`${id}/coat`, 45, { setUp, lags: [lag(`${id}/sand`, 0)], pin: id === pinned ? said : null }),
          ]),
          { pieces },
        ),
        tries,
        3,
      ).placed.filter((p) => p.id.endsWith('coat'));
    for (const [pinned, tries] of [
      ['', 0],
      ['', 400],
      ['a', 200],
      ['b', 200],
      ['c', 200],
    ] as const) {
      const row = inRow(pinned, tries);
      expect([pinned, row.filter((p) => p.sharesWith !== null).length]).toEqual([pinned, 2]);
      const at = row.map((p) => p.startMin - nowMin).sort((x, y) => x - y);
      expect(at[2]! - at[0]!).toBeLessThanOrEqual(45 + 20);
    }
    // A promise goes before it.
    const promised = [{ ...stools[0]!, dueMin: nowMin + 70 }, ...stools.slice(1)];
    expect(inRow('', 400, promised)[0]).toMatchObject({ startMin: nowMin + 20, endMin: nowMin + 65 });
    // Three in a row: each goes on from the one before it.
    const three = scheduleWorkshop(problemOf([...coats, task('c/coat', 45, { setUp })]), 50, 1);
    expect(three.placed.map((p) => p.endMin - p.startMin).sort()).toEqual([20, 20, 45]);
  });

  it('keeps a piece on the shelf until it may be handled, and begins the next coat before the shelf is free', () => {
    const dries = [{ id: 'drying', afterwards: true, afterMin: 120 }];
    const { starts, binds } = told(
      problemOf([task('a/1', 30, { places: dries }), task('b/1', 60, { places: dries })], { places: { drying: 1 } }),
      0,
    );
    // The first leaves the shelf at 150: the second is done then, having taken an hour.
    expect(starts).toEqual({ 'a/1': 0, 'b/1': 90 });
    expect(binds['b/1']).toBe('place');
    const slow = [{ id: 'drying', afterwards: true, afterMin: 120, until: (endMin: number) => endMin + 200 }];
    expect(
      told(
        problemOf([task('a/1', 30, { places: slow }), task('b/1', 60, { places: dries })], { places: { drying: 1 } }),
        0,
      ).starts['b/1'],
    ).toBe(170);
  });

  it('begins what was said to begin at a minute then, in the hands that were named, and nothing else is in its way', () => {
    const pin = { startMin: nowMin + 60, personId: null };
    const first = told(problemOf([task('a/1', 90), task('b/1', 30, { pin }), task('c/1', 45)]));
    expect(first.starts).toEqual({ 'c/1': 0, 'b/1': 60, 'a/1': 90 });
    expect(first.binds['b/1']).toBe('pin');
    // What it waits for is begun so that its window is kept.
    const window = lag('b/0', 20, { maxMin: 40 });
    const held = told(
      problemOf([task('b/0', 30), task('b/1', 30, { pin: { ...pin, startMin: nowMin + 120 }, lags: [window] })]),
    );
    expect(held.starts['b/0']).toBeGreaterThanOrEqual(50);
    expect(held.starts['b/1']).toBe(120);
    const two = { people: ['x', 'y'].map((id) => ({ id, calendar })) };
    const own = scheduleWorkshop(problemOf([task('a/1', 30, { pin: { ...pin, personId: 'y' } })], two), 0, 1);
    expect(own.placed[0]).toMatchObject({ startMin: nowMin + 60, personId: 'y' });
    // Not at lunch, and not before what it waits for.
    const noon = told(problemOf([task('a/1', 30, { pin: { ...pin, startMin: nowMin + 230 } })]));
    expect(noon.unplaced).toEqual({ 'a/1': 'pin' });
    expect(told(problemOf([task('a/1', 90), task('a/2', 30, { pin, lags: [lag('a/1', 0)] })])).unplaced).toEqual({
      'a/2': 'pin',
    });
  });

  it('gives each of two pairs of hands its own work', () => {
    const two = { people: ['x', 'y'].map((id) => ({ id, calendar })) };
    expect(told(problemOf([task('a/1', 60), task('b/1', 60), task('c/1', 60)], two)).starts).toEqual({
      'a/1': 0,
      'b/1': 0,
      'c/1': 60,
    });
  });

  it('goes on after the break with what may be laid down, and over the night with what may not be cut', () => {
    const { placed } = scheduleWorkshop(problemOf([task('a/sand', 300, { divisible: true })]), 0, 1);
    expect(placed[0]).toMatchObject({ startMin: nowMin, endMin: nowMin + 360 });
    expect(told(problemOf([task('a/1', 200), task('a/coat', 60, { lags: [lag('a/1', 0)] })])).starts).toEqual({
      'a/1': 0,
      'a/coat': 300,
    });
  });

  it('keeps the hours of the clock over a change of summer time', () => {
    // Saturday evening before the clocks go back: the Monday shift begins at 8:00 of the new time, an hour later by the sun.
    const evening = Date.parse('2026-10-24T18:00:00+01:00') / 60_000;
    const { placed } = scheduleWorkshop(problemOf([task('a/1', 30)], { nowMin: evening }), 0, 1);
    expect(new Date(placed[0]!.startMin * 60_000).toISOString()).toBe('2026-10-26T08:00:00.000Z');
    const spring = Date.parse('2027-03-27T18:00:00Z') / 60_000;
    const other = scheduleWorkshop(problemOf([task('a/1', 30)], { nowMin: spring }), 0, 1);
    expect(new Date(other.placed[0]!.startMin * 60_000).toISOString()).toBe('2027-03-29T07:00:00.000Z');
  });

  it('works in any hours: over midnight where that is inside a day of Greenwich, round the clock, ten minutes a day', () => {
    const daily = (...shifts: [number, number][]) =>
      Object.fromEntries(
        ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'].map((d) => [
          d,
          shifts.map(([fromMin, toMin]) => ({ fromMin, toMin })),
        ]),
      );
    const tasks = Array.from({ length: 40 }, (_, i) =>
      task(`p${i % 4}/${i}`, 25 + 35 * (i % 5), {
        divisible: i % 3 === 0,
        lags: i < 4 ? [] : [lag(`p${i % 4}/${i - 4}`, 90, i % 7 === 0 ? { maxMin: 900, lateMin: 5 } : {})],
      }),
    );
    for (const timeZone of ['Europe/London', 'Australia/Lord_Howe', 'America/St_Johns', 'Pacific/Kiritimati'])
      for (const hoursOf of [daily([0, 120], [1320, 1440]), daily([0, 1440]), daily([600, 610]), daily([480, 1020])]) {
        const people = [{ id: 'hands', calendar: workCalendar({ timeZone, workingHours: hoursOf as never }) }];
        const problem = problemOf(tasks, { people });
        const told = scheduleWorkshop(problem, 5, 1);
        expect(scheduleFaults(problem, told)).toEqual([]);
        expect(told.unplaced).toEqual([]);
      }
  });

  it('tells one shift the same from each of its minutes, in any zone', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('Europe/London', 'Australia/Lord_Howe', 'America/St_Johns', 'Pacific/Kiritimati'),
        fc.constantFrom(
          [
            [0, 120],
            [1320, 1440],
          ],
          [[480, 720]],
          [[1200, 1440]],
          [[0, 300]],
        ),
        fc.integer({ min: 0, max: 400 * 1440 }),
        fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }),
        (timeZone, daily, afterMin, share) => {
          const shifts = daily.map(([fromMin, toMin]) => ({ fromMin, toMin }));
          const workingHours = Object.fromEntries(
            ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'].map((d) => [d, shifts]),
          );
          const { shiftAt } = workCalendar({ timeZone, workingHours: workingHours as never });
          const shift = shiftAt(nowMin + afterMin);
          const inside = shift.startMin + Math.floor(share * (shift.endMin - shift.startMin));
          expect(shiftAt(inside)).toEqual(shift);
          expect(shift.endMin).toBeGreaterThan(nowMin + afterMin);
        },
      ),
    );
  });

  it('answers with nothing where there is nothing to do', () => {
    expect(scheduleWorkshop(problemOf([]), 20, 1)).toMatchObject({ placed: [], unplaced: [] });
  });

  it('names what a file cannot mean: waits in a circle, an id twice, no hands', () => {
    const circle = [task('a/1', 30, { lags: [lag('a/2', 0)] }), task('a/2', 30, { lags: [lag('a/1', 0)] })];
    expect(told(problemOf(circle)).unplaced).toEqual({ 'a/1': 'waits', 'a/2': 'waits' });
    expect(() => scheduleWorkshop(problemOf([task('a/1', 30), task('a/1', 30)]), 0, 1)).toThrow(DomainError);
    expect(() => scheduleWorkshop(problemOf([task('a/1', 30)], { people: [] }), 0, 1)).toThrow(DomainError);
  });
});

describe('what cannot be done as asked', () => {
  /** The smallest set that is named, by kind. */
  const named = (problem: WorkshopProblem, pieceId = 'a') => conflictOf(problem, pieceId, 200, 1);

  it('names what stands against what, and nothing else', () => {
    const pin = (startMin: number) => ({ startMin: nowMin + startMin, personId: null });
    // Said to begin at 9:00, and the film before it is closed by then.
    const closing = problemOf([
      task('a/1', 30, { pin: pin(0) }),
      task('a/2', 30, { pin: pin(240 + 60), lags: [lag('a/1', 60, { maxMin: 120 })] }),
      task('b/1', 400),
    ]);
    expect(named(closing)).toEqual([
      { kind: 'window', id: 'a/2', beforeId: 'a/1' },
      { kind: 'pin', id: 'a/1' },
      { kind: 'pin', id: 'a/2' },
    ]);
    // A window that closes in the night: longer hours would do, or letting it pass.
    const done = task('a/1', 30, { fixed: { startMin: nowMin - 60, endMin: nowMin - 30 } });
    const damp = { fromMin: nowMin - 60, untilMin: nowMin + 1000, because: 'too damp' };
    const night = problemOf([done, task('a/2', 30, { lags: [lag('a/1', 400, { maxMin: 500 })], closed: [damp] })]);
    expect(named(night)!.map((c) => c.kind)).toEqual(['air', 'window']);
    const late = problemOf([done, task('a/2', 30, { lags: [lag('a/1', 600, { maxMin: 660 })] })]);
    expect(named(late)!.map((c) => c.kind)).toEqual(['hours', 'window']);
    // No room at all; and hands that two things want at once.
    const bench = [{ id: 'bench', afterwards: false, afterMin: 0 }];
    expect(named(problemOf([task('a/1', 30, { places: bench })], { places: { bench: 0 } }))).toEqual([
      { kind: 'place', placeId: 'bench' },
    ]);
    const both = problemOf([task('a/1', 60, { pin: pin(60) }), task('b/1', 60, { pin: pin(90) })]);
    // Each of these alone would make room: b put off, one pair of hands more, either pin let go.
    expect(named(both)!.map((c) => c.kind)).toEqual(['piece', 'hands', 'pin', 'pin']);
    // What can be done has none; what is only held neither.
    expect(named(problemOf([task('a/1', 30)]))).toBeNull();
    expect(named(problemOf([task('a/1', 30, { held: 'lead not tested' }), task('a/2', 30)]))).toBeNull();
  });
});

describe('random workshops', () => {
  it('break nothing that was asked, are the same for the same seed, and only get better', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 0, max: 60 }), (seed, tries) => {
        const problem = randomProblem(seed);
        const told = scheduleWorkshop(problem, tries, 7);
        expect(scheduleFaults(problem, told)).toEqual([]);
        expect(scheduleWorkshop(problem, tries, 7)).toEqual(told);
        let last = Number.POSITIVE_INFINITY;
        for (const { schedule } of improvingSchedule(problem, tries, 7)) {
          if (!schedule) continue;
          expect(schedule.cost).toBeLessThanOrEqual(last);
          last = schedule.cost;
        }
        expect(told.cost).toBe(last);
      }),
      { numRuns: 150 },
    );
  });

  it('begin with the order that was found before: the same answer for the same question, and none lost to the clock', () => {
    const begun = (problem: WorkshopProblem, { order }: WorkshopSchedule, tries = 0) => {
      let last: WorkshopSchedule | null = null;
      for (const { schedule } of improvingSchedule(problem, tries, 7, JSON.parse(JSON.stringify(order))))
        last = schedule ?? last;
      return last!;
    };
    let [worked, lost] = [0, 0];
    for (let seed = 1; seed <= 150; seed += 1) {
      const problem = randomProblem(seed);
      const told = scheduleWorkshop(problem, 60, 7);
      if (told.cost < scheduleWorkshop(problem, 0, 7).cost) worked += 1;
      expect(begun(problem, told)).toEqual(told);
      const later = { ...problem, nowMin: problem.nowMin + 1 };
      if (begun(later, told).cost > told.cost) lost += 1;
      // A piece more: what is planned for the others was not sought for nothing, and it can be done as a person would at the least.
      const [first] = problem.pieces;
      const without = {
        ...problem,
        pieces: problem.pieces.slice(1),
        tasks: problem.tasks.filter((t) => t.pieceId !== first!.id),
      };
      const more = begun(problem, scheduleWorkshop(without, 30, 7), 1);
      expect(scheduleFaults(problem, more)).toEqual([]);
      expect(more.cost).toBeLessThanOrEqual(scheduleWorkshop(problem, 0, 7).cost);
    }
    // Where nothing better was found it would say nothing.
    expect(worked).toBeGreaterThan(60);
    // Of what is begun now, or fits just before the shift ends, the minute itself is missing.
    expect(lost).toBeLessThanOrEqual(15);
  });

  it('what looks for faults finds each kind of them', () => {
    const problem = problemOf([
      task('a/1', 30),
      task('a/2', 30, { lags: [lag('a/1', 60, { maxMin: 90, blocked: { from: 70, to: 80 } })] }),
      task('b/1', 30),
    ]);
    const good = scheduleWorkshop(problem, 0, 1);
    const moved = (id: string, byMin: number) => ({
      ...good,
      placed: good.placed.map((p) =>
        p.id === id ? { ...p, startMin: p.startMin + byMin, endMin: p.endMin + byMin } : p,
      ),
    });
    expect(scheduleFaults(problem, good)).toEqual([]);
    expect(scheduleFaults(problem, moved('a/2', -10)).join()).toContain('lets it');
    expect(scheduleFaults(problem, moved('a/2', 15)).join()).toContain('barred hour');
    expect(scheduleFaults(problem, moved('a/2', 40)).join()).toContain('after the window');
    expect(scheduleFaults(problem, moved('b/1', -20)).join()).toContain('the same hands');
    expect(scheduleFaults(problem, moved('a/1', -30)).join()).toContain('before now');
    expect(scheduleFaults(problem, moved('b/1', 200)).join()).toContain('out of hours');
    const inAir = {
      opens: (endMin: number) => endMin + 75,
      closes: (endMin: number) => endMin + 85,
      barred: (endMin: number) => ({ fromMin: endMin + 76, untilMin: endMin + 83 }),
    };
    // The air makes the same wait longer, its window another one, and bars what comes too early.
    const slower = problemOf([
      task('a/1', 30),
      task('a/2', 30, {
        lags: [{ ...lag('a/1', 60), inAir }],
        airBar: (startMin) => (startMin < nowMin + 107 ? { untilMin: nowMin + 107, because: 'too cold' } : null),
      }),
    ]);
    const later = scheduleWorkshop(slower, 0, 1);
    expect(scheduleFaults(slower, later)).toEqual([]);
    expect(later.placed[1]).toMatchObject({ startMin: nowMin + 113, binding: { kind: 'wait' } });
    const at = (startMin: number) =>
      scheduleFaults(slower, {
        ...later,
        placed: [later.placed[0]!, { ...later.placed[1]!, startMin, endMin: startMin + 30 }],
      }).join();
    expect(at(nowMin + 104)).toMatch(/lets it|does not bear/);
    expect(at(nowMin + 106)).toContain('does not bear');
    expect(at(nowMin + 110)).toContain('barred hour');
    expect(at(nowMin + 120)).toContain('after the window');
    expect(scheduleFaults(problem, { ...good, placed: good.placed.slice(1) }).join()).toContain(
      'neither placed nor left out',
    );
  });
});

describe('against proven optima (HiGHS, a time-indexed model written apart from the scheduler)', () => {
  /** What is worse than the optimum, by how much: sought until that is found, as long as the tries last. */
  const against = (seed: number, best: { lateMin: number | null; restMin: number | null }) => {
    const wanted = best.lateMin === null ? 0 : best.lateMin * 1e6 + best.restMin!;
    let last: WorkshopSchedule | null = null;
    // What cannot be done at all is not looked for for long: any answer would be one too many.
    const tries = best.lateMin === null ? 500 : 4000;
    // One of the 128 is so narrow that it takes another go to be found.
    for (let go = 1; go <= (best.lateMin === null ? 1 : 4) && (last === null || last.unplaced.length > 0); go += 1)
      for (const { schedule } of improvingSchedule(randomProblem(seed), tries, go)) {
        if (schedule && (last === null || schedule.cost < last.cost)) last = schedule;
        if (last!.cost <= wanted) break;
      }
    const { cost, unplaced } = last!;
    const lateMin = Math.floor(cost / 1e6);
    return { feasible: unplaced.length === 0, lateMin, restMin: cost - lateMin * 1e6, best };
  };

  it('200 kept ones: feasible where any is, as late in 98 of 100, the rest equal in 95 and never 5 % above', () => {
    const all = optima.map(({ seed, lateMin, restMin }) => against(seed, { lateMin, restMin }));
    const solvable = all.filter((a) => a.best.lateMin !== null);
    expect(all.length).toBe(200);
    // Every fifth cannot be done at all, and in half a window binds, or the test would say little.
    expect(solvable.length).toBeLessThanOrEqual(160);
    expect(optima.filter((o) => o.windowsBind).length).toBeGreaterThanOrEqual(100);
    expect(all.filter((a) => a.feasible !== (a.best.lateMin !== null))).toEqual([]);
    expect(solvable.filter((a) => a.lateMin < a.best.lateMin!)).toEqual([]);
    const asLate = solvable.filter((a) => a.lateMin === a.best.lateMin);
    expect(asLate.length / solvable.length).toBeGreaterThanOrEqual(0.98);
    expect(asLate.filter((a) => a.restMin < a.best.restMin! || a.restMin > 1.05 * a.best.restMin!)).toEqual([]);
    expect(asLate.filter((a) => a.restMin === a.best.restMin).length / asLate.length).toBeGreaterThanOrEqual(0.95);
  }, 300_000);

  it('20 solved here', async () => {
    for (const { seed, lateMin, restMin } of optima.slice(0, 20)) {
      const known = lateMin === null ? null : { lateMin, restMin: restMin! };
      expect(await exactSchedule(randomProblem(seed), known)).toEqual(known);
    }
  }, 300_000);
});
