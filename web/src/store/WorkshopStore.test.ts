import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { demoWorkshop } from '@cosmesis/core/demo';
import { planOf } from '@cosmesis/core/finishing';
import { newPiece } from '@cosmesis/core/piece';
import { typicalProducts } from '@cosmesis/core/products';
import { seededRandom } from '@cosmesis/core/units';
import { canonicalJson, defaultSettings, newWorkshop, type Workshop } from '@cosmesis/core/workshop';
import fc from 'fast-check';
import { openDB } from 'idb';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Recipe } from './Document';
import { OperationLog } from './OperationLog';
import { type Unsaved, WorkshopStore } from './WorkshopStore';

/** The same tests at their full length, with counts: npm run reliability. */
const long = process.env.LONG_RUN === '1';
const editsOfTwoTabs = long ? 2000 : 60;
const damages = long ? 2000 : 60;
const clockRuns = long ? 300 : 15;
const seedsOfTwoTabs = long ? [1, 2, 3, 4, 5] : [1, 2, 3];
const shelf = typicalProducts.slice(0, 3);
const empty = (): Workshop => newWorkshop('w', defaultSettings('W', 'Europe/London', 'metric', 'GBP'), shelf);
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
/** Tabs of one browser: one store on disk, messages to each other. */
async function browser() {
  databases += 1;
  const name = `test-${databases}`;
  const channels: { postMessage: (m: unknown) => void; onmessage: ((e: { data: unknown }) => void) | null }[] = [];
  const retries: (() => void)[] = [];
  const clock = { ms: 0 };
  let ids = 0;
  const tab = async (journal: Map<string, readonly Unsaved[]> = new Map()) => {
    const log = await OperationLog.open(name);
    const channel: (typeof channels)[number] = {
      onmessage: null,
      postMessage: (data) => {
        for (const c of channels) if (c !== channel) c.onmessage?.({ data: structuredClone(data) });
      },
    };
    channels.push(channel);
    const store = new WorkshopStore(log, {
      nowMs: () => clock.ms,
      channel,
      later: (work) => void retries.push(work),
      newId: () => {
        ids += 1;
        return `id-${ids}`;
      },
      journal: {
        read: (w) => [...(journal.get(w) ?? [])],
        write: (w, unsaved) => void journal.set(w, structuredClone(unsaved)),
      },
    });
    return { store, log, journal };
  };
  return { tab, retries, clock, name };
}
const names = (store: WorkshopStore) =>
  Object.values(store.get().workshop?.pieces ?? {})
    .map((p) => p.name)
    .sort();
/** The whole workshop as bytes, hashed so that a failure stays readable. */
const bytes = (store: WorkshopStore) => createHash('sha256').update(canonicalJson(store.get().workshop)).digest('hex');
const said = (store: WorkshopStore) =>
  store
    .get()
    .notices.map((n) => n.text)
    .join(' ');
const full = () => Object.assign(new Error('full'), { name: 'QuotaExceededError' });

afterEach(() => vi.restoreAllMocks());

describe('WorkshopStore', () => {
  it('is the workshop opened next time as soon as it shows: a page reloaded at that moment does not fall back', async () => {
    const { tab } = await browser();
    const { store, log } = await tab();
    await store.adopt({ ...empty(), id: 'demo' });
    let next: Promise<string | undefined> | undefined;
    store.subscribe(() => {
      if (store.get().workshop?.id === 'w') next ??= log.currentId();
    });
    await store.adopt(empty());
    expect(await next).toBe('w');
  });

  it('counts openings: of a workshop in place of another under its id too, from the moment it shows, and of no change', async () => {
    const { tab } = await browser();
    const { store } = await tab();
    await store.adopt(empty());
    const { openings, workshop } = store.get();
    store.transact('New piece', add('a'));
    await store.idle();
    expect(store.get().openings).toBe(openings);
    const shown: boolean[] = [];
    store.subscribe(() => {
      const now = store.get();
      if (now.workshop && Object.keys(now.workshop.pieces).length === 0) shown.push(now.openings === openings + 1);
    });
    await store.adopt(empty());
    expect(store.get().workshop).not.toBe(workshop);
    expect(shown.length).toBeGreaterThan(0);
    expect(shown.every(Boolean)).toBe(true);
  });

  it('shows a change at once, with one word to its readers, says that it is not safe yet, and then that it is', async () => {
    const { tab } = await browser();
    const { store } = await tab();
    await store.adopt(empty());
    let told = 0;
    store.subscribe(() => {
      told += 1;
    });
    store.transact('New piece', add('a'));
    expect([names(store), told, store.get().save, store.unsafe()]).toEqual([['a'], 1, { status: 'saving' }, true]);
    await store.idle();
    expect([store.get().save, store.unsafe()]).toEqual([{ status: 'saved' }, false]);
    const { store: again } = await tab();
    await again.open('w');
    expect(bytes(again)).toBe(bytes(store));
    expect(again.get().undoLabel).toBe('New piece');
  });

  it('a first workshop shows before it is written; what is changed meanwhile is written after it, and a full disk is told', async () => {
    const { tab } = await browser();
    const { store } = await tab();
    store.begin(empty());
    expect([store.get().status, names(store), store.unsafe()]).toEqual(['ready', [], true]);
    store.transact('New piece', add('a'));
    store.transact('New piece', add('b'));
    store.undo();
    await store.idle();
    expect([names(store), store.get().save.status, store.unsafe()]).toEqual([['a'], 'saved', false]);
    const { store: again } = await tab();
    await again.open('w');
    expect(bytes(again)).toBe(bytes(store));
    expect(again.get()).toMatchObject({ undoLabel: 'New piece', heads: [{ workshopId: 'w' }] });

    const { store: third, log } = await tab();
    const full1 = vi.spyOn(log, 'replaceAll').mockRejectedValue(full());
    third.begin({ ...empty(), id: 'v' });
    await third.idle();
    expect(third.get()).toMatchObject({ workshop: { id: 'v' }, save: { status: 'failed', why: 'full', waiting: 1 } });
    third.transact('New piece', add('c'));
    full1.mockRestore();
    third.retry();
    await third.idle();
    expect(third.get().save.status).toBe('saved');
    await again.open('v');
    expect(names(again)).toEqual(['c']);
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

  it('joins the letters of one word into one small change, and what comes later into another', async () => {
    const { tab, clock } = await browser();
    const { store, log } = await tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    await store.idle();
    for (const name of ['t', 'ta', 'tab', 'tabl', 'table']) {
      store.transact('Name', rename('a', name), 'a/name');
      await store.idle();
    }
    const change = (await log.change('w', 2))!;
    expect([change.patches.length, change.inverse.length, JSON.stringify(change).length < 400]).toEqual([1, 1, true]);
    clock.ms += 60_000;
    store.transact('Name', rename('a', 'bench'), 'a/name');
    await store.idle();
    store.undo();
    await store.idle();
    expect(names(store)).toEqual(['table']);
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

  it('writes what waits in one act', async () => {
    const { store, log } = await (await browser()).tab();
    await store.adopt(empty());
    const commit = vi.spyOn(log, 'commit');
    for (let i = 0; i < 24; i += 1) store.transact('New piece', add(`p${i}`));
    await store.idle();
    expect(commit.mock.calls.length).toBeLessThanOrEqual(2);
    expect((await log.lastChanges((await log.head('w'))!, 500)).length).toBe(24);
  });
});

describe('several tabs', () => {
  it('keep both edits, also those made at the same moment', async () => {
    const { tab } = await browser();
    const { store: one } = await tab();
    await one.adopt(empty());
    const { store: two } = await tab();
    await two.open('w');
    one.transact('New piece', add('a'));
    two.transact('New piece', add('b'));
    await Promise.all([one.idle(), two.idle()]);
    await vi.waitFor(() =>
      expect([names(one), names(two)]).toEqual([
        ['a', 'b'],
        ['a', 'b'],
      ]),
    );
    expect(bytes(one)).toBe(bytes(two));
  });

  it('with random edits, undos and pauses end equal, and no edit is lost without a word', async () => {
    let [edits, lost] = [0, 0];
    for (const seed of seedsOfTwoTabs) {
      const { tab } = await browser();
      const tabs = [await tab(), await tab()];
      const written = new Set<string>();
      for (const { log } of tabs) {
        const commit = log.commit.bind(log);
        vi.spyOn(log, 'commit').mockImplementation(async (act) => {
          const answer = await commit(act);
          if (answer.ok) for (const c of act.changes) written.add(c.label);
          return answer;
        });
      }
      await tabs[0]!.store.adopt(empty());
      await tabs[1]!.store.open('w');
      const random = seededRandom(seed);
      const [made, takenBack] = [new Set<string>(), new Set<string | null>()];
      for (let i = 0; i < editsOfTwoTabs; i += 1) {
        const { store } = tabs[random() < 0.5 ? 0 : 1]!;
        const before = store.get().workshop!;
        const id = `p${Math.floor(random() * 6)}`;
        const act = random();
        const label = `Edit ${i}.`;
        if (act < 0.15) {
          takenBack.add(store.get().undoLabel);
          store.undo();
        } else if (act < 0.35 && before.pieces[id]) store.transact(label, (draft) => void delete draft.pieces[id]);
        else if (act < 0.6 && before.pieces[id]) store.transact(label, rename(id, `n${i}`));
        else if (act < 0.8) store.transact(label, add(id));
        else store.transact(label, add(`u${i}`));
        // What another tab has deleted or added just so needs no word.
        const counts = act >= 0.35 && (act < 0.6 || act >= 0.8);
        if (counts && store.get().workshop !== before) made.add(label);
        if (random() < 0.3) await store.idle();
      }
      for (let n = 0; n < 3; n += 1) await Promise.all(tabs.map((t) => t.store.idle()));
      await vi.waitFor(() => expect(bytes(tabs[0]!.store)).toBe(bytes(tabs[1]!.store)), { timeout: 20_000 });
      const { store: fresh } = await tab();
      await fresh.open('w');
      expect(bytes(fresh)).toBe(bytes(tabs[0]!.store));
      for (const { store } of tabs) expect(store.get().save).toEqual({ status: 'saved' });
      const words = tabs.map((t) => said(t.store)).join();
      const silent = [...made].filter((l) => !written.has(l) && !takenBack.has(l) && !words.includes(`"${l}"`));
      expect(silent).toEqual([]);
      edits += made.size;
      lost += [...made].filter((l) => !written.has(l) && !takenBack.has(l)).length;
    }
    expect(edits).toBeGreaterThan(editsOfTwoTabs / 2);
    if (long)
      console.info(
        `Two tabs: ${edits} edits over ${seedsOfTwoTabs.length} runs, both ended equal each time; ${lost} no longer fitted and were said, none lost in silence.`,
      );
  });

  it('an edit that another tab made impossible is said, and the rest is kept', async () => {
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
    await vi.waitFor(() => expect(names(one)).toEqual(['b']));
    expect(said(two)).toContain('"Name" no longer fits');
  });

  it('a workshop deleted in one tab does not come back as a husk from another: its edits stay in memory, and can be kept', async () => {
    const { tab } = await browser();
    const { store: one } = await tab();
    await one.adopt(empty());
    one.transact('New piece', add('a'));
    await one.idle();
    const { store: two, log } = await tab();
    await two.open('w');
    // The news does not reach the other tab: it finds out by its own act.
    vi.spyOn(two as unknown as { hear: () => Promise<void> }, 'hear').mockResolvedValue();
    await one.remove('w');
    two.transact('New piece', add('b'));
    await two.idle();
    expect([two.get().gone, two.unsafe(), names(two)]).toEqual([true, true, ['a', 'b']]);
    expect(await log.heads()).toEqual([]);
    const { workshop } = two.get();
    await two.adopt({ ...workshop!, id: 'kept' });
    expect([names(two), two.get().gone, two.get().readOnly]).toEqual([['a', 'b'], false, null]);
    expect(Object.keys(two.get().workshop!.products)).toHaveLength(shelf.length);
  });

  it('a journal found after a reload does not overwrite what another tab wrote meanwhile: both are kept and listed', async () => {
    const { tab } = await browser();
    const { store: one } = await tab();
    await one.adopt(empty());
    one.transact('New piece', add('a'));
    one.transact('New piece', add('b'));
    await one.idle();
    const { store: two, log, journal } = await tab();
    await two.open('w');
    vi.spyOn(log, 'commit').mockReturnValue(new Promise(() => {}));
    two.transact('Name', rename('a', 'from the reloaded tab'));
    two.transact('Name', rename('b', 'untouched elsewhere'));
    one.transact('Name', rename('a', 'from the other tab'));
    await one.idle();
    const { store: reloaded } = await tab(new Map(journal));
    await reloaded.open('w');
    await reloaded.idle();
    expect(names(reloaded)).toEqual(['from the other tab', 'untouched elsewhere']);
    const [aside] = reloaded.get().setAside;
    expect(aside).toMatchObject({ kind: 'edit', why: expect.stringContaining('another tab') });
    await reloaded.makeAfterAll(aside!);
    await reloaded.idle();
    expect([names(reloaded), reloaded.get().setAside]).toEqual([['from the reloaded tab', 'untouched elsewhere'], []]);
  });
});

describe('what goes wrong', () => {
  /** A page with one piece that is saved, whose journal outlives it. */
  const pageWithPiece = async () => {
    const { tab } = await browser();
    const journal = new Map<string, readonly Unsaved[]>();
    const { store, log } = await tab(journal);
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    await store.idle();
    const afterReload = async (then: (store: WorkshopStore) => void = () => {}) => {
      const { store: again } = await tab(journal);
      await again.open('w');
      await again.idle();
      then(again);
      await again.idle();
      return [names(again), again.get().setAside];
    };
    return { store, log, afterReload };
  };

  it('a page that goes while the second copy is made: what was typed since is made again, not taken for the work of another tab', async () => {
    const { store, log, afterReload } = await pageWithPiece();
    vi.spyOn(log, 'copyAct').mockReturnValue(new Promise(() => {}));
    store.transact('Name', rename('a', 'x'));
    await vi.waitFor(() => expect(log.copyAct).toHaveBeenCalled());
    expect(store.get().save).toEqual({ status: 'saving' });
    store.transact('Name', rename('a', 'y'));
    expect(await afterReload()).toEqual([['y'], []]);
  });

  it('a page that goes while a word is typed: what is made again joins what was written of it, and one undo takes back both', async () => {
    const { store, log, afterReload } = await pageWithPiece();
    store.transact('Name', rename('a', 'two co'), 'a/name');
    await store.idle();
    vi.spyOn(log, 'commit').mockReturnValue(new Promise(() => {}));
    store.transact('Name', rename('a', 'two coats'), 'a/name');
    expect(await afterReload()).toEqual([['two coats'], []]);
    expect(await afterReload((again) => again.undo())).toEqual([['a'], []]);
  });

  it('a page that goes before it knows that it has written: the journal tells what was its own', async () => {
    const { store, log, afterReload } = await pageWithPiece();
    const commit = log.commit.bind(log);
    const onDisk = vi.spyOn(log, 'commit').mockImplementation(async (act) => {
      await commit(act);
      // It is on the disk, and the page hears nothing of it any more.
      return new Promise(() => {});
    });
    store.transact('Name', rename('a', 'x'));
    await vi.waitFor(async () => expect((await log.head('w'))!.rev).toBe(3));
    store.transact('Name', rename('a', 'y'));
    expect(onDisk).toHaveBeenCalledTimes(1);
    expect(await afterReload()).toEqual([['y'], []]);
  });

  it('a failed save keeps what is in memory, says why, and is made good', async () => {
    const { tab, retries } = await browser();
    const { store, log } = await tab();
    await store.adopt(empty());
    const commit = vi.spyOn(log, 'commit').mockRejectedValue(full());
    store.transact('New piece', add('a'));
    await store.idle();
    expect(store.get().save).toEqual({ status: 'failed', why: 'full', waiting: 1 });
    store.transact('New piece', add('b'));
    store.undo();
    expect(names(store)).toEqual(['a']);
    commit.mockRestore();
    retries.at(-1)!();
    await store.idle();
    expect(store.get().save).toEqual({ status: 'saved' });
    const { store: again } = await tab();
    await again.open('w');
    expect(names(again)).toEqual(['a']);
  });

  it('undoing the only change that failed leaves nothing waiting, and says so', async () => {
    const { tab } = await browser();
    const { store, log } = await tab();
    await store.adopt(empty());
    vi.spyOn(log, 'commit').mockRejectedValue(full());
    store.transact('New piece', add('a'));
    await store.idle();
    store.undo();
    expect([names(store), store.get().save, store.unsafe()]).toEqual([[], { status: 'saved' }, false]);
  });

  it('a disk that is full at any single write of a day: every act says so, memory keeps it, and it is saved when there is room', async () => {
    const hours = Array.from({ length: long ? 100 : 1 }, (_, i): Recipe[] => [
      add(`a${i}`),
      rename(`a${i}`, 'x'),
      add(`b${i}`),
      (d) => void delete d.pieces[`a${i}`],
      rename(`b${i}`, `y${i}`),
    ]);
    const day = hours.flat();
    let failures = 0;
    for (let failing = 0; failing < day.length; failing += 1) {
      const { tab, retries } = await browser();
      const { store, log } = await tab();
      await store.adopt(empty());
      const commit = log.commit.bind(log);
      let n = 0;
      vi.spyOn(log, 'commit').mockImplementation((act) => {
        n += 1;
        return n === failing + 1 ? Promise.reject(full()) : commit(act);
      });
      for (const [i, recipe] of day.entries()) {
        store.transact(`Edit ${i}`, recipe);
        await store.idle();
        if (i === failing) {
          expect(store.get().save.status).toBe('failed');
          failures += 1;
        }
      }
      while (store.unsafe()) {
        retries.at(-1)!();
        await store.idle();
      }
      const { store: again } = await tab();
      await again.open('w');
      expect(bytes(again)).toBe(bytes(store));
      expect(names(again)).toEqual(hours.map((_, i) => `y${i}`).sort());
    }
    expect(failures).toBe(day.length);
    if (long)
      console.info(`Full disk: at each of ${failures} writes of a session once; each was said, kept, and made good.`);
  });

  it('an undo whose record was set aside is dropped and said, and later edits are saved', async () => {
    const { tab, name } = await browser();
    const { store } = await tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    store.transact('Name', rename('a', 'x'));
    await store.idle();
    const raw = await openDB(name);
    await raw.put('records', { workshopId: 'w', kind: 'piece', id: 'a', value: { name: 'spoiled' }, rev: 9 });
    const { store: again } = await tab();
    await again.open('w');
    expect(again.get().setAside.map((s) => s.raw)).toEqual([{ name: 'spoiled' }]);
    again.undo();
    await again.idle();
    expect(said(again)).toMatch(/"Name" cannot be undone/);
    again.transact('New piece', add('b'));
    await again.idle();
    expect([again.get().save, names(again)]).toEqual([{ status: 'saved' }, ['b']]);
  });

  it('damaged bytes in any one record: the rest opens', async () => {
    const { tab, name } = await browser();
    const { store } = await tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    store.transact('New piece', add('b'));
    await store.idle();
    const raw = await openDB(name);
    const keys = await raw.getAllKeys('records');
    for (const key of keys) {
      const whole = await raw.get('records', key);
      for (const value of [null, 7, 'x', {}, [], { ...whole.value, id: 3, name: {} }]) {
        await raw.put('records', { ...whole, value });
        const { store: again } = await tab();
        await again.open('w');
        expect(again.get().status).toBe('ready');
        const { workshop, setAside } = again.get();
        const open = Object.keys(workshop!.pieces).length + Object.keys(workshop!.products).length;
        expect(open + setAside.filter((s) => s.kind !== 'settings').length).toBe(keys.length - 1);
        for (const s of setAside) await again.discardSetAside(s.key);
        await raw.put('records', whole);
      }
    }
  });

  it('damaged anywhere inside any record of a full workshop: it is read as it is or set aside, the rest opens and is planned', async () => {
    const demo = demoWorkshop(29_700_000, 'Europe/London');
    const { tab, name } = await browser();
    const { store } = await tab();
    await store.adopt(demo);
    const raw = await openDB(name);
    const keys = await raw.getAllKeys('records');
    const random = seededRandom(11);
    const any = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
    const junk = [null, 0, -1, Number.NaN, 1e300, '', 'x', '__proto__', [], {}, [[]], true];
    /** Something else somewhere inside. */
    const spoiled = (value: unknown): unknown => {
      if (typeof value !== 'object' || value === null || random() < 0.1) return any(junk);
      const inside = Object.keys(value);
      if (inside.length === 0) return any(junk);
      const key = any(inside);
      const next = Array.isArray(value) ? [...value] : { ...value };
      const was = (value as Record<string, unknown>)[key];
      (next as Record<string, unknown>)[key] = spoiled(was);
      return next;
    };
    const counts = { setAside: 0, read: 0 };
    for (let i = 0; i < damages; i += 1) {
      const key = any(keys);
      const whole = await raw.get('records', key);
      await raw.put('records', { ...whole, value: spoiled(whole.value) });
      const { store: again, log } = await tab();
      await again.open(demo.id);
      const { workshop, setAside, status } = again.get();
      expect(status).toBe('ready');
      expect(setAside.length).toBeLessThanOrEqual(1);
      counts[setAside.length === 1 ? 'setAside' : 'read'] += 1;
      const now = workshop as unknown as Record<string, Record<string, unknown>>;
      for (const kind of ['pieces', 'products', 'containers', 'mixes', 'readings', 'supplies'] as const)
        for (const [id, value] of Object.entries(demo[kind]))
          if (whole.id !== id) expect(now[kind]![id]).toEqual(value);
      for (const piece of Object.values(workshop!.pieces)) planOf(piece, workshop!);
      for (const s of setAside) await again.discardSetAside(s.key);
      await raw.put('records', whole);
      log.close();
    }
    expect(counts.setAside).toBeGreaterThan(damages / 4);
    if (long)
      console.info(
        `Damaged records: ${damages}; ${counts.setAside} set aside, ${counts.read} still read; the rest opened each time.`,
      );
  });

  it('putting a workshop in the place of another is one act: on a full disk the old one stays', async () => {
    const { tab } = await browser();
    const { store, log } = await tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    await store.idle();
    await expect(
      log.replaceAll({ workshopId: 'w', name: 'W', demo: true }, () => {
        throw full();
      }),
    ).rejects.toThrow();
    await expect(
      // A record that cannot be cloned fails in the middle of the writing.
      log.replaceAll({ workshopId: 'w', name: 'W', demo: true }, (rev) => [
        { workshopId: 'w', kind: 'piece', id: 'x', value: {}, rev },
        { workshopId: 'w', kind: 'piece', id: 'y', value: () => {}, rev },
      ]),
    ).rejects.toThrow();
    const { store: again } = await tab();
    await again.open('w');
    expect(names(again)).toEqual(['a']);
  });

  it('what a newer program wrote is shown, and not touched', async () => {
    const { tab, name } = await browser();
    const { store, log } = await tab();
    await store.adopt(empty());
    store.transact('New piece', add('a'));
    await store.idle();
    const raw = await openDB(name);
    await raw.put('heads', { ...(await raw.get('heads', 'w')), schemaVersion: 99 });
    const piece = await raw.get('records', ['w', 'piece', 'a']);
    const newer = { ...piece, value: { ...piece.value, glow: 'a field of tomorrow', form: 'hovering' } };
    await raw.put('records', newer);
    const { store: again } = await tab();
    await again.open('w');
    expect(again.get().readOnly).toMatch(/newer Cosmesis/);
    again.transact('New piece', add('b'));
    await again.idle();
    expect([names(again), said(again)]).toEqual([[], expect.stringContaining('newer Cosmesis')]);
    expect(await raw.get('records', ['w', 'piece', 'a'])).toEqual(newer);
    expect(await log.setAside('w')).toEqual([]);
  });

  it('a store that a newer program made is opened to be read', async () => {
    const { tab, name } = await browser();
    const { store } = await tab();
    await store.adopt(empty());
    (await openDB(name, 9)).close();
    const log = await OperationLog.open(name);
    expect([log.readOnly, (await log.heads()).map((h) => h.name)]).toEqual([true, ['W']]);
  });

  it('the store of the first version opens with all that was in it', async () => {
    const name = 'first-version';
    const old = await openDB(name, 1, {
      upgrade(db) {
        db.createObjectStore('heads', { keyPath: 'workshopId' });
        db.createObjectStore('records', { keyPath: ['workshopId', 'kind', 'id'] }).createIndex(
          'workshop',
          'workshopId',
        );
        db.createObjectStore('changes', { keyPath: ['workshopId', 'seq'] });
        db.createObjectStore('setAside', { keyPath: 'key' }).createIndex('workshop', 'workshopId');
        db.createObjectStore('kept');
      },
    });
    const { plannedBefore: _, ...piece } = newPiece('a', 'A', 'table', '2026-11-25T08:00:00Z');
    await old.put('heads', { workshopId: 'w', name: 'Old', demo: false, rev: 7, position: 0 });
    await old.put('records', { workshopId: 'w', kind: 'settings', id: 'settings', value: empty().settings });
    await old.put('records', { workshopId: 'w', kind: 'piece', id: 'a', value: { ...piece, steps: [] } });
    const can = {
      id: 'c',
      productId: shelf[0]!.id,
      leftL: 0.4,
      boughtAt: null,
      openedAt: null,
      place: '',
      batch: null,
      finite: false,
      mixId: null,
      note: '',
    };
    await old.put('records', { workshopId: 'w', kind: 'container', id: 'c', value: can });
    old.close();
    const log = await OperationLog.open(name);
    const journal = new Map<string, readonly Unsaved[]>([
      [
        'w',
        [
          {
            id: 'u',
            label: 'Name',
            mergeKey: null,
            atMs: 0,
            patches: [{ op: 'replace', path: ['pieces', 'a', 'name'], value: 'From the journal' }],
          },
        ],
      ],
    ]);
    const store = new WorkshopStore(log, {
      nowMs: () => 0,
      channel: { onmessage: null, postMessage: () => {} },
      later: () => {},
      newId: () => 'n',
      journal: { read: (w) => [...(journal.get(w) ?? [])], write: (w, u) => void journal.set(w, u) },
    });
    await store.open('w');
    await store.idle();
    expect([names(store), store.get().setAside, store.get().workshop!.containers.c!.ledger[0]!.changeL]).toEqual([
      ['From the journal'],
      [],
      0.4,
    ]);
    expect((await log.head('w'))!.schemaVersion).toBeGreaterThan(3);
  });

  it('a clock that jumps to and fro and a time zone that changes keep the order of changes, and each is undone by itself', async () => {
    const home = process.env.TZ;
    let jumps = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            jumpDays: fc.constantFrom(0, 0, -1, 1, -400, 400),
            zone: fc.constantFrom('Europe/London', 'Pacific/Kiritimati', 'America/St_Johns'),
          }),
          { minLength: 1, maxLength: 12 },
        ),
        async (hours) => {
          const { tab, clock } = await browser();
          const { store } = await tab();
          clock.ms = 1e12;
          await store.adopt(empty());
          const states = [bytes(store)];
          for (const [i, { jumpDays, zone }] of hours.entries()) {
            process.env.TZ = zone;
            clock.ms += jumpDays * 86_400_000 + 60_000;
            if (jumpDays !== 0) jumps += 1;
            store.transact('Edit', add(`p${i}`));
            states.push(bytes(store));
          }
          await store.idle();
          const { store: again } = await tab();
          await again.open('w');
          for (const state of states.reverse()) {
            expect(bytes(again)).toBe(state);
            again.undo();
            await again.idle();
          }
        },
      ),
      { numRuns: clockRuns },
    );
    if (home === undefined) delete process.env.TZ;
    else process.env.TZ = home;
    if (long) console.info(`Clock: ${jumps} jumps over ${clockRuns} sessions; the order was kept each time.`);
  });

  it('a clock set back a day keeps the order of changes', async () => {
    const { tab, clock } = await browser();
    const { store } = await tab();
    await store.adopt(empty());
    clock.ms = 10 * 86_400_000;
    store.transact('New piece', add('a'));
    await store.idle();
    clock.ms -= 86_400_000;
    store.transact('Name', rename('a', 'x'), 'a/name');
    await store.idle();
    store.transact('Name', rename('a', 'y'), 'a/name');
    await store.idle();
    store.undo();
    await store.idle();
    expect(names(store)).toEqual(['a']);
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
