import { improvingSchedule, type Task, type WorkshopProblem, type WorkshopSchedule } from '../schedule';
import { type PieceWithTasks, taskNames, unplacedWords } from './workshopSchedule';

/** A sitting that is tried at another minute, and in whose hands; whose: null: in any. */
export interface Tried {
  taskId: string;
  startMin: number;
  personId: string | null;
}

/** What comes of a sitting at another minute. */
export type WhenTried =
  | {
      ok: true;
      /** Pieces that are ready at another time for it, light use in minutes since 1970. */
      moved: readonly { pieceId: string; beforeMin: number; afterMin: number; dueMin: number | null }[];
      /** Windows that pass for it, in words. */
      missed: readonly { pieceId: string; words: string; lateMin: number }[];
    }
  | { ok: false; because: string; pieceId: string };

/** Orders that are tried: enough to see whether it goes, few enough to be told while a finger is still on it. */
const triesAtOnce = 12;

/** The question with a sitting at another minute. */
export const withTried = (problem: WorkshopProblem, { taskId, startMin, personId }: Tried): WorkshopProblem => ({
  ...problem,
  tasks: problem.tasks.map((t): Task => (t.id === taskId ? { ...t, pin: { startMin, personId } } : t)),
});

/**
 * What a sitting at another minute means: what it moves, or why it cannot be.
 * @param best the schedule as it is without
 */
export function whenTried(
  own: readonly PieceWithTasks[],
  problem: WorkshopProblem,
  best: WorkshopSchedule,
  tried: Tried,
  seed: number,
): WhenTried {
  const asked = withTried(problem, tried);
  let schedule = best;
  for (const next of improvingSchedule(asked, triesAtOnce, seed, best.order)) schedule = next.schedule ?? schedule;
  const before = new Set(best.unplaced.map((u) => u.id));
  const fresh = schedule.unplaced.filter((u) => !before.has(u.id));
  const cause = fresh.find((u) => u.because.kind !== 'waits') ?? fresh[0];
  const tasks = new Map(own.flatMap((p) => p.tasks).map((t) => [t.id, t]));
  if (cause) {
    const { pieceId } = tasks.get(cause.id)!;
    return { ok: false, because: unplacedWords(cause.because, taskNames(own)(pieceId)), pieceId };
  }
  const readyIn = (s: WorkshopSchedule) => new Map(s.placed.map((p) => [p.id, p.endMin]));
  const [was, is] = [readyIn(best), readyIn(schedule)];
  const nameOf = taskNames(own)('');
  const missedBefore = new Set(best.missed.map((m) => m.id));
  return {
    ok: true,
    moved: problem.pieces.flatMap(({ id: pieceId, dueMin }) => {
      const [beforeMin, afterMin] = [was.get(`${pieceId}/light-use`), is.get(`${pieceId}/light-use`)];
      return beforeMin === undefined || afterMin === undefined || beforeMin === afterMin
        ? []
        : [{ pieceId, beforeMin, afterMin, dueMin }];
    }),
    missed: schedule.missed
      .filter((m) => !missedBefore.has(m.id))
      .map(({ id, lateMin }) => ({ pieceId: tasks.get(id)!.pieceId, words: nameOf(id), lateMin })),
  };
}
