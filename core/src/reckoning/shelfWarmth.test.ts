import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SpaceAir } from '../climate';
import { perform } from '../deeds';
import { demoWorkshop } from '../demo';
import { peopleOf, scheduleWorkshop } from '../schedule';
import { instantOf } from '../units';
import { type Container, defaultSettings, hasPlan, type Product, type Space } from '../workshop';
import { reckonPiece } from './reckonPiece';
import { roomsOf } from './roomOf';
import { shelfWarmth } from './shelfWarmth';
import { workshopPlan, workshopProblem } from './workshopSchedule';

const nowMin = Date.parse('2026-11-25T08:00:00Z') / 60_000;
const demo = demoWorkshop(nowMin, 'Europe/London');
const everyUse: Space['allows'] = ['coat', 'spray', 'abrade'];
const shed: Space = { id: 'shed', name: 'Shed', kind: 'sheltered', heatedToC: null, allows: everyUse };
const room: Space = { id: 'room', name: 'Room', kind: 'heated', heatedToC: 20, allows: everyUse };
/** Air that stays as it is. */
const still = (space: Space, tempC: number): SpaceAir => ({
  space,
  at: () => ({ airTempC: tempC, relHumFrac: 0.5, surfaceTempC: tempC, from: 'usual' }),
  foretoldUntilMin: null,
});
const base = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const can = Object.values(demo.containers).find((c) => demo.products[c.productId]!.air.leastTempC.value >= 8)!;
const product = (leastTempC: number): Product => {
  const own = demo.products[can.productId]!;
  return { ...own, air: { ...own.air, leastTempC: { ...own.air.leastTempC, value: leastTempC } } };
};
function warmth(
  shedC: number,
  roomC: number,
  containers: Record<string, Container> = { [can.id]: can },
  stands = 'shed',
) {
  const airs = { shed: still(shed, shedC), room: still(room, roomC) };
  const settings = { ...base, spaces: [room, shed], shelfSpaceId: stands };
  return { told: shelfWarmth({ settings, containers }, (s) => airs[s.id as 'shed' | 'room'], nowMin)!, air: airs.room };
}

describe('shelfWarmth', () => {
  it('gives the time by hand: 20 − 15·e^(−t/180 min) reaches 10 °C after 73 min, in whole hours after 2', () => {
    const { told, air } = warmth(5, 20);
    expect(told.coldUntilMin(product(10), air, nowMin)).toBe(nowMin + 120);
    expect(told.coldUntilMin(product(10), air, nowMin + 60)).toBe(nowMin + 120);
    expect(told.coldUntilMin(product(10), air, nowMin + 120)).toBeNull();
    expect(told.toBringIn(product(10), air, nowMin + 600)).toEqual({
      productId: can.productId,
      tempC: 5,
      leastTempC: 10,
      byMin: nowMin + 480,
    });
  });

  it('says nothing of a shelf warm enough or in the same room, of what is not on it, and of a room too cold itself', () => {
    const cases = [warmth(12, 20), warmth(5, 20, { [can.id]: can }, 'room'), warmth(5, 20, {}), warmth(5, 8)];
    expect(cases.map(({ told, air }) => told.coldUntilMin(product(10), air, nowMin))).toEqual([null, null, null, null]);
    expect(cases.slice(0, 3).map(({ told, air }) => told.toBringIn(product(10), air, nowMin + 600))).toEqual([
      null,
      null,
      null,
    ]);
    expect(
      shelfWarmth({ settings: { ...base, spaces: [room] }, containers: {} }, () => still(room, 20), nowMin),
    ).toBeNull();
  });

  it('counts from when a can was brought in', () => {
    const brought = { [can.id]: { ...can, broughtIn: { at: instantOf(nowMin - 60), spaceId: 'room' } } };
    const { told, air } = warmth(5, 20, brought);
    expect(told.coldUntilMin(product(10), air, nowMin)).toBe(nowMin + 60);
    expect(told.toBringIn(product(10), air, nowMin + 60)).toBeNull();
  });

  it('asks for what is brought in when it says to have its warmth', () => {
    const kinds = [
      fc.integer({ min: -5, max: 9 }),
      fc.integer({ min: 12, max: 25 }),
      fc.integer({ min: 0, max: 3000 }),
    ] as const;
    fc.assert(
      fc.property(...kinds, (shedC, roomC, ahead) => {
        const { told, air } = warmth(shedC, roomC);
        const startMin = told.coldUntilMin(product(10), air, nowMin + ahead) ?? nowMin + ahead;
        const asked = told.toBringIn(product(10), air, startMin)!;
        expect(asked.byMin).toBeGreaterThanOrEqual(nowMin);
        const brought = { [can.id]: { ...can, broughtIn: { at: instantOf(asked.byMin), spaceId: 'room' } } };
        expect(warmth(shedC, roomC, brought).told.toBringIn(product(10), air, startMin)).toBeNull();
      }),
    );
  });

  it('keeps coats of the workshop from cans that are cold, says what to bring in, and no more once it was', () => {
    const shelved = { ...demo, settings: { ...demo.settings, shelfSpaceId: demo.settings.spaces[1]!.id } };
    const planOf = (w: typeof demo) => {
      const { settings, products } = w;
      const own = Object.values(w.pieces)
        .filter(hasPlan)
        .flatMap((piece) => {
          const told = reckonPiece({ piece, products, settings, nowMin, rooms: roomsOf(w, nowMin), withTasks: true });
          return told.ok ? [{ piece, tasks: told.value.tasks }] : [];
        });
      const problem = workshopProblem(own, settings, nowMin);
      return workshopPlan(own, scheduleWorkshop(problem, 5, 1), nowMin, settings);
    };
    expect(planOf(demo).sittings.flatMap((s) => s.coldCans)).toEqual([]);
    const cold = planOf(shelved).sittings.flatMap((s) => s.coldCans.map((c) => ({ ...c, startMin: s.startMin })));
    expect(cold.length).toBeGreaterThan(0);
    // In time, and while somebody is there: not at six in the morning.
    const { calendar } = peopleOf(shelved.settings)[0]!;
    for (const c of cold) {
      expect(c.startMin - c.byMin).toBeGreaterThanOrEqual(60);
      expect(calendar.shiftAt(c.byMin).startMin).toBeLessThanOrEqual(c.byMin);
    }
    let ids = 0;
    const { productId } = cold[0]!;
    const spaceId = demo.settings.spaces[0]!.id;
    const after = perform(shelved, { do: 'bring-in', productId, spaceId }, instantOf(nowMin), () => `new${++ids}`);
    expect(planOf(after as typeof demo).sittings.flatMap((s) => s.coldCans.map((c) => c.productId))).not.toContain(
      productId,
    );
  });
});
