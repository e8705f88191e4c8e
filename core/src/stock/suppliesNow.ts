import { type LogEntry, type Supply, usedUpIn } from '../workshop';

type Done = Pick<LogEntry, 'doneAt' | 'planned'>;

/**
 * Supplies with what should be left of them now: what was counted last and bought since, less what the plan had the steps take that
 * were done since. What was never counted stands as it was typed.
 */
export function suppliesNow(supplies: readonly Supply[], pieces: readonly { log: readonly Done[] }[]): Supply[] {
  const since = supplies.map((s) => Date.parse(s.counts?.at(-1)?.at ?? ''));
  const first = Math.min(...since.filter(Number.isFinite));
  const used = supplies.map(() => 0);
  for (const { log } of Number.isFinite(first) ? pieces : [])
    for (const { doneMs, uses } of usedUpIn(log)) {
      if (doneMs <= first) continue;
      for (const [i, { kind }] of supplies.entries())
        if (doneMs > since[i]!) for (const u of uses) if (u.what === kind) used[i]! += u.amount;
    }
  return supplies.map((s, i) => (used[i]! > 0 ? { ...s, left: Math.max(0, s.left - used[i]!) } : s));
}
