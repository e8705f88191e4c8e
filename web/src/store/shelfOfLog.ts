import { putBack, takeFromShelf } from '@cosmesis/core/stock';
import type { Container, LogEntry, Workshop } from '@cosmesis/core/workshop';
import { current, type Draft, isDraft } from 'immer';

/** What an entry of the log used: as it was weighed, else as it was planned. */
const usedL = (entry: Pick<LogEntry, 'actualL' | 'planned'>): number => entry.actualL ?? entry.planned?.volumeL ?? 0;

/** Whether a closed mix was poured for a step: it has taken its product off the shelf already. */
const wasMixed = (draft: Draft<Workshop>, pieceId: string, stepId: string): boolean =>
  Object.values(draft.mixes).some((m) => m.done && m.steps.some((s) => s.pieceId === pieceId && s.stepId === stepId));

/**
 * Keeps the shelf in step with the log: what a coat used comes off it, what a correction gives back goes onto it.
 * @param before the entry as it was, null: it is new; @param after as it is, null: it is taken out
 */
export function shelfFollows(
  draft: Draft<Workshop>,
  pieceId: string,
  stepId: string,
  before: Pick<LogEntry, 'actualL' | 'planned' | 'doneAt'> | null,
  after: Pick<LogEntry, 'actualL' | 'planned' | 'doneAt'> | null,
): void {
  const productId = draft.pieces[pieceId]?.steps.find((s) => s.id === stepId)?.productId;
  const product = productId ? plain(draft.products)[productId] : undefined;
  if (!product || wasMixed(draft, pieceId, stepId)) return;
  const cans = Object.values(plain(draft.containers));
  if (!cans.some((c) => c.productId === product.id)) return;
  const [was, is] = [before?.doneAt ? usedL(before) : 0, after?.doneAt ? usedL(after) : 0];
  const delta = is - was;
  if (Math.abs(delta) < 1e-9) return;
  const now =
    delta > 0
      ? takeFromShelf(cans, product, delta, after?.doneAt ?? new Date(0).toISOString()).containers
      : putBack(cans, product.id, -delta);
  for (const c of now) draft.containers[c.id] = c as Draft<Container>;
}

/** A record of a draft as it is now; what was added in the same change is no draft yet. */
export const plain = <T>(record: T): T => (isDraft(record) ? (current(record as object) as T) : record);
