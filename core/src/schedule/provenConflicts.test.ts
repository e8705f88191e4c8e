import { describe, expect, it } from 'vitest';
import { hasSchedule } from './fixtures/exactSchedule';
import optima from './fixtures/optima.json';
import { randomProblem } from './fixtures/randomProblem';
import { type Constraint, conflictOf, constraintsOf, relaxed, scheduleFaults, scheduleWorkshop } from './index';

/**
 * Every random workshop that is proven to be impossible, and the set that is named for it. Together it cannot be kept: that is for
 * HiGHS to say, by its own model. None of it can be left out: that is shown by a schedule without it, which stands up to the
 * validator.
 */
describe('what is named as standing against each other in random workshops', () => {
  const impossible = optima.filter((o) => o.lateMin === null).map((o) => o.seed);
  it('are enough to say something', () => expect(impossible.length).toBeGreaterThanOrEqual(60));

  it.each(impossible)('%i: cannot be kept together, and can without any one of it', async (seed) => {
    const problem = randomProblem(seed);
    const out = new Set(scheduleWorkshop(problem, 300, 1, true).unplaced.map((u) => u.id));
    const { pieceId } = problem.tasks.find((t) => out.has(t.id))!;
    const set = conflictOf(problem, pieceId, 200, 1);
    expect(set).not.toBeNull();
    const inSet = (c: Constraint) => set!.some((s) => JSON.stringify(s) === JSON.stringify(c));
    const gone = constraintsOf(problem, pieceId).filter((c) => !inSet(c));
    expect(await hasSchedule(relaxed(problem, gone))).toBe(false);
    for (const one of set!) {
      const without = relaxed(problem, [...gone, one]);
      const found = scheduleWorkshop(without, 400, 1, true);
      expect([found.unplaced, scheduleFaults(without, found)], one.kind).toEqual([[], []]);
    }
  });
});
