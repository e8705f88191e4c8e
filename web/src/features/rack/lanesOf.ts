import type { PlaceKind, PlannedSitting } from '@cosmesis/core/reckoning';

/** A piece on a place for a time. */
interface Stay {
  pieceId: string;
  sittingId: string;
  fromMin: number;
  untilMin: number;
  /** The lane it lies in, 0 on top. */
  lane: number;
}

/** The lanes of one kind of place: as many as pieces stand there at a time. */
export interface DrawnLane {
  id: PlaceKind;
  name: string;
  /** Below the top of all lanes, px. */
  y: number;
  height: number;
  stays: readonly Stay[];
  /** There is a moment at which no more has room. */
  full: boolean;
}

/** Stays of one piece that touch are one; each lies in the first lane that is free. */
function packed(sittings: readonly PlannedSitting[], kind: PlaceKind): Stay[] {
  const byPiece = new Map<string, Stay[]>();
  const all = sittings
    .flatMap((s) =>
      s.places
        .filter((p) => p.id === kind && p.untilMin > p.fromMin)
        .map(({ fromMin, untilMin }) => ({ pieceId: s.pieceId, sittingId: s.id, fromMin, untilMin, lane: 0 })),
    )
    .sort((a, b) => a.fromMin - b.fromMin || a.untilMin - b.untilMin);
  for (const stay of all) {
    const own = byPiece.get(stay.pieceId) ?? [];
    const last = own.at(-1);
    if (last && stay.fromMin <= last.untilMin) last.untilMin = Math.max(last.untilMin, stay.untilMin);
    else own.push(stay);
    byPiece.set(stay.pieceId, own);
  }
  const freeFrom: number[] = [];
  const stays = [...byPiece.values()].flat().sort((a, b) => a.fromMin - b.fromMin);
  for (const stay of stays) {
    const free = freeFrom.findIndex((min) => min <= stay.fromMin);
    stay.lane = free < 0 ? freeFrom.length : free;
    freeFrom[stay.lane] = stay.untilMin;
  }
  return stays;
}

/** Places as lanes, one kind below the other. */
export function lanesOf(
  sittings: readonly PlannedSitting[],
  lanes: readonly { id: PlaceKind; name: string; capacity: number | null }[],
  { lanePx, namePx }: { lanePx: number; namePx: number },
): { drawn: DrawnLane[]; height: number } {
  let y = 0;
  const drawn = lanes.map(({ id, name, capacity }): DrawnLane => {
    const stays = packed(sittings, id);
    const most = Math.max(0, ...stays.map((s) => s.lane + 1));
    const height = Math.max(1, capacity ?? most, most) * lanePx;
    const lane = { id, name, y, height, stays, full: capacity !== null && most >= capacity };
    y += namePx + height + 8;
    return lane;
  });
  return { drawn, height: y };
}
