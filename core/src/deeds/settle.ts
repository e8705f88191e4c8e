import type { Draft } from 'immer';
import { drawRows } from '../stock';
import { drawnShares, type LedgerRow, type LogEntry, type Mix, type Workshop } from '../workshop';

/** Takes every row of a deed out of the ledgers. */
export function withdrawRows(draft: Draft<Workshop>, deed: LedgerRow['deed'], ofId: string): void {
  for (const container of Object.values(draft.containers)) {
    const mine = (row: LedgerRow) => row.deed === deed && row.ofId === ofId;
    if (container.ledger.some(mine)) container.ledger = container.ledger.filter((row) => !mine(row));
  }
}

/** Draws an amount for a deed: rows in the ledgers of what it is taken from. @param litres L, ≥ 0 */
function draw(draft: Draft<Workshop>, productId: string, litres: number, of: Parameters<typeof drawRows>[3]): void {
  const product = draft.products[productId];
  if (!product || !(litres > 0)) return;
  const { rows } = drawRows(Object.values(draft.containers), product, litres, of);
  for (const [containerId, row] of rows) draft.containers[containerId]?.ledger.push(row);
}

/** What an entry used: as it was weighed, else as it was planned. L */
const usedL = (entry: Pick<LogEntry, 'actualL' | 'planned'>): number => entry.actualL ?? entry.planned?.volumeL ?? 0;

const isPoured = (mix: Mix): boolean => mix.parts.some((p) => p.massKg > 0);

/** Whether what a coat used came out of a mix: the mix has drawn it then, and the coat does not draw it again. */
const cameFromMix = (draft: Draft<Workshop>, pieceId: string, stepId: string): boolean =>
  Object.values(draft.mixes).some(
    (m) => isPoured(m) && m.steps.some((s) => s.pieceId === pieceId && s.stepId === stepId),
  );

/** Brings the ledgers in line with an entry as it is now: whatever it drew is taken back, and what it uses is drawn. */
export function settleEntry(draft: Draft<Workshop>, pieceId: string, entry: LogEntry): void {
  withdrawRows(draft, 'coat', entry.id);
  const { doneAt } = entry;
  if (doneAt === null || cameFromMix(draft, pieceId, entry.step.id)) return;
  for (const { productId, share } of drawnShares(entry.step))
    draw(draft, productId, share * usedL(entry), {
      deed: 'coat',
      ofId: entry.id,
      at: doneAt,
      evenExpired: entry.fromExpired ?? false,
    });
}

/** Brings the ledgers in line with a mix as it is poured now, and with the coats it was mixed for. @param at instant of the pour */
export function settleMix(draft: Draft<Workshop>, mixId: string, mix: Mix | undefined, at: string): void {
  withdrawRows(draft, 'mix', mixId);
  for (const part of mix?.parts ?? []) {
    const product = part.productId === null ? undefined : draft.products[part.productId];
    const density = part.densityKgPerL ?? product?.densityKgPerL?.value;
    if (!product || !density) continue;
    draw(draft, product.id, part.massKg / density, { deed: 'mix', ofId: mixId, at });
  }
}

/** Settles the coats that a mix was made for: they draw for themselves only where nothing was poured for them. */
export function settleCoatsOf(draft: Draft<Workshop>, steps: Mix['steps']): void {
  for (const { pieceId, stepId } of steps)
    for (const entry of draft.pieces[pieceId]?.log ?? [])
      if (entry.step.id === stepId) settleEntry(draft, pieceId, entry);
}
