import { useSyncExternalStore } from 'react';

const listeners = new Set<() => void>();
let timer: ReturnType<typeof setInterval> | undefined;
/** The clock in whole minutes since 1970. */
export const minuteNow = (): number => Math.floor(Date.now() / 60_000);

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  timer ??= setInterval(() => {
    for (const l of listeners) l();
  }, 5000);
  return () => {
    listeners.delete(listener);
    if (listeners.size === 0) {
      clearInterval(timer);
      timer = undefined;
    }
  };
}

/** The clock in whole minutes since 1970; renders again when the minute changes. */
export const useNowMin = (): number => useSyncExternalStore(subscribe, minuteNow);
