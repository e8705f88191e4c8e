import type { Paper, PaperKind } from '@cosmesis/core/papers';
import type { Result } from '@cosmesis/core/units';
import { callCore } from '../workers/callCore';
import { nameOf } from './nameOf';
import { useAnswer } from './useAnswer';
import { useNowMin } from './useNowMin';
import { useParts } from './useWorkshop';

/** A paper of a piece; undefined: not told yet. */
export function usePaper(kind: PaperKind, pieceId: string): Result<Paper> | undefined {
  const { id, settings, pieces, products, supplies } = useParts('id', 'settings', 'pieces', 'products', 'supplies');
  const nowMin = useNowMin();
  const key = ['paper', id, kind, pieceId, nowMin, ...[settings, pieces, products, supplies].map(nameOf)].join('/');
  const data = useAnswer<Result<Paper>>(key, () =>
    callCore('paper', [kind, pieceId, nowMin], { key: 'paper', needs: [pieceId] }),
  );
  // While another is made the one before is not shown under its name.
  return data?.ok && data.value.kind !== kind ? undefined : data;
}
