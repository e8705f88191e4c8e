import { demoWorkshop } from '@cosmesis/core/demo';
import type { Workshop } from '@cosmesis/core/workshop';
import { describe, expect, it } from 'vitest';
import { CoreClient, type WorkerLike } from './CoreClient';
import type { FromWorker, ToWorker } from './protocol';

/** A worker under the hand of the test, and a clock that only moves when told. */
function bench() {
  const workers: (WorkerLike & { heard: ToWorker[]; ended: boolean })[] = [];
  let nowMs = 0;
  let timers: { atMs: number; work: () => void }[] = [];
  const client = new CoreClient({
    spawn: () => {
      const worker = {
        heard: [] as ToWorker[],
        ended: false,
        onmessage: null as WorkerLike['onmessage'],
        onerror: null as WorkerLike['onerror'],
        postMessage(message: ToWorker) {
          this.heard.push(message);
        },
        terminate() {
          this.ended = true;
        },
      };
      workers.push(worker);
      return worker;
    },
    after: (ms, work) => {
      const timer = { atMs: nowMs + ms, work };
      timers.push(timer);
      return () => {
        timers = timers.filter((t) => t !== timer);
      };
    },
  });
  return {
    client,
    workers,
    worker: () => workers.at(-1)!,
    calls: () => workers.at(-1)!.heard.flatMap((m) => (m.type === 'call' ? [m] : [])),
    changes: () => workers.at(-1)!.heard.flatMap((m) => (m.type === 'changes' ? [m.changes] : [])),
    tell: (message: FromWorker) => workers.at(-1)!.onmessage?.({ data: message }),
    pass(ms: number) {
      nowMs += ms;
      const due = timers.filter((t) => t.atMs <= nowMs);
      timers = timers.filter((t) => t.atMs > nowMs);
      for (const t of due) t.work();
    },
  };
}

const demo = demoWorkshop(29_700_000, 'Europe/London');
const codeOf = (answer: unknown) => (answer as { issues: { code: string }[] }).issues[0]?.code;

describe('the page’s side of the worker', () => {
  it('gives up a call that takes too long, and the one after it gets a worker and a clock of its own', async () => {
    const b = bench();
    const slow = b.client.call('seePlan', ['a'], { limitMs: 1000 });
    const next = b.client.call('seePlan', ['b'], { limitMs: 1000 });
    b.pass(1000);
    expect(codeOf(await slow)).toBe('worker_slow');
    expect(b.workers[0]!.ended).toBe(true);
    // The next call waited a second in the queue: its own second starts now.
    b.pass(999);
    b.tell({ type: 'answer', id: b.calls()[0]!.id, answer: { ok: true, value: true } });
    expect(await next).toEqual({ ok: true, value: true });
    expect(b.workers).toHaveLength(2);
    expect(b.workers[1]!.ended).toBe(false);
  });
  it('works one call at a time, what is on screen first; of one key only the latest, for all who asked', async () => {
    const b = bench();
    const first = b.client.call('seePlan', ['first']);
    const asked = [
      b.client.call('summariesOf', [['x'], 1]),
      b.client.call('reckon', ['p', 1], { key: 'p', urgent: true }),
      b.client.call('reckon', ['p', 2], { key: 'p', urgent: true }),
    ];
    expect(b.calls().map((c) => c.args[0])).toEqual(['first']);
    for (let i = 0; i < 3; i += 1) {
      const call = b.calls()[i]!;
      b.tell({ type: 'answer', id: call.id, answer: { ok: true, value: call.args } });
    }
    await first;
    expect(b.calls().map((c) => c.args)).toEqual([['first'], ['p', 2], [['x'], 1]]);
    const answers = (await Promise.all(asked)).map((a) => (a as unknown as { value: unknown }).value);
    expect(answers).toEqual([
      [['x'], 1],
      ['p', 2],
      ['p', 2],
    ]);
  });
  it('answers at once what is asked for no longer, and never sends it where it still waits', async () => {
    const b = bench();
    void b.client.call('seePlan', ['busy']);
    const stop = new AbortController();
    const left = b.client.call('seePlan', ['left'], { signal: stop.signal });
    stop.abort();
    expect(codeOf(await left)).toBe('aborted');
    b.tell({ type: 'answer', id: b.calls()[0]!.id, answer: { ok: true, value: true } });
    expect(b.calls().map((c) => c.args[0])).toEqual(['busy']);
    expect(codeOf(await b.client.call('seePlan', ['late'], { signal: stop.signal }))).toBe('aborted');
  });
  it('survives a crash: the call is tried once more with a whole mirror, and refused the second time', async () => {
    const b = bench();
    b.client.mirror(demo);
    const call = b.client.call('seePlan', ['ticket-cupboard']);
    const next = b.client.call('seePlan', ['b']);
    b.workers[0]!.onerror?.('out of memory');
    expect(b.workers).toHaveLength(2);
    expect(b.changes()[0]).toMatchObject({ fresh: true, workshopId: 'demo' });
    expect(b.changes()[0]!.put.filter(([c]) => c === 'pieces')).toHaveLength(Object.keys(demo.pieces).length);
    b.workers[1]!.onerror?.('again');
    expect(codeOf(await call)).toBe('worker_failed');
    expect(b.calls().map((c) => c.args[0])).toEqual(['b']);
    b.tell({ type: 'answer', id: b.calls()[0]!.id, answer: { ok: true, value: true } });
    expect(await next).toEqual({ ok: true, value: true });
  });
  it('sends what changed and nothing else; a call that needs one piece does not wait for the rest', async () => {
    const b = bench();
    const many: Workshop = {
      ...demo,
      pieces: Object.fromEntries(
        Array.from({ length: 500 }, (_, i) => [`p${i}`, { ...demo.pieces['ticket-cupboard']!, id: `p${i}` }]),
      ),
    };
    b.client.mirror(many);
    void b.client.call('reckon', ['p499', 1], { needs: ['p499'] });
    expect(b.changes()[0]!.put.flatMap(([c, r]) => (c === 'pieces' ? [(r as { id: string }).id] : []))).toEqual([
      'p499',
    ]);
    for (let i = 0; i < 40; i += 1) b.pass(0);
    expect(b.changes().reduce((n, c) => n + c.put.filter(([k]) => k === 'pieces').length, 0)).toBe(500);
    const before = b.changes().length;
    b.client.mirror({ ...many, pieces: { ...many.pieces, p3: { ...many.pieces.p3!, note: 'cracked' } } });
    b.pass(0);
    const sent = b.changes().slice(before);
    expect(sent.flatMap((c) => c.put)).toEqual([['pieces', expect.objectContaining({ id: 'p3', note: 'cracked' })]]);
    expect(sent[0]).toMatchObject({ fresh: false, remove: [] });
  });
});
