import { type Result, refused } from '@cosmesis/core/units';
import type { Workshop } from '@cosmesis/core/workshop';
import { type Changes, type Mirrored, mirrored } from './Changes';
import type { AnswerOf, ArgsOf, CallName, FromWorker, ToWorker } from './protocol';

/** What the client needs of a worker. */
export interface WorkerLike {
  postMessage: (message: ToWorker) => void;
  terminate: () => void;
  onmessage: ((event: { data: FromWorker }) => void) | null;
  onerror: ((event: unknown) => void) | null;
}

/** What the client needs from its surroundings; tests bring their own. */
export interface Means {
  spawn: () => WorkerLike;
  /** Calls back once after so many ms, and returns how to stop it. */
  after: (ms: number, work: () => void) => () => void;
}

/** How a call is made. */
export interface CallOptions {
  /** Calls of one key: where several wait, only the latest is worked out, and all get its answer. */
  key?: string;
  /** Before what waits in the queue: something on screen. */
  urgent?: boolean;
  signal?: AbortSignal;
  /** Which pieces have to be mirrored before it starts; left out: all. */
  needs?: readonly string[];
  onProgress?: (share: number) => void;
  limitMs?: number;
}

interface Job {
  id: number;
  name: CallName;
  args: readonly unknown[];
  key: string | undefined;
  urgent: boolean;
  needs: readonly string[] | undefined;
  limitMs: number;
  onProgress: ((share: number) => void) | undefined;
  tried: boolean;
  resolve: (answer: unknown) => void;
}

/** A call that works longer is given up and the worker started anew, ms. */
const usualLimitMs = 20_000;
/** Records sent at a time while nothing waits for them: copying a whole workshop at once would hold up the page. */
const atATime = 40;

const refusal = (code: string, message: string): Result<never> => refused({ code, path: '', message });

/**
 * The page's side of the worker: keeps its mirror of the workshop up to date, record by record, and makes calls one after the
 * other. The clock of a call starts when its work starts; one that takes too long, or a worker that dies, costs that call alone.
 */
export class CoreClient {
  private worker: WorkerLike | undefined;
  private workshop: Workshop | null = null;
  private opening = 0;
  private sentId: string | null = null;
  private sentSettings: Workshop['settings'] | null = null;
  private readonly sent = new Map<Mirrored, Map<string, unknown>>();
  private queue: Job[] = [];
  private running: { job: Job; stop: () => void } | undefined;
  private flushing = false;
  private count = 0;

  constructor(private readonly means: Means) {}

  /** Starts the worker early, so that it is warm when the first figure is asked for. */
  start(): void {
    if (this.worker) return;
    const worker = this.means.spawn();
    this.worker = worker;
    this.forget();
    worker.onmessage = ({ data }) => this.hear(data);
    worker.onerror = () => this.crashed();
  }

  /** The workshop as it is now; the worker gets what changed. */
  mirror(workshop: Workshop | null, opening = this.opening): void {
    this.workshop = workshop;
    this.opening = opening;
    this.flushSoon();
  }

  /** Asks the worker. Never throws: what goes wrong is an answer with its reason. */
  call<K extends CallName>(name: K, args: ArgsOf<K>, options: CallOptions = {}): Promise<AnswerOf<K>> {
    type Answer = AnswerOf<K>;
    const { key, urgent = false, signal, needs, onProgress, limitMs = usualLimitMs } = options;
    if (signal?.aborted) return Promise.resolve(aborted() as Answer);
    return new Promise<Answer>((resolve) => {
      this.count += 1;
      const job: Job = {
        id: this.count,
        name,
        args,
        key,
        urgent,
        needs,
        limitMs,
        onProgress,
        tried: false,
        resolve: resolve as (answer: unknown) => void,
      };
      signal?.addEventListener('abort', () => this.abort(job), { once: true });
      this.enqueue(job);
      this.next();
    });
  }

  private enqueue(job: Job): void {
    const waiting = job.key === undefined ? undefined : this.queue.find((j) => j.key === job.key);
    if (waiting) {
      // Latest wins: whoever asked before gets the newer answer.
      this.queue = this.queue.filter((j) => j !== waiting);
      const { resolve } = job;
      job.resolve = (answer) => {
        waiting.resolve(answer);
        resolve(answer);
      };
      job.urgent ||= waiting.urgent;
    }
    const at = job.urgent ? this.queue.findIndex((j) => !j.urgent) : -1;
    this.queue.splice(at < 0 ? this.queue.length : at, 0, job);
  }

  private abort(job: Job): void {
    if (this.queue.includes(job)) this.queue = this.queue.filter((j) => j !== job);
    else if (this.running?.job !== job) return;
    // What runs is let run: its answer is not waited for.
    job.resolve(aborted());
  }

  private next(): void {
    if (this.running) return;
    const job = this.queue.shift();
    if (!job) return;
    this.start();
    this.send(job.needs ? (id) => job.needs!.includes(id) : () => true, Number.POSITIVE_INFINITY);
    this.running = { job, stop: this.means.after(job.limitMs, () => this.giveUp()) };
    this.worker!.postMessage({ type: 'call', id: job.id, name: job.name, args: job.args });
  }

  private finish(answer: unknown): void {
    const { running } = this;
    if (!running) return;
    running.stop();
    this.running = undefined;
    running.job.resolve(answer);
    this.next();
  }

  private hear(message: FromWorker): void {
    const { running } = this;
    if (!running || message.id !== running.job.id) return;
    if (message.type === 'answer') {
      this.finish(message.answer);
      return;
    }
    running.job.onProgress?.(message.share);
    running.stop();
    running.stop = this.means.after(running.job.limitMs, () => this.giveUp());
  }

  private giveUp(): void {
    this.end();
    this.finish(refusal('worker_slow', 'Working this out took too long and was given up. Try again.'));
  }

  /** A worker that died is started anew; the call it died at is tried once more. */
  private crashed(): void {
    this.end();
    const job = this.running?.job;
    if (!job) return;
    if (job.tried) {
      this.finish(refusal('worker_failed', 'The workshop engine failed at this twice. Nothing is lost; try again.'));
      return;
    }
    job.tried = true;
    this.running?.stop();
    this.running = undefined;
    this.queue.unshift(job);
    this.next();
  }

  private end(): void {
    if (!this.worker) return;
    this.worker.onmessage = null;
    this.worker.onerror = null;
    this.worker.terminate();
    this.worker = undefined;
  }

  private forget(): void {
    this.sentId = null;
    this.sentSettings = null;
    for (const collection of mirrored) this.sent.set(collection, new Map());
  }

  /** Sends what changed: every collection but pieces at once, pieces as they are wanted, so many at the most. True: more waits. */
  private send(wanted: (pieceId: string) => boolean, most: number): boolean {
    const { workshop, worker } = this;
    if (!workshop || !worker) return false;
    const fresh = this.sentId !== workshop.id;
    if (fresh) this.forget();
    const put: [Mirrored, unknown][] = [];
    const remove: [Mirrored, string][] = [];
    let more = false;
    for (const collection of mirrored) {
      const sent = this.sent.get(collection)!;
      const records = workshop[collection] as Record<string, unknown>;
      const limit = collection === 'pieces' ? most : Number.POSITIVE_INFINITY;
      for (const id in records) {
        if (sent.get(id) === records[id]) continue;
        if (collection === 'pieces' && !wanted(id)) {
          more = true;
          continue;
        }
        if (put.length >= limit) {
          more = true;
          break;
        }
        put.push([collection, records[id]]);
        sent.set(id, records[id]);
      }
      for (const id of sent.keys())
        if (!(id in records)) {
          remove.push([collection, id]);
          sent.delete(id);
        }
    }
    const settings = this.sentSettings !== workshop.settings;
    if (!fresh && !settings && put.length + remove.length === 0) return more;
    this.sentId = workshop.id;
    this.sentSettings = workshop.settings;
    const changes: Changes = {
      workshopId: workshop.id,
      opening: this.opening,
      fresh,
      ...(settings || fresh ? { settings: workshop.settings } : {}),
      put,
      remove,
    };
    worker.postMessage({ type: 'changes', changes });
    return more;
  }

  private flushSoon(): void {
    if (this.flushing) return;
    this.flushing = true;
    this.means.after(0, () => {
      this.flushing = false;
      if (this.worker && this.send(() => true, atATime)) this.flushSoon();
    });
  }
}

const aborted = (): Result<never> => refusal('aborted', 'This was asked for no longer.');
