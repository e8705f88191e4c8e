import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Patch } from 'immer';

/** Kinds of records of a workshop. */
export type RecordKind = 'settings' | 'piece' | 'product' | 'reading' | 'container' | 'mix' | 'supply';

/** A record as stored; `value` is validated when it is read. */
export interface StoredRecord {
  workshopId: string;
  kind: RecordKind;
  id: string;
  value: unknown;
}

/** One change of a workshop, as it can be undone and done again. */
export interface StoredChange {
  workshopId: string;
  seq: number;
  /** Id of the operation that was saved last in it. */
  id: string;
  label: string;
  /** Changes with the same key within a short time are one, such as the keys typed into a field. */
  mergeKey: string | null;
  atMs: number;
  patches: Patch[];
  inverse: Patch[];
}

/** What is known of a workshop without opening it. */
export interface Head {
  workshopId: string;
  name: string;
  demo: boolean;
  /** Counts every write, so that tabs know whether they are behind. */
  rev: number;
  /** Sequence number of the last change that stands; later ones were undone. */
  position: number;
}

/** A record that could not be read: kept as it is, to be downloaded. */
export interface SetAside {
  key: string;
  workshopId: string;
  kind: RecordKind;
  id: string;
  raw: unknown;
  why: string;
}

interface Schema extends DBSchema {
  heads: { key: string; value: Head };
  records: { key: [string, RecordKind, string]; value: StoredRecord; indexes: { workshop: string } };
  changes: { key: [string, number]; value: StoredChange };
  setAside: { key: string; value: SetAside; indexes: { workshop: string } };
  kept: { key: string; value: unknown };
}

/** How many changes can be undone. */
const mostChanges = 500;

const everyChange = (workshopId: string) => IDBKeyRange.bound([workshopId, 0], [workshopId, Number.MAX_SAFE_INTEGER]);

/** What one save writes, all or nothing. */
export interface Save {
  head: Head;
  put: readonly StoredRecord[];
  remove: readonly (readonly [RecordKind, string])[];
  changes: readonly StoredChange[];
  /** Forget changes after this one before the new ones are added; null: keep them, to be done again. */
  forgetAfter: number | null;
}

/** The only door to IndexedDB. Every method rejects where the browser refuses; nothing is half written. */
export class Database {
  private constructor(private readonly db: IDBPDatabase<Schema>) {}

  /** Opens the store, version 1. */
  static async open(name = 'cosmesis'): Promise<Database> {
    const db = await openDB<Schema>(name, 1, {
      upgrade(fresh) {
        fresh.createObjectStore('heads', { keyPath: 'workshopId' });
        fresh
          .createObjectStore('records', { keyPath: ['workshopId', 'kind', 'id'] })
          .createIndex('workshop', 'workshopId');
        fresh.createObjectStore('changes', { keyPath: ['workshopId', 'seq'] });
        fresh.createObjectStore('setAside', { keyPath: 'key' }).createIndex('workshop', 'workshopId');
        fresh.createObjectStore('kept');
      },
    });
    return new Database(db);
  }

  heads = (): Promise<Head[]> => this.db.getAll('heads');
  head = (workshopId: string): Promise<Head | undefined> => this.db.get('heads', workshopId);
  currentId = async (): Promise<string | undefined> => {
    const id = await this.db.get('kept', 'current');
    return typeof id === 'string' ? id : undefined;
  };
  setCurrentId = (id: string): Promise<unknown> => this.db.put('kept', id, 'current');
  change = (workshopId: string, seq: number): Promise<StoredChange | undefined> =>
    this.db.get('changes', [workshopId, seq]);
  setAside = (workshopId: string): Promise<SetAside[]> => this.db.getAllFromIndex('setAside', 'workshop', workshopId);
  discardSetAside = (key: string): Promise<void> => this.db.delete('setAside', key);

  /** Every record of a workshop with its head, as of one moment. */
  async readAll(workshopId: string): Promise<{ head: Head | undefined; records: StoredRecord[] }> {
    const tx = this.db.transaction(['heads', 'records']);
    const [head, records] = await Promise.all([
      tx.objectStore('heads').get(workshopId),
      tx.objectStore('records').index('workshop').getAll(workshopId),
    ]);
    await tx.done;
    return { head, records };
  }

  /** Moves a record that cannot be read out of the way. */
  async moveAside(record: StoredRecord, why: string): Promise<void> {
    const tx = this.db.transaction(['records', 'setAside'], 'readwrite');
    const { workshopId, kind, id, value } = record;
    await tx.objectStore('setAside').put({ key: `${workshopId}/${kind}/${id}`, workshopId, kind, id, raw: value, why });
    await tx.objectStore('records').delete([workshopId, kind, id]);
    await tx.done;
  }

  /** Writes a change in one transaction. */
  async save(save: Save): Promise<void> {
    const { head } = save;
    const tx = this.db.transaction(['heads', 'records', 'changes'], 'readwrite', { durability: 'strict' });
    const [records, changes] = [tx.objectStore('records'), tx.objectStore('changes')];
    const work: Promise<unknown>[] = [
      ...(save.forgetAfter === null
        ? []
        : [
            changes.delete(
              IDBKeyRange.bound([head.workshopId, save.forgetAfter], [head.workshopId, Number.MAX_SAFE_INTEGER], true),
            ),
          ]),
      ...save.put.map((r) => records.put(r)),
      ...save.remove.map(([kind, id]) => records.delete([head.workshopId, kind, id])),
      ...save.changes.map((c) => changes.put(c)),
      tx.objectStore('heads').put(head),
    ];
    if (head.position > mostChanges)
      work.push(
        changes.delete(IDBKeyRange.bound([head.workshopId, 0], [head.workshopId, head.position - mostChanges])),
      );
    try {
      await Promise.all(work);
      await tx.done;
    } catch (error) {
      // The other requests fail with the transaction: hear them out, so that none is left unhandled.
      await Promise.allSettled([...work, tx.done]);
      throw error;
    }
  }

  /** Removes a workshop and everything that belongs to it. */
  async removeWorkshop(workshopId: string): Promise<void> {
    const tx = this.db.transaction(['heads', 'records', 'changes', 'setAside'], 'readwrite');
    const recordKeys = await tx.objectStore('records').index('workshop').getAllKeys(workshopId);
    const asideKeys = await tx.objectStore('setAside').index('workshop').getAllKeys(workshopId);
    await Promise.all([
      ...recordKeys.map((key) => tx.objectStore('records').delete(key)),
      ...asideKeys.map((key) => tx.objectStore('setAside').delete(key)),
      tx.objectStore('changes').delete(everyChange(workshopId)),
      tx.objectStore('heads').delete(workshopId),
    ]);
    await tx.done;
  }
}
