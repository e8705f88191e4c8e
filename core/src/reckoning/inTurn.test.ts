import { describe, expect, it } from 'vitest';
import { scheduleWorkshop } from '../schedule';
import { buyList } from '../stock';
import type { Piece } from '../workshop';
import { jobs } from './fixtures/jobs';
import { usualWorld } from './fixtures/ruleFixtures';
import {
  drawsInTurn,
  drawsOf,
  hasTime,
  inTurn,
  reckoningInTurn,
  reckonPiece,
  sittingsOf,
  turnOf,
  workshopPlan,
  workshopProblem,
} from './index';

const { settings, nowMin } = usualWorld;

/** Jobs of one workshop: each by itself, and the schedule of all of them. */
function together(pieces: readonly Piece[]) {
  const own = pieces.map((job, i) => {
    const piece = { ...job, id: `piece-${i}` };
    const told = reckonPiece({ ...usualWorld, piece, withTasks: true });
    if (!told.ok) throw new Error(told.issues.map((x) => x.message).join());
    return { piece, ...told.value };
  });
  const schedule = scheduleWorkshop(workshopProblem(own, settings, nowMin), 5, 1);
  return { own, plan: workshopPlan(own, schedule, nowMin, settings) };
}

const all = Object.values(jobs) as Piece[];

describe('a piece in its turn', () => {
  const { own, plan } = together(all.slice(0, 6));

  it('has each step where the schedule of all has it, never before what it waits for lets it begin', () => {
    let moved = 0;
    for (const { piece, steps } of own) {
      const turn = turnOf(plan, piece.id);
      const placed = inTurn(steps, turn);
      expect(placed.map((s) => s.step.id)).toEqual(steps.map((s) => s.step.id));
      for (const [i, s] of placed.entries()) {
        const alone = steps[i]!;
        const at = turn.placed.get(s.step.id)?.steps.find((x) => x.stepId === s.step.id);
        if (!at) {
          expect(s.unplaced).toBe(turn.unplaced.get(s.step.id));
          expect({ ...s, unplaced: undefined }).toEqual({ ...alone, unplaced: undefined });
          continue;
        }
        expect(s.handsOnMin).toBe(s.status === 'planned' ? at.handsMin : alone.handsOnMin);
        expect([s.startMin, s.endMin]).toEqual([at.startMin, at.endMin]);
        if (s.startMin > alone.startMin) moved += 1;
        if (s.opensAtMin !== null) expect(s.startMin, s.step.id).toBeGreaterThanOrEqual(s.opensAtMin);
        // A wait is as long as by itself, counted from where what is waited for ends now.
        expect(s.readyMin - s.endMin).toBe(alone.readyMin - alone.endMin);
        for (const [k, w] of s.waitsFor.entries()) {
          const before = placed.find((x) => x.step.id === w.stepId)!;
          const by = steps.find((x) => x.step.id === w.stepId)!;
          expect(w.fromMin - before.endMin).toBe(alone.waitsFor[k]!.fromMin - by.endMin);
          if (w.untilMin !== null) expect(w.untilMin - before.endMin).toBe(alone.waitsFor[k]!.untilMin! - by.endMin);
        }
      }
    }
    expect(moved).toBeGreaterThan(50);
  });

  it('keeps its windows, or is among what is told to have missed one', () => {
    const missed = new Set(plan.missed.map((m) => `${m.pieceId}/${m.sittingId}`));
    let windows = 0;
    for (const { piece, steps } of own) {
      const turn = turnOf(plan, piece.id);
      for (const s of inTurn(steps, turn)) {
        const sitting = turn.placed.get(s.step.id);
        if (!sitting || s.closesAtMin === null || missed.has(`${piece.id}/${sitting.sittingId}`)) continue;
        windows += 1;
        expect(sitting.startMin, `${piece.name}, ${s.step.id}`).toBeLessThanOrEqual(s.closesAtMin);
      }
    }
    expect(windows).toBeGreaterThan(5);
  });

  it('is cut into the sittings of the schedule, is ready when that says so, and cures as long as by itself', () => {
    let later = 0;
    for (const alone of own) {
      const placed = reckoningInTurn(alone, plan);
      const starts = new Map(sittingsOf(placed.steps).flatMap((s) => s.steps.map((x) => [x.step.id, s.startMin])));
      for (const s of plan.sittings)
        if (s.pieceId === alone.piece.id && s.status === 'planned')
          expect(starts.get(s.sittingId), `${alone.piece.name}, ${s.words}`).toBeLessThanOrEqual(s.startMin);
      const ready = plan.ready.find((r) => r.pieceId === alone.piece.id)!.atMin;
      if (turnOf(plan, alone.piece.id).unplaced.size > 0) {
        expect(placed.totals).toMatchObject({ lightUseAtMin: null, curedAtMin: null });
        continue;
      }
      expect(placed.totals.lightUseAtMin).toBe(ready ?? alone.totals.lightUseAtMin);
      if (ready === null || placed.totals.curedAtMin === null) continue;
      const cure = alone.steps.find((s) => s.step.kind === 'cure')!;
      const placedCure = placed.steps.find((s) => s.step.kind === 'cure')!;
      expect(placed.totals.curedAtMin).toBe(placedCure.endMin);
      expect(placedCure.endMin - placedCure.startMin).toBe(cure.endMin - cure.startMin);
      if (placed.totals.curedAtMin > alone.totals.curedAtMin!) later += 1;
    }
    expect(later).toBeGreaterThan(2);
  });

  it('takes off the shelf what a step uses when its turn is, so that what is needed first is bought first', () => {
    const alone = own.flatMap((p) => drawsOf(p.piece, p));
    const placed = drawsInTurn(alone, plan);
    expect(placed.map((d) => d.stepId)).toEqual(alone.map((d) => d.stepId));
    let later = 0;
    for (const [i, d] of placed.entries()) {
      const at = turnOf(plan, d.pieceId)
        .placed.get(d.stepId)
        ?.steps.find((s) => s.stepId === d.stepId);
      expect(d.atMin, d.stepId).toBe(at?.startMin ?? alone[i]!.atMin);
      if (d.atMin > alone[i]!.atMin) later += 1;
    }
    expect(later).toBeGreaterThan(20);
    // The first one short of a product is the one whose turn comes first.
    const line = buyList(placed, [], usualWorld.products, nowMin).lines[0]!;
    const needs = placed.filter((d) => d.productId === line.product.id).map((d) => d.atMin);
    expect(line.time?.neededAtMin).toBe(Math.min(...needs));
    expect(drawsInTurn(alone, undefined)).toBe(alone);
  });

  it('has no time for what is held nor for what comes after it, and names no day for it', () => {
    const stripped = jobs['the same stripped of thick paint first'] as Piece;
    const untested = { ...stripped, lead: { ...stripped.lead, result: 'unknown' as const, everyLayer: false } };
    const { own: some, plan: of } = together([...all.slice(0, 2), untested]);
    const alone = some[2]!;
    const placed = reckoningInTurn(alone, of);
    const untimed = new Set(placed.steps.filter((s) => !hasTime(s)).map((s) => s.step.id));
    expect(placed.steps.filter((s) => s.held).length).toBeGreaterThan(0);
    for (const s of placed.steps) {
      if (s.held) expect(untimed).toContain(s.step.id);
      if (s.waitsFor.some((w) => untimed.has(w.stepId))) expect(untimed).toContain(s.step.id);
      expect(untimed.has(s.step.id)).toBe(!turnOf(of, alone.piece.id).placed.has(s.step.id));
    }
    // What can be done before it is settled has its time, and is in no sitting with what has none.
    const sittings = sittingsOf(placed.steps);
    expect(sittings.filter(hasTime).length).toBeGreaterThan(2);
    for (const s of sittings) expect(s.steps.every((x) => hasTime(x) === hasTime(s))).toBe(true);
    expect(placed.totals).toMatchObject({ lightUseAtMin: null, curedAtMin: null });
    const draws = drawsInTurn(drawsOf(alone.piece, alone), of);
    expect(draws.map((d) => d.untimed === true)).toEqual(draws.map((d) => untimed.has(d.stepId)));
    expect(draws.some((d) => d.untimed)).toBe(true);
  });

  it('stays as it is by itself while its turn is not known, and where another one is meant', () => {
    const [first] = own;
    expect(reckoningInTurn(first!, undefined)).toBe(first);
    expect(reckoningInTurn({ ...first!, pieceId: 'another' }, plan).steps).toBe(first!.steps);
  });
});
