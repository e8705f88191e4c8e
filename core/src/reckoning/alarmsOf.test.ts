import { describe, expect, it } from 'vitest';
import { demoWorkshop } from '../demo';
import { instantOf, minuteOf } from '../units';
import { alarmsOfMix, alarmsOfPiece, reckonPiece, roomsOf, summaryOf } from './index';

const nowMin = minuteOf('2026-11-25T10:07:00Z');
const demo = demoWorkshop(nowMin, 'Europe/London');
const summary = (id: string) => {
  const piece = demo.pieces[id]!;
  const { products, settings } = demo;
  const told = reckonPiece({ piece, products, settings, nowMin, rooms: roomsOf(demo, nowMin) });
  if (!told.ok) throw new Error('not measured');
  return { piece, reckoning: told.value, of: summaryOf(piece, told.value, nowMin) };
};

describe('what is to be told', () => {
  it('is when the next coat may go on, an hour before its window closes, and when it has: once each, in order', () => {
    const { piece, reckoning, of } = summary('ticket-cupboard');
    const alarms = alarmsOfPiece(piece, of);
    const wet = reckoning.wet.find((w) => w.zoneId === 'carcass')!;
    const own = alarms.filter((a) => a.kind === 'opens');
    // The scuff between the coats waits until the film of the carcass can be worked on.
    const next = reckoning.steps.find((s) => s.waitsFor.some((w) => w.stepId === wet.stepId && w.wait === 'sand'))!;
    expect(own.map((a) => a.atMin)).toContain(next.opensAtMin);
    expect(new Set(alarms.map((a) => a.key)).size).toBe(alarms.length);
    expect(own[0]!.title).toBe('Ticket-office cupboard: may go on');
    for (const closed of alarms.filter((a) => a.kind === 'closed')) {
      const soon = alarms.find((a) => a.kind === 'closes-soon' && a.atMin === closed.atMin - 60);
      const sitting = closed.key.split('/closed/')[0];
      const opens = alarms.find((a) => a.kind === 'opens' && a.key.startsWith(`${sitting}/`));
      expect(soon !== undefined || closed.atMin - 60 <= (opens?.atMin ?? 0)).toBe(true);
    }
  });
  it('is nothing of what waits for work still to be done, or is held', () => {
    const { piece, of } = summary('stool-1');
    expect(piece.log).toEqual([]);
    expect(alarmsOfPiece(piece, of)).toEqual([]);
    const counter = summary('parcels-counter');
    expect(alarmsOfPiece(counter.piece, counter.of)).toEqual([]);
  });
  it('names what works for a time, to be taken off', () => {
    const { piece, reckoning } = summary('parcels-counter');
    const strip = reckoning.steps.findIndex((s) => s.step.kind === 'strip-chemical');
    expect(strip).toBeGreaterThan(0);
    const log = reckoning.steps.slice(0, strip + 1).map(({ step }, i) => ({
      id: `e${i}`,
      step,
      startedAt: null,
      doneAt: instantOf(nowMin - (i === strip ? 20 : 500)),
      actualL: null,
      air: null,
      note: '',
      planned: null,
    }));
    const done = { ...piece, lead: { result: 'negative' as const, everyLayer: true, licensedWork: false }, log };
    const { products, settings } = demo;
    const told = reckonPiece({ piece: done, products, settings, nowMin });
    if (!told.ok) throw new Error('not measured');
    const [first] = alarmsOfPiece(done, summaryOf(done, told.value, nowMin)).filter((a) => a.kind === 'take-off');
    const dwell = products[reckoning.steps[strip]!.step.productId!]!.times.dwellMin!.high;
    expect(first).toMatchObject({ atMin: nowMin - 20 + dwell, title: 'Parcels counter: it has worked long enough' });
    expect(first!.text).toMatch(/Scrape.*before it dries in\.$/);
  });
  it('is a mix a little before it sets, and half-way where it sets at once', () => {
    const mix = { id: 'm', name: 'Filler', done: false, startedAt: instantOf(nowMin), workingMin: 40 };
    expect(alarmsOfMix(mix)[0]).toMatchObject({ atMin: nowMin + 35, title: 'Filler: sets soon' });
    expect(alarmsOfMix({ ...mix, workingMin: 6 })[0]!.atMin).toBe(nowMin + 3);
    expect(alarmsOfMix({ ...mix, done: true })).toEqual([]);
    expect(alarmsOfMix({ ...mix, startedAt: null })).toEqual([]);
  });
});
