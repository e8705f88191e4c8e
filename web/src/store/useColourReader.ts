import type { Lab } from '@cosmesis/core/colour';
import { tellInstrument, useInstrument } from './useInstrument';

/** What the colour reader says. */
export interface ReaderReading {
  lab: Lab;
  calibrated: boolean;
  connected: boolean;
}

const isReading = (data: unknown): data is ReaderReading => {
  const lab = (data as { lab?: unknown } | null)?.lab;
  return Array.isArray(lab) && lab.length === 3 && lab.every((x) => Number.isFinite(x));
};

const gone: ReaderReading = { lab: [0, 0, 0], calibrated: false, connected: false };
/** It sends once a second. */
const reader = { topic: 'reader', isReading, gone, staleMs: 4000 };

/** What the colour reader says, while it is asked. */
export const useColourReader = (asked: boolean): ReaderReading | undefined => useInstrument(reader, asked);

/** Tells the stand-in reader to do something; false where it does not answer. */
export const tellReader = (what: 'lay' | 'calibrate', body: object = {}): Promise<boolean> =>
  tellInstrument(reader.topic, what, body);
