import type { Draft } from 'immer';
import { newDamage } from '../piece';
import { seenKinds, type Workshop } from '../workshop';
import type { DeedOf } from './Deed';
import { DeedRefused } from './DeedRefused';
import { pieceOf } from './logDeeds';
import { laidAgain, mishapsOn, mishapTable } from './mishaps';

/**
 * Keeps with a step what went wrong on it, and gives the plan what it has to put right: a damage found then, or one more coat
 * where a place was missed, or the ground shows, that no later one has covered.
 * @throws DeedRefused entry_gone for a step that was not begun, mishap_elsewhere for what does not happen to such a coat
 */
export function wentWrong(
  draft: Draft<Workshop>,
  { pieceId, stepId, what }: DeedOf<'went-wrong'>,
  at: string,
  newId: () => string,
): void {
  const piece = pieceOf(draft, pieceId);
  const entry = piece.log.find((e) => e.step.id === stepId);
  if (!entry || entry.step.zoneId === null)
    throw new DeedRefused('entry_gone', 'The step is gone from the log: it was taken out in the meantime.');
  const { step } = entry;
  const zoneId = entry.step.zoneId;
  const doneMs = Date.parse(entry.doneAt ?? at);
  const row = mishapTable.find((m) => m.id === what);
  if (!row || !mishapsOn(step.kind).some((m) => m.id === what))
    throw new DeedRefused('mishap_elsewhere', 'That does not happen to such a coat: note it in your own words.');
  entry.note = [entry.note, `${row.name}.`].filter(Boolean).join(' ').slice(0, 4000);
  if (what === 'shows') entry.seen = seenKinds.filter((s) => s === 'still-shows' || entry.seen?.includes(s));
  if (row.damage) piece.damage.push(newDamage(newId(), row.damage, zoneId, 1, at));
  const covered = piece.log.some(
    (e) => e.step.zoneId === zoneId && laidAgain.has(e.step.kind) && Date.parse(e.startedAt ?? e.doneAt ?? '') > doneMs,
  );
  if ((what === 'missed' || what === 'shows') && laidAgain.has(step.kind) && step.ordinal === step.of && !covered) {
    const key = `${zoneId}/${step.kind}`;
    const choice = piece.choices[key] ?? { productId: null, coats: null, method: null };
    piece.choices[key] = { ...choice, coats: step.of + 1 };
  }
}
