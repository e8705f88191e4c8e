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
  for (const w of waiting) {
    const own = ofPiece.get(w.pieceId);
    if (own) own.push(w);
    else ofPiece.set(w.pieceId, [w]);
  }
  const lines = [...ofPiece.values()].map((all) => {
    all.sort((a, b) => a.startMin - b.startMin);
    return { all, at: 0, of: all[0], fromMin: Math.max(nowMin, all[0]?.startMin ?? 0) };
  });
  const queue: Queued<T>[] = [];
  let freeMin = nowMin;
  while (queue.length < most) {
    let soonest = Number.POSITIVE_INFINITY;
    for (const line of lines) if (line.of && line.fromMin < soonest) soonest = line.fromMin;
    if (soonest === Number.POSITIVE_INFINITY) break;
    soonest = Math.max(freeMin, soonest);
    const at = queue.at(-1)?.of.pieceId;
    let next: (typeof lines)[number] | undefined;
    for (const line of lines)
      if (line.of && line.fromMin <= soonest && (!next?.of || before(line.of, next.of, at) < 0)) next = line;
    if (!next?.of) break;
    const { of } = next;
    const { startMin, endMin } = placed(Math.max(freeMin, next.fromMin), of.handsOnMin, calendar);
    queue.push({ of, startMin, endMin });
    const lateMin = startMin - Math.max(nowMin, of.startMin);
    next.at += 1;
    next.of = next.all[next.at];
    next.fromMin = Math.max(nowMin, (next.of?.startMin ?? 0) + lateMin);
    freeMin = endMin;
  }
  return queue;
}
