import { woodDryingMin, woodMoistureAfter, woodRestsAt } from '../climate';
import { homeMoistureFrac, moistureApartFrac } from '../finishing';
import { minuteOf } from '../units';
import type { Piece, ZoneId } from '../workshop';
import type { Room } from './roomOf';

/** A usual board of furniture, m; its two faces dry (no source: measure a thick one again instead). */
const boardM = 0.02;
const dayMin = 24 * 60;

/** The wood of a zone whose moisture was measured: what it holds now, and when it is dry enough for a film. */
export interface WoodAhead {
  pieceId: string;
  zoneId: ZoneId;
  measuredFrac: number;
  /** When it was; null: it is not known, and taken as now. */
  measuredAtMin: number | null;
  /** What it holds now by this air, kg water per kg dry wood. */
  nowFrac: number;
  /** Where it comes to rest in the mean air of the next ten days. */
  restsFrac: number;
  /** Where its future room will bring it. */
  homeFrac: number;
  /** When it is near enough to that to be coated, minutes since 1970; nowMin: it is; null: not in this air within a year. */
  readyAtMin: number | null;
}

/** Days over whose air it is told where wood comes to rest. */
const restDays = 10;

/** The wood of a piece that was measured, in the space it stands in. Damp wood only: what is too dry takes up water as fast. */
export function woodAhead(piece: Pick<Piece, 'id' | 'tests' | 'home'>, { air }: Room, nowMin: number): WoodAhead[] {
  const homeFrac = homeMoistureFrac(piece);
  const hours = Array.from({ length: restDays * 24 }, (_, i) => woodRestsAt(air.at(nowMin + i * 60)));
  const restsFrac = hours.reduce((sum, x) => sum + x, 0) / hours.length;
  return (Object.keys(piece.tests) as ZoneId[]).flatMap((zoneId): WoodAhead[] => {
    const tests = piece.tests[zoneId];
    const measuredFrac = tests?.moistureFrac;
    if (measuredFrac == null) return [];
    const measuredAtMin = tests?.moistureAt === undefined ? null : minuteOf(tests.moistureAt);
    const since = measuredAtMin ?? nowMin;
    const nowFrac = since < nowMin ? woodMoistureAfter(measuredFrac, boardM, air, since, nowMin) : measuredFrac;
    const dryMin = woodDryingMin(nowFrac, homeFrac + moistureApartFrac, boardM, air, nowMin);
    return [
      {
        pieceId: piece.id,
        zoneId,
        measuredFrac,
        measuredAtMin,
        nowFrac,
        restsFrac,
        homeFrac,
        readyAtMin: dryMin === null ? null : nowMin + Math.ceil(dryMin / dayMin) * (dryMin > 0 ? dayMin : 0),
      },
    ];
  });
}
