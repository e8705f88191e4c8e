import type { Draft } from 'immer';
import { newDamage } from '../piece';
import type { Workshop } from '../workshop';
import type { DeedOf } from './Deed';
import { DeedRefused } from './DeedRefused';
import { pieceOf } from './logDeeds';
import { mishapTable } from './mishaps';

/** Keeps with a step what went wrong on it, and gives the plan what it has to put right. Refused for a step that was not begun. */
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
  const row = mishapTable.find((m) => m.id === what)!;
  entry.note = [entry.note, `${row.name}.`].filter(Boolean).join(' ').slice(0, 4000);
  if (row.damage) piece.damage.push(newDamage(newId(), row.damage, zoneId, 1, at));
  if (what === 'missed' && step.ordinal === step.of) {
    const key = `${zoneId}/${step.kind}`;
    const choice = piece.choices[key] ?? { productId: null, coats: null, method: null };
    piece.choices[key] = { ...choice, coats: step.of + 1 };
  }
}
