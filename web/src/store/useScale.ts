import { useEffect, useState } from 'react';
import { appRoot } from './appRoot';
import { listen } from './eventStream';

/** What the scale says; undefined: nothing heard of it yet. */
export interface ScaleReading {
  grams: number;
  stable: boolean;
  connected: boolean;
}

/** A reading older than this is no reading, ms. */
const staleMs = 2000;

const isReading = (data: unknown): data is ScaleReading =>
  typeof data === 'object' &&
  data !== null &&
  Number.isFinite((data as ScaleReading).grams) &&
  typeof (data as ScaleReading).stable === 'boolean';

/** Listens to the scale while it is asked for; a silent or broken stream counts as not connected. */
export function useScale(asked: boolean): ScaleReading | undefined {
  const [reading, setReading] = useState<ScaleReading>();
  useEffect(() => {
    if (!asked) return;
    let heardMs = Date.now();
    const gone = { grams: 0, stable: false, connected: false };
    const stop = listen(
      'scale',
      (data) => {
        if (!isReading(data)) return;
        heardMs = Date.now();
        setReading(data);
      },
      () => setReading(gone),
    );
    const watch = setInterval(() => {
      if (Date.now() - heardMs > staleMs) setReading(gone);
    }, 500);
    return () => {
      clearInterval(watch);
      stop();
    };
  }, [asked]);
  return asked ? reading : undefined;
}

/** Tells the stand-in scale to do something; false where it does not answer. */
export async function tellScale(what: 'pour' | 'tare' | 'clear' | 'plug', body: object = {}): Promise<boolean> {
  try {
    const answer = await fetch(`${appRoot}api/scale/${what}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    return answer.ok;
  } catch {
    return false;
  }
}
