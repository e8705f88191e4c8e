import type { Question, SchoolFigures } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { HouseRuleId, Piece } from '@cosmesis/core/workshop';
import { useEffect, useRef } from 'react';
import { callCore } from '../workers/callCore';
import type { Reckoned } from '../workers/Engine';
import { nameOf } from './nameOf';
import { askedAhead, onScreen, type Reckonings, reckonAll, reckonKey, shopKey, shopParts } from './reckoningsOnScreen';
import { useAnswer } from './useAnswer';
import { useNowMin } from './useNowMin';
import { none, useSummaries } from './useSummaries';
import { useParts } from './useWorkshop';

/** A name of all that pieces are worked out in: it changes when any of it does. */
export const useShopKey = (): string => shopKey(useParts(...shopParts), useNowMin());

/** Reckonings of several pieces by id, as they are now; the last ones stay while new ones are worked out. */
export function useReckonings(pieces: readonly Piece[]): Reckonings | undefined {
  const shop = useParts(...shopParts);
  const nowMin = useNowMin();
  const book = useSummaries(none);
  const ids = pieces.map((p) => p.id);
  const key = pieces.length === 0 ? null : reckonKey(pieces, shop, nowMin, book);
  const shown = useRef({ ids, key }).current;
  useEffect(() => {
    Object.assign(shown, { ids, key });
  });
  useEffect(() => {
    onScreen.add(shown);
    return () => {
      onScreen.delete(shown);
      if (shown.key) askedAhead(shown.key);
    };
  }, [shown]);
  return useAnswer<Reckonings>(key, () => askedAhead(key!) ?? reckonAll(ids, nowMin));
}

/** The reckoning of one piece, undefined until it is there. */
export function useReckoning(piece: Piece): Result<Reckoned> | undefined {
  return useReckonings([piece])?.get(piece.id);
}

/** The schools of a house rule side by side on a piece, while they are asked for. */
export function useSchools(
  piece: Piece | undefined,
  ruleId: HouseRuleId,
  wanted: boolean,
): Result<SchoolFigures[]> | undefined {
  const { products, settings } = useParts('products', 'settings');
  const nowMin = useNowMin();
  const key =
    wanted && piece ? ['schools', ruleId, nowMin, nameOf(products), nameOf(settings), nameOf(piece)].join('/') : null;
  return useAnswer<Result<SchoolFigures[]>>(key, () =>
    callCore('schools', [piece!.id, ruleId, nowMin], { key: `schools/${ruleId}`, needs: [piece!.id] }),
  );
}

/** Every choice of treatment on a piece with its alternatives side by side; undefined until it is there. */
export function useTreatments(piece: Piece): Result<Question[]> | undefined {
  const { products, settings } = useParts('products', 'settings');
  const nowMin = useNowMin();
  const key = ['treatments', nowMin, nameOf(products), nameOf(settings), nameOf(piece)].join('/');
  return useAnswer<Result<Question[]>>(key, () =>
    callCore('treatments', [piece.id, nowMin], { key: 'treatments', needs: [piece.id] }),
  );
}
