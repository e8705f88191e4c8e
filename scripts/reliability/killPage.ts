// In the browser that is killed: opens what the last one left, reports it, and does random deeds until the end.
import { type Deed, DeedRefused, performOn } from '@cosmesis/core/deeds';
import { demoWorkshop } from '@cosmesis/core/demo';
import { planOf } from '@cosmesis/core/finishing';
import { canonicalJson, type Workshop } from '@cosmesis/core/workshop';
import { contentHash } from '../../core/src/units/contentHash';
import { type Recipe, transact } from '../../web/src/store/Document';
import { OperationLog } from '../../web/src/store/OperationLog';
import { SecondCopy } from '../../web/src/store/SecondCopy';
import { WorkshopStore } from '../../web/src/store/WorkshopStore';

const startMin = 29_700_000;
const atIso = '2026-11-25T08:00:00+00:00';
const hashOf = (workshop: Workshop) => contentHash(canonicalJson(workshop));
const tell = async (path: string, body: unknown): Promise<void> => {
  await fetch(path, { method: 'POST', body: JSON.stringify(body) });
};
const any = <T>(all: readonly T[]): T | undefined => all[Math.floor(Math.random() * all.length)];

/** One of the deeds of a day, on what is there. */
function randomDeed(w: Workshop): Deed | undefined {
  const piece = any(Object.values(w.pieces));
  const can = any(Object.values(w.containers));
  const entry = piece && any(piece.log);
  const litres = Math.round(Math.random() * 2000) / 1000;
  const deeds: (() => Deed | undefined)[] = [
    () => {
      const step = piece && any(planOf(piece, w).steps);
      return (
        step && {
          do: Math.random() < 0.7 ? 'finish-step' : 'start-step',
          pieceId: piece.id,
          step,
          planned: { startAt: atIso, endAt: atIso, volumeL: litres },
        }
      );
    },
    () => entry && { do: 'correct-entry', pieceId: piece.id, entryId: entry.id, change: { actualL: litres } },
    () => entry && { do: 'remove-entry', pieceId: piece.id, entryId: entry.id },
    () => can && { do: 'count', containerId: can.id, litres, by: 'weighed' },
    () => {
      const product = any(Object.values(w.products));
      const container = { productId: product!.id, litres, batch: null, finite: false, place: '' };
      return { do: 'bring', containers: [container, container] };
    },
    () => can && { do: any(['open', 'use-up'] as const)!, containerId: can.id },
    () => piece && { do: 'approve', pieceId: piece.id, what: 'a sample' },
    () => ({ do: 'read-air', reading: { space: 'bench', airTempC: 19, relHumFrac: 0.5, surfaceTempC: null } }),
  ];
  return any(deeds)!();
}

let ids = 0;
const recipeOf = (deed: Deed): Recipe => {
  const seed = `${crypto.randomUUID()}`;
  return (draft) => {
    ids = 0;
    performOn(draft, deed, atIso, () => {
      ids += 1;
      return `${seed}-${ids}`;
    });
  };
};

const copy = await SecondCopy.open();
if (!copy) throw new Error('no second copy');
const log = await OperationLog.open('cosmesis', copy);
const back = await log.putBackLost();
const store = new WorkshopStore(log, {
  nowMs: () => Date.now(),
  channel: { onmessage: null, postMessage: () => {} },
  later: (work, ms) => void setTimeout(work, ms),
  newId: () => crypto.randomUUID(),
  journal: { read: () => [], write: () => {} },
});
const known = (await log.heads()).length > 0;
if (known) await store.open('demo');
else await store.adopt(demoWorkshop(startMin, 'Europe/London'));
await store.idle();
// As the worker does when a workshop has been opened.
await log.copyWhole('demo');
const { workshop, setAside, notices, readOnly } = store.get();
await tell('/opened', {
  hash: hashOf(workshop!),
  known,
  head: (await log.heads()).map((h) => [h.rev, h.position]),
  lost: log.lost ?? (back.length > 0 ? 'put back from the second copy' : null),
  complaints: [...setAside.map((s) => s.why), ...notices.map((n) => n.text), ...(readOnly ? [readOnly] : [])],
});

const before: Workshop[] = [];
for (;;) {
  // What the next few deeds will leave is told first, so that whatever is found later can be held against it.
  const acts: (Recipe | 'undo')[] = [];
  const hashes: string[] = [];
  let at = store.get().workshop!;
  for (let n = 1 + Math.floor(Math.random() * 4); n > 0; n -= 1) {
    if (Math.random() < 0.15 && before.length > 0) {
      at = before.pop()!;
      acts.push('undo');
    } else {
      const deed = randomDeed(at);
      if (!deed) continue;
      const recipe = recipeOf(deed);
      try {
        const changed = transact(at, recipe);
        if (!changed) continue;
        before.push(at);
        at = changed.workshop;
        acts.push(recipe);
      } catch (error) {
        if (!(error instanceof DeedRefused)) throw error;
        continue;
      }
    }
    hashes.push(hashOf(at));
  }
  if (acts.length === 0) continue;
  await tell('/intend', { hashes });
  for (const act of acts)
    if (act === 'undo') store.undo();
    else store.transact('Deed', act);
  await store.idle();
  if (store.get().save.status !== 'saved') throw new Error('not saved');
  // As the worker does at rest, beside the next deeds.
  if (Math.random() < 0.1) void log.copyWhole('demo');
  await tell('/saved', { count: hashes.length, hash: hashOf(store.get().workshop!) });
}
