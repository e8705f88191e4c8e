import { defaultSettings, newWorkshop, type Piece, type Workshop } from '@cosmesis/core/workshop';
import { callCore, mirrorWorkshop } from '../workers/callCore';
import { demoId } from './demoId';
import { forgetTodayOfOthers } from './lastToday';
import { OperationLog } from './OperationLog';
import { askAhead } from './reckoningsOnScreen';
import { SecondCopy } from './SecondCopy';
import type { Head } from './stored';
import { theBook } from './useSummaries';
import { type StoreState, type Surroundings, type Unsaved, WorkshopStore } from './WorkshopStore';

const timeZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** US customary units and dollars where the browser speaks American English; metric elsewhere. */
function localHabits(): { unitSystem: 'metric' | 'us'; currency: string } {
  const us = navigator.language === 'en-US';
  return us
    ? { unitSystem: 'us', currency: 'USD' }
    : { unitSystem: 'metric', currency: navigator.language === 'en-GB' ? 'GBP' : 'EUR' };
}

/** An id that is new everywhere. */
export const newId = (): string => crypto.randomUUID();

/** Now as an ISO instant with offset, whole seconds. */
export const nowIso = (): string =>
  new Date(Math.floor(Date.now() / 1000) * 1000).toISOString().replace('.000Z', '+00:00');

/** An empty workshop under a new id. Its shelf of typical products is fetched only then: the first screen needs none of it. */
export async function emptyWorkshop(name: string): Promise<Workshop> {
  const { typicalProducts } = await import('@cosmesis/core/products');
  const { unitSystem, currency } = localHabits();
  return newWorkshop(newId(), defaultSettings(name, timeZone(), unitSystem, currency), typicalProducts);
}

declare global {
  interface Window {
    /** The minute of the opening, from which a first visit dates the demo, whoever makes it. */
    cosmesisAtMin?: number;
  }
}

/** The demo. @param atMin from when it is dated, whole minutes since 1970; left out: now */
export async function freshDemo(atMin = Math.floor(Date.now() / 60_000)): Promise<Workshop> {
  const made = await callCore('demo', [atMin, timeZone()], { urgent: true, needs: [] });
  return made.ok ? made.value : emptyWorkshop('New workshop');
}

let store: WorkshopStore | undefined;
let theLog: OperationLog | undefined;

/** The one store of this page. */
export function theStore(): WorkshopStore {
  if (!store) throw new Error('the store is not open yet');
  return store;
}

/** Ids of the photographs of all workshops on this device, as they are stored: what another workshop shows is never an orphan. */
export async function photoIdsOnDevice(): Promise<Set<string>> {
  if (!theLog) throw new Error('the store is not open yet');
  await theStore().idle();
  const ids = new Set<string>();
  for (const { workshopId } of await theLog.heads())
    await theLog.readEach(workshopId, (records) => {
      for (const { kind, value } of records)
        if (kind === 'piece') for (const photo of (value as Piece).photos ?? []) ids.add(photo.id);
    });
  return ids;
}

/** Unsaved changes in the session storage of this tab: written at once, and there again after a reload or a crash. */
const sessionJournal: Surroundings['journal'] = {
  read: (workshopId) => {
    try {
      const kept: unknown = JSON.parse(sessionStorage.getItem(`unsaved/${workshopId}`) ?? '[]');
      return Array.isArray(kept) ? (kept as Unsaved[]) : [];
    } catch {
      return [];
    }
  },
  write: (workshopId, unsaved) => {
    try {
      if (unsaved.length === 0) sessionStorage.removeItem(`unsaved/${workshopId}`);
      else sessionStorage.setItem(`unsaved/${workshopId}`, JSON.stringify(unsaved));
    } catch {
      // No room in the journal: the change is still in memory and on its way to the disk.
    }
  },
};

/** The other tabs of this origin. */
function otherTabs(): Surroundings['channel'] {
  const channel = new BroadcastChannel('cosmesis');
  const tabs: Surroundings['channel'] = { onmessage: null, postMessage: (message) => channel.postMessage(message) };
  channel.onmessage = ({ data }) => tabs.onmessage?.({ data });
  return tabs;
}

const listKey = 'workshops';

/** Workshops that the browser had when it was last asked: kept in another store of it, which is not lost with the first. */
const knownWorkshops = (): { id: string; name: string }[] => {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(listKey) ?? '[]');
    return Array.isArray(kept) ? kept : [];
  } catch {
    return [];
  }
};

function noteWorkshops(heads: StoreState['heads']): void {
  // The demo is made anew.
  const own = heads.filter((h) => h.workshopId !== demoId).map((h) => ({ id: h.workshopId, name: h.name }));
  try {
    localStorage.setItem(listKey, JSON.stringify(own));
  } catch {
    // Without the list a loss is not noticed; nothing else depends on it.
  }
}

const quoted = (names: readonly string[]): string => new Intl.ListFormat('en-GB').format(names.map((n) => `“${n}”`));

/** A browser that finds its files damaged, after a crash for one, may begin anew and say nothing. Then this is said here. */
function sayWhatIsLost(store: WorkshopStore, lost: readonly { id: string; name: string }[]): void {
  if (lost.length === 0) return;
  store.say(
    `This browser no longer has ${quoted(lost.map((w) => w.name))}: what it had stored is gone. Import the file you exported last, under Settings.`,
  );
}

function sayWhatIsBack(store: WorkshopStore, back: readonly Head[], damaged: boolean): void {
  if (back.length === 0) return;
  const again = back.length === 1 ? 'It is here again, as it was' : 'They are here again, as they were';
  store.say(
    `${damaged ? 'This browser found its files damaged, and' : 'This browser'} had lost ${quoted(back.map((h) => h.name))}. ${again} after the last change that was saved. Export a file under Settings too, and keep it elsewhere.`,
  );
}

/** Asks the browser, once, not to throw its files away when room gets short: as soon as there is something of one's own. */
function askToKeep(store: WorkshopStore): void {
  const stop = store.subscribe(() => {
    const { workshop, save } = store.get();
    if (!workshop || workshop.settings.demo || save.status !== 'saving') return;
    stop();
    navigator.storage?.persist?.().catch(() => {});
  });
}

/** Opens the store: the workshop used last, or the demo on a first visit, which shows while it is still being written. */
export async function openStore(): Promise<WorkshopStore> {
  const log = await OperationLog.open('cosmesis', await SecondCopy.open());
  theLog = log;
  const back = await log.putBackLost();
  const opened = new WorkshopStore(log, {
    nowMs: () => Date.now(),
    channel: otherTabs(),
    later: (work, ms) => void setTimeout(work, ms),
    newId,
    journal: sessionJournal,
  });
  store = opened;
  let shown: Workshop | null = null;
  opened.subscribe(() => {
    const { workshop, openings } = opened.get();
    if (workshop === shown) return;
    if (workshop && workshop.id !== shown?.id) forgetTodayOfOthers(workshop.id);
    shown = workshop;
    mirrorWorkshop(workshop, openings);
    if (workshop) askAhead(workshop);
    theBook().follow(workshop, openings);
  });
  setInterval(theBook().tick, 20_000);
  window.addEventListener('beforeunload', (event) => {
    if (opened.unsafe()) event.preventDefault();
  });
  const heads = await log.heads();
  const lost = knownWorkshops().filter((w) => !heads.some((h) => h.workshopId === w.id));
  const last = await log.currentId();
  const first = heads.find((h) => !h.demo) ?? heads[0];
  const id = heads.some((h) => h.workshopId === last) ? last : first?.workshopId;
  if (id === undefined) opened.begin(await freshDemo(window.cosmesisAtMin));
  else await opened.open(id);
  sayWhatIsBack(opened, back, log.lost !== null);
  sayWhatIsLost(opened, lost);
  askToKeep(opened);
  let noted: unknown = null;
  const note = () => {
    const now = opened.get().heads;
    if (now !== noted) noteWorkshops(now);
    noted = now;
  };
  note();
  opened.subscribe(note);
  return opened;
}
