import type { AirAhead, AirNow, SpaceBand } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import { callCore } from '../workers/callCore';
import { useInstruments } from './instruments';
import { nameOf } from './nameOf';
import { useAnswer } from './useAnswer';
import { useNowMin } from './useNowMin';
import { none, useSummaries } from './useSummaries';
import { useParts } from './useWorkshop';

/** So many pieces that are worked out say enough of what is to be coated. */
const askedFrom = 12;

/** The air of the space a piece stands in, or of the usual one; undefined: not told yet, or nothing is known. */
export function useAirNow(pieceId: string | null): AirNow | undefined {
  const parts = useParts('id', 'settings', 'readings', 'pieces');
  const nowMin = useNowMin();
  const book = useSummaries(none);
  const heard = useInstruments();
  const { id, settings, readings, pieces } = parts;
  const own = pieceId === null ? undefined : pieces[pieceId];
  // What stands first on the screen is worked out first: of a workshop just opened the air is told when that is there.
  const isThere = pieceId !== null && book.byId.has(pieceId);
  const early = book.missing > 0 && book.byId.size < askedFrom && !isThere;
  const key = early
    ? null
    : [
        'air',
        id,
        own?.spaceId ?? '',
        nowMin,
        nameOf(settings),
        nameOf(readings),
        book.missing === 0,
        book.turns,
        heard ? nameOf(heard.readings) : 0,
      ].join('/');
  const data = useAnswer<Result<AirNow | null>>(key, () =>
    callCore('airNow', [own ? pieceId : null, nowMin], { key: 'air-now', needs: own ? [own.id] : [] }),
  );
  return data?.ok ? (data.value ?? undefined) : undefined;
}

/** The air of a space over days, with the coats to come there; undefined: not told yet. */
export function useAirAhead(spaceId: string | null): AirAhead | undefined {
  const { id, settings, readings, pieces } = useParts('id', 'settings', 'readings', 'pieces');
  const nowMin = useNowMin();
  const book = useSummaries();
  const heard = useInstruments();
  const key =
    spaceId === null
      ? null
      : [
          'air-ahead',
          id,
          spaceId,
          nowMin,
          nameOf(settings),
          nameOf(readings),
          nameOf(pieces),
          book.all - book.missing,
          heard ? nameOf(heard.readings) : 0,
        ].join('/');
  const data = useAnswer<Result<AirAhead>>(key, () =>
    callCore('airAhead', [spaceId!, nowMin], { key: 'air-ahead', needs: [] }),
  );
  return data?.ok && data.value.spaceId === spaceId ? data.value : undefined;
}

/** When coats may go on in each space; none until it is told. */
export function useSpaceBands(): readonly SpaceBand[] {
  const { id, settings, readings, pieces } = useParts('id', 'settings', 'readings', 'pieces');
  const nowMin = useNowMin();
  const book = useSummaries();
  const parts = [id, nowMin, nameOf(settings), nameOf(readings), nameOf(pieces), book.all - book.missing];
  const data = useAnswer<Result<SpaceBand[]>>(
    settings.spaces.length === 0 ? null : ['space-bands', ...parts].join('/'),
    () => callCore('spaceBands', [nowMin], { key: 'space-bands', needs: [] }),
  );
  return data?.ok ? data.value : [];
}
