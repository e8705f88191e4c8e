import { defaultSettings, newWorkshop, recordUpToDate, type Workshop } from '@cosmesis/core/workshop';
import { current, isDraft, type Patch, produce } from 'immer';
import { type Recipe, recipeOf } from './Document';
import type { RecordKind, StoredRecord } from './stored';

/** Collections of a workshop by the kind of their records. */
export const collectionOf = {
  piece: 'pieces',
  product: 'products',
  reading: 'readings',
  container: 'containers',
  mix: 'mixes',
  supply: 'supplies',
} as const;
type Collected = keyof typeof collectionOf;
const collectedKinds = Object.keys(collectionOf) as Collected[];
/** Settings that stand in where the stored ones cannot be read. */
const fallbackSettings = () =>
  defaultSettings('Workshop', Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC', 'metric', 'EUR');

/** A workshop that no record was read of yet. */
export const unreadWorkshop = (id: string): Workshop => newWorkshop(id, fallbackSettings(), []);

/** Every record of a workshop, to write it whole. @param rev the revision they are written at */
export function recordsOf(workshop: Workshop, rev: number): StoredRecord[] {
  const { id: workshopId } = workshop;
  return [
    { workshopId, kind: 'settings', id: 'settings', value: workshop.settings, rev },
    ...collectedKinds.flatMap((kind) =>
      Object.entries(workshop[collectionOf[kind]]).map(([id, value]) => ({ workshopId, kind, id, value, rev })),
    ),
  ];
}

/** Names of the records that patches touch. */
export function touchedKeys(patches: readonly Patch[]): [RecordKind, string][] {
  const keys = new Map<string, [RecordKind, string]>();
  for (const { path } of patches) {
    const [collection, id] = path.map(String);
    if (collection === 'settings') keys.set('settings', ['settings', 'settings']);
    const kind = collectedKinds.find((k) => collectionOf[k] === collection);
    if (kind && id !== undefined) keys.set(`${kind}/${id}`, [kind, id]);
  }
  return [...keys.values()];
}

/** A record that is there, by its kind and id; the settings are one too. */
const recordIn = (workshop: Workshop, [kind, id]: [RecordKind, string]): unknown =>
  kind === 'settings' ? workshop.settings : workshop[collectionOf[kind]][id];

/** Makes changes again on a draft; what they bring back from an older version is brought up to date. */
export const recipeOfEdit =
  (patches: readonly Patch[]): Recipe =>
  (draft) => {
    recipeOf(patches)(draft);
    for (const key of touchedKeys(patches)) {
      const record = recordIn(draft as Workshop, key);
      if (record === undefined) continue;
      const [kind, id] = key;
      const was = isDraft(record) ? current(record) : record;
      const now = recordUpToDate(kind, was);
      if (now === was) continue;
      if (kind === 'settings') draft.settings = now as Workshop['settings'];
      else (draft[collectionOf[kind]] as Record<string, unknown>)[id] = now;
    }
  };

/** Applies a change that was kept, forwards or backwards; null where it no longer fits, and then nothing was changed. */
export function applyKept(workshop: Workshop, patches: readonly Patch[]): Workshop | null {
  try {
    return produce(workshop, recipeOfEdit(patches));
  } catch {
    return null;
  }
}

/** Records that patches touch: to be put, or removed where they are gone. @param rev the revision they are written at */
export function touchedRecords(
  workshop: Workshop,
  patches: readonly Patch[],
  rev: number,
): { put: StoredRecord[]; remove: [RecordKind, string][] } {
  const put: StoredRecord[] = [];
  const remove: [RecordKind, string][] = [];
  for (const [kind, id] of touchedKeys(patches)) {
    const value = recordIn(workshop, [kind, id]);
    if (value === undefined) remove.push([kind, id]);
    else put.push({ workshopId: workshop.id, kind, id, value, rev });
  }
  return { put, remove };
}
