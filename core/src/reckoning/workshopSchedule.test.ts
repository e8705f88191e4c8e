import { describe, expect, it } from 'vitest';
import { keptWorkCalendar, scheduleFaults, scheduleWorkshop } from '../schedule';
import type { Piece } from '../workshop';
import { jobs } from './fixtures/jobs';
import { usualWorld } from './fixtures/ruleFixtures';
import { type Reckoning, reckonPiece, type StepInTime, stepsInTime, workshopPlan, workshopProblem } from './index';

const { settings, nowMin } = usualWorld;
const reckon = (piece: Piece): Reckoning => {
  const told = reckonPiece({ ...usualWorld, piece, withTasks: true });
  if (!told.ok) throw new Error(told.issues.map((i) => i.message).join());
  return told.value;
};

/** Jobs as pieces of one workshop, each with its reckoning, scheduled together. */
function together(pieces: readonly Piece[]) {
  const own = pieces.map((piece, i) => ({ ...piece, id: `piece-${i}` })).map((piece) => ({ piece, ...reckon(piece) }));
  const problem = workshopProblem(own, settings, nowMin);
  const schedule = scheduleWorkshop(problem, 5, 1);
  const tasks = new Map(own.flatMap((o) => o.tasks).map((t) => [t.id, t]));
  const inTime = new Map<string, StepInTime>();
  for (const at of schedule.placed) {
    const task = tasks.get(at.id)!;
    for (const s of stepsInTime(task, at, keptWorkCalendar(settings))) inTime.set(`${task.pieceId}/${s.stepId}`, s);
  }
  return { own, problem, schedule, inTime, tasks };
}

/** Five at a time, so that every job meets others. */
const groups = Object.values(jobs)
  .map((_, i, all) => (i % 5 === 0 ? (all.slice(i, i + 5) as Piece[]) : []))
  .filter((g) => g.length > 0);

describe('the tasks of pieces in one schedule', () => {
  it.each(groups.map((g, i) => [i, g] as const))(
    'group %i: every wait of every step is kept, every step has a time or a reason, no two claim the hands',
    (_, pieces) => {
      const { own, problem, schedule, inTime, tasks } = together(pieces);
      expect(scheduleFaults(problem, schedule)).toEqual([]);
      const without = new Set(
        schedule.unplaced.flatMap((u) => tasks.get(u.id)!.stepIds.map((s) => `${tasks.get(u.id)!.pieceId}/${s}`)),
      );
      for (const { piece, steps } of own) {
        const alone = new Map(steps.map((s) => [s.step.id, s]));
        for (const s of steps) {
          const at = inTime.get(`${piece.id}/${s.step.id}`);
          expect(at !== undefined || without.has(`${piece.id}/${s.step.id}`), s.step.id).toBe(true);
          if (!at) continue;
          for (const w of s.waitsFor) {
            const before = inTime.get(`${piece.id}/${w.stepId}`)!;
            // What is waited for, as the piece by itself has it: from its end to the opening.
            const minMin = w.fromMin - alone.get(w.stepId)!.endMin;
            expect(at.startMin, `${s.step.id} after ${w.stepId}`).toBeGreaterThanOrEqual(before.endMin + minMin);
          }
        }
      }
      const hands = [...inTime.values()].filter((s) => s.endMin > s.startMin).sort((a, b) => a.startMin - b.startMin);
      for (const [i, s] of hands.entries())
        if (i > 0) expect(s.startMin, s.stepId).toBeGreaterThanOrEqual(hands[i - 1]!.endMin);
    },
  );

  it('says in words what binds each sitting and what dries behind it; what is ordered dries nowhere', () => {
    const { own, schedule } = together([jobs['chest painted by gun, in knotty pine, with new pulls'] as Piece]);
    const plan = workshopPlan(own, schedule, nowMin, settings);
    const sitting = (id: string) =>
      plan.sittings.find((s) => s.sittingId === id || s.steps.some((x) => x.stepId === id))!;
    const first = [...plan.sittings].sort((a, b) => a.startMin - b.startMin)[0]!;
    expect(first).toMatchObject({ binds: 'nothing keeps it', boundTo: null });
    const texts = plan.sittings.map((s) => s.binds);
    // What only comes first says so; a wait says what for.
    expect(texts.filter((t) => /^after “[^”]+”$/.test(t))).not.toEqual([]);
    expect(
      texts.filter((t) =>
        /^after “[^”]+”: (it has to dry|hard enough to be worked on|another film comes on it)$/.test(t),
      ),
    ).not.toEqual([]);
    // A wash dries though its drying is a wait of its own.
    const wash = plan.sittings.find((s) => /wash down/i.test(s.words))!;
    expect(wash.dryMin).toBeGreaterThan(0);
    const coat = own[0]!.steps.find((s) => s.step.kind === 'paint')!;
    expect(sitting(coat.step.id).dryMin).toBeGreaterThan(60);
    for (const s of plan.sittings.filter((x) => /^order/i.test(x.words))) expect(s.dryMin).toBe(0);
    expect(plan.waits.every((w) => w.handsMin === 0 && w.steps.length > 0)).toBe(true);
  });

  it('ten jobs together end at most a third later than a bound that no schedule is under', () => {
    const { problem, schedule } = together((Object.values(jobs) as Piece[]).slice(0, 10));
    const lastOf = (placed: typeof schedule.placed) =>
      Math.max(...placed.map((p) => (problem.tasks.find((t) => t.id === p.id)?.counts ? p.endMin : 0)));
    const out = new Set(schedule.unplaced.map((u) => u.id));
    // All hands-on work in the hours there are, as if it could be cut anywhere and set up for nothing; and the longest way through the waits.
    const { calendar } = problem.people[0]!;
    let leftMin = problem.tasks.reduce(
      (sum, t) => sum + (t.fixed || out.has(t.id) ? 0 : t.handsMin - (t.setUp?.setUpMin ?? 0)),
      0,
    );
    let handsEnd = nowMin;
    while (leftMin > 0) {
      const shift = calendar.shiftAt(handsEnd);
      const from = Math.max(handsEnd, shift.startMin);
      handsEnd = from + Math.min(leftMin, shift.endMin - from);
      leftMin -= handsEnd - from;
    }
    const byId = new Map(problem.tasks.map((t) => [t.id, t]));
    const ends = new Map<string, number>();
    const endOf = (id: string): number => {
      const t = byId.get(id)!;
      const known = ends.get(id) ?? t.fixed?.endMin;
      if (known !== undefined) return known;
      const opens = t.lags.flatMap((l) => (byId.has(l.beforeId) ? [endOf(l.beforeId) + l.minMin] : []));
      const end = Math.max(nowMin, t.notBefore?.minute ?? 0, ...opens) + t.handsMin - (t.setUp?.setUpMin ?? 0);
      ends.set(id, end);
      return end;
    };
    const path = Math.max(...problem.tasks.filter((t) => t.counts && !out.has(t.id)).map((t) => endOf(t.id)));
    const bound = Math.max(handsEnd, path);
    expect(lastOf(schedule.placed)).toBeGreaterThanOrEqual(bound);
    expect(lastOf(schedule.placed) - nowMin).toBeLessThan(1.35 * (bound - nowMin));
  });

  it('one piece by itself is ready no later than it is planned by itself, but for the rest of a sitting', () => {
    for (const job of Object.values(jobs) as Piece[]) {
      const { own, schedule } = together([job]);
      const ready = schedule.placed.find((p) => p.id === 'piece-0/light-use');
      const { lightUseAtMin } = own[0]!.totals;
      if (!ready || lightUseAtMin === null) continue;
      expect(ready.endMin, job.name).toBeLessThanOrEqual(lightUseAtMin + 30);
    }
  });
});
