import type { Earned } from '@cosmesis/core/money';
import type { Result } from '@cosmesis/core/units';
import { callCore } from '../workers/callCore';
import { nameOf } from './nameOf';
import { useAnswer } from './useAnswer';
import { useNowMin } from './useNowMin';
import { useParts } from './useWorkshop';

/** What pieces cost and brought; undefined: not told yet. */
export function useEarned(pieceIds: readonly string[]): readonly Earned[] | undefined {
  const { id, settings, pieces, products, supplies } = useParts('id', 'settings', 'pieces', 'products', 'supplies');
  const nowMin = useNowMin();
  const parts = [settings, pieces, products, supplies].map(nameOf);
  const data = useAnswer<Result<Earned[]>>(
    pieceIds.length === 0 ? null : ['earned', id, nowMin, ...parts, ...pieceIds].join('/'),
    () => callCore('earned', [pieceIds, nowMin], { key: 'earned', needs: [...pieceIds] }),
  );
  if (pieceIds.length === 0) return [];
  return data?.ok ? data.value : undefined;
}
