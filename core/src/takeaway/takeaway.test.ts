import ICAL from 'ical.js';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { cautionDefers } from '../finishing';
import { reckonPiece } from '../reckoning';
import { minuteOf } from '../units';
import { quantitiesToCsv, stepsToICalendar } from './index';

const nowMin = minuteOf('2026-11-25T10:07:00Z');
const demo = demoWorkshop(nowMin, 'Europe/London');
const reckoned = (id: string) => {
  const r = reckonPiece({ piece: demo.pieces[id]!, products: demo.products, settings: demo.settings, nowMin });
  if (!r.ok) throw new Error('not measured');
  return r.value;
};

describe('stepsToICalendar', () => {
  // Reference package: ical.js (RFC 5545).
  it('is read by ical.js with the times and titles of the plan', () => {
    const r = reckoned('refreshment-table');
    const text = stepsToICalendar('Table, "old"; café', r, demo.products, nowMin);
    const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((c) => new ICAL.Event(c));
    const hands = r.steps.filter((s) => s.status !== 'done' && s.handsOnMin > 0);
    expect(events.length).toBe(hands.length + 2);
    hands.forEach((s, i) => {
      expect(events[i]!.startDate.toUnixTime() / 60).toBe(s.startMin);
      expect(events[i]!.endDate.toUnixTime() / 60).toBe(s.endMin);
    });
    expect(events.find((e) => e.uid.includes('top/clear/2'))?.summary).toBe(
      'Table, "old"; café: Top: clear coat 2 of 3',
    );
    expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
    expect(stepsToICalendar('Table, "old"; café', r, demo.products, nowMin)).toBe(text);
    // The ends of its waits, a quarter of an hour each.
    const [light, cured] = events
      .slice(hands.length)
      .map((e) => [e.startDate, e.endDate].map((t) => t.toUnixTime() / 60));
    expect(light).toEqual([r.totals.lightUseAtMin, r.totals.lightUseAtMin! + 15]);
    expect(cured).toEqual([r.totals.curedAtMin, r.totals.curedAtMin! + 15]);
  });
  it('says of a step what it takes, why, and what can hurt; and to follow the label only where something can', () => {
    const r = reckoned('refreshment-table');
    const events = new ICAL.Component(ICAL.parse(stepsToICalendar('Table', r, demo.products, nowMin)))
      .getAllSubcomponents('vevent')
      .map((c) => new ICAL.Event(c));
    const told = r.steps.filter((s) => s.status !== 'done' && s.handsOnMin > 0).map((s, i) => ({ s, e: events[i]! }));
    expect(new Set(told.map(({ s }) => s.cautions.length > 0))).toEqual(new Set([true, false]));
    for (const { s, e } of told) {
      const lines = e.description.split('\n');
      const name = s.step.productId ? demo.products[s.step.productId]!.name : null;
      expect(lines.filter((l) => l === cautionDefers)).toHaveLength(s.cautions.length > 0 ? 1 : 0);
      expect(lines).toEqual(expect.arrayContaining([s.step.reason, ...s.cautions]));
      if (name) expect(lines[0]!.startsWith(name)).toBe(true);
    }
  });
});

describe('quantitiesToCsv', () => {
  // Reference package: papaparse (RFC 4180).
  it('is read by papaparse with the litres of the plan', () => {
    const r = reckoned('ticket-cupboard');
    const { data, errors } = Papa.parse<Record<string, string>>(quantitiesToCsv('Cupboard', r, demo.products), {
      header: true,
      skipEmptyLines: true,
    });
    expect(errors).toEqual([]);
    const steps = data.filter((d) => d.row === 'step');
    expect(steps.map((d) => d.product)).toEqual(
      r.steps.filter((s) => s.productL).map((s) => demo.products[s.step.productId!]!.name),
    );
    r.steps
      .filter((s) => s.productL)
      .forEach((s, i) => {
        expect(Number(steps[i]!.likely_L)).toBeCloseTo(s.productL!.likely, 9);
      });
    const buy = data.filter((d) => d.row === 'buy');
    expect(buy.reduce((sum, b) => sum + Number(b.price), 0)).toBeCloseTo(r.totals.price, 9);
  });
  it('never hands a spreadsheet a formula', () => {
    const r = reckoned('ticket-cupboard');
    for (const name of ['=1+1', '+A1', '-A1', '@SUM(A1)', '=cmd|x']) {
      const { data } = Papa.parse<Record<string, string>>(quantitiesToCsv(name, r, demo.products), { header: true });
      expect(data[0]!.piece).toBe(`'${name}`);
    }
  });
});
