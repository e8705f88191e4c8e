import type { PieceTask } from '@cosmesis/core/reckoning';
import { plainTask, type Task, type WorkshopProblem, workCalendar } from '@cosmesis/core/schedule';
import { describe, expect, it } from 'vitest';
import { OrderSearch } from './OrderSearch';

/** Wednesday, half past four in London: the shift ends at five. */
const nowMin = Date.parse('2026-11-25T16:30:00Z') / 60_000;
const shift = [{ fromMin: 480, toMin: 1020 }];
const workingHours = Object.fromEntries(['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'].map((d) => [d, shift]));
const calendar = workCalendar({ timeZone: 'Europe/London', workingHours: workingHours as never });
const task = (pieceId: string, handsMin: number): Task => ({
  ...plainTask(pieceId, `${pieceId}/1`),
  handsMin,
  counts: true,
});

/** What is asked of some tasks at a minute; who gives the same tasks asks the same. */
function asks(tasks: readonly Task[], dueMin: number | null) {
  const ofPieces = tasks.map((t) => [t as PieceTask]);
  const problem = (at: number): WorkshopProblem => ({
    nowMin: at,
    tasks,
    pieces: tasks.map((t) => ({ id: t.pieceId, dueMin, priority: 1 })),
    people: [{ id: 'hands', calendar }],
    places: {},
    changeMin: 0,
    earlyFrac: 0,
  });
  return (at: number, key = tasks.map((t) => t.id).join()) => ({
    tasks: ofPieces,
    atMin: nowMin,
    nowMin: at,
    problem: () => problem(at),
    key: () => key,
  });
}

describe('the search for an order', () => {
  it('is over until something changes, and begins again where the clock alone made it late', () => {
    const ask = asks([task('stool', 30)], nowMin + 60);
    const orders = new OrderSearch();
    expect(orders.sought(ask(nowMin), 100)).toMatchObject({ tried: 60, until: 60, best: { missed: [], cost: 30 } });
    // Nothing was begun: the stool does not fit any more today, and is late.
    expect(orders.sought(ask(nowMin + 1), 0).tried).toBe(0);
    expect(orders.sought(ask(nowMin + 1), 100).tried).toBe(60);
    // It is as late as before: nothing is lost by another minute.
    expect(orders.sought(ask(nowMin + 2), 0).tried).toBe(60);
  });

  it('has what was found for a question when it is asked again, for as long as its sittings are fresh', () => {
    const [one, two] = [asks([task('stool', 20)], null), asks([task('stool', 20), task('chest', 200)], null)];
    const orders = new OrderSearch();
    orders.sought(one(nowMin), 60);
    expect(orders.sought(two(nowMin), 0).tried).toBe(0);
    expect(orders.sought(one(nowMin), 0).tried).toBe(60);
    const kept = orders.toKeep()!;
    expect([kept.tried, orders.toKeep()]).toEqual([60, null]);
    const later = new OrderSearch();
    later.bring(kept);
    expect(later.sought({ ...one(nowMin + 9), atMin: nowMin + 9 }, 0).tried).toBe(60);
    expect(later.sought({ ...two(nowMin + 9), atMin: nowMin + 9 }, 0).tried).toBe(0);
    expect(later.sought({ ...one(nowMin + 10), atMin: nowMin + 10 }, 0).tried).toBe(0);
    // It is on the disk already.
    expect(later.toKeep()).toBe(null);
  });
});
