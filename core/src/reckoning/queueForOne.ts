import { oneAtATime, type Waiting, type WorkCalendar } from '../schedule';
import type { ListedSitting, PieceSummary } from './PieceSummary';

/** A sitting with when the hands come to it. Whole minutes since 1970. */
export interface Doing {
  pieceId: string;
  sitting: ListedSitting;
  /** When it is begun, and when the hands are free again; a held one as its piece by itself would have it. */
  startMin: number;
  endMin: number;
}

/**
 * What one person can do, in order of time over all pieces; then what is held, the soonest first. A running sitting takes what
 * is left of its hands-on time, at least a minute.
 * @param isBegun whether anything of a piece is done
 * @param most so many free sittings at most
 */
export function queueForOne(
  summaries: Iterable<PieceSummary>,
  isBegun: (pieceId: string) => boolean,
  calendar: WorkCalendar,
  nowMin: number,
  most: number,
): Doing[] {
  const [free, held]: [(Waiting & { doing: Doing })[], Doing[]] = [[], []];
  for (const { pieceId, sittings } of summaries)
    for (const sitting of sittings) {
      const { startMin, endMin, handsOnMin, closesAtMin } = sitting;
      const doing: Doing = { pieceId, sitting, startMin, endMin };
      const running = sitting.status === 'running';
      const leftMin = running ? Math.max(1, startMin + handsOnMin - nowMin) : handsOnMin;
      if (sitting.held) held.push(doing);
      else free.push({ pieceId, startMin, handsOnMin: leftMin, closesAtMin, running, begun: isBegun(pieceId), doing });
    }
  return [
    ...oneAtATime(free, calendar, nowMin, most).map(({ of: { doing }, startMin, endMin }) => ({
      ...doing,
      startMin,
      endMin,
    })),
    ...held.sort((a, b) => a.startMin - b.startMin),
  ];
}
