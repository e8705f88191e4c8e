import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { oneAtATime, type Waiting, workCalendar } from './index';

const shift = [
  { fromMin: 8 * 60, toMin: 12 * 60 },
  { fromMin: 13 * 60, toMin: 17 * 60 },
];
const calendar = workCalendar({
  timeZone: 'UTC',
  workingHours: { mon: shift, tue: shift, wed: shift, thu: shift, fri: shift, sat: [], sun: [] },
});
/** A Wednesday. */
const at = (clock: string, day = '25') => Date.parse(`2026-11-${day}T${clock}:00Z`) / 60_000;
const act = (pieceId: string, startMin: number, handsOnMin: number, more: Partial<Waiting> = {}): Waiting => ({
  pieceId,
  startMin,
  handsOnMin,
  running: false,
  closesAtMin: null,
  begun: true,
  ...more,
});
const told = (acts: readonly Waiting[], now = at('08:00')) =>
  oneAtATime(acts, calendar, now, 50).map((q) => [q.of.pieceId, q.startMin, q.endMin]);

describe('one pair of hands', () => {
  it('comes to two pieces that both begin at 14:00 one after the other', () => {
    expect(told([act('a', at('14:00'), 30), act('b', at('14:00'), 45)])).toEqual([
      ['a', at('14:00'), at('14:30')],
      ['b', at('14:30'), at('15:15')],
    ]);
  });
  it('takes what is running first, then the window that closes first, then the piece that is begun', () => {
    const from = at('08:00');
    expect(
      told([
        act('new', from, 10, { begun: false }),
        act('begun', from, 10),
        act('window', from, 10, { closesAtMin: at('09:00') }),
        act('running', from, 10, { running: true }),
      ]).map(([id]) => id),
    ).toEqual(['running', 'window', 'begun', 'new']);
  });
  it('stays at a piece it is at, rather than beginning every piece a little', () => {
    const from = at('08:00');
    const two = (id: string) => [act(id, from, 10, { begun: false }), act(id, from + 10, 10, { begun: false })];
    expect(told([...two('a'), ...two('b')]).map(([id]) => id)).toEqual(['a', 'a', 'b', 'b']);
  });
  it('keeps the wait of a piece when its first step comes late: 60 min late, all of it 60 min late', () => {
    expect(told([act('a', at('08:00'), 60), act('b', at('08:00'), 20), act('b', at('10:00'), 20)])).toEqual([
      ['a', at('08:00'), at('09:00')],
      ['b', at('09:00'), at('09:20')],
      ['b', at('11:00'), at('11:20')],
    ]);
  });
  it('does not begin before noon what would run into it, and lets what is longer than a day go on tomorrow', () => {
    expect(told([act('a', at('11:40'), 30)])).toEqual([['a', at('13:00'), at('13:30')]]);
    expect(told([act('a', at('16:00'), 300)])).toEqual([['a', at('16:00'), at('12:00', '26')]]);
  });
  it('never does two things at once, begins nothing too soon, and keeps the order of each piece', () => {
    const one = fc.record({
      pieceId: fc.constantFrom('a', 'b', 'c', 'd'),
      startMin: fc.integer({ min: at('06:00'), max: at('18:00', '27') }),
      handsOnMin: fc.integer({ min: 1, max: 400 }),
      running: fc.boolean(),
      closesAtMin: fc.option(fc.integer({ min: at('06:00'), max: at('18:00', '28') })),
      begun: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 14 }), (acts) => {
        const queue = oneAtATime(acts, calendar, at('09:15'), 50);
        expect(queue).toHaveLength(acts.length);
        expect(new Set(queue.map((q) => q.of))).toEqual(new Set(acts));
        const last = new Map<string, number>();
        queue.forEach((q, i) => {
          expect(q.startMin).toBeGreaterThanOrEqual(Math.max(q.of.startMin, queue[i - 1]?.endMin ?? at('09:15')));
          expect(q.of.startMin).toBeGreaterThanOrEqual(last.get(q.of.pieceId) ?? 0);
          last.set(q.of.pieceId, q.of.startMin);
          const { startMin, endMin } = calendar.shiftAt(q.startMin);
          expect(startMin).toBeLessThanOrEqual(q.startMin);
          if (q.of.handsOnMin <= 240) expect(q.endMin).toBeLessThanOrEqual(endMin);
          else expect(q.endMin - q.startMin).toBeGreaterThanOrEqual(q.of.handsOnMin);
        });
      }),
    );
  });
});
