import 'fake-indexeddb/auto';
import { newPiece } from '@cosmesis/core/piece';
import { seededRandom } from '@cosmesis/core/units';
import { canonicalJson, defaultSettings, newWorkshop, type Workshop } from '@cosmesis/core/workshop';
import fc from 'fast-check';
import { deleteDB } from 'idb';
import { describe, expect, it } from 'vitest';
import { OperationLog } from './OperationLog';
import { type Folder, SecondCopy } from './SecondCopy';
import { WorkshopStore } from './WorkshopStore';

interface MemoryFolder extends Folder {
  files: Map<string, string>;
  folders: Map<string, MemoryFolder>;
}

/** How a file that is written fails: not at all, refused, cut off, or the browser dies when it has been begun. */
type Fault = 'no' | 'refused' | 'damaged' | 'killed';

/** A file system in memory: as the browser's own, a file is there, and empty, as soon as it is begun. */
function fileSystem(fails: (name: string) => Fault = () => 'no') {
  const make = (): MemoryFolder => {
    const files = new Map<string, string>();
    const folders = new Map<string, MemoryFolder>();
    const missing = (name: string): never => {
      throw Object.assign(new Error(name), { name: 'NotFoundError' });
    };
    return {
      files,
      folders,
      getDirectoryHandle: async (name, options) => {
        if (name === '' || name === '.' || name === '..' || name.includes('/')) throw new TypeError(name);
        if (!folders.has(name) && options?.create) folders.set(name, make());
        return folders.get(name) ?? missing(name);
      },
      getFileHandle: async (name, options) => {
        if (!files.has(name)) {
          if (!options?.create) missing(name);
          files.set(name, '');
        }
        return {
          getFile: async () => ({
            text: async () => files.get(name) ?? '',
            size: new Blob([files.get(name) ?? '']).size,
          }),
          createWritable: async () => {
            let text = '';
            return {
              write: async (more) => {
                text += more;
              },
              close: async () => {
                const how = fails(name);
                if (how === 'refused') files.delete(name);
                if (how === 'refused' || how === 'killed')
                  throw Object.assign(new Error('full'), { name: 'QuotaExceededError' });
                files.set(name, how === 'damaged' ? text.slice(0, text.length / 2) : text);
              },
            };
          },
        };
      },
      removeEntry: async (name) => void (files.delete(name) || folders.delete(name) || missing(name)),
      keys: async function* () {
        yield* [...files.keys(), ...folders.keys()];
      },
    };
  };
  return make();
}

let databases = 0;
async function browser(fails?: Parameters<typeof fileSystem>[0]) {
  databases += 1;
  const name = `copied-${databases}`;
  const root = fileSystem(fails);
  const clock = { ms: 0 };
  const tab = async () => {
    const log = await OperationLog.open(
      name,
      await SecondCopy.open(
        async () => root,
        () => clock.ms,
      ),
    );
    const back = await log.putBackLost();
    let ids = 0;
    const store = new WorkshopStore(log, {
      nowMs: () => 0,
      channel: { onmessage: null, postMessage: () => {} },
      later: () => {},
      newId: () => {
        ids += 1;
        return `${log}-${ids}`;
      },
      journal: { read: () => [], write: () => {} },
    });
    return { store, log, back };
  };
  const filesOf = (workshopId: string) => [
    ...(root.folders.get('second-copy')?.folders.get(`w-${workshopId}`)?.files.keys() ?? []),
  ];
  return { tab, root, clock, filesOf, loseStore: () => deleteDB(name) };
}
const empty = (id = 'w'): Workshop => newWorkshop(id, defaultSettings('W', 'Europe/London', 'metric', 'GBP'), []);
const bytes = (store: WorkshopStore) => canonicalJson(store.get().workshop);
const setNote = (store: WorkshopStore, id: string, note: string): void =>
  store.transact(`Note ${note}`, (draft) => {
    draft.pieces[id] ??= newPiece(id, id, 'table', '2026-11-25T08:00:00Z');
    draft.pieces[id].note = note;
  });

describe('SecondCopy', () => {
  it('a browser that empties its store at any moment loses nothing that was said to be saved, nor what can be undone', async () => {
    let putBack = 0;
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const random = seededRandom(seed);
      const { tab, loseStore } = await browser();
      let { store, log } = await tab();
      await store.adopt(empty());
      for (let i = 0; i < 60; i += 1) {
        const act = random();
        if (act < 0.15) store.undo();
        else if (act < 0.25 && store.get().workshop!.pieces.p1)
          store.transact('Delete', (d) => void delete d.pieces.p1);
        else if (act < 0.4) await log.copyWhole('w');
        else setNote(store, `p${Math.floor(random() * 3)}`, `${i}`);
        if (random() < 0.6) await store.idle();
        if (random() > 0.1) continue;
        await store.idle();
        const before = [bytes(store), store.get().undoLabel, store.get().redoLabel];
        log.close();
        await loseStore();
        const next = await tab();
        ({ store, log } = next);
        expect(next.back.map((h) => h.workshopId)).toEqual(['w']);
        await store.open('w');
        expect([bytes(store), store.get().undoLabel, store.get().redoLabel]).toEqual(before);
        putBack += 1;
      }
    }
    expect(putBack).toBeGreaterThan(15);
  });

  it('files that are refused or damaged hold up nothing, and what is put back is a state that was saved, the last one without faults', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('no', 'no', 'no', 'refused', 'killed', 'damaged', 'whole'), {
          minLength: 1,
          maxLength: 12,
        }),
        async (faults) => {
          let fault: string = 'no';
          const { tab, loseStore, clock } = await browser(() => (fault === 'whole' ? 'no' : (fault as 'no')));
          const { store, log } = await tab();
          await store.adopt(empty());
          const saved = [bytes(store)];
          let complete = 0;
          for (const [i, next] of faults.entries()) {
            fault = next;
            // As the worker does at rest: what is missing is copied with the whole.
            if (fault === 'whole') {
              clock.ms += 3_600_000;
              await log.copyWhole('w');
            }
            setNote(store, 'p', `${i}`);
            await store.idle();
            expect(store.get().save).toEqual({ status: 'saved' });
            saved.push(bytes(store));
            const mended = fault === 'whole' && !faults.slice(0, i).includes('damaged');
            if (fault === 'no' || fault === 'whole')
              complete = mended || complete === saved.length - 2 ? saved.length - 1 : complete;
          }
          log.close();
          await loseStore();
          fault = 'no';
          const { store: again, log: anew } = await tab();
          await again.open('w');
          const at = saved.lastIndexOf(bytes(again));
          expect(at).toBeGreaterThanOrEqual(complete);
          // What is written from now on follows what was put back, whatever lies about of the row before.
          setNote(again, 'q', 'new');
          await again.idle();
          const after = bytes(again);
          anew.close();
          await loseStore();
          const { store: third } = await tab();
          await third.open('w');
          expect(bytes(third)).toBe(after);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a browser that died between the two stores: the next act, of whichever tab, makes the copy complete again', async () => {
    let fault: Fault = 'no';
    const { tab, loseStore, filesOf } = await browser(() => fault);
    const [one, two] = [await tab(), await tab()];
    await one.store.adopt(empty());
    setNote(one.store, 'p', 'copied');
    await one.store.idle();
    fault = 'killed';
    setNote(one.store, 'p', 'not copied');
    await one.store.idle();
    fault = 'no';
    await two.store.open('w');
    setNote(two.store, 'q', 'last');
    await two.store.idle();
    expect(filesOf('w')).toEqual(['whole-4.jsonl']);
    const saved = bytes(two.store);
    for (const { log } of [one, two]) log.close();
    await loseStore();
    const { store } = await tab();
    await store.open('w');
    expect(bytes(store)).toBe(saved);
  });

  it('a store that fell back behind its copy is brought forward; one that is ahead of it stays', async () => {
    let fault: 'no' | 'refused' = 'no';
    const { tab } = await browser(() => fault);
    const { store, log } = await tab();
    await store.adopt(empty());
    const early = (await log.head('w'))!;
    setNote(store, 'p', 'late');
    await store.idle();
    await log.commit({ head: early, put: [], remove: [], changes: [], forgetAfter: null });
    const db = await import('idb').then(({ openDB }) => openDB(`copied-${databases}`));
    await db.put('heads', early);
    await db.delete('records', ['w', 'piece', 'p']);
    db.close();
    const second = await tab();
    expect(second.back).toHaveLength(1);
    await second.store.open('w');
    expect(second.store.get().workshop!.pieces.p!.note).toBe('late');
    fault = 'refused';
    setNote(second.store, 'p', 'later');
    await second.store.idle();
    const third = await tab();
    expect(third.back).toEqual([]);
    await third.store.open('w');
    expect(third.store.get().workshop!.pieces.p!.note).toBe('later');
  });

  it('a workshop that was deleted or replaced does not come back', async () => {
    const { tab, loseStore, filesOf } = await browser();
    const { store, log } = await tab();
    for (const id of ['w', 'v', '..', 'a/b']) await store.adopt(empty(id));
    await store.remove('v');
    await store.adopt(empty('w'));
    setNote(store, 'p', 'first');
    await store.idle();
    await store.adopt({ ...empty('w'), settings: { ...empty().settings, name: 'Replaced' } });
    await store.idle();
    log.close();
    await loseStore();
    const { store: again, back } = await tab();
    expect(back.map((h) => h.workshopId).sort()).toEqual(['..', 'a/b', 'w']);
    await again.open('w');
    expect([again.get().workshop!.settings.name, Object.keys(again.get().workshop!.pieces)]).toEqual(['Replaced', []]);
    expect(filesOf('v')).toEqual([]);
  });

  it('keeps few files: after a hundred acts the whole is copied again, and what it holds is let go of', async () => {
    const { tab, filesOf } = await browser();
    const { store, log } = await tab();
    await store.adopt(empty());
    for (let i = 0; i < 101; i += 1) {
      setNote(store, 'p', `${i}`);
      await store.idle();
      await log.copyWhole('w');
      if (i < 100) expect(filesOf('w')).toHaveLength(i + 2);
    }
    expect(filesOf('w')).toEqual(['whole-102.jsonl']);
  });

  it('a copy that cannot be looked through holds nothing up: what the first store has opens', async () => {
    const { tab, root } = await browser();
    const { store } = await tab();
    await store.adopt(empty());
    setNote(store, 'p', 'kept');
    await store.idle();
    const copies = root.folders.get('second-copy')!;
    const broken = async (): Promise<never> => {
      throw new Error('gone');
    };
    copies.folders.get('w-w')!.getFileHandle = broken;
    const one = await tab();
    await one.store.open('w');
    expect([one.back, one.store.get().workshop!.pieces.p!.note]).toEqual([[], 'kept']);
    copies.keys = () => {
      throw new Error('gone');
    };
    expect((await tab()).back).toEqual([]);
  });

  it('a browser without such a file system works on without a copy', async () => {
    const none = async (): Promise<Folder> => {
      throw new Error('not supported');
    };
    expect(await SecondCopy.open(none)).toBeNull();
  });
});
