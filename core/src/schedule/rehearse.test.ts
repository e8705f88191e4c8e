import { describe, expect, it } from 'vitest';
import { defaultSettings } from '../workshop';
import { randomProblem } from './fixtures/randomProblem';
import { lag, task } from './fixtures/tasks';
import { rehearsed, type Spread, scheduleWorkshop, type Task, type WorkshopProblem, workCalendar } from './index';

const nowMin = Math.floor(Date.parse('2026-11-25T08:00:00Z') / 60_000);
/** Hours round the clock, so that nothing but the tasks themselves takes time. */
const always = { longestShiftMin: 10_000_000, shiftAt: () => ({ startMin: 0, endMin: 1e9 }) };
const problemOf = (tasks: Task[], more: Partial<WorkshopProblem> = {}): WorkshopProblem => ({
  nowMin,
  tasks,
  pieces: [...new Set(tasks.map((t) => t.pieceId))].map((id) => ({ id, dueMin: null, priority: 1 })),
  people: [{ id: 'one', calendar: always }],
  places: {},
  changeMin: 0,
  earlyFrac: 0,
  ...more,
});
const orderOf = (problem: WorkshopProblem) =>
  new Map(scheduleWorkshop(problem, 0, 1).placed.map((p) => [p.id, p.startMin]));
const exact: Spread = { handsSigma: 0, waits: [1, 1, 1], weatherMin: 0 };

describe('rehearse', () => {
  // Worked by hand: hands of 60 and 90 min whose factor has a mean of one, and a wait of 600 min whose triangle
  // (0.7, 0.85, 1.1) has a mean of 0.8833: 60 + 530 + 90 = 680 min.
  it('has the mean of two steps and the wait between them, and the spread it was given', () => {
    const problem = problemOf([task('a/1', 60), task('a/2', 90, { lags: [lag('a/1', 600)] })]);
    const runs = 4000;
    const told = rehearsed(problem, orderOf(problem), runs, 7);
    const [piece] = told.pieces;
    const wait = (0.7 + 0.85 + 1.1) / 3;
    const mean = 60 + 600 * wait + 90;
    // Variance of a triangle, and of a lognormal with a mean of one.
    const triangle = (0.7 ** 2 + 0.85 ** 2 + 1.1 ** 2 - 0.7 * 0.85 - 0.7 * 1.1 - 0.85 * 1.1) / 18;
    const hands = Math.exp(0.3 ** 2) - 1;
    const deviation = Math.sqrt(600 ** 2 * triangle + (60 ** 2 + 90 ** 2) * hands);
    expect(Math.abs(piece!.meanMin - nowMin - mean)).toBeLessThan((4 * deviation) / Math.sqrt(runs));
    expect(piece!.p90Min - piece!.p10Min).toBeGreaterThan(2 * deviation);
    expect(piece!.p90Min - piece!.p10Min).toBeLessThan(3.2 * deviation);
    expect(piece!.days.reduce((sum, d) => sum + d.runs, 0)).toBe(runs);
  });

  it('is the same for the same seed, and another for another', () => {
    const problem = randomProblem(3);
    const order = orderOf(problem);
    expect(rehearsed(problem, order, 60, 1)).toEqual(rehearsed(problem, order, 60, 1));
    expect(rehearsed(problem, order, 60, 1)).not.toEqual(rehearsed(problem, order, 60, 2));
  });

  it('is the plan itself where nothing differs from it and one thing follows the other', () => {
    const settings = { ...defaultSettings('W', 'Europe/London', 'metric', 'GBP') };
    const problem = problemOf(
      [
        task('a/1', 50),
        task('a/2', 200, { divisible: true, lags: [lag('a/1', 0)] }),
        task('a/3', 30, { lags: [lag('a/2', 300, { blocked: { from: 0, to: 400 } })] }),
        task('a/4', 0, { lags: [lag('a/3', 1500)] }),
      ],
      { people: [{ id: 'one', calendar: workCalendar(settings) }] },
    );
    const plan = scheduleWorkshop(problem, 0, 1);
    const told = rehearsed(problem, new Map(plan.placed.map((p) => [p.id, p.startMin])), 3, 1, exact);
    const end = Math.max(...plan.placed.map((p) => p.endMin));
    expect(told.pieces[0]).toMatchObject({ p10Min: end, p50Min: end, p90Min: end, meanMin: end });
  });

  it('fills a tool once for what is done right behind each other, and anew where something else lies between', () => {
    const setUp = { key: 'clear/gun', setUpMin: 25 };
    const coats = [task('a/coat', 45, { setUp }), task('b/coat', 45, { setUp })];
    const lastOf = (tasks: Task[]) => {
      const problem = problemOf(tasks);
      const order = new Map(tasks.map((t, i) => [t.id, nowMin + i]));
      return Math.max(...rehearsed(problem, order, 3, 1, exact).pieces.map((p) => p.p50Min)) - nowMin;
    };
    expect(lastOf(coats)).toBe(45 + 20);
    expect(lastOf([coats[0]!, task('c/sand', 30), coats[1]!])).toBe(45 + 30 + 45);
    expect(lastOf([coats[0]!, task('b/coat', 45, { setUp: { key: 'enamel/gun', setUpMin: 25 } })])).toBe(90);
  });

  it('keeps promises as often as the time left for them lets it, and says what was missed and what made it late', () => {
    const late = (dueMin: number) => {
      const problem = problemOf(
        [task('a/1', 60), task('a/2', 30, { lags: [lag('a/1', 600, { maxMin: 500, lateMin: 15 })] }), task('b/1', 400)],
        {
          pieces: [
            { id: 'a', dueMin, priority: 1 },
            { id: 'b', dueMin: null, priority: 1 },
          ],
        },
      );
      const order = new Map([
        ['a/1', nowMin],
        ['b/1', nowMin + 60],
        ['a/2', nowMin + 660],
      ]);
      return rehearsed(problem, order, 400, 1);
    };
    const [tight, easy] = [late(nowMin + 610), late(nowMin + 1200)];
    expect(easy.pieces[0]!.metFrac).toBe(1);
    expect(tight.pieces[0]!.metFrac).toBeGreaterThan(0.05);
    expect(tight.pieces[0]!.metFrac).toBeLessThan(0.6);
    // Its window of 500 min is over before it dries, but where it dries soonest: then only other work makes it late.
    expect(tight.missed[0]!.id).toBe('a/2');
    expect(tight.missed[0]!.frac).toBeGreaterThan(0.6);
    expect(tight.lateBy[0]).toMatchObject({ id: 'a/2', cause: 'wait' });
    expect(tight.causes.map((c) => c.cause).sort()).toEqual(['hands', 'wait']);
    expect(tight.causes.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9);
  });

  it('gains by another pair of hands, waits for air and for films, and leaves out what has no place', () => {
    const busy = [1, 2, 3, 4].map((i) => task(`p${i}/1`, 240));
    const one = problemOf(busy);
    const two = { ...one, people: [...one.people, { id: 'two', calendar: always }] };
    const last = (p: WorkshopProblem) => Math.max(...rehearsed(p, orderOf(p), 50, 1).pieces.map((x) => x.p50Min));
    expect(last(two) - nowMin).toBeLessThan(0.65 * (last(one) - nowMin));
    const foggy = problemOf([
      task('a/1', 30, { airBar: (at) => (at < nowMin + 1000 ? { untilMin: nowMin + 1000, because: 'damp' } : null) }),
      task('b/1', 30, { air: { space: 'x', openMin: 120, raises: null, lays: 'paint' } }),
      task('c/1', 30, { air: { space: 'x', openMin: 0, raises: 'dust', lays: null } }),
    ]);
    const order = new Map([
      ['a/1', nowMin],
      ['b/1', nowMin + 1],
      ['c/1', nowMin + 2],
    ]);
    const told = rehearsed(foggy, order, 20, 1, exact);
    expect(told.pieces.map((p) => p.p50Min - nowMin)).toEqual([1030, 30, 180]);
    order.delete('c/1');
    expect(rehearsed(foggy, order, 20, 1, exact).pieces.map((p) => p.pieceId)).toEqual(['a', 'b']);
    // Of a piece that is held half-way nothing is promised.
    const held = problemOf([task('a/1', 30), task('a/2', 30, { lags: [lag('a/1', 0)] }), task('b/1', 30)]);
    const some = new Map([
      ['a/1', nowMin],
      ['b/1', nowMin + 30],
    ]);
    expect(rehearsed(held, some, 5, 1).pieces.map((p) => p.pieceId)).toEqual(['b']);
    expect(() => rehearsed(foggy, order, 0, 1)).toThrow();
    // One place to dry: the second coat ends when the first leaves it; what somebody said begins then, and not before.
    const drying = [{ id: 'drying', afterwards: true, afterMin: 120 }];
    const pin = { startMin: nowMin + 500, personId: null };
    const full = problemOf(
      [task('a/1', 30, { places: drying }), task('b/1', 60, { places: drying }), task('c/1', 10, { pin })],
      {
        places: { drying: 1 },
      },
    );
    expect(rehearsed(full, orderOf(full), 3, 1, exact).pieces.map((p) => p.p50Min - nowMin)).toEqual([30, 150, 510]);
    const room = { ...full, places: { drying: 2 } };
    expect(rehearsed(room, orderOf(room), 3, 1, exact).pieces[1]!.p50Min - nowMin).toBe(90);
  });
});
