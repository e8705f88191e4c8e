import {
  containerSchema,
  mixSchema,
  pieceSchema,
  productSchema,
  readingSchema,
  recordUpToDate,
  settingsSchema,
  supplySchema,
  type Workshop,
} from '@cosmesis/core/workshop';
import { collectionOf } from './records';
import type { StoredRecord } from './stored';

const schemas = {
  piece: pieceSchema,
  product: productSchema,
  reading: readingSchema,
  container: containerSchema,
  mix: mixSchema,
  supply: supplySchema,
  settings: settingsSchema,
} as const;

/** A record that cannot be read, with the reason. */
export interface Broken {
  record: StoredRecord;
  why: string;
}

/** Reads records into a workshop; those that are not valid come back with the reason. */
export function readRecords(workshop: Workshop, records: readonly StoredRecord[]): Broken[] {
  const broken: Broken[] = [];
  for (const record of records) {
    const parsed = Object.hasOwn(schemas, record.kind)
      ? schemas[record.kind].safeParse(recordUpToDate(record.kind, record.value))
      : undefined;
    if (!parsed?.success) {
      const first = parsed?.error.issues[0];
      broken.push({
        record,
        why: first ? `${first.path.map(String).join(' → ')}: ${first.message}` : 'unknown kind of record',
      });
    } else if (record.kind === 'settings') workshop.settings = parsed.data as Workshop['settings'];
    else (workshop[collectionOf[record.kind]] as Record<string, unknown>)[record.id] = parsed.data;
  }
  return broken;
}
