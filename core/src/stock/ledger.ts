import type { Container, LedgerRow } from '../workshop';

/** Finer than anything that is poured, L. */
export const hairL = 1e-9;

/** Rows in time; those of one instant in the order they were written. */
const inTime = (ledger: readonly LedgerRow[]): LedgerRow[] =>
  ledger
    .map((row, i) => ({ row, i, at: Date.parse(row.at) }))
    .sort((a, b) => a.at - b.at || a.i - b.i)
    .map(({ row }) => row);

/** What there is after a row: a count says it, a change adds to it. */
const after = (leftL: number, row: LedgerRow): number => row.countedL ?? leftL + (row.changeL ?? 0);

/** What hairs of floating point leave of nothing is nothing. */
export const tidy = (litres: number): number => (Math.abs(litres) < hairL ? 0 : litres);

/**
 * What is in a container: the sum of its ledger, in which a weighing or typed amount says what was there at its instant.
 * @returns L, ≥ 0 as long as every draw was taken by `drawRows`
 * Check: 1 L brought, 0.2 L drawn, 0.7 L weighed, 0.1 L drawn → 0.6 L
 */
export const leftL = ({ ledger }: Pick<Container, 'ledger'>): number => tidy(inTime(ledger).reduce(after, 0));

/** What can still be drawn at an instant without any later moment falling below nothing, up to the next count. L, ≥ 0 */
export function drawableL({ ledger }: Pick<Container, 'ledger'>, at: string): number {
  const rows = inTime(ledger);
  const atMs = Date.parse(at);
  const first = rows.findIndex((row) => Date.parse(row.at) > atMs);
  const cut = first < 0 ? rows.length : first;
  let leftNow = rows.slice(0, cut).reduce(after, 0);
  let least = leftNow;
  for (const row of rows.slice(cut)) {
    if (row.countedL !== null) break;
    leftNow = after(leftNow, row);
    least = Math.min(least, leftNow);
  }
  return Math.max(0, tidy(least));
}

/** When a container was opened: as typed, else by the first deed that drew on it; null: it is closed. */
export function openedAt(container: Pick<Container, 'ledger' | 'openedAt'>): string | null {
  if (container.openedAt !== null) return container.openedAt;
  return inTime(container.ledger).find((row) => (row.changeL ?? 0) < 0)?.at ?? null;
}

/** Whether a container was thrown away: kept for its ledger, and counted nowhere. */
export const isGone = ({ ledger }: Pick<Container, 'ledger'>): boolean => inTime(ledger).at(-1)?.deed === 'thrown-away';
