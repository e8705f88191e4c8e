import type { AirReading, Around } from '@cosmesis/core/finishing';
import { type Draw, workshopAround } from '@cosmesis/core/reckoning';
import { minuteOf } from '@cosmesis/core/units';
import type { Piece, Workshop } from '@cosmesis/core/workshop';
import useSWR from 'swr';
import { callCore } from '../workers/callCore';
import { latestReading } from './latestReading';
import { nameOf } from './nameOf';
import { useNowMin } from './useNowMin';
import { useWorkshop } from './useWorkshop';

/** What pieces take, by a name of the piece as it is: worked out once for as long as neither it nor the shop changes. */
const known = new Map<string, readonly Draw[]>();
/** Pieces sent to the worker at a time: copying a whole workshop would hold up the page. */
const atATime = 25;
const mostKnown = 10_000;

/** What all pieces will take off the shelf; asked for only where something stands on it. */
export function useDraws(asked = true): readonly Draw[] {
  const { pieces, products, settings } = useWorkshop();
  const nowMin = useNowMin();
  const shopKey = `${Math.floor(nowMin / 60)}/${nameOf(products)}/${nameOf(settings)}`;
  const { data } = useSWR<readonly Draw[], Error>(
    asked ? `draws/${shopKey}/${nameOf(pieces)}` : null,
    async () => {
      const all = Object.values(pieces)
        .filter((p) => p.steps.length > 0)
        .map((piece) => ({ key: `${shopKey}/${nameOf(piece)}`, piece }));
      const missing = all.filter((p) => !known.has(p.key));
      if (known.size > mostKnown) known.clear();
      for (let i = 0; i < missing.length; i += atATime) {
        const some = missing.slice(i, i + atATime);
        const told = await callCore(
          'draws',
          some.map((s) => s.piece),
          { products, settings, nowMin },
        );
        some.forEach((s, j) => void known.set(s.key, told.ok ? (told.value[j] ?? []) : []));
      }
      return all.flatMap((p) => known.get(p.key) ?? []);
    },
    { compare: Object.is, keepPreviousData: true, revalidateOnFocus: false, revalidateIfStale: false },
  );
  return data ?? none;
}
const none: readonly Draw[] = [];

/** The last reading as the rules want it. */
export function airOf(readings: Workshop['readings']): AirReading | null {
  const last = latestReading(readings);
  if (!last) return null;
  const { airTempC, relHumFrac, surfaceTempC, at } = last;
  return { airTempC, relHumFrac, surfaceTempC, atMin: minuteOf(at) };
}

/** What the rest of the workshop means for each of its pieces. */
export const aroundIn = (workshop: Workshop, draws: readonly Draw[], nowMin: number): ((piece: Piece) => Around) =>
  workshopAround(
    {
      pieces: Object.values(workshop.pieces),
      products: workshop.products,
      containers: Object.values(workshop.containers),
      supplies: Object.values(workshop.supplies),
      draws,
    },
    nowMin,
  );
