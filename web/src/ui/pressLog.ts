import { doWhat } from '@cosmesis/core/finishing';
import { type ListedStep, sittingWords } from '@cosmesis/core/reckoning';
import { logSteps } from '../store/logStep';
import { theStore } from '../store/theStore';
import { say } from './say';
import { askUsed } from './usedUp';

/** One press: steps of a sitting are begun or done, and that is said, with its undo; or why it cannot be. */
export function pressLog(pieceId: string, what: 'start' | 'done', steps: readonly ListedStep[]): void {
  const logged = logSteps(pieceId, what, steps);
  if (!logged.ok) {
    say({ text: logged.issues[0]?.message ?? 'That cannot be logged.' });
    return;
  }
  if (what === 'done') askUsed(pieceId, steps);
  const words = sittingWords({ steps }, doWhat);
  say({
    text: what === 'start' ? `Started: ${words}.` : `Done: ${words}. All that follows is worked out again.`,
    action: { name: 'Undo', run: () => theStore().undo() },
  });
}
