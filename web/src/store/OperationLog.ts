import { schemaVersion } from '@cosmesis/core/workshop';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { SecondCopy, Whole } from './SecondCopy';
import type { Act, Head, RecordKind, SetAside, StoredAnswer, StoredChange, StoredRecord } from './stored';

interface Schema extends DBSchema {
  heads: { key: string; value: Head };
  records: { key: [string, RecordKind, string]; value: StoredRecord; indexes: { workshop: string } };
  changes: { key: [string, number]; value: StoredChange };
  setAside: { key: string; value: SetAside; indexes: { workshop: string } };
  kept: { key: string; value: unknown };
  answers: { key: [string, string]; value: StoredAnswer };
}

/** Records read at a time. */
const pageSize = 40;
/** How many changes can be undone. */
const mostChanges = 500;
/** Version of the store. 1: without answers, tombstones, and revisions of records. */
const storeVersion = 2;

const everyOf = (workshopId: string) => IDBKeyRange.bound([workshopId, 0], [workshopId, Number.MAX_SAFE_INTEGER]);
const everyAnswerOf = (workshopId: string) => IDBKeyRange.bound([workshopId, ''], [workshopId, '\uffff']);

/** Chromium says in the event of an upgrade that it began anew, because it could not read its files; other browsers say nothing. */
const lossSaid = (event: Event): string | null => {
  const { dataLoss, dataLossMessage } = event as Event & { dataLoss?: string; dataLossMessage?: string };
  return dataLoss && dataLoss !== 'none' ? (dataLossMessage ?? dataLoss) : null;
};

/** How an act ended: written, with the labels of what can be undone and done again; or refused, with the head as it is. */
export type Written =
  | { ok: true; undoLabel: string | null; redoLabel: string | null }
  | { ok: false; why: 'behind' | 'gone'; head: Head | undefined };

/**
 * The only door to IndexedDB: workshops as records, the changes that made them, and what was worked out. Every act is one
 * transaction, checked inside it against the revision it was worked out on, and rejects where the browser refuses: nothing is
 * ever half written.
 */
export class OperationLog {
  private constructor(
    private readonly db: IDBPDatabase<Schema>,
    /** The store was made by a newer version of this program: it is only read. */
    readonly readOnly: boolean,
    /** What the browser says of having thrown away what it could not read of the store; null: nothing. */
    readonly lost: string | null,
    private readonly copy: SecondCopy | null,
  ) {}

  /**
   * Opens the store, and brings an older one up to date. One of a newer program is opened to be read.
   * @param copy where every act is copied to; null: nowhere
   */
  static async open(name = 'cosmesis', copy: SecondCopy | null = null): Promise<OperationLog> {
    let lost: string | null = null;
    try {
      const db = await openDB<Schema>(name, storeVersion, {
        upgrade(fresh, from, _to, _tx, event) {
          lost = lossSaid(event);
          if (from < 1) {
            fresh.createObjectStore('heads', { keyPath: 'workshopId' });
            fresh
              .createObjectStore('records', { keyPath: ['workshopId', 'kind', 'id'] })
              .createIndex('workshop', 'workshopId');
            fresh.createObjectStore('changes', { keyPath: ['workshopId', 'seq'] });
            fresh.createObjectStore('setAside', { keyPath: 'key' }).createIndex('workshop', 'workshopId');
            fresh.createObjectStore('kept');
          }
          if (from < 2) fresh.createObjectStore('answers', { keyPath: ['workshopId', 'pieceId'] });
        },
        // A newer tab wants to bring the store up to date: this one lets go, and asks to be reloaded at its next act.
        blocking: (_current, _blocked, event) => (event.target as IDBDatabase | null)?.close(),
      });
      return new OperationLog(db, false, lost, copy);
    } catch (error) {
      if (!(error instanceof Error && error.name === 'VersionError')) throw error;
      return new OperationLog(await openDB<Schema>(name), true, null, null);
    }
  }

  /** Workshops that are there. */
  heads = async (): Promise<Head[]> => (await this.db.getAll('heads')).filter((h) => !h.deletedAt);
  head = (workshopId: string): Promise<Head | undefined> => this.db.get('heads', workshopId);
  currentId = async (): Promise<string | undefined> => {
    const id = await this.db.get('kept', 'current');
    return typeof id === 'string' ? id : undefined;
  };
  setCurrentId = async (id: string): Promise<void> => {
    if (!this.readOnly) await this.db.put('kept', id, 'current');
  };
  change = (workshopId: string, seq: number): Promise<StoredChange | undefined> =>
    this.db.get('changes', [workshopId, seq]);
  /** The last changes that stand, newest last. */
  lastChanges = async ({ workshopId, position }: Head, count: number): Promise<StoredChange[]> =>
    this.db.getAll(
      'changes',
      IDBKeyRange.bound([workshopId, Math.max(0, position - count + 1)], [workshopId, position]),
    );
  setAside = (workshopId: string): Promise<SetAside[]> => this.db.getAllFromIndex('setAside', 'workshop', workshopId);
  discardSetAside = (key: string): Promise<void> => this.db.delete('setAside', key);
  keepAside = async (aside: SetAside): Promise<void> => void (await this.db.put('setAside', aside));

  /**
   * Every record of a workshop, page by page, and its head, as of one moment: one transaction, in which the page that was read is
   * dealt with before the next is asked for, so that a large workshop holds up nothing else.
   */
  async readEach(workshopId: string, onPage: (records: StoredRecord[]) => void): Promise<Head | undefined> {
    return (await this.readAll(workshopId, onPage))?.head;
  }

  private async readAll(
    workshopId: string,
    onPage: (records: StoredRecord[]) => void,
  ): Promise<{ head: Head; changes: StoredChange[] } | undefined> {
    const tx = this.db.transaction(['heads', 'records', 'changes']);
    const head = await tx.objectStore('heads').get(workshopId);
    const changes = this.copy ? await tx.objectStore('changes').getAll(everyOf(workshopId)) : [];
    let from: IDBValidKey = [workshopId];
    for (;;) {
      const range = IDBKeyRange.bound(from, [workshopId, []], true);
      const page: StoredRecord[] = await tx.objectStore('records').getAll(range, pageSize);
      if (page.length > 0) onPage(page);
      const last = page.at(-1);
      if (!last || page.length < pageSize) break;
      from = [workshopId, last.kind, last.id];
    }
    await tx.done;
    return head && { head, changes };
  }

  /** Revisions at which records were last written; undefined: there is no such record. */
  async revisions(
    workshopId: string,
    keys: readonly (readonly [RecordKind, string])[],
  ): Promise<(number | undefined)[]> {
    const tx = this.db.transaction('records');
    const records = await Promise.all(keys.map(([kind, id]) => tx.store.get([workshopId, kind, id])));
    await tx.done;
    return records.map((r) => (r ? (r.rev ?? 0) : undefined));
  }

  /** Moves records that cannot be read out of the way, all at once. */
  async moveAside(asides: readonly SetAside[]): Promise<void> {
    const tx = this.db.transaction(['records', 'setAside'], 'readwrite');
    const deleteRecord = (workshopId: string, kind: RecordKind, id: string) => () =>
      tx.objectStore('records').delete([workshopId, kind, id]);
    await settled(tx, () =>
      asides.flatMap((a) => [
        () => tx.objectStore('setAside').put(a),
        ...(a.kind === 'edit' ? [] : [deleteRecord(a.workshopId, a.kind, a.id)]),
      ]),
    );
  }

  /** Writes an act in one transaction, unless the workshop moved or was deleted since it was worked out. */
  async commit({ head, put, remove, changes, forgetAfter }: Act): Promise<Written> {
    const { workshopId, position } = head;
    const tx = this.db.transaction(['heads', 'records', 'changes'], 'readwrite', { durability: 'strict' });
    const [heads, records, log] = [tx.objectStore('heads'), tx.objectStore('records'), tx.objectStore('changes')];
    const onDisk = await heads.get(workshopId);
    if (!onDisk || onDisk.deletedAt || onDisk.rev !== head.rev - 1) {
      await tx.done;
      return { ok: false, why: onDisk && !onDisk.deletedAt ? 'behind' : 'gone', head: onDisk };
    }
    const after = (seq: number) => IDBKeyRange.bound([workshopId, seq], [workshopId, Number.MAX_SAFE_INTEGER], true);
    const range = (from: number, to: number) => IDBKeyRange.bound([workshopId, from], [workshopId, to]);
    const [last, next] = await settled(
      tx,
      () => [
        ...(forgetAfter === null ? [] : [() => log.delete(after(forgetAfter))]),
        ...put.map((r) => () => records.put(r)),
        ...remove.map(
          ([kind, id]) =>
            () =>
              records.delete([workshopId, kind, id]),
        ),
        ...changes.map((c) => () => log.put(c)),
        () => heads.put({ ...head, schemaVersion, deletedAt: null }),
        ...(position > mostChanges ? [() => log.delete(range(0, position - mostChanges))] : []),
      ],
      () => Promise.all([log.get([workshopId, position]), log.get([workshopId, position + 1])]),
    );
    return { ok: true, undoLabel: last?.label ?? null, redoLabel: next?.label ?? null };
  }

  /** Copies an act, or the whole where an act before it was not copied. What cannot be copied is on disk all the same. */
  async copyAct(act: Act): Promise<void> {
    try {
      if (this.copy && !(await this.copy.act(act))) await this.copyWhole(act.head.workshopId);
    } catch {
      // The next whole copy has it.
    }
  }

  /** Writes a workshop whole, in place of whatever stood under its id, in one transaction. Returns its head. */
  async replaceAll(
    { workshopId, name, demo }: Pick<Head, 'workshopId' | 'name' | 'demo'>,
    recordsAt: (rev: number) => readonly StoredRecord[],
  ): Promise<Head> {
    const tx = this.db.transaction(['heads', 'records', 'changes', 'setAside', 'answers'], 'readwrite', {
      durability: 'strict',
    });
    const before = await tx.objectStore('heads').get(workshopId);
    const recordKeys = await tx.objectStore('records').index('workshop').getAllKeys(workshopId);
    const asideKeys = await tx.objectStore('setAside').index('workshop').getAllKeys(workshopId);
    const head: Head = {
      workshopId,
      name,
      demo,
      rev: (before?.rev ?? 0) + 1,
      position: 0,
      schemaVersion,
      deletedAt: null,
    };
    const records = tx.objectStore('records');
    const all = recordsAt(head.rev);
    await settled(tx, () => [
      ...recordKeys.map((key) => () => records.delete(key)),
      ...asideKeys.map((key) => () => tx.objectStore('setAside').delete(key)),
      () => tx.objectStore('changes').delete(everyOf(workshopId)),
      () => tx.objectStore('answers').delete(everyAnswerOf(workshopId)),
      ...all.map((r) => () => records.put(r)),
      () => tx.objectStore('heads').put(head),
    ]);
    void this.copy?.whole(head, [], [JSON.stringify(all)]).catch(() => {});
    return head;
  }

  /** Deletes a workshop with everything in it; its head stays as a tombstone, so that no tab brings a husk of it back. */
  async bury(workshopId: string, at: string): Promise<void> {
    const tx = this.db.transaction(['heads', 'records', 'changes', 'setAside', 'answers'], 'readwrite', {
      durability: 'strict',
    });
    const head = await tx.objectStore('heads').get(workshopId);
    const recordKeys = await tx.objectStore('records').index('workshop').getAllKeys(workshopId);
    const asideKeys = await tx.objectStore('setAside').index('workshop').getAllKeys(workshopId);
    await settled(tx, () => [
      ...recordKeys.map((key) => () => tx.objectStore('records').delete(key)),
      ...asideKeys.map((key) => () => tx.objectStore('setAside').delete(key)),
      () => tx.objectStore('changes').delete(everyOf(workshopId)),
      () => tx.objectStore('answers').delete(everyAnswerOf(workshopId)),
      ...(head ? [() => tx.objectStore('heads').put({ ...head, rev: head.rev + 1, position: 0, deletedAt: at })] : []),
    ]);
    await this.copy?.forget(workshopId);
  }

  /** Copies a workshop whole where its second copy wants it; a copy that cannot be made now is made the next time. */
  async copyWhole(workshopId: string): Promise<void> {
    const head = await this.head(workshopId);
    if (!this.copy || !head || head.deletedAt || !(await this.copy.wantsWhole(head))) return;
    const pages: string[] = [];
    const read = await this.readAll(workshopId, (records) => pages.push(JSON.stringify(records)));
    if (read && !read.head.deletedAt) await this.copy.whole(read.head, read.changes, pages);
  }

  /**
   * Puts back, from the second copy, what the browser no longer has of what was written, as of its last act. A copy that cannot
   * be read holds nothing up: what the first store has opens all the same.
   * @returns the heads of the workshops that were put back
   */
  async putBackLost(): Promise<Head[]> {
    const back: Head[] = [];
    for (const workshopId of (await this.copy?.workshops().catch(() => [])) ?? []) {
      const fresh = await this.putBackOne(workshopId, this.copy!).catch(() => null);
      if (fresh) back.push(fresh);
    }
    return back;
  }

  private async putBackOne(workshopId: string, copy: SecondCopy): Promise<Head | null> {
    // What was copied was written before: a copy that is ahead tells of a store that fell back.
    const upTo = await copy.upTo(workshopId);
    const head = await this.head(workshopId);
    if (head?.deletedAt) await copy.forget(workshopId);
    if (head?.deletedAt || upTo === null || upTo <= (head?.rev ?? -1)) return null;
    const whole = await copy.read(workshopId);
    return whole && this.putBack(whole);
  }

  /** Writes a workshop as it was copied, in place of what is there of it, with what can be undone; null: the store is not behind. */
  private async putBack({ head, records, changes }: Whole): Promise<Head | null> {
    const { workshopId } = head;
    const [stores, how] = [['heads', 'records', 'changes'] as const, { durability: 'strict' } as const];
    const tx = this.db.transaction(stores, 'readwrite', how);
    const onDisk = await tx.objectStore('heads').get(workshopId);
    if (onDisk && onDisk.rev >= head.rev) {
      await tx.done;
      return null;
    }
    const keys = await tx.objectStore('records').index('workshop').getAllKeys(workshopId);
    // A revision that no act ever had: whatever is left of a longer row cannot be taken for what follows.
    const fresh: Head = { ...head, rev: head.rev + mostChanges };
    await settled(tx, () => [
      ...keys.map((key) => () => tx.objectStore('records').delete(key)),
      () => tx.objectStore('changes').delete(everyOf(workshopId)),
      ...records.map((r) => () => tx.objectStore('records').put(r)),
      ...changes.map((c) => () => tx.objectStore('changes').put(c)),
      () => tx.objectStore('heads').put(fresh),
    ]);
    await this.copy?.whole(fresh, changes, [JSON.stringify(records)]).catch(() => {});
    return fresh;
  }

  /** Answers kept of a workshop. */
  answers = (workshopId: string): Promise<StoredAnswer[]> => this.db.getAll('answers', everyAnswerOf(workshopId));

  /** Keeps answers; they can be worked out again, so that losing them loses nothing. */
  async keepAnswers(answers: readonly StoredAnswer[]): Promise<void> {
    if (this.readOnly) return;
    const tx = this.db.transaction('answers', 'readwrite', { durability: 'relaxed' });
    await settled(tx, () => answers.map((a) => () => tx.store.put(a)));
  }

  /** Lets go of the store. */
  close = (): void => this.db.close();
}

/**
 * Makes the requests of a transaction, one by one, and waits for all of it. Where one cannot even be made, what was asked before
 * it is taken back; where one fails, the others are heard out, so that none is left unhandled.
 * @param then what is asked last, and given back
 */
async function settled<T>(
  tx: { done: Promise<void>; abort: () => void },
  ask: () => readonly (() => Promise<unknown>)[],
  then: () => Promise<T> = () => Promise.resolve() as Promise<T>,
): Promise<T> {
  const work: Promise<unknown>[] = [];
  try {
    for (const request of ask()) work.push(request());
    const last = then();
    work.push(last);
    await Promise.all(work);
    await tx.done;
    return await last;
  } catch (error) {
    try {
      tx.abort();
    } catch {
      // It has ended already.
    }
    await Promise.allSettled([...work, tx.done]);
    throw error;
  }
}
