import type { Question, Reckoning, SchoolFigures } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import type { HouseRuleId, Piece } from '@cosmesis/core/workshop';
import useSWR from 'swr';
import { callCore } from '../workers/callCore';
import { useNowMin } from './useNowMin';
import { useWorkshop } from './useWorkshop';

const names = new WeakMap<object, number>();
let count = 0;

/** A short name for an object as it is: records are never changed in place, so a new object is a new name. */
function nameOf(record: object): number {
  const known = names.get(record);
  if (known !== undefined) return known;
  count += 1;
  names.set(record, count);
  return count;
}

/** Reckonings of several pieces by id, as they are now; the last ones stay while new ones are worked out. */
export function useReckonings(pieces: readonly Piece[]): ReadonlyMap<string, Result<Reckoning>> | undefined {
  const { products, settings } = useWorkshop();
  const nowMin = useNowMin();
  const key = ['reckon', nowMin, nameOf(products), nameOf(settings), ...pieces.map(nameOf)].join('/');
  const { data } = useSWR<ReadonlyMap<string, Result<Reckoning>>, Error, string>(
    key,
    async () =>
      new Map(
        await Promise.all(
          pieces.map(
            async (piece) => [piece.id, await callCore('reckon', { piece, products, settings, nowMin })] as const,
          ),
        ),
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
