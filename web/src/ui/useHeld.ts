import { useEffect, useRef, useSyncExternalStore } from 'react';

/** So long after the last key a field is taken over, ms: a pause, not a key. */
const pauseMs = 350;

/** Fields of this page that hold something now. */
const holding = new Set<object>();
const listeners = new Set<() => void>();
function note(field: object, holds: boolean): void {
  if (holding.has(field) === holds) return;
  if (holds) holding.add(field);
  else holding.delete(field);
  for (const listener of listeners) listener();
}
const listen = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Whether any field holds what was typed: it is in no store yet. */
export const useAnythingHeld = (): boolean => useSyncExternalStore(listen, () => holding.size > 0);

/**
 * Holds what is typed in a field until there is a pause, and gives it on as one change. Nothing is left behind: it is given
 * on at once when the field or the page goes.
 * @param give takes what was held; the latest one given is called
 */
export function useHeld<T>(give: (value: T) => void): {
  hold: (value: T) => void;
  giveNow: () => void;
  drop: () => void;
} {
  const latest = useRef(give);
  latest.current = give;
  const held = useRef<{ value: T; timer: ReturnType<typeof setTimeout> } | null>(null);
  const means = useRef({
    drop: () => {
      if (held.current) clearTimeout(held.current.timer);
      held.current = null;
      note(held, false);
    },
    giveNow: () => {
      const now = held.current;
      means.current.drop();
      if (now) latest.current(now.value);
    },
    hold: (value: T) => {
      if (held.current) clearTimeout(held.current.timer);
      held.current = { value, timer: setTimeout(() => means.current.giveNow(), pauseMs) };
      note(held, true);
    },
  });
  useEffect(() => {
    const { giveNow } = means.current;
    const away = () => {
      if (document.visibilityState === 'hidden') giveNow();
    };
    // Before the store lays down what it has: it listens on the page without capture.
    addEventListener('pagehide', giveNow, { capture: true });
    addEventListener('beforeunload', giveNow, { capture: true });
    document.addEventListener('visibilitychange', away, { capture: true });
    return () => {
      removeEventListener('pagehide', giveNow, { capture: true });
      removeEventListener('beforeunload', giveNow, { capture: true });
      document.removeEventListener('visibilitychange', away, { capture: true });
      giveNow();
    };
  }, []);
  return means.current;
}
