import { describe, expect, it } from 'vitest';
import { SimulatedAir } from './simulatedAir';

const start = Date.parse('2026-11-25T10:07:00Z');
/** A stand-in whose clock is turned by hand; it trembles not, and fails not. */
const at = (random = 0.5) => {
  let now = start;
  const air = new SimulatedAir(
    () => random,
    () => now,
  );
  return { air, later: (hours: number) => (now += hours * 3_600_000) };
};

describe('the stand-in thermo-hygrometer', () => {
  it('hangs a probe in each of three places, and remembers two days of each by the hour', () => {
    const { air } = at();
    expect(air.read().map((p) => p.place)).toEqual(['heated', 'sheltered', 'outdoors']);
    expect(air.read()[0]).toMatchObject({ airTempC: 19, at: '2026-11-25T10:07:00.000Z' });
    const memory = air.memory();
    expect(memory.length).toBe(3 * 48);
    // What it remembers of an hour is what it said then.
    const { air: then, later } = at();
    later(-5);
    const [, shedThen] = then.read();
    expect(memory.find((p) => p.place === 'sheltered' && p.at === '2026-11-25T05:00:00.000Z')?.airTempC).toBeCloseTo(
      shedThen!.airTempC,
      1,
    );
  });
  it('plays three cold damp days from when they are chosen, in the forecast too', () => {
    const { air, later } = at();
    air.play('cold-damp');
    later(30);
    const [, , outdoors] = air.read();
    expect(outdoors!.airTempC).toBeLessThan(6);
    expect(outdoors!.relHumFrac).toBeCloseTo(0.95, 2);
    expect(
      air
        .forecast()
        .relHumFrac.slice(0, 12)
        .every((h) => h! > 0.9),
    ).toBe(true);
    later(60);
    expect(air.read()[2]!.relHumFrac).not.toBeCloseTo(0.95, 3);
  });
  it('foretells ten days by the hour, near now what it will say then', () => {
    const { air, later } = at();
    const told = air.forecast();
    expect(told.airTempC.length).toBe(240);
    later(3);
    expect(Math.abs(air.read()[2]!.airTempC - told.airTempC[3]!)).toBeLessThan(1.5);
  });
  it('misses a probe now and then, says what cannot be at times, and nothing unplugged', () => {
    expect(at(0.01).air.read()).toEqual([]);
    expect(at(0.035).air.read()[0]).toMatchObject({ airTempC: 85, relHumFrac: 0 });
    const { air } = at();
    air.plug(false);
    expect([air.read(), air.memory()]).toEqual([[], []]);
  });
});
