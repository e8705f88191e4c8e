import ICAL from 'ical.js';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { cautionDefers } from '../finishing';
import { zoneNames } from '../piece';
import { reckonPiece, sittingsOf } from '../reckoning';
import { minuteOf } from '../units';
import { planToText, quantitiesToCsv, sittingsToICalendar, workshopToICalendar } from './index';

const nowMin = minuteOf('2026-11-25T10:07:00Z');
const demo = demoWorkshop(nowMin, 'Europe/London');
const reckoned = (id: string) => {
  const r = reckonPiece({ piece: demo.pieces[id]!, products: demo.products, settings: demo.settings, nowMin });
  if (!r.ok) throw new Error('not measured');
  return r.value;
};

describe('sittingsToICalendar', () => {
  // Reference package: ical.js (RFC 5545).
  it('is read by ical.js with the times and titles of the plan', () => {
    const r = reckoned('refreshment-table');
    const text = sittingsToICalendar('Table, "old"; café', r, demo.products, nowMin);
    const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((c) => new ICAL.Event(c));
    const hands = sittingsOf(r.steps).filter((s) => s.status !== 'done');
    expect(events.length).toBe(hands.length + 2);
    hands.forEach((s, i) => {
      expect(events[i]!.startDate.toUnixTime() / 60).toBe(s.startMin);
      expect(events[i]!.endDate.toUnixTime() / 60).toBe(s.endMin);
    });
    expect(events.find((e) => e.uid.includes('top/clear/2'))?.summary).toBe(
      'Table, "old"; café: Clear coat 2 of 3: top',
    );
    expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
    expect(sittingsToICalendar('Table, "old"; café', r, demo.products, nowMin)).toBe(text);
    // The ends of its waits, a quarter of an hour each.
    const [light, cured] = events
      .slice(hands.length)
      .map((e) => [e.startDate, e.endDate].map((t) => t.toUnixTime() / 60));
    expect(light).toEqual([r.totals.lightUseAtMin, r.totals.lightUseAtMin! + 15]);
    expect(cured).toEqual([r.totals.curedAtMin, r.totals.curedAtMin! + 15]);
  });
  it('says of a step what it takes, why, and what can hurt; and to follow the label only where something can', () => {
    const r = reckoned('refreshment-table');
    const events = new ICAL.Component(ICAL.parse(sittingsToICalendar('Table', r, demo.products, nowMin)))
      .getAllSubcomponents('vevent')
      .map((c) => new ICAL.Event(c));
    const told = sittingsOf(r.steps)
      .filter((s) => s.status !== 'done')
      .map((s, i) => ({ s, e: events[i]! }));
    expect(new Set(told.map(({ s }) => s.cautions.length > 0))).toEqual(new Set([true, false]));
    for (const { s, e } of told) {
      const lines = e.description.split('\n');
      const name = s.litres[0] ? demo.products[s.litres[0].productId]!.name : null;
      expect(lines.filter((l) => l === cautionDefers)).toHaveLength(s.cautions.length > 0 ? 1 : 0);
      expect(lines).toEqual(expect.arrayContaining([...s.steps.map((x) => x.step.reason), ...s.cautions]));
      if (name) expect(lines[0]!.startsWith(name)).toBe(true);
    }
  });
});

describe('workshopToICalendar', () => {
  // Reference package: ical.js (RFC 5545).
  it('rings before each sitting, an hour before its window closes, and when a piece is ready', () => {
    const sitting = (id: string, startMin: number, closesAtMin: number | null) => ({
      id: `stool/${id}`,
      pieceId: 'stool',
      sittingId: id,
      words: `Clear coat ${id}`,
      steps: [],
      startMin,
      endMin: startMin + 20,
      handsMin: 20,
      status: 'planned' as const,
      personId: 'hands',
      sharesWith: null,
      saidMin: null,
      places: [],
      coldCans: [],
      waitsForAir: false,
      dryMin: 0,
      closesAtMin,
      binds: 'nothing keeps it',
      boundTo: null,
    });
    const plan = {
      // The window of the second closes well behind it, that of the third at once.
      sittings: [
        sitting('1', nowMin, null),
        sitting('2', nowMin + 300, nowMin + 700),
        sitting('3', nowMin + 900, nowMin + 930),
      ],
      ready: [
        { pieceId: 'stool', atMin: nowMin + 5000, dueMin: null },
        { pieceId: 'table', atMin: null, dueMin: null },
      ],
    };
    const text = workshopToICalendar('Halt; workshop', plan, new Map([['stool', 'Stool, "1"']]), nowMin);
    const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
    const told = events.map((c) => {
      const e = new ICAL.Event(c);
      const [alarm] = c.getAllSubcomponents('valarm');
      const trigger = alarm!.getFirstPropertyValue('trigger') as ICAL.Duration;
      return [e.summary, e.startDate.toUnixTime() / 60 - nowMin, Math.abs(trigger.toSeconds()) / 60];
    });
    expect(told).toEqual([
      ['Stool, "1": Clear coat 1', 0, 10],
      ['Stool, "1": Clear coat 2', 300, 10],
      ['An hour left for Stool, "1": Clear coat 2', 640, 0],
      ['Stool, "1": Clear coat 3', 900, 10],
      ['Stool, "1": light use from now', 5000, 0],
    ]);
    expect(workshopToICalendar('Halt; workshop', plan, new Map([['stool', 'Stool, "1"']]), nowMin)).toBe(text);
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

describe('planToText', () => {
  const lines = (id: string) =>
    planToText({
      pieceName: 'The piece',
      reckoning: reckoned(id),
      products: demo.products,
      timeZone: 'Europe/London',
      unitSystem: 'metric',
    }).split('\n');
  it('has one line to a sitting, in time, none of a step forgotten, and what may not be begun after them with what holds it', () => {
    let holds = 0;
    for (const id of Object.keys(demo.pieces)) {
      const r = reckoned(id);
      const told = lines(id);
      const sittings = sittingsOf(r.steps);
      const timed = sittings.filter((s) => s.held === null || s.status !== 'planned');
      const worked = told.filter((l) => /^ {2}\S/.test(l));
      expect(worked).toHaveLength(sittings.length);
      expect(worked.map((l) => /^ {2}\d\d:\d\d–/.test(l))).toEqual(worked.map((_, i) => i < timed.length));
      expect(told[0]).toContain(
        `: ${sittings.length} sittings, ${r.steps.filter((s) => s.handsOnMin > 0).length} steps, `,
      );
      const held = sittings.filter((s) => !timed.includes(s));
      expect(told.filter((l) => /^ {15}held: /.test(l))).toHaveLength(held.length);
      [...timed, ...held].forEach((s, i) => {
        for (const { step } of s.steps)
          if (step.zoneId) expect(worked[i]!.toLowerCase()).toContain(zoneNames[step.zoneId].toLowerCase());
        expect(worked[i]!.endsWith('(done)')).toBe(s.status === 'done');
        holds += Number(s.held !== null);
      });
      expect(told.filter((l) => l.startsWith('! '))).toHaveLength(r.findings.length);
    }
    // One piece of the demo is held by its old paint.
    expect(holds).toBeGreaterThan(0);
  });
  it('says what held a sitting up, by which step and why', () => {
    const r = reckoned('refreshment-table');
    const second = r.steps.find((s) => s.step.id === 'top/clear/2')!;
    const from = second.waitsFor.find((w) => w.stepId === 'top/clear/1')!;
    expect([from.wait, from.fromMin]).toEqual([
      'recoat',
      r.steps.find((s) => s.step.id === 'top/clear/1')!.endMin + 180,
    ]);
    expect(second.opensAtMin).toBe(Math.max(...second.waitsFor.map((w) => w.fromMin)));
    expect(lines('refreshment-table').some((l) => / after .*, .*: (it|the|another|hard) /.test(l))).toBe(true);
    // What is ordered comes, and does not dry.
    const ordered = lines('cane-chair').filter((l) => l.includes(' after order, '));
    expect(ordered.map((l) => l.split(': ').at(-1))).toEqual(['it has to come']);
  });
});
