import type { Result } from '@cosmesis/core/units';
import { type Remote, wrap } from 'comlink';
import type { Core } from './core.worker';

/** A call that takes longer is given up and the worker started anew, ms. */
const limitMs = 20_000;

let worker: Worker | undefined;
let remote: Remote<Core> | undefined;

/** Starts the worker early, so that it is warm when the first figure is asked for. */
export function startCore(): Remote<Core> {
  worker ??= new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module', name: 'core' });
  remote ??= wrap<Core>(worker);
  return remote;
}

function giveUp(): void {
  worker?.terminate();
  worker = undefined;
  remote = undefined;
}

/** Calls core in its worker, with a time limit. Never throws. */
export async function callCore<K extends keyof Core>(
  name: K,
  ...args: Parameters<Core[K]>
): Promise<Awaited<ReturnType<Core[K]>>> {
  type Answer = Awaited<ReturnType<Core[K]>>;
  const failed = (message: string): Answer =>
    ({ ok: false, issues: [{ code: 'worker_failed', path: '', message }] }) satisfies Result<never> as Answer;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const limit = new Promise<Answer>((resolve) => {
    timer = setTimeout(() => {
      giveUp();
      resolve(failed('Working this out took too long and was given up. Try again.'));
    }, limitMs);
  });
  try {
    const call = startCore()[name] as unknown as (...a: Parameters<Core[K]>) => Promise<Answer>;
    return await Promise.race([call(...args), limit]);
  } catch (error) {
    return failed(
      `The workshop engine did not answer (${error instanceof Error ? error.message : String(error)}). Reload the page.`,
    );
  } finally {
    clearTimeout(timer);
  }
}
