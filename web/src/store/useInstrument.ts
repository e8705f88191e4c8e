import { useEffect, useState } from 'react';
import { appRoot } from './appRoot';
import { listen } from './eventStream';

/** One instrument of the server. */
interface Instrument<T> {
  /** Its topic in the event stream, and its address under /api. */
  topic: string;
  isReading: (data: unknown) => data is T;
  /** What it says while it says nothing. */
  gone: T;
  /** A reading older than this is none, ms. */
  staleMs: number;
}

const watchEveryMs = 500;

/** Listens to an instrument while it is asked for; a silent or broken stream counts as not connected. Undefined: nothing heard yet. */
export function useInstrument<T>({ topic, isReading, gone, staleMs }: Instrument<T>, asked: boolean): T | undefined {
  const [reading, setReading] = useState<T>();
  useEffect(() => {
    if (!asked) return;
    let heardMs = Date.now();
    const stop = listen(
      topic,
      (data) => {
        if (!isReading(data)) return;
        heardMs = Date.now();
        setReading(data);
      },
      () => setReading(gone),
    );
    const watch = setInterval(() => {
      if (Date.now() - heardMs > staleMs) setReading(gone);
    }, watchEveryMs);
    return () => {
      clearInterval(watch);
      stop();
    };
  }, [topic, isReading, gone, staleMs, asked]);
  return asked ? reading : undefined;
}

/** Tells an instrument to do something; false where it does not answer. */
export async function tellInstrument(topic: string, what: string, body: object = {}): Promise<boolean> {
  try {
    const answer = await fetch(`${appRoot}api/${topic}/${what}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    return answer.ok;
  } catch {
    return false;
  }
}
