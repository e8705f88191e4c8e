import type { Result } from '@cosmesis/core/units';
import type { FinishCard } from '@cosmesis/core/workshop';
import { callCore } from '../workers/callCore';
import { nameOf } from './nameOf';
import { useAnswer } from './useAnswer';
import { useNowMin } from './useNowMin';
import { useParts } from './useWorkshop';

/** More pieces are not gone through at once. */
const mostPieces = 500;

/** The finish cards there are: of pieces on which something was done, and those that came from elsewhere. Undefined: not told yet. */
export function useCards(): readonly FinishCard[] | undefined {
  const { id, settings, pieces, products, mixes } = useParts('id', 'settings', 'pieces', 'products', 'mixes');
  const nowMin = useNowMin();
  const ids = Object.values(pieces)
    .filter((p) => p.log.some((e) => e.doneAt !== null))
    .map((p) => p.id)
    .slice(0, mostPieces);
  const parts = [settings, pieces, products, mixes].map(nameOf);
  const data = useAnswer<Result<FinishCard[]>>(['cards', id, ...parts, ...ids].join('/'), () =>
    callCore('cards', [ids, nowMin], { key: 'cards', needs: [...ids] }),
  );
  if (!data) return undefined;
  const own = data.ok ? data.value : [];
  const there = new Set(own.map((c) => c.id));
  return [...own, ...(settings.cards ?? []).filter((c) => !there.has(c.id))];
}
