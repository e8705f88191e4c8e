import { keptWorkCalendar } from '@cosmesis/core/schedule';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { timeScale } from './timeScale';

const shifts = [
  { fromMin: 480, toMin: 720 },
  { fromMin: 780, toMin: 1020 },
];
const calendar = keptWorkCalendar({
  timeZone: 'Europe/London',
  workingHours: { mon: shifts, tue: shifts, wed: shifts, thu: shifts, fri: shifts, sat: [], sun: [] },
});
/** Wednesday, 8 o'clock. */
const from = Date.parse('2026-11-25T08:00:00Z') / 60_000;

it('draws hours to scale and folds lunch, night and Sunday to seams', () => {
  const scale = timeScale(calendar, from, from + 6 * 1440, 0.5);
  expect(scale.at(from + 60)).toBe(30);
  expect(scale.at(from + 240)).toBe(120);
  expect(scale.at(from + 300)).toBe(126);
  // The next morning: a day of eight hours, lunch and a night; and Monday after Friday is one night as well.
  expect(scale.at(from + 1440)).toBe(240 + 6 + 22);
  expect(scale.at(from + 5 * 1440)).toBe(3 * (240 + 6 + 22));
});

it('finds the minute under a finger again; a seam is the hour after it', () => {
  const scale = timeScale(calendar, from, from + 6 * 1440, 0.5);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3 * 1440 }), (after) => {
      const { startMin } = calendar.shiftAt(from + after);
      const minute = Math.max(from + after, startMin);
      expect(scale.minuteAt(scale.at(minute))).toBeCloseTo(minute, 6);
    }),
  );
  expect(scale.minuteAt(scale.at(from + 240) + 3)).toBe(from + 300);
  expect(scale.minuteAt(1e6)).toBe(scale.stretches.at(-1)!.endMin);
});

it('runs on without turning back, whatever the scale', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 9000 }),
      fc.integer({ min: 0, max: 9000 }),
      fc.double({ min: 0.1, max: 3, noNaN: true }),
      (a, b, px) => {
        const scale = timeScale(calendar, from, from + 9000, px);
        const [early, late] = [Math.min(a, b), Math.max(a, b)];
        expect(scale.at(from + late)).toBeGreaterThanOrEqual(scale.at(from + early));
        expect(scale.at(from + late)).toBeLessThanOrEqual(scale.width);
      },
    ),
  );
});
