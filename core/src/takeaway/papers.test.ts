import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { reckonPiece } from '../reckoning';
import { minuteOf } from '../units';
import { zoneIds } from '../workshop';
import { careCard, usedRows } from './index';

const start = '2026-11-25T10:07:00+00:00';
const demo = demoWorkshop(minuteOf(start), 'Europe/London');
const reckoned = (id: string) => {
  const r = reckonPiece({
    products: demo.products,
    settings: demo.settings,
    piece: demo.pieces[id]!,
    nowMin: minuteOf(start),
  });
  if (!r.ok) throw new Error(r.issues[0]!.message);
  return r.value;
};

describe('the care card', () => {
  it('tells of every worked zone what lies uppermost when all is done, once, and from when it may be used', () => {
    for (const id of Object.keys(demo.pieces)) {
      const r = reckonPiece({
        products: demo.products,
        settings: demo.settings,
        piece: demo.pieces[id]!,
        nowMin: minuteOf(start),
      });
      if (!r.ok) continue;
      const card = careCard(r.value, demo.products);
      const told = card.surfaces.flatMap((s) => s.zones);
      expect(new Set(told).size).toBe(told.length);
      for (const zone of zoneIds) {
        const coats = r.value.steps.filter((s) => s.step.zoneId === zone && ['paint', 'clear'].includes(s.step.kind));
        if (coats.length > 0) expect(told).toContain(zone);
      }
      expect([card.lightUseAtMin, card.curedAtMin]).toEqual([r.value.totals.lightUseAtMin, r.value.totals.curedAtMin]);
    }
  });
  it('a cupboard of enamel under a stained top in clear: the clear on the top, the enamel on carcass and fronts', () => {
    const { surfaces } = careCard(reckoned('ticket-cupboard'), demo.products);
    const byTop = Object.fromEntries(surfaces.map((s) => [s.top, s.zones]));
    expect(byTop['Furniture enamel, urethane-modified waterborne, satin']).toEqual(['carcass', 'fronts']);
    expect(surfaces.find((s) => s.zones.includes('top'))!.top).toMatch(/clear/);
  });
  it('keeps water off shellac and wax, and lets a waterborne film be wiped damp', () => {
    const r = reckoned('ticket-cupboard');
    const withTop = (productId: string) =>
      careCard(
        {
          ...r,
          steps: r.steps.map((s) =>
            s.step.zoneId === 'top' && s.step.kind === 'clear' ? { ...s, step: { ...s.step, productId } } : s,
          ),
        },
        demo.products,
      ).surfaces.find((s) => s.zones.includes('top'))!.care;
    expect(withTop('shellac-clear')).toMatch(/Keep water, alcohol/);
    expect(withTop('waterborne-satin-clear')).toMatch(/damp cloth/);
  });
});

describe('what was used', () => {
  const piece = demo.pieces['ticket-cupboard']!;
  const rows = usedRows(piece, demo.products);
  it('has a row for each step that is done, in the order of the clock, with the wait since the one before on its zone', () => {
    expect(rows).toHaveLength(piece.log.filter((e) => e.doneAt !== null).length);
    rows.forEach((row, i) => {
      if (i > 0) expect(row.atMin).toBeGreaterThanOrEqual(rows[i - 1]!.atMin);
    });
    const two = rows.filter((r) => r.where === rows.at(-1)!.where);
    expect(two.at(-1)!.waitedMin).toBeLessThanOrEqual(two.at(-1)!.atMin - two.at(-2)!.atMin);
  });
  it('gives what was logged, and says where it is only what was planned', () => {
    const entry = piece.log.find((e) => e.doneAt !== null && e.planned?.volumeL)!;
    const withActual = (actualL: number | null) =>
      usedRows({ ...piece, log: [{ ...entry, actualL, note: 'ran' }] }, demo.products)[0]!;
    expect(withActual(0.5)).toMatchObject({ litres: 0.5, asPlanned: false, note: expect.stringContaining('ran') });
    expect(withActual(null)).toMatchObject({ litres: entry.planned!.volumeL, asPlanned: true });
  });
  it('says what was seen before what was written', () => {
    const piece = demo.pieces['ticket-cupboard']!;
    const log = piece.log.map((e, i) =>
      i === 0 ? { ...e, seen: ['dusty' as const, 'weather-turned' as const], note: 'Wind.' } : e,
    );
    const row = usedRows({ log, stepNotes: {} }, demo.products).find((r) => r.id === log[0]!.id)!;
    expect(row.note).toBe('dusty, weather turned. Wind.');
  });
});
