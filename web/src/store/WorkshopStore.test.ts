import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { newPiece } from '@cosmesis/core/piece';
import { typicalProducts } from '@cosmesis/core/products';
import { canonicalJson, defaultSettings, newWorkshop, type Workshop } from '@cosmesis/core/workshop';
import fc from 'fast-check';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Database } from './database';
import { type Recipe, type Unsaved, WorkshopStore } from './WorkshopStore';

const empty = (): Workshop => newWorkshop('w', defaultSettings('W', 'Europe/London', 'metric', 'GBP'), typicalProducts);
const add =
  (id: string): Recipe =>
  (draft) => {
    draft.pieces[id] = newPiece(id, id, 'table', '2026-11-25T08:00:00Z');
  };
const rename =
  (id: string, name: string): Recipe =>
  (draft) => {
    if (!draft.pieces[id]) throw new Error('gone');
    draft.pieces[id].name = name;
  };

let databases = 0;
/** Tabs of one browser: one database, one lock, messages to each other. */
async function browser() {
  databases += 1;
  const name = `test-${databases}`;
  const channels: { postMessage: (m: unknown) => void; onmessage: ((e: { data: unknown }) => void) | null }[] = [];
  let queue: Promise<void> = Promise.resolve();
  const retries: (() => void)[] = [];
  let ids = 0;
  const tab = async (journal: Map<string, readonly Unsaved[]> = new Map()) => {
    const database = await Database.open(name);
    const channel: (typeof channels)[number] = {
      onmessage: null,
      postMessage: (data) => {
        for (const c of channels) if (c !== channel) c.onmessage?.({ data });
      },
    };
    channels.push(channel);
    const store = new WorkshopStore(database, {
      nowMs: () => 0,
      channel,
      later: (work) => void retries.push(work),
      newId: () => {
        ids += 1;
        return `id-${ids}`;
      },
      journal: { read: (w) => [...(journal.get(w) ?? [])], write: (w, unsaved) => void journal.set(w, unsaved) },
      lock: (_name, work) => {
        const run = queue.then(work);
        queue = run.catch(() => {});
        return run;
      },
    });
    return { store, database, journal };
  };
  return { tab, retries };
}
const names = (store: WorkshopStore) =>
  Object.values(store.get().workshop?.pieces ?? {})
    .map((p) => p.name)
    .sort();
/** The whole workshop as bytes, hashed so that a failure stays readable. */
const bytes = (store: WorkshopStore) => createHash('sha256').update(canonicalJson(store.get().workshop)).digest('hex');

afterEach(() => vi.restoreAllMocks());

describe('WorkshopStore', () => {
  it('shows a change at once, keeps it, and opens it again', async () => {
    const { tab } = await browser();
    const { store } = await tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    expect(names(store)).toEqual(['a']);
    await store.idle();
    const { store: again } = await tab();
    await again.open('w');
    expect(bytes(again)).toBe(bytes(store));
    expect(again.get().undoLabel).toBe('New piece');
  });

  it('undoes and does again byte for byte, whatever the changes', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c'), fc.string({ maxLength: 5 })), { minLength: 1, maxLength: 6 }),
        async (edits) => {
          const { tab } = await browser();
          const { store } = await tab();
          await store.adopt(empty());
          const states = [bytes(store)];
          for (const [i, [id, name]] of edits.entries()) {
            store.transact('Edit', (draft) => {
              if (draft.pieces[id] && name.length % 3 === 0) delete draft.pieces[id];
              else
                draft.pieces[id] = {
                  ...newPiece(id, name, 'cabinet', '2026-11-25T08:00:00Z'),
                  note: String(i),
                };
            });
            states.push(bytes(store));
          }
          await store.idle();
          for (const state of states.slice(0, -1).reverse()) {
            store.undo();
            await store.idle();
            expect(bytes(store)).toBe(state);
          }
          for (const state of states.slice(1)) {
            store.redo();
            await store.idle();
            expect(bytes(store)).toBe(state);
          }
        },
      ),
      { numRuns: 25 },
    );
  });

  it('joins the keys typed into one field into one change', async () => {
    const { store } = await (await browser()).tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    for (const name of ['t', 'ta', 'tab']) store.transact('Name', rename('a', name), 'a/name');
    await store.idle();
    store.undo();
    await store.idle();
    expect(names(store)).toEqual(['a']);
  });

  it('a change after an undo forgets what was undone', async () => {
    const { store } = await (await browser()).tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    store.undo();
    store.transact('New piece', add('b'));
    await store.idle();
    store.redo();
    await store.idle();
    expect(names(store)).toEqual(['b']);
  });

  it('two tabs keep both edits, also those made at the same moment', async () => {
    const { tab } = await browser();
    const { store: one } = await tab();
    await one.adopt(empty());
    const { store: two } = await tab();
    await two.open('w');
    one.transact('New piece', add('a'));
    two.transact('New piece', add('b'));
    await Promise.all([one.idle(), two.idle()]);
    await vi.waitFor(() => {
      expect([names(one), names(two)]).toEqual([
        ['a', 'b'],
        ['a', 'b'],
      ]);
    });
    expect(bytes(one)).toBe(bytes(two));
  });

  it('says so where another tab has made an edit impossible, and keeps the rest', async () => {
    const { tab } = await browser();
    const { store: one } = await tab();
    await one.adopt(empty());
    one.transact('New piece', add('a'));
    await one.idle();
    const { store: two } = await tab();
    await two.open('w');
    one.transact('Delete', (draft) => {
      delete draft.pieces.a;
    });
    two.transact('Name', rename('a', 'late'));
    two.transact('New piece', add('b'));
    await Promise.all([one.idle(), two.idle()]);
    await vi.waitFor(() => {
      expect(names(one)).toEqual(['b']);
    });
    expect(two.get().notice).toContain('changed in another tab');
  });

  it('a failed save keeps what is in memory, says why, and is made good', async () => {
    const { tab, retries } = await browser();
    const { store, database } = await tab();
    await store.adopt(empty());
    const save = vi
      .spyOn(database, 'save')
      .mockRejectedValue(Object.assign(new Error('full'), { name: 'QuotaExceededError' }));
    store.transact('New piece', add('a'));
    await store.idle();
    expect(store.get().save).toEqual({ status: 'failed', why: 'full', waiting: 1 });
    store.transact('New piece', add('b'));
    store.undo();
    expect(names(store)).toEqual(['a']);
    save.mockRestore();
    retries.at(-1)!();
    await store.idle();
    expect(store.get().save).toEqual({ status: 'saved' });
    const { store: again } = await tab();
    await again.open('w');
    expect(names(again)).toEqual(['a']);
  });

  it('a reload before the save finds the change in the journal, and makes it once', async () => {
    const { tab } = await browser();
    const { store, database, journal } = await tab();
    await store.adopt(empty());
    vi.spyOn(database, 'save').mockReturnValue(new Promise(() => {}));
    store.transact('New piece', add('a'));
    const { store: reloaded } = await tab(new Map(journal));
    // The hung save holds the lock, as a page that went away does not.
    expect(journal.get('w')).toHaveLength(1);
    const fresh = await browser();
    const { store: other } = await fresh.tab(new Map(journal));
    await other.adopt(empty());
    await other.idle();
    expect(names(other)).toEqual(['a']);
    await other.open('w');
    await other.idle();
    expect(names(other)).toEqual(['a']);
    expect(reloaded.get().status).toBe('loading');
  });

  it('sets a record aside that cannot be read, and opens the rest', async () => {
    const { tab } = await browser();
    const { store, database } = await tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    store.transact('New piece', add('b'));
    await store.idle();
    const head = (await database.head('w'))!;
    await database.save({
      head,
      put: [{ workshopId: 'w', kind: 'piece', id: 'a', value: { name: 'spoiled' } }],
      remove: [],
      changes: [],
      forgetAfter: null,
    });
    await store.open('w');
    expect(names(store)).toEqual(['b']);
    expect(store.get().setAside.map((s) => s.raw)).toEqual([{ name: 'spoiled' }]);
  });

  it('keeps several workshops apart', async () => {
    const { store } = await (await browser()).tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    await store.idle();
    await store.adopt({ ...empty(), id: 'v', settings: { ...empty().settings, name: 'V' } });
    expect(names(store)).toEqual([]);
    expect(
      store
        .get()
        .heads.map((h) => h.name)
        .sort(),
    ).toEqual(['V', 'W']);
    await store.remove('v');
    await store.open('w');
    expect(names(store)).toEqual(['a']);
  });
});
