import type { Reading, Workshop } from '../workshop';

/** The newest reading of a workshop. */
export const latestReading = (readings: Workshop['readings']): Reading | undefined =>
  Object.values(readings).reduce<Reading | undefined>(
    (latest, r) => (!latest || Date.parse(r.at) > Date.parse(latest.at) ? r : latest),
    undefined,
  );
