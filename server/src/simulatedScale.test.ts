import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { createApp } from './createApp';
import { createEventStream } from './eventStream';
import { SimulatedScale } from './simulatedScale';

/** A scale in a world whose clock and chance stand still unless they are moved. */
function still(random = 0.5) {
  const world = { ms: 0 };
  return {
    world,
    scale: new SimulatedScale(
      () => random,
      () => world.ms,
    ),
  };
}

describe('the stand-in scale', () => {
  it('shows what stands on it, unstable at first, and nothing once it is tared', () => {
    const { world, scale } = still();
    scale.pour(98);
    expect(scale.read()).toEqual({ grams: 98, stable: false, connected: true });
    world.ms += 1000;
    expect(scale.read().stable).toBe(true);
    scale.tare();
    scale.pour(2);
    expect(scale.read().grams).toBeCloseTo(2, 9);
  });
  it('trembles more while it settles than at rest, and its zero wanders with time', () => {
    const { world, scale } = still(1);
    scale.pour(10);
    expect(scale.read().grams).toBeCloseTo(11, 9); // 1 g of tremble while settling
    world.ms += 1000;
    expect(scale.read().grams).toBeCloseTo(10.1, 9); // 0.05 g, shown in steps of 0.1 g
    world.ms += 10 * 60_000;
    expect(scale.read().grams).toBeGreaterThan(10.25);
  });
  it('is told over the net, refuses what is no weight, and can be unplugged', async () => {
    const { scale } = still();
    const app = createApp('/nowhere', createEventStream(), scale);
    const post = (path: string, body: object) =>
      request(app).post(`/api/scale/${path}`).set('Host', '127.0.0.1').send(body);
    expect((await post('pour', { grams: 50 })).body.grams).toBe(50);
    expect((await post('pour', { grams: 'much' })).status).toBe(400);
    expect((await post('plug', { plugged: false })).body.connected).toBe(false);
    expect((await post('plug', { plugged: true })).body).toMatchObject({ grams: 50, connected: true });
    expect((await post('clear', {})).body.grams).toBe(0);
  });
});
