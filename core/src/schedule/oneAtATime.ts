import type { WorkCalendar } from './WorkCalendar';

/** Something that waits for a pair of hands. Whole minutes since 1970. */
export interface Waiting {
  /** What is done on one piece is done in its order. */
  pieceId: string;
  /** Not before, as the piece by itself would have it. */
  startMin: number;
  handsOnMin: number;
  /** Begun already: the hands are at it. */
  running: boolean;
  /** When its window closes; null: it has none. */
  closesAtMin: number | null;
  /** Whether anything of its piece is done: what is begun goes before what could be. */
  begun: boolean;
}

/** When a pair of hands comes to something. */
export interface Queued<T> {
  of: T;
  startMin: number;
  endMin: number;
}

/** The first minute from which some hands-on time is had in one go; what is longer than any shift goes on in the next. */
function placed(fromMin: number, handsOnMin: number, calendar: WorkCalendar): { startMin: number; endMin: number } {
  let shift = calendar.shiftAt(fromMin);
  if (handsOnMin <= calendar.longestShiftMin)
    while (shift.endMin - Math.max(fromMin, shift.startMin) < handsOnMin) shift = calendar.shiftAt(shift.endMin);
  const startMin = Math.max(fromMin, shift.startMin);
  let [atMin, leftMin] = [startMin, handsOnMin];
  while (shift.endMin - atMin < leftMin) {
    leftMin -= shift.endMin - atMin;
    shift = calendar.shiftAt(shift.endMin);
    atMin = shift.startMin;
  }
  return { startMin, endMin: atMin + leftMin };
}

/**
 * What goes first of two things that could both be begun: the running one, the window that closes, the piece that is begun, the
 * one the hands are at already.
 */
const before = (a: Waiting, b: Waiting, at: string | undefined): number =>
  Number(b.running) - Number(a.running) ||
  (a.closesAtMin ?? Number.POSITIVE_INFINITY) - (b.closesAtMin ?? Number.POSITIVE_INFINITY) ||
  Number(b.begun) - Number(a.begun) ||
  Number(b.pieceId === at) - Number(a.pieceId === at) ||
  a.startMin - b.startMin ||
  (a.pieceId < b.pieceId ? -1 : 1);

/**
 * What one pair of hands can do, one thing after the other over all pieces: no two claim the same hour, each piece keeps its
 * order and its waits, and what comes later for want of hands puts off what follows it on its piece.
 * @param most so many at most
 */
export function oneAtATime<T extends Waiting>(
  waiting: readonly T[],
  calendar: WorkCalendar,
  nowMin: number,
  most: number,
): Queued<T>[] {
  const ofPiece = new Map<string, T[]>();
  for (const w of [...waiting].sort((a, b) => a.startMin - b.startMin))
    ofPiece.set(w.pieceId, [...(ofPiece.get(w.pieceId) ?? []), w]);
  const lines = [...ofPiece.values()].map((all) => ({ all, at: 0, lateMin: 0 }));
  const queue: Queued<T>[] = [];
  let freeMin = nowMin;
  while (queue.length < most) {
    const ready = lines.flatMap((line) => {
      const of = line.all[line.at];
      return of ? [{ line, of, fromMin: Math.max(nowMin, of.startMin + line.lateMin) }] : [];
    });
    const [first, ...others] = ready;
    if (!first) break;
    const soonest = Math.max(freeMin, Math.min(...ready.map((r) => r.fromMin)));
    const next = others.reduce(
      (best, r) =>
        r.fromMin > soonest || (best.fromMin <= soonest && before(best.of, r.of, queue.at(-1)?.of.pieceId) <= 0)
          ? best
          : r,
      first,
    );
    const { startMin, endMin } = placed(Math.max(freeMin, next.fromMin), next.of.handsOnMin, calendar);
    queue.push({ of: next.of, startMin, endMin });
    next.line.lateMin = startMin - Math.max(nowMin, next.of.startMin);
    next.line.at += 1;
    freeMin = endMin;
  }
  return queue;
}
