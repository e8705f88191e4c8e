import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { badnessTable } from '../finishing';
import { typicalSupplies } from '../products';
import { reckonPiece, roomsOf } from '../reckoning';
import { minuteOf } from '../units';
import { lookKinds } from '../workshop';
import { marketPiece, productsCost, type SeenAtMarket, suppliesCost, worthBuying } from './index';

const nowMin = minuteOf('2026-11-25T10:07:00+00:00');
const demo = demoWorkshop(nowMin, 'Europe/London');
const { products, settings } = demo;
const input = { products, settings, nowMin, rooms: roomsOf(demo, nowMin) };
const others = Object.values(demo.pieces).flatMap((piece) => {
  const told = reckonPiece({ ...input, piece, withTasks: true });
  return told.ok ? [{ piece, tasks: told.value.tasks }] : [];
});
const asked = { input, settings: { ...settings, overheadPerHour: 4 }, supplies: typicalSupplies, others };
const chest: SeenAtMarket = {
  form: 'chest-of-drawers',
  ...{ heightM: 0.9, widthM: 0.95, depthM: 0.45 },
  ...{ speciesId: 'ash', veneer: false, oldFinish: 'shellac', badness: 'worn', look: 'painted' },
};
const deal = { sale: 300, otherCosts: 25, wagePerHour: 18 };
const worth = (seen: SeenAtMarket, own = deal, of = asked) => {
  const told = worthBuying(seen, own, of);
  if (!told.ok) throw new Error(told.issues[0]!.message);
  return told.value;
};

describe('worth buying', () => {
  it('the most to pay is what is left of the sale after fetching, materials, and the hours at wage and overheads', () => {
    const { asSeen } = worth(chest);
    const piece = marketPiece(chest, settings, 'x', 'x', '2026-11-25T10:00:00Z');
    const told = reckonPiece({
      ...input,
      piece: { ...piece, lead: { ...piece.lead, result: 'negative', everyLayer: true } },
    });
    if (!told.ok) throw new Error('not planned');
    const materials =
      Math.round(100 * productsCost(told.value)) + Math.round(100 * suppliesCost(told.value, typicalSupplies));
    expect(asSeen.materialsMinor.likely).toBe(materials);
    const hours = told.value.totals.handsOnMin / 60;
    expect(asSeen.mostToPayMinor.likely).toBe(30_000 - 2500 - materials - Math.round(100 * hours * (18 + 4)));
    expect(asSeen.handsOnMin.low).toBeCloseTo(0.85 * 60 * hours, 6);
    expect(asSeen.handsOnMin.high).toBeCloseTo(1.25 * 60 * hours, 6);
    expect(asSeen.mostToPayMinor.low).toBeLessThan(asSeen.mostToPayMinor.likely);
    expect(asSeen.mostToPayMinor.high).toBeGreaterThan(asSeen.mostToPayMinor.likely);
  });

  it('beside what is under way it takes no fewer days than alone', () => {
    const { days } = worth(chest).asSeen;
    expect(days.alone).toBeGreaterThan(1);
    expect(days.beside!).toBeGreaterThanOrEqual(days.alone!);
    const free = worth(chest, deal, { ...asked, others: [] }).asSeen.days;
    expect(free.beside!).toBeLessThanOrEqual(days.beside!);
  });

  it('at worst it takes longer and is worth less, however it looks; what is a wreck already has insects in it', () => {
    for (const { id } of badnessTable) {
      const { asSeen, worst, worstSays } = worth({ ...chest, badness: id }, deal, { ...asked, others: [] });
      expect(worst.handsOnMin.likely).toBeGreaterThan(asSeen.handsOnMin.likely);
      expect(worst.mostToPayMinor.likely).toBeLessThan(asSeen.mostToPayMinor.likely);
      if (id === 'wreck') expect(worstSays).toContain('insects');
    }
  });

  it('says why it cannot become what it cannot become', () => {
    const told = worthBuying({ ...chest, oldFinish: 'paint', look: 'refreshed' }, deal, asked);
    expect(told.ok ? '' : told.issues[0]!.message).toBe(
      'Not “refreshed, old finish kept”: Old paint is painted again, not refreshed.',
    );
  });

  it('never pays more for a lower sale or a higher wage', () => {
    const alone = { ...asked, others: [] };
    // A sound clear finish can be refreshed; paper and leaf go on wood as on paint.
    const can = lookKinds.filter((look) => worthBuying({ ...chest, look }, deal, alone).ok);
    expect(can.length).toBeGreaterThanOrEqual(8);
    const money = fc.integer({ min: 0, max: 2000 });
    fc.assert(
      fc.property(money, money, fc.constantFrom(...can), (sale, wage, look) => {
        const seen = { ...chest, look };
        const most = (own: typeof deal) => worth(seen, own, alone).asSeen.mostToPayMinor.likely;
        const here = most({ sale, otherCosts: 0, wagePerHour: wage });
        expect(most({ sale: sale + 50, otherCosts: 0, wagePerHour: wage })).toBe(here + 5000);
        expect(most({ sale, otherCosts: 0, wagePerHour: wage + 5 })).toBeLessThanOrEqual(here);
      }),
      { numRuns: 12 },
    );
  });
});
