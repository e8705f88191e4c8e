import type { AirReading, Around } from '@cosmesis/core/finishing';
import { type Draw, workshopAround } from '@cosmesis/core/reckoning';
import type { Piece, Workshop } from '@cosmesis/core/workshop';
import useSWR from 'swr';
import { callCore } from '../workers/callCore';
import { latestReading } from './latestReading';
import { nameOf } from './nameOf';
import { useNowMin } from './useNowMin';
import { useWorkshop } from './useWorkshop';

/** What all pieces will take off the shelf; asked for only where something stands on it. */
export function useDraws(asked = true): readonly Draw[] {
  const { pieces, products, settings } = useWorkshop();
  const nowMin = useNowMin();
  const hour = Math.floor(nowMin / 60);
  const all = Object.values(pieces).filter((p) => p.steps.length > 0);
  const shopKey = `${hour}/${nameOf(products)}/${nameOf(settings)}`;
  const keyed = all.map((piece) => ({ key: `${shopKey}/${nameOf(piece)}`, piece }));
  const key = asked ? ['draws', ...keyed.map((k) => k.key)].join('|') : null;
  const { data } = useSWR(
    key,
    async () => {
      const told = await callCore('draws', keyed, { products, settings, nowMin });
      return told.ok ? told.value : [];
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
  return { airTempC, relHumFrac, surfaceTempC, atMin: Math.floor(Date.parse(at) / 60_000) };
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
