import type { Question, ReckonInput, Reckoning, SchoolFigures } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { HouseRuleId, Piece } from '@cosmesis/core/workshop';
import { useMemo } from 'react';
import useSWR from 'swr';
import { callCore } from '../workers/callCore';
import { nameOf } from './nameOf';
import { airOf, aroundIn, useDraws } from './useAround';
import { useNowMin } from './useNowMin';
import { useWorkshop } from './useWorkshop';

/** What pieces are worked out in, now: shelf, ways, air and what is around each. */
export function useReckonInputs(): { key: string; inputOf: (piece: Piece) => ReckonInput } {
  const workshop = useWorkshop();
  const stocked = Object.keys(workshop.containers).length > 0;
  const nowMin = useNowMin();
  const draws = useDraws(stocked);
  const { pieces, products, readings, containers, supplies, settings } = workshop;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the parts of the workshop it reads, not the workshop
  const around = useMemo(
    () => aroundIn(workshop, draws, nowMin),
    [pieces, products, containers, supplies, draws, nowMin],
  );
  const air = airOf(readings);
  // What other pieces mean for one is a matter of their logs and draws: any change of any piece may bear on it.
  const key = [nowMin, ...[products, settings, readings, containers, supplies, pieces, draws].map(nameOf)].join('/');
  return { key, inputOf: (piece) => ({ piece, products, settings, nowMin, air, around: around(piece) }) };
}

/** Reckonings of several pieces by id, as they are now; the last ones stay while new ones are worked out. */
export function useReckonings(pieces: readonly Piece[]): ReadonlyMap<string, Result<Reckoning>> | undefined {
  const { key: shopKey, inputOf } = useReckonInputs();
  const key = ['reckon', shopKey, ...pieces.map(nameOf)].join('/');
  const { data } = useSWR<ReadonlyMap<string, Result<Reckoning>>, Error, string>(
    key,
    async () =>
      new Map(
        await Promise.all(pieces.map(async (piece) => [piece.id, await callCore('reckon', inputOf(piece))] as const)),
      ),
    { compare: Object.is, keepPreviousData: true, revalidateOnFocus: false, revalidateIfStale: false },
  );
  return data;
}

/** The schools of a house rule side by side on a piece, while they are asked for. */
export function useSchools(
  piece: Piece | undefined,
  ruleId: HouseRuleId,
  asked: boolean,
): Result<SchoolFigures[]> | undefined {
  const { products, settings } = useWorkshop();
  const nowMin = useNowMin();
  const key =
    asked && piece ? ['schools', ruleId, nowMin, nameOf(products), nameOf(settings), nameOf(piece)].join('/') : null;
  const { data } = useSWR<Result<SchoolFigures[]>, Error>(
    key,
    () => callCore('schools', { piece: piece as Piece, products, settings, nowMin }, ruleId),
    {
      compare: Object.is,
      keepPreviousData: true,
      revalidateOnFocus: false,
      revalidateIfStale: false,
    },
  );
  return data;
}

/** Every choice of treatment on a piece with its alternatives side by side; undefined until it is there. */
export function useTreatments(piece: Piece): Result<Question[]> | undefined {
  const { products, settings } = useWorkshop();
  const nowMin = useNowMin();
  const key = ['treatments', nowMin, nameOf(products), nameOf(settings), nameOf(piece)].join('/');
  const { data } = useSWR<Result<Question[]>, Error>(
    key,
    () => callCore('treatments', { piece, products, settings, nowMin }),
    {
      compare: Object.is,
      keepPreviousData: true,
      revalidateOnFocus: false,
      revalidateIfStale: false,
    },
  );
  return data;
}

/** The reckoning of one piece, undefined until it is there. */
export function useReckoning(piece: Piece): Result<Reckoning> | undefined {
  return useReckonings([piece])?.get(piece.id);
}
