import { describe, expect, it } from 'vitest';
import type { WetZone } from './Reckoning';
import { nextOfWet } from './wetZones';

const film: WetZone = {
  zoneId: 'top',
  stepId: 'top/clear',
  kind: 'clear',
  what: 'Clear',
  laidAtMin: 0,
  expected: { touch: 30, sand: 120 },
  touchMin: 30,
  recoatFromMin: 120,
  recoatUntilMin: 1440,
  tapeSafeMin: 2880,
  handleMin: 720,
  lightUseMin: 4320,
  cureMin: 43_200,
};

describe('what of a film comes next', () => {
  it('is the next coat until that may go on, and then what comes first of all that is to come', () => {
    const at = (nowMin: number, wet = film) => Object.values(nextOfWet(wet, nowMin)).join(' ');
    expect(at(0)).toBe('next coat from 120');
    expect(at(119)).toBe('next coat from 120');
    expect(at(120)).toBe('turn over from 720');
    expect(at(720)).toBe('abrade first after 1440');
    expect(at(1440)).toBe('tape from 2880');
    expect(at(2880)).toBe('light use from 4320');
    expect(at(4320)).toBe('cured 43200');
    expect(at(50_000)).toBe('cured 43200');
    expect(at(720, { ...film, recoatUntilMin: null })).toBe('tape from 2880');
    // Filler takes no next coat of its own kind: it is sanded, and whatever comes then.
    expect(at(0, { ...film, kind: 'fill' })).toBe('go on from 120');
  });
});
