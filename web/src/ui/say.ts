import { useSyncExternalStore } from 'react';

/** A short message with at most one thing to do about it. */
export interface Said {
  text: string;
  action?: { name: string; run: () => void };
}

/** A message that stands on the page, at the edge away from what was pressed. */
export interface Standing extends Said {
  id: number;
  edge: 'top' | 'bottom';
}

let said: Standing | null = null;
let count = 0;
let pressedAt = 0;
const listeners = new Set<() => void>();
const tell = () => {
  for (const l of listeners) l();
};

/** Remembers how far down the window was pressed last. */
export function followPresses(): void {
  window.addEventListener(
    'pointerdown',
    (e: PointerEvent) => {
      pressedAt = e.clientY;
    },
    { passive: true, capture: true },
  );
  window.addEventListener(
    'focusin',
    (e) => {
      if (e.target instanceof Element) pressedAt = e.target.getBoundingClientRect().top;
    },
    { passive: true },
  );
}

/** Says something at the edge of the window away from the thumb; the next message replaces it. */
export function say(message: Said): void {
  count += 1;
  said = { ...message, id: count, edge: pressedAt > innerHeight / 2 ? 'top' : 'bottom' };
  tell();
}

/** The message now, or null. */
export const useSaid = (): Standing | null =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => said,
  );
