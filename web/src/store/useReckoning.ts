import type { Question, SchoolFigures } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { HouseRuleId, Piece } from '@cosmesis/core/workshop';
import { useEffect, useRef } from 'react';
import useSWR from 'swr';
import { callCore } from '../workers/callCore';
import type { Reckoned } from '../workers/Engine';
import { nameOf } from './nameOf';
import { onScreen, type Reckonings, reckonAll, reckonKey, shopKey, shopParts } from './reckoningsOnScreen';
import { useNowMin } from './useNowMin';
import { none, useSummaries } from './useSummaries';
import { useParts } from './useWorkshop';

const asked = { compare: Object.is, keepPreviousData: true, revalidateOnFocus: false, revalidateIfStale: false };

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
    return () => void onScreen.delete(shown);
  }, [shown]);
  const { data } = useSWR<Reckonings, Error>(key, reckonAll(ids, nowMin), asked);
  return data;
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
  const { data } = useSWR<Result<SchoolFigures[]>, Error>(
    key,
    () => callCore('schools', [piece!.id, ruleId, nowMin], { key: `schools/${ruleId}`, needs: [piece!.id] }),
    asked,
  );
  return data;
}

/** Every choice of treatment on a piece with its alternatives side by side; undefined until it is there. */
export function useTreatments(piece: Piece): Result<Question[]> | undefined {
  const { products, settings } = useParts('products', 'settings');
  const nowMin = useNowMin();
  const key = ['treatments', nowMin, nameOf(products), nameOf(settings), nameOf(piece)].join('/');
  const { data } = useSWR<Result<Question[]>, Error>(
    key,
    () => callCore('treatments', [piece.id, nowMin], { key: 'treatments', needs: [piece.id] }),
    asked,
  );
  return data;
}
