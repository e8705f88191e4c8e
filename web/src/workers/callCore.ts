import type { Workshop } from '@cosmesis/core/workshop';
import { type CallOptions, CoreClient, type WorkerLike } from './CoreClient';
import type { AnswerOf, ArgsOf, CallName } from './protocol';

declare global {
  interface Window {
    /** The worker that was started before the page; null: it was taken, or the page has its own. */
    cosmesisWorker?: Worker | null;
  }
}

const client = new CoreClient({
  spawn: () => {
    const early = window.cosmesisWorker;
    window.cosmesisWorker = null;
    if (early) return early as unknown as WorkerLike;
    const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module', name: 'core' });
    return worker as unknown as WorkerLike;
  },
  after: (ms, work) => {
    const timer = setTimeout(work, ms);
    return () => clearTimeout(timer);
  },
});

/** Starts the worker early, so that it is warm when the first figure is asked for. */
export const startCore = (): void => client.start();

/** The workshop as it is now: the worker gets what changed. */
export const mirrorWorkshop = (workshop: Workshop | null, opening: number): void => client.mirror(workshop, opening);

/** Asks core in its worker. Never throws. */
export const callCore = <K extends CallName>(
  name: K,
  args: ArgsOf<K>,
  options: CallOptions = {},
): Promise<AnswerOf<K>> => client.call(name, args, options);
