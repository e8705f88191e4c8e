import { doWhat, seenWords, whereOf } from '../finishing';
import { latestFirst, minuteOf } from '../units';
import type { LogEntry, Piece, Product } from '../workshop';

/** One step as it was really done. */
export interface UsedRow {
  id: string;
  /** When it was done; whole minutes since 1970. */
  atMin: number;
  what: string;
  where: string;
  product: string | null;
  /** As logged, L; where nothing was logged as planned, and said so. */
  litres: number | null;
  asPlanned: boolean;
  batch: string | null;
  /** Since the step before on the same zone, minutes; null: it was the first. */
  waitedMin: number | null;
  air: LogEntry['air'];
  note: string;
}

/** What was used on a piece and how long it was waited, the first first: what a finish is repeated from. */
export function usedRows(
  { log, stepNotes }: Pick<Piece, 'log' | 'stepNotes'>,
  products: Readonly<Record<string, Product>>,
): UsedRow[] {
  const done = log
    .flatMap((e) => (e.doneAt === null ? [] : [{ ...e, doneAt: e.doneAt }]))
    .sort((a, b) => latestFirst(b.doneAt, a.doneAt));
  const before = new Map<string | null, number>();
  return done.map((entry): UsedRow => {
    const { step, doneAt, startedAt, actualL, planned } = entry;
    const since = before.get(step.zoneId);
    before.set(step.zoneId, minuteOf(doneAt));
    return {
      id: entry.id,
      atMin: minuteOf(doneAt),
      what: doWhat(entry),
      where: whereOf(entry),
      product: step.productId ? (products[step.productId]?.name ?? 'a product that is gone') : null,
      litres: actualL ?? planned?.volumeL ?? null,
      asPlanned: actualL === null,
      batch: entry.batch ?? null,
      waitedMin: since === undefined ? null : Math.max(0, minuteOf(startedAt ?? doneAt) - since),
      air: entry.air,
      note: [(entry.seen ?? []).map((s) => seenWords[s]).join(', '), entry.note, stepNotes[step.id]]
        .filter(Boolean)
        .join('. '),
    };
  });
}
