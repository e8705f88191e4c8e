import { describe, expect, it } from 'vitest';
import { SimulatedReader } from './simulatedReader';

const minute = 60_000;
const reader = () => {
  let nowMs = 0;
  let n = 0;
  const random = () => {
    n += 1;
    return (n * 0.61803) % 1;
  };
  const own = new SimulatedReader(random, () => nowMs);
  return { own, wait: (ms: number) => (nowMs += ms) };
};
const brown = [36, 12, 22] as const;

describe('the stand-in colour reader', () => {
  it('is off before it was set on its tile, and right after', () => {
    const { own } = reader();
    own.lay(brown);
    expect(Math.abs(own.read().lab[0] - 36)).toBeGreaterThan(2);
    expect(own.read().calibrated).toBe(false);
    own.calibrate();
    for (const [i, x] of own.read().lab.entries()) expect(Math.abs(x - brown[i]!)).toBeLessThan(0.2);
    expect(own.read().calibrated).toBe(true);
  });
  it('trembles, wanders with the hours, and says when its calibration is old', () => {
    const { own, wait } = reader();
    own.lay(brown);
    own.calibrate();
    expect(new Set(Array.from({ length: 8 }, () => own.read().lab[0])).size).toBeGreaterThan(1);
    wait(119 * minute);
    expect(own.read().calibrated).toBe(true);
    expect(36 - own.read().lab[0]).toBeGreaterThan(1.5);
    wait(2 * minute);
    expect(own.read().calibrated).toBe(false);
  });
  it('unplugged, it reads nothing', () => {
    const { own } = reader();
    own.plug(false);
    expect(own.read()).toEqual({ lab: [0, 0, 0], calibrated: false, connected: false });
  });
});
