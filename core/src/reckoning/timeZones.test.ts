import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { latestReading, performOn } from '../deeds';
import { demoWorkshop } from '../demo';
import { planOf } from '../finishing';
import { leftL } from '../stock';
import { minuteOf } from '../units';
import { readWorkshopFile, type Workshop, workshopFromFile, writeWorkshopFile } from '../workshop';
import { reckonPiece, workshopAround } from './index';

const nowMin = 29_700_000;
const demo = demoWorkshop(nowMin, 'Europe/London');
const isInstant = /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:\d\d)$/;

/** The same moment as it is written elsewhere. */
function writtenAt(instant: string, quarters: number): string {
  const there = new Date(Date.parse(instant) + quarters * 15 * 60_000).toISOString().replace('Z', '');
  const ahead = Math.abs(quarters * 15);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${there}${quarters < 0 ? '-' : '+'}${two(Math.floor(ahead / 60))}:${two(ahead % 60)}`;
}
const everyInstant = <T>(value: T, change: (instant: string) => unknown): T =>
  JSON.parse(JSON.stringify(value), (_, v) => (typeof v === 'string' && isInstant.test(v) ? change(v) : v));
/** What is worked out, with moments as numbers. */
function outcome(w: Workshop): unknown {
  const around = workshopAround(
    {
      pieces: Object.values(w.pieces),
      products: w.products,
      containers: Object.values(w.containers),
      supplies: Object.values(w.supplies),
      drawsOf: () => [],
    },
    nowMin,
  );
  const byId = <T extends { id: string }>(all: Record<string, T>) =>
    Object.values(all).sort((a, b) => (a.id < b.id ? -1 : 1));
  const air = latestReading(w.readings);
  const worked = byId(w.pieces).map((piece) => {
    const plan = planOf(piece, w);
    const beside = around(
      piece,
      plan.steps.flatMap((s) => s.productId ?? []),
    );
    const reckoned = reckonPiece({
      piece,
      products: w.products,
      settings: w.settings,
      nowMin,
      air: air ? { ...air, atMin: minuteOf(air.at) } : null,
      around: beside,
    });
    return { plan, reckoned };
  });
  const left = byId(w.containers).map(leftL);
  return everyInstant({ worked, left }, (instant) => Date.parse(instant));
}

describe('a workshop whose moments were written in many time zones', () => {
  it('is read, planned, reckoned and counted as if they had been written in one', () => {
    const usual = outcome(demo);
    fc.assert(
      fc.property(fc.infiniteStream(fc.integer({ min: -48, max: 56 })), (zones) => {
        const moved = everyInstant(demo, (instant) => writtenAt(instant, zones.next().value));
        expect(outcome(moved)).toEqual(usual);
        const file = readWorkshopFile(writeWorkshopFile(moved, '2026-11-26T23:30:00-09:30'));
        if (!file.ok) throw new Error(file.issues.map((i) => i.message).join());
        expect(outcome(workshopFromFile(file.value))).toEqual(usual);
      }),
      { numRuns: 5 },
    );
  });

  it('goes on with its deeds in their order, whichever side of midnight each was written on', () => {
    const piece = demo.pieces['ticket-cupboard']!;
    const steps = planOf(piece, demo).steps.filter((s) => !piece.log.some((e) => e.step.id === s.id));
    const log = (zones: readonly number[]): Workshop => {
      const w = structuredClone(demo) as Workshop;
      for (const [i, quarters] of zones.entries()) {
        const at = writtenAt(new Date((nowMin + i * 10) * 60_000).toISOString(), quarters);
        let ids = 0;
        performOn(
          w,
          {
            do: 'finish-step',
            pieceId: piece.id,
            step: steps[i]!,
            planned: { startAt: at, endAt: at, volumeL: steps[i]!.productId ? 0.05 : 0 },
          },
          at,
          () => `${i}-${++ids}`,
        );
      }
      return w;
    };
    const [here, elsewhere] = [log([0, 0, 0, 0, 0]), log([56, -48, 0, 23, -1])];
    expect(outcome(elsewhere)).toEqual(outcome(here));
    expect(elsewhere.pieces[piece.id]!.log.map((e) => minuteOf(e.doneAt!))).toEqual(
      here.pieces[piece.id]!.log.map((e) => minuteOf(e.doneAt!)),
    );
  });

  it('takes the mix that was made last, not the one with the later date', () => {
    const w = structuredClone(demo) as Workshop;
    const piece = w.pieces['ticket-cupboard']!;
    const step = planOf(piece, w).steps.find((s) => s.productId && !piece.log.some((e) => e.step.id === s.id))!;
    const mix = Object.values(w.mixes)[0]!;
    const made = { ...mix, steps: [{ pieceId: piece.id, stepId: step.id }], pours: [] };
    w.mixes.late = { ...made, id: 'late', name: 'Late', at: '2026-06-21T23:30:00-05:00' };
    w.mixes.early = { ...made, id: 'early', name: 'Early', at: '2026-06-22T03:00:00+02:00' };
    const at = '2026-06-22T08:00:00Z';
    const planned = { startAt: at, endAt: at, volumeL: 0.05 };
    performOn(w, { do: 'finish-step', pieceId: piece.id, step, planned }, at, () => 'new');
    expect(piece.log.find((e) => e.doneAt === at)!.batch).toBe('Late');
  });
});
