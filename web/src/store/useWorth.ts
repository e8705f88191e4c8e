import type { Deal, SeenAtMarket, WorthBuying } from '@cosmesis/core/money';
import type { Result } from '@cosmesis/core/units';
import { callCore } from '../workers/callCore';
import { nameOf } from './nameOf';
import { useAnswer } from './useAnswer';
import { useNowMin } from './useNowMin';
import { useParts } from './useWorkshop';

/** Whether what was seen is worth buying; null: not enough is known yet; undefined: not told yet. */
export function useWorth(seen: SeenAtMarket | null, deal: Deal): Result<WorthBuying> | null | undefined {
  const { id, settings, pieces, products } = useParts('id', 'settings', 'pieces', 'products');
  const nowMin = useNowMin();
  const parts = [settings, pieces, products].map(nameOf);
  const data = useAnswer<Result<WorthBuying>>(
    seen === null ? null : ['worth', id, JSON.stringify([seen, deal]), ...parts].join('/'),
    () => callCore('worth', [seen!, deal, nowMin], { key: 'worth' }),
  );
  return seen === null ? null : data;
}
