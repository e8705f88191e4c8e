import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { workCalendar } from '../schedule';
import { minuteOf } from '../units';
import type { Piece } from '../workshop';
import { type PieceSummary, queueForOne, reckonPiece, summaryOf } from './index';

const nowMin = minuteOf('2026-11-25T10:07:00+00:00');
const demo = demoWorkshop(nowMin, 'Europe/London');
const calendar = workCalendar(demo.settings);
const summaryFor = (piece: Piece): PieceSummary => {
  const r = reckonPiece({ piece, products: demo.products, settings: demo.settings, nowMin });
  if (!r.ok) throw new Error(r.issues[0]!.message);
  return summaryOf(piece, r.value, nowMin);
};
const summaries = Object.values(demo.pieces).map(summaryFor);
const begun = (id: string) => demo.pieces[id]!.log.length > 0;
const queueOf = (of: readonly PieceSummary[], most = 200) => queueForOne(of, begun, calendar, nowMin, most);

describe('what one person can do over the pieces of a workshop', () => {
  const queue = queueOf(summaries);
  const free = queue.filter((d) => d.sitting.held === null);
  it('has every sitting that may be begun once, one after the other, none before its piece would have it', () => {
    expect(free).toHaveLength(summaries.flatMap((s) => s.sittings.filter((x) => x.held === null)).length);
    free.forEach((d, i) => {
      expect(d.startMin).toBeGreaterThanOrEqual(Math.max(d.sitting.startMin, free[i - 1]?.endMin ?? nowMin));
    });
  });
  it('begins with the piece that is begun, though seven others could be begun this minute', () => {
    expect(summaries.filter((s) => s.sittings[0]?.startMin === nowMin).length).toBeGreaterThan(5);
    expect([free[0]?.pieceId, free[0]?.startMin]).toEqual(['refreshment-table', nowMin]);
  });
  it('puts what is held last, as its piece by itself would have it, and keeps no hands for it', () => {
    const held = queue.slice(free.length);
    expect(held.length).toBeGreaterThan(0);
    expect(held.every((d) => d.sitting.held?.words === 'lead not tested')).toBe(true);
    expect(held.map((d) => d.startMin)).toEqual(held.map((d) => d.sitting.startMin).sort((a, b) => a - b));
  });
  it('a running sitting has the hands for what is left of it: 20 of 30 min, and a minute when its time is over', () => {
    const [first] = summaries.find((s) => s.pieceId === 'refreshment-table')!.sittings;
    const left = (agoMin: number) => {
      const sitting = { ...first!, status: 'running' as const, startMin: nowMin - agoMin, handsOnMin: 30 };
      const [d] = queueOf([{ ...summaries[0]!, pieceId: 'refreshment-table', sittings: [sitting] }]);
      return d!.endMin - d!.startMin;
    };
    expect([left(10), left(45)]).toEqual([20, 1]);
  });
  it('is cut off at what is asked for, what is held left whole', () => {
    expect(queueOf(summaries, 3).filter((d) => d.sitting.held === null)).toEqual(free.slice(0, 3));
  });
});
