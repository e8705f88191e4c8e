import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultSettings } from '../workshop';
import { type Activity, scheduleInOrder, workCalendar } from './index';

const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP'); // Monday to Friday 8–12 and 13–17
const calendar = workCalendar(settings);
const at = (iso: string) => Date.parse(iso) / 60_000;
const activity = (
  id: string,
  handsOnMin: number,
  lags: [string, number, (number | null)?][] = [],
  more: Partial<Activity> = {},
): Activity => ({
  id,
  handsOnMin,
  divisible: false,
  fixed: null,
  lags: lags.map(([beforeId, minMin, maxMin = null]) => ({ beforeId, minMin, maxMin, blocked: null })),
  ...more,
});
const run = (now: string, ...activities: Activity[]) => {
  const answer = scheduleInOrder({ activities, nowMin: at(now) }, calendar);
  return {
    ...answer,
    times: Object.fromEntries(
      answer.placed.map((p) => [p.id, new Date(p.startMin * 60_000).toISOString().slice(0, 16)]),
    ),
  };
};

describe('workCalendar', () => {
  it('keeps wall-clock hours over the change of summer time (29 March 2026, 1:00 → 2:00)', () => {
    expect(calendar.shiftAt(at('2026-03-27T18:00Z'))).toEqual({
      startMin: at('2026-03-30T07:00Z'),
      endMin: at('2026-03-30T11:00Z'),
    });
    expect(calendar.shiftAt(at('2026-03-27T16:30Z')).endMin).toBe(at('2026-03-27T17:00Z'));
    expect(calendar.shiftAt(at('2026-10-23T17:00Z')).startMin).toBe(at('2026-10-26T08:00Z'));
  });
  it('keeps days apart in a zone far from Greenwich', () => {
    const far = workCalendar({ ...settings, timeZone: 'Pacific/Auckland' }); // UTC+13 in November
    expect(far.shiftAt(at('2026-11-24T18:00Z'))).toEqual({
      startMin: at('2026-11-24T19:00Z'),
      endMin: at('2026-11-24T23:00Z'),
    });
  });
});

describe('hours as they are typed', () => {
  const day = (...shifts: [number, number][]) => shifts.map(([from, to]) => ({ fromMin: from * 60, toMin: to * 60 }));
  const withDays = (mon: ReturnType<typeof day>, tue: ReturnType<typeof day> = []) =>
    workCalendar({ ...settings, timeZone: 'UTC', workingHours: { ...settings.workingHours, mon, tue, wed: [] } });
  it('overlapping shifts count once, adjoining ones are one, and midnight is no break', () => {
    // Monday 23 November 2026.
    const overlapping = withDays(day([8, 12], [10, 15]));
    expect(overlapping.shiftAt(at('2026-11-23T11:00Z'))).toEqual({
      startMin: at('2026-11-23T08:00Z'),
      endMin: at('2026-11-23T15:00Z'),
    });
    expect(overlapping.longestShiftMin).toBe(7 * 60);
    const adjoining = withDays(day([8, 12], [12, 17]));
    const long = { activities: [activity('a', 300)], nowMin: at('2026-11-23T10:00Z') };
    expect(scheduleInOrder(long, adjoining).placed[0]).toMatchObject({ startMin: at('2026-11-23T10:00Z') });
    const night = withDays(day([20, 24]), day([0, 4]));
    expect(night.shiftAt(at('2026-11-23T21:00Z'))).toEqual({
      startMin: at('2026-11-23T20:00Z'),
      endMin: at('2026-11-24T04:00Z'),
    });
  });
  it('however they overlap, work lies in hours that were typed and takes the minutes it takes', () => {
    const hours = fc.array(fc.tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 1, max: 24 })), {
      minLength: 1,
      maxLength: 4,
    });
    fc.assert(
      fc.property(hours, fc.integer({ min: 1, max: 900 }), (typed, minutes) => {
        const shifts = typed.filter(([from, to]) => from < to);
        fc.pre(shifts.length > 0);
        const own = workCalendar({
          ...settings,
          timeZone: 'UTC',
          workingHours: { mon: day(...shifts), tue: [], wed: [], thu: [], fri: [], sat: [], sun: [] },
        });
        const { placed } = scheduleInOrder(
          { activities: [activity('a', minutes, [], { divisible: true })], nowMin: at('2026-11-23T00:00Z') },
          own,
        );
        const worked = (minute: number) => {
          const date = new Date(minute * 60_000);
          return (
            date.getUTCDay() === 1 && shifts.some(([from, to]) => date.getUTCHours() >= from && date.getUTCHours() < to)
          );
        };
        let counted = 0;
        for (let m = placed[0]!.startMin; m < placed[0]!.endMin; m += 1) counted += worked(m) ? 1 : 0;
        expect(counted).toBe(minutes);
      }),
      { numRuns: 60 },
    );
  });
});

describe('scheduleInOrder', () => {
  it('lets waits run through the night and the weekend, and work only in working hours', () => {
    // Friday 27 November 2026: 30 min from 16:00, then 2 h to dry: Monday.
    expect(run('2026-11-27T16:00Z', activity('a', 30), activity('b', 30, [['a', 120]])).times).toEqual({
      a: '2026-11-27T16:00',
      b: '2026-11-30T08:00',
    });
  });
  it('does not begin wet work that would not end before the break, nor what takes an hour at most, but divides long sanding', () => {
    expect(run('2026-11-25T11:40Z', activity('wet', 30)).times.wet).toBe('2026-11-25T13:00');
    const { placed } = run('2026-11-25T11:40Z', activity('dry', 61, [], { divisible: true }));
    expect(placed[0]).toEqual({ id: 'dry', startMin: at('2026-11-25T11:40Z'), endMin: at('2026-11-25T13:41Z') });
    expect(run('2026-11-25T11:40Z', activity('dry', 60, [], { divisible: true })).times.dry).toBe('2026-11-25T13:00');
  });
  it('sees to what cannot be left though the hours are over, right behind its work or in the next shift', () => {
    const rags = {
      pastHours: (behind: readonly string[]) => behind.at(-1) === 'oil',
      goingOnMin: (behind: readonly string[]) => (behind.at(-1) === 'oil' ? 2 : null),
    };
    const oil = activity('oil', 240);
    expect(run('2026-11-25T13:00Z', oil, activity('rags', 3, [['oil', 0]], rags)).placed[1]).toEqual({
      id: 'rags',
      startMin: at('2026-11-25T17:00Z'),
      endMin: at('2026-11-25T17:02Z'),
    });
    expect(run('2026-11-25T13:00Z', oil, activity('rags', 3, [['oil', 1]], rags)).times.rags).toBe('2026-11-26T08:00');
    expect(run('2026-11-25T13:00Z', oil, activity('rags', 3, [['oil', 0]])).times.rags).toBe('2026-11-26T08:00');
  });
  it('holds work back for what is ready half an hour later and is done at the same go, not for longer nor past a window', () => {
    const goesOn = { goingOnMin: (behind: readonly string[]) => (behind.at(-1) === 'legs' ? 20 : null) };
    const both = (laterMin: number, window: number | null = null) =>
      run(
        '2026-11-25T08:00Z',
        activity('dried', 10),
        activity('legs', 5, [['dried', 60, window]]),
        activity('sides', 25, [['dried', 65 + laterMin]], goesOn),
      ).times;
    expect(both(30)).toMatchObject({ legs: '2026-11-25T09:40', sides: '2026-11-25T09:45' });
    expect(both(31)).toMatchObject({ legs: '2026-11-25T09:10', sides: '2026-11-25T09:46' });
    expect(both(30, 89)).toMatchObject({ legs: '2026-11-25T09:10', sides: '2026-11-25T09:45' });
    expect(both(30, 90)).toMatchObject({ legs: '2026-11-25T09:40' });
  });
  it('holds a coat back for days where it need be no sooner than the other, and for no longer than three', () => {
    const goesOn = { goingOnMin: (behind: readonly string[]) => (behind.at(-1) === 'sides' ? 20 : null) };
    const top = (laterMin: number, heldMin: number) =>
      run(
        '2026-11-23T08:00Z',
        activity('stain', 5),
        activity('sides', 25, [], { heldFor: (id) => (id === 'top' ? heldMin : 0) }),
        activity('top', 25, [['stain', laterMin]], goesOn),
      ).times;
    const day = 24 * 60;
    expect(top(2 * day, 3 * day)).toMatchObject({
      stain: '2026-11-23T08:00',
      sides: '2026-11-25T08:00',
      top: '2026-11-25T08:25',
    });
    expect(top(2 * day, 0)).toMatchObject({ sides: '2026-11-23T08:05' });
    expect(top(4 * day, 9 * day)).toMatchObject({ sides: '2026-11-23T08:05' });
  });
  it('fills a wait with other work', () => {
    expect(
      run('2026-11-25T08:00Z', activity('a', 10), activity('b', 10, [['a', 60]]), activity('c', 20)).times,
    ).toEqual({ a: '2026-11-25T08:00', b: '2026-11-25T09:10', c: '2026-11-25T08:10' });
  });
  it('steps over a barred interval and reports a window it had to let pass', () => {
    const blocked = {
      ...activity('b', 10),
      lags: [{ beforeId: 'a', minMin: 15, maxMin: null, blocked: { from: 60, to: 2880 } }],
    };
    const busy = activity('x', 100, [['a', 0]]);
    expect(run('2026-11-23T08:00Z', activity('a', 10), busy, blocked).times.b).toBe('2026-11-25T08:10');
    const late = run('2026-11-27T16:30Z', activity('a', 20), activity('b', 20, [['a', 120, 720]]));
    expect(late.missed).toEqual([{ id: 'b', beforeId: 'a', closedAtMin: at('2026-11-28T04:50Z') }]);
  });
  it('holds work back that can wait where a window would pass meanwhile, also for what lies between two coats', () => {
    const coat = activity('coat 1', 10);
    const work = activity('other work', 200);
    expect(run('2026-11-25T08:00Z', coat, work, activity('coat 2', 10, [['coat 1', 60, 90]]))).toMatchObject({
      times: { 'coat 1': '2026-11-25T08:00', 'coat 2': '2026-11-25T09:10', 'other work': '2026-11-25T13:00' },
      missed: [],
    });
    // The denib is not tied to the window, the coat after it is.
    const between = [
      activity('denib', 20, [['coat 1', 60]]),
      activity('coat 2', 10, [
        ['denib', 0],
        ['coat 1', 60, 120],
      ]),
    ];
    expect(run('2026-11-25T08:00Z', coat, work, ...between)).toMatchObject({
      times: { denib: '2026-11-25T09:10', 'coat 2': '2026-11-25T09:30', 'other work': '2026-11-25T13:00' },
      missed: [],
    });
    // What fits before it is not held back, nor is anything where the window cannot be kept.
    const short = activity('short work', 50);
    expect(run('2026-11-25T08:00Z', coat, short, activity('coat 2', 10, [['coat 1', 60, 90]])).times).toMatchObject({
      'short work': '2026-11-25T08:10',
    });
    const hopeless = activity('coat 2', 10, [['coat 1', 400, 450]]);
    expect(run('2026-11-25T11:00Z', activity('coat 1', 10), activity('other work', 40), hopeless).times).toMatchObject({
      'other work': '2026-11-25T11:10',
    });
  });
  it('keeps every window of two coats that can be kept with the hands free, whatever else there is to do', () => {
    const arb = fc.record({
      minMin: fc.integer({ min: 10, max: 90 }),
      openMin: fc.integer({ min: 0, max: 60 }),
      others: fc.array(fc.integer({ min: 5, max: 200 }), { maxLength: 6 }),
    });
    fc.assert(
      fc.property(arb, ({ minMin, openMin, others }) => {
        const coats = [activity('coat 1', 10), activity('coat 2', 10, [['coat 1', minMin, minMin + openMin]])];
        const { missed } = run('2026-11-25T08:00Z', ...coats, ...others.map((m, i) => activity(`other ${i}`, m)));
        expect(missed).toEqual([]);
      }),
    );
  });
  it('does what a passed window asks for before its own, once', () => {
    const ifLate = (beforeId: string) => ({
      first: [activity('scuff', 15)],
      lags: [
        { beforeId, minMin: 120, maxMin: 720, blocked: null },
        { beforeId: 'scuff', minMin: 0, maxMin: null, blocked: null },
      ],
    });
    const late = run('2026-11-27T16:30Z', activity('a', 20), activity('b', 20, [['a', 120, 720]], { ifLate }));
    expect(late.placed.map((p) => p.id)).toEqual(['a', 'scuff', 'b']);
    expect(late.times).toMatchObject({ scuff: '2026-11-30T08:00', b: '2026-11-30T08:15' });
    expect(late.missed).toEqual([{ id: 'b', beforeId: 'a', closedAtMin: at('2026-11-28T04:50Z') }]);
  });
  it('asks for it at one go for all that is done at one go, before any of it lies open', () => {
    const scuffed = (id: string, before: string, alike: string): Activity => ({
      ...activity(id, 20, [[before, 120, 720]]),
      goingOnMin: ([first]) => (first === alike ? 15 : null),
      ifLate: (beforeId) => ({
        first: [{ ...activity(`scuff ${id}`, 15), goingOnMin: ([first]) => (first?.startsWith('scuff') ? 15 : null) }],
        lags: [
          { beforeId, minMin: 120, maxMin: 720, blocked: null },
          { beforeId: `scuff ${id}`, minMin: 0, maxMin: null, blocked: null },
        ],
      }),
    });
    const both = (alike: string) =>
      run(
        '2026-11-27T16:10Z',
        activity('a', 20),
        activity('b', 20),
        scuffed('2a', 'a', alike),
        scuffed('2b', 'b', alike),
      );
    const order = (alike: string) => [...both(alike).placed].sort((x, y) => x.startMin - y.startMin).map((p) => p.id);
    expect(order('2a')).toEqual(['a', 'b', 'scuff 2a', 'scuff 2b', '2a', '2b']);
    expect(order('none')).toEqual(['a', 'b', 'scuff 2a', '2a', 'scuff 2b', '2b']);
    expect(
      both('2a')
        .missed.map((m) => m.id)
        .sort(),
    ).toEqual(['2a', '2b']);
  });
  it('lays work longer than any shift out from the start of one', () =>
    expect(run('2026-11-25T09:00Z', activity('long', 300)).times.long).toBe('2026-11-25T13:00'));

  it('never overlaps hands, never breaks a lag or working hours, and ends on circles', () => {
    const arb = fc.array(
      fc.record({
        hands: fc.integer({ min: 0, max: 200 }),
        divisible: fc.boolean(),
        before: fc.array(fc.tuple(fc.nat(20), fc.nat(3000)), { maxLength: 3 }),
      }),
      { minLength: 1, maxLength: 14 },
    );
    fc.assert(
      fc.property(arb, fc.boolean(), (rows, circles) => {
        const activities = rows.map((r, i) =>
          activity(
            `s${i}`,
            r.hands,
            r.before.flatMap(([to, lag]): [string, number][] => {
              const j = to % rows.length;
              return j === i || (!circles && j > i) ? [] : [[`s${j}`, lag]];
            }),
            { divisible: r.divisible },
          ),
        );
        const { placed } = scheduleInOrder({ activities, nowMin: at('2026-11-24T10:00Z') }, calendar);
        expect(placed).toHaveLength(rows.length);
        if (circles) return;
        const by = new Map(placed.map((p) => [p.id, p]));
        for (const a of activities) {
          const p = by.get(a.id)!;
          for (const l of a.lags) expect(p.startMin).toBeGreaterThanOrEqual(by.get(l.beforeId)!.endMin + l.minMin);
          if (a.handsOnMin > 0) expect(calendar.shiftAt(p.startMin).startMin).toBeLessThanOrEqual(p.startMin);
        }
        const hands = placed.filter((p) => p.endMin > p.startMin).sort((a, b) => a.startMin - b.startMin);
        hands.slice(1).forEach((p, i) => {
          expect(p.startMin).toBeGreaterThanOrEqual(hands[i]!.endMin);
        });
      }),
    );
  });

  it('raises no dust or mist over what is still open, whatever lags and order ask for', () => {
    const arb = fc.array(
      fc.record({
        hands: fc.integer({ min: 5, max: 120 }),
        place: fc.constantFrom('top', 'carcass', 'legs'),
        kind: fc.constantFrom('sand', 'brush', 'spray-a', 'spray-b'),
        open: fc.integer({ min: 10, max: 400 }),
        after: fc.option(fc.tuple(fc.nat(12), fc.nat(600))),
      }),
      { minLength: 2, maxLength: 13 },
    );
    fc.assert(
      fc.property(arb, fc.option(fc.tuple(fc.nat(600), fc.integer({ min: 1, max: 600 }))), (rows, elsewhere) => {
        const now = at('2026-11-24T08:00Z');
        const activities = rows.map((r, i) => ({
          ...activity(`s${i}`, r.hands, r.after && i > 0 ? [[`s${r.after[0] % i}`, r.after[1]]] : [], {
            divisible: false,
          }),
          air: {
            place: r.place,
            openMin: r.kind === 'sand' ? 0 : r.open,
            raises: r.kind === 'sand' ? 'dust' : r.kind === 'brush' ? null : r.kind,
            lays: r.kind === 'sand' ? null : r.kind,
          },
        }));
        const openElsewhere = elsewhere
          ? [{ fromMin: now + elsewhere[0], untilMin: now + elsewhere[0] + elsewhere[1] }]
          : [];
        const { placed } = scheduleInOrder({ activities, nowMin: now, openElsewhere }, calendar);
        activities.forEach((s, i) => {
          const soils = placed[i]!;
          if (s.air.raises === null) return;
          for (const w of openElsewhere) expect(soils.startMin >= w.untilMin || soils.endMin <= w.fromMin).toBe(true);
          activities.forEach((f, j) => {
            const film = placed[j]!;
            if (f.air.openMin === 0 || f.air.place === s.air.place || f.air.lays === s.air.raises) return;
            const clear = soils.startMin >= film.endMin + f.air.openMin || soils.endMin <= film.endMin;
            expect(clear, `${s.id} over ${f.id}`).toBe(true);
          });
        });
      }),
    );
  });
});
