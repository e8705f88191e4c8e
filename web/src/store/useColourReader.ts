import type { Lab } from '@cosmesis/core/colour';
import { useEffect, useState } from 'react';
import { appRoot } from './appRoot';
import { listen } from './eventStream';

/** What the colour reader says. */
export interface ReaderReading {
  lab: Lab;
  calibrated: boolean;
  connected: boolean;
}

/** A reading older than this is none, ms. */
const staleMs = 4000;
const gone: ReaderReading = { lab: [0, 0, 0], calibrated: false, connected: false };

const isReading = (data: unknown): data is ReaderReading => {
  const lab = (data as { lab?: unknown } | null)?.lab;
  return Array.isArray(lab) && lab.length === 3 && lab.every((x) => Number.isFinite(x));
};

/** Listens to the colour reader while it is asked for; undefined: nothing heard yet. */
export function useColourReader(asked: boolean): ReaderReading | undefined {
  const [reading, setReading] = useState<ReaderReading>();
  useEffect(() => {
    if (!asked) return;
    let heardMs = Date.now();
    const stop = listen(
      'reader',
      (data) => {
        if (!isReading(data)) return;
        heardMs = Date.now();
        setReading(data);
      },
      () => setReading(gone),
    );
    const watch = setInterval(() => {
      if (Date.now() - heardMs > staleMs) setReading(gone);
    }, 1000);
    return () => {
      clearInterval(watch);
      stop();
    };
  }, [asked]);
  return asked ? reading : undefined;
}

/** Tells the stand-in reader to do something; false where it does not answer. */
export async function tellReader(what: 'lay' | 'calibrate', body: object = {}): Promise<boolean> {
  try {
    const answer = await fetch(`${appRoot}api/reader/${what}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    return answer.ok;
  } catch {
    return false;
  }
}
