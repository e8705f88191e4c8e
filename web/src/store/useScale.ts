import { tellInstrument, useInstrument } from './useInstrument';

/** What the scale says; undefined: nothing heard of it yet. */
export interface ScaleReading {
  grams: number;
  stable: boolean;
  connected: boolean;
}

const isReading = (data: unknown): data is ScaleReading =>
  typeof data === 'object' &&
  data !== null &&
  Number.isFinite((data as ScaleReading).grams) &&
  typeof (data as ScaleReading).stable === 'boolean';

const scale = { topic: 'scale', isReading, gone: { grams: 0, stable: false, connected: false }, staleMs: 2000 };

/** What the scale says, while it is asked. */
export const useScale = (asked: boolean): ScaleReading | undefined => useInstrument(scale, asked);

/** Tells the stand-in scale to do something; false where it does not answer. */
export const tellScale = (what: 'pour' | 'tare' | 'clear' | 'plug', body: object = {}): Promise<boolean> =>
  tellInstrument(scale.topic, what, body);
