import type { Reading, Workshop } from '../workshop';

/** The newest reading of a workshop, or of one of its spaces. @param space its name; left out: any */
export const latestReading = (readings: Workshop['readings'], space?: string): Reading | undefined =>
  Object.values(readings).reduce<Reading | undefined>(
    (latest, r) =>
      (space === undefined || r.space === space) && (!latest || Date.parse(r.at) > Date.parse(latest.at)) ? r : latest,
    undefined,
  );

/** The newest reading of the air a piece stands in; of any air where no spaces are told apart. */
export function readingFor(
  { settings, readings }: Pick<Workshop, 'settings' | 'readings'>,
  spaceId: string | undefined,
): Reading | undefined {
  const space = settings.spaces.find((s) => s.id === spaceId) ?? settings.spaces[0];
  return latestReading(readings, space?.name);
}
