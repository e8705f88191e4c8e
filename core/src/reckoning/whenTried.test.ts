import { describe, expect, it } from 'vitest';
import { type Constraint, conflictOf, scheduleFaults, scheduleWorkshop } from '../schedule';
import type { Piece } from '../workshop';
import { jobs } from './fixtures/jobs';
import { usualWorld } from './fixtures/ruleFixtures';
import { conflictWords, reckonPiece, whenTried, withTried, workshopPlan, workshopProblem } from './index';

const { settings, nowMin } = usualWorld;

/** Two jobs in one workshop, scheduled. */
function together(more: Partial<typeof settings> = {}, changed: (piece: Piece) => Piece = (p) => p) {
  const own = Object.values(jobs)
    .slice(0, 2)
    .map((job, i) => changed({ ...(job as Piece), id: `piece-${i}` }))
    .map((piece) => {
      const told = reckonPiece({ ...usualWorld, piece, withTasks: true });
      if (!told.ok) throw new Error(told.issues.map((i) => i.message).join());
      return { piece, tasks: told.value.tasks };
    });
  const all = { ...settings, ...more };
  const problem = workshopProblem(own, all, nowMin);
  const schedule = scheduleWorkshop(problem, 30, 1);
  expect(scheduleFaults(problem, schedule)).toEqual([]);
  return { own, problem, schedule, plan: workshopPlan(own, schedule, nowMin, all) };
}
const inOrder = ({ plan }: ReturnType<typeof together>) => [...plan.sittings].sort((a, b) => a.startMin - b.startMin);

describe('a sitting at another time', () => {
  const shop = together();
  const { own, problem, schedule } = shop;
  const last = inOrder(shop).at(-1)!;
  const first = inOrder(shop)[0]!;

  it('held back by a week it moves its piece by about as much, and says nothing of the other', () => {
    const week = 7 * 1440;
    const told = whenTried(
      own,
      problem,
      schedule,
      { taskId: last.id, startMin: last.startMin + week, personId: null },
      1,
    );
    if (!told.ok) throw new Error(told.because);
    const mine = told.moved.find((m) => m.pieceId === last.pieceId)!;
    expect(mine.afterMin - mine.beforeMin).toBeGreaterThan(week - 1440);
    expect(mine.afterMin - mine.beforeMin).toBeLessThan(week + 2 * 1440);
  });

  it('where it is planned it moves nothing and misses nothing', () => {
    const { id: taskId, startMin } = first;
    expect(whenTried(own, problem, schedule, { taskId, startMin, personId: null }, 1)).toEqual({
      ok: true,
      moved: [],
      missed: [],
    });
  });

  it('before what it waits for it cannot be, nor in the night; and each says why, and what would resolve it', () => {
    const early = { taskId: last.id, startMin: nowMin, personId: null };
    const told = whenTried(own, problem, schedule, early, 1);
    if (told.ok) throw new Error('it may');
    expect(told.because).toMatch(/^it cannot begin when you said: it comes after /);
    const night = { taskId: first.id, startMin: nowMin + 14 * 60, personId: null };
    const dark = whenTried(own, problem, schedule, night, 1);
    if (dark.ok) throw new Error('it may');
    expect(dark.because).toContain('no working hours');
    const conflict = conflictOf(withTried(problem, night), first.pieceId, 60, 1)!;
    expect(conflictWords(conflict, own, first.pieceId, settings.room).map((p) => p.wayOut)).toEqual([
      'longer hours, or work on a day off',
      'let that go, or say another time',
    ]);
  });
});

describe('what was said, by whom it is done, and where', () => {
  it('a sitting begins when it was said to, whichever of its steps that was said of, until that has passed', () => {
    const free = inOrder(together());
    const late = free.find((s) => s.steps.length > 1 && s.startMin > nowMin + 1440)!;
    const at = (startMin: number) => new Date(startMin * 60_000).toISOString().replace('.000Z', '+00:00');
    const day = late.startMin + 7 * 1440;
    const said = (stepId: string, startMin: number) =>
      together({}, (p) =>
        p.id === late.pieceId
          ? { ...p, edits: { ...p.edits, begins: { [stepId]: { at: at(startMin), personId: null } } } }
          : p,
      );
    const moved = said(late.sittingId, day).plan.sittings.find((s) => s.id === late.id)!;
    expect(moved).toMatchObject({ startMin: day, saidMin: day, binds: 'you said that it begins then' });
    const second = late.steps[1]!;
    const ahead = second.startMin - late.startMin;
    const within = said(second.stepId, day + ahead).plan.sittings.find((s) => s.id === late.id)!;
    expect(within.startMin).toBe(day);
    expect(said(late.sittingId, nowMin - 60).plan.sittings.every((s) => s.saidMin === null)).toBe(true);
  });

  it('two who work here have no sitting at the same time, and are ready sooner; a day off is kept by whoever has it', () => {
    const people = ['Mornings', 'Evenings'].map((name, i) => ({ id: `p${i}`, name, workingHours: null }));
    const off = { from: '2026-11-26', to: '2026-11-27', personId: 'p1', note: '' };
    const both = together({ people, daysOff: [off] });
    const alone = together();
    const ends = (shop: typeof both) => Math.max(...shop.plan.ready.map((r) => r.atMin ?? 0));
    expect(ends(both)).toBeLessThanOrEqual(ends(alone));
    expect(new Set(both.plan.sittings.map((s) => s.personId))).toEqual(new Set(['p0', 'p1']));
    for (const s of both.plan.sittings.filter((x) => x.personId === 'p1')) {
      const day = new Date(s.startMin * 60_000).toISOString().slice(0, 10);
      expect([off.from, off.to]).not.toContain(day);
    }
  });

  it('with one place to dry no two pieces are wet at a time; a coat keeps it until it may be handled', () => {
    const one = together({ room: { bench: 1, spray: 1, drying: 1 } });
    const stays = one.plan.sittings
      .flatMap((s) => s.places.filter((p) => p.id === 'drying').map((p) => ({ ...p, pieceId: s.pieceId })))
      .sort((a, b) => a.fromMin - b.fromMin);
    expect(new Set(stays.map((s) => s.pieceId)).size).toBe(2);
    for (const a of stays)
      for (const b of stays)
        if (a.pieceId !== b.pieceId) expect(a.fromMin < b.untilMin && b.fromMin < a.untilMin).toBe(false);
    const none = together({ room: { bench: 0, spray: 1, drying: 1 } });
    expect(none.plan.unplaced.filter((u) => !u.inVain).map((u) => u.because)).toContain(
      'there is no room for it: the benches',
    );
  });

  it('the same coat on two pieces shares one set-up where it is right behind, and its steps end where it ends', () => {
    const twice = Object.values(jobs)[0] as Piece;
    const own = ['a', 'b'].map((id) => {
      const told = reckonPiece({ ...usualWorld, piece: { ...twice, id }, withTasks: true });
      if (!told.ok) throw new Error('');
      return { piece: { ...twice, id }, tasks: told.value.tasks };
    });
    const problem = workshopProblem(own, settings, nowMin);
    const schedule = scheduleWorkshop(problem, 200, 1);
    expect(scheduleFaults(problem, schedule)).toEqual([]);
    const shared = workshopPlan(own, schedule, nowMin, settings).sittings.filter((s) => s.sharesWith !== null);
    expect(shared.length).toBeGreaterThan(0);
    for (const s of shared) {
      expect(s.binds).toMatch(/^right behind .*, with the same still in the same tool$/);
      expect(s.steps.at(-1)!.endMin).toBe(s.endMin);
      expect(s.endMin - s.startMin).toBe(s.handsMin);
    }
  });
});

it('every kind of thing that cannot be kept has words of its own, and a way out', () => {
  const { own } = together();
  const [one, two] = own[0]!.tasks.filter((t) => t.stepIds.length > 0);
  const [id, beforeId, pieceId] = [two!.id, one!.id, own[0]!.piece.id];
  const all: Constraint[] = [
    { kind: 'window', id, beforeId },
    { kind: 'barred', id, beforeId },
    { kind: 'pin', id },
    { kind: 'not-before', id },
    { kind: 'air', pieceId },
    { kind: 'dust' },
    { kind: 'place', placeId: 'drying' },
    { kind: 'hours' },
    { kind: 'hands' },
    { kind: 'piece', pieceId },
  ];
  const words = conflictWords(all, own, pieceId, { bench: null, spray: null, drying: 3 });
  expect(new Set(words.map((w) => w.what)).size).toBe(all.length);
  expect(new Set(words.map((w) => w.wayOut)).size).toBe(all.length);
  expect(words[2]).toMatchObject({ pieceId, stepId: two!.stepIds[0] });
  expect(words[6]!.what).toBe('there is room for 3 in the places where films dry');
  expect(words[4]!.what).toContain(own[0]!.piece.name);
});
