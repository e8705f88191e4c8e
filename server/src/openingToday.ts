import { fork } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { type RequestHandler, Router } from 'express';

/** Tells the demo's Today as JSON, dated from a minute; null: it cannot. */
type Tell = (atMin: number) => Promise<string | null>;

/** What is ready to be told of a minute; null: nothing. */
export type Ready = (atMin: number, timeZone: string) => string | null;

/** So long after the start first visits are made ready for, minutes. */
const aheadMin = 60;
/** How often it is looked whether the next minute is ready, ms. */
const everyMs = 15_000;

/**
 * Has the demo's Today of each minute ready before it begins, for an hour: most first visits follow the start. It is never worked
 * out when it is asked for: the page does that itself, and would only be held up by it.
 * @param timeZone the server's own: that of a browser on the same machine
 */
export function openingAhead(tell: Tell, timeZone: string, nowMs: () => number): { ready: Ready; stop: () => void } {
  const minute = () => Math.floor(nowMs() / 60_000);
  const firstMin = minute();
  const told = new Map<number, string | null>();
  const prepare = async (atMin: number) => {
    if (told.has(atMin)) return;
    told.set(atMin, null);
    const answer = await tell(atMin);
    told.set(atMin, answer);
    for (const known of told.keys()) if (known < minute() - 1) told.delete(known);
  };
  const look = () => {
    if (minute() - firstMin > aheadMin) return stop();
    void prepare(minute()).then(() => prepare(minute() + 1));
  };
  const timer = setInterval(look, everyMs);
  const stop = () => {
    clearInterval(timer);
    told.clear();
  };
  look();
  return { ready: (atMin, zone) => (zone === timeZone ? (told.get(atMin) ?? null) : null), stop };
}

/** The process that works it out, beside the server: no file waits for it. */
export function openingProcess(): { tell: Tell; stop: () => void } {
  const child = fork(fileURLToPath(new URL('./opening.child.ts', import.meta.url)));
  const waiting: ((told: string | null) => void)[] = [];
  let gone = false;
  const end = () => {
    gone = true;
    for (const resolve of waiting.splice(0)) resolve(null);
  };
  child.on('error', end);
  child.on('exit', end);
  // It answers in the order it was asked in.
  child.on('message', (told: { answer: string | null }) => waiting.shift()?.(told.answer));
  return {
    tell: (atMin) =>
      new Promise((resolve) => {
        if (gone || !child.connected) return resolve(null);
        waiting.push(resolve);
        child.send({ atMin });
      }),
    stop: () => void child.kill(),
  };
}

/** The demo's Today for who opens the page for the first time, sooner than the page can work it out; 204 where it is not ready. */
export const openingRoutes = (ready: Ready): RequestHandler =>
  Router().get('/', (request, response) => {
    const { atMin, timeZone } = request.query;
    const told = ready(Number(atMin), String(timeZone));
    response.set('Cache-Control', 'no-store');
    if (told === null) return void response.status(204).end();
    response.type('json').send(told);
  });
