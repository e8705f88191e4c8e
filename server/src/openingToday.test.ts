import express from 'express';
import request from 'supertest';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { openingAhead, openingRoutes } from './openingToday';

const startMs = Date.parse('2026-11-25T10:07:20Z');
const minute = Math.floor(startMs / 60_000);

beforeEach(() => void vi.useFakeTimers({ now: startMs, toFake: ['setInterval', 'clearInterval', 'Date'] }));
afterEach(() => void vi.useRealTimers());

it('has this minute and the next ready in its own time zone, for an hour, and works nothing out when asked', async () => {
  const asked: number[] = [];
  const tell = (atMin: number) => {
    asked.push(atMin);
    return Promise.resolve(atMin === minute + 2 ? null : `{"atMin":${atMin}}`);
  };
  const { ready } = openingAhead(tell, 'Europe/London', Date.now);
  expect(ready(minute, 'Europe/London')).toBeNull();
  await vi.advanceTimersByTimeAsync(15_000);
  expect([ready(minute, 'Europe/London'), ready(minute + 1, 'Europe/London')]).toEqual([
    `{"atMin":${minute}}`,
    `{"atMin":${minute + 1}}`,
  ]);
  expect([ready(minute, 'Asia/Tokyo'), ready(minute + 9, 'Europe/London'), ready(Number.NaN, 'x')]).toEqual([
    null,
    null,
    null,
  ]);
  // One that cannot be told is not asked for again, and those after it are.
  await vi.advanceTimersByTimeAsync(3 * 60_000);
  expect([minute + 2, minute + 3, minute].map((m) => ready(m, 'Europe/London'))).toEqual([
    null,
    `{"atMin":${minute + 3}}`,
    null,
  ]);
  await vi.advanceTimersByTimeAsync(60 * 60_000);
  expect(asked).toEqual([...new Set(asked)]);
  expect(asked.length).toBeLessThan(65);
  expect(ready(Math.floor(Date.now() / 60_000), 'Europe/London')).toBeNull();
});

it('tells what is ready, and says that there is nothing where it is not', async () => {
  vi.useRealTimers();
  const app = express().use(
    openingRoutes((atMin, zone) => (atMin === minute && zone === 'UTC' ? '{"acts":[]}' : null)),
  );
  const told = await request(app).get(`/?atMin=${minute}&timeZone=UTC`);
  expect([told.status, told.body, told.headers['cache-control']]).toEqual([200, { acts: [] }, 'no-store']);
  for (const query of [`atMin=${minute}&timeZone=Asia/Tokyo`, 'atMin=x', '']) {
    const none = await request(app).get(`/?${query}`);
    expect([none.status, none.text]).toEqual([204, '']);
  }
});
