import { useSyncExternalStore } from 'react';

/** A short message with at most one thing to do about it. */
export interface Said {
  text: string;
  action?: { name: string; run: () => void };
}

let said: (Said & { id: number }) | null = null;
let count = 0;
const listeners = new Set<() => void>();
const tell = () => {
  for (const l of listeners) l();
};

/** Says something at the foot of the page; the next message replaces it. */
export function say(message: Said): void {
  count += 1;
  const id = count;
  said = { ...message, id };
  tell();
  setTimeout(() => {
    if (said?.id === id) unsay();
  }, 12_000);
}

/** Takes the message away. */
export function unsay(): void {
  said = null;
  tell();
}

/** The message now, or null. */
export const useSaid = (): Said | null =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => said,
  );
