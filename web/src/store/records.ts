import {
  containerSchema,
  defaultSettings,
  mixSchema,
  newWorkshop,
  pieceSchema,
  productSchema,
  readingSchema,
  recordUpToDate,
  settingsSchema,
  supplySchema,
  type Workshop,
} from '@cosmesis/core/workshop';
import type { Patch } from 'immer';
import type { RecordKind, StoredRecord } from './database';

/** Collections of a workshop by the kind of their records. */
const collectionOf = {
  piece: 'pieces',
  product: 'products',
  reading: 'readings',
  container: 'containers',
  mix: 'mixes',
  supply: 'supplies',
} as const;
type Collected = keyof typeof collectionOf;
const kinds = Object.keys(collectionOf) as Collected[];
const schemas = {
  piece: pieceSchema,
  product: productSchema,
  reading: readingSchema,
  container: containerSchema,
  mix: mixSchema,
  supply: supplySchema,
  settings: settingsSchema,
} as const;

/** Settings that stand in where the stored ones cannot be read. */
const fallbackSettings = () =>
  defaultSettings('Workshop', Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC', 'metric', 'EUR');

/** Builds a workshop from its records; those that are not valid come back with the reason. */
export function workshopFromRecords(
  id: string,
  records: readonly StoredRecord[],
): { workshop: Workshop; broken: { record: StoredRecord; why: string }[] } {
  const workshop: Workshop = newWorkshop(id, fallbackSettings(), []);
  const broken: { record: StoredRecord; why: string }[] = [];
  for (const record of records) {
    const parsed = schemas[record.kind]?.safeParse(recordUpToDate(record.kind, record.value));
    if (!parsed?.success) {
      const first = parsed?.error.issues[0];
      broken.push({
        record,
        why: first ? `${first.path.map(String).join(' → ')}: ${first.message}` : 'unknown kind of record',
      });
    } else if (record.kind === 'settings') workshop.settings = parsed.data as Workshop['settings'];
    else (workshop[collectionOf[record.kind]] as Record<string, unknown>)[record.id] = parsed.data;
  }
  return { workshop, broken };
}

/** Every record of a workshop, to write it whole. */
export function recordsOf(workshop: Workshop): StoredRecord[] {
  const { id: workshopId } = workshop;
  return [
    { workshopId, kind: 'settings', id: 'settings', value: workshop.settings },
    ...kinds.flatMap((kind) =>
      Object.entries(workshop[collectionOf[kind]]).map(([id, value]) => ({ workshopId, kind, id, value })),
    ),
  ];
}

/** Records that patches touch: to be put, or removed where they are gone. */
export function touchedRecords(
  workshop: Workshop,
  patches: readonly Patch[],
): { put: StoredRecord[]; remove: [RecordKind, string][] } {
  const keys = new Map<string, [RecordKind, string]>();
  for (const { path } of patches) {
    const [collection, id] = path.map(String);
    if (collection === 'settings') keys.set('settings', ['settings', 'settings']);
    const kind = kinds.find((k) => collectionOf[k] === collection);
    if (kind && id !== undefined) keys.set(`${kind}/${id}`, [kind, id]);
  }
  const put: StoredRecord[] = [];
  const remove: [RecordKind, string][] = [];
  for (const [kind, id] of keys.values()) {
    const value = kind === 'settings' ? workshop.settings : workshop[collectionOf[kind]][id];
    if (value === undefined) remove.push([kind, id]);
    else put.push({ workshopId: workshop.id, kind, id, value });
  }
  return { put, remove };
}
