import type { Act, Head, StoredChange, StoredRecord } from './stored';

/** What is used of a folder of the browser's own file system. */
export interface Folder {
  getDirectoryHandle: (name: string, options?: { create?: boolean }) => Promise<Folder>;
  getFileHandle: (name: string, options?: { create?: boolean }) => Promise<FolderFile>;
  removeEntry: (name: string, options?: { recursive?: boolean }) => Promise<void>;
  keys: () => AsyncIterable<string>;
}
interface FolderFile {
  getFile: () => Promise<{ text: () => Promise<string>; size: number }>;
  /** What is written stands there only once it is closed. */
  createWritable: () => Promise<{ write: (text: string) => Promise<void>; close: () => Promise<void> }>;
}

/** A workshop as it can be put back. */
export interface Whole {
  head: Head;
  records: readonly StoredRecord[];
  /** What can be undone and done again. */
  changes: readonly StoredChange[];
}

/** What there is of one workshop: the revisions of its whole copies and of the acts after them. */
interface Listing {
  wholes: number[];
  acts: ReadonlySet<number>;
}

const folderName = 'second-copy';
/** A file system that does not answer holds up no act for longer, ms. */
const longestWaitMs = 3000;
/** Acts after which the workshop is copied whole again. */
const mostActs = 100;

/** A whole copy that could not be made, on a full disk for one, is tried again after this, ms. */
const restAfterFailureMs = 60_000;

/** Names of folders are free of whatever a file system makes something else of. */
const folderOf = (workshopId: string) => `w-${encodeURIComponent(workshopId).replaceAll('.', '%2E')}`;
const idOf = (name: string) => decodeURIComponent(name.slice(2));
const revOf = (name: string, kind: 'whole' | 'act'): number | null => {
  const [, found, rev] = /^(whole|act)-(\d+)\.jsonl$/.exec(name) ?? [];
  return found === kind ? Number(rev) : null;
};
const isNumber = (rev: number | null): rev is number => rev !== null;
/** A file that was begun when the browser died is there, and empty. */
const isEmpty = async (folder: Folder, name: string): Promise<boolean> =>
  (await (await folder.getFileHandle(name)).getFile()).size === 0;

/**
 * The last revision that can be put back: of the newest whole copy and the acts that follow it without a gap. Only what was
 * written last can have been cut off by the end of the browser: whoever writes on looks first.
 */
async function lastInRow(folder: Folder, { wholes, acts }: Listing): Promise<number | null> {
  for (const from of [...wholes].sort((a, b) => b - a)) {
    if (await isEmpty(folder, `whole-${from}.jsonl`)) continue;
    let rev = from;
    while (acts.has(rev + 1)) rev += 1;
    while (rev > from && (await isEmpty(folder, `act-${rev}.jsonl`))) rev -= 1;
    return rev;
  }
  return null;
}

/** @throws where the file does not stand whole afterwards; there is none then */
async function write(folder: Folder, name: string, lines: readonly string[]): Promise<void> {
  const text = lines.join('\n');
  const handle = await folder.getFileHandle(name, { create: true });
  const file = await handle.createWritable();
  await file.write(text);
  await file.close();
  if ((await handle.getFile()).size === new Blob([text]).size) return;
  await folder.removeEntry(name);
  throw new Error(`${name} was cut off`);
}

/** The lines of a file, read; null where it is not there or damaged. */
async function read(folder: Folder, name: string): Promise<unknown[] | null> {
  try {
    const text = await (await (await folder.getFileHandle(name)).getFile()).text();
    return text.split('\n').map((line) => JSON.parse(line));
  } catch {
    return null;
  }
}

const inTime = <T>(work: Promise<T>): Promise<T> => {
  let timer: ReturnType<typeof setTimeout>;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('the file system does not answer')), longestWaitMs);
  });
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
};

/**
 * Every workshop a second time, in another store of the browser: files of its private file system, one for each act and now and
 * then one for the whole, so that a browser that empties the first store loses nothing. A file stands whole or not at all. What
 * cannot be copied is copied with the next whole one; the first store alone decides what a workshop is, for as long as it has it.
 */
export class SecondCopy {
  /** A whole copy under way: acts are copied after it. */
  private underWay: Promise<unknown> = Promise.resolve();
  /** The last revision that this page copied, by workshop. */
  private readonly copied = new Map<string, number>();
  /** When a whole copy could last not be made. */
  private failedMs = Number.NEGATIVE_INFINITY;

  private constructor(
    private readonly folder: Folder,
    private readonly nowMs: () => number,
  ) {}

  /** Opens the folder; null where this browser has none that can be written. */
  static async open(
    root: () => Promise<Folder> = async () => (await navigator.storage.getDirectory()) as unknown as Folder,
    nowMs: () => number = Date.now,
  ): Promise<SecondCopy | null> {
    try {
      return new SecondCopy(await (await inTime(root())).getDirectoryHandle(folderName, { create: true }), nowMs);
    } catch {
      return null;
    }
  }

  /**
   * Copies an act that was written. Where the one before it is not here, as after a crash between the two stores, the whole is
   * wanted instead.
   * @returns whether the copy is complete up to this act
   * @throws where it could not be copied
   */
  act = (act: Act): Promise<boolean> => inTime(this.writeAct(act));

  private async writeAct(act: Act): Promise<boolean> {
    const { workshopId, rev } = act.head;
    await this.underWay;
    const follows = this.copied.get(workshopId) === rev - 1 || ((await this.upTo(workshopId)) ?? -1) >= rev - 1;
    if (!follows) return false;
    await write(await this.of(workshopId), `act-${rev}.jsonl`, [JSON.stringify(act)]);
    this.copied.set(workshopId, rev);
    return true;
  }

  /**
   * Copies a workshop whole, and lets go of what this makes superfluous.
   * @param pages its records, as JSON arrays
   * @throws where it could not be copied
   */
  whole(head: Head, changes: readonly StoredChange[], pages: readonly string[]): Promise<void> {
    const work = this.writeWhole(head, changes, pages);
    this.underWay = work.catch(() => {
      this.failedMs = this.nowMs();
    });
    return work;
  }

  private async writeWhole(head: Head, changes: readonly StoredChange[], pages: readonly string[]): Promise<void> {
    const folder = await this.of(head.workshopId);
    await write(folder, `whole-${head.rev}.jsonl`, [JSON.stringify({ head, changes }), ...pages]);
    this.copied.set(head.workshopId, Math.max(head.rev, this.copied.get(head.workshopId) ?? 0));
    const { wholes, acts } = await this.list(folder);
    for (const rev of wholes) if (rev < head.rev) await folder.removeEntry(`whole-${rev}.jsonl`);
    for (const rev of acts) if (rev <= head.rev) await folder.removeEntry(`act-${rev}.jsonl`);
  }

  /** Whether the workshop should be copied whole: it never was, an act is missing, or many have come together; not right after a failure. */
  async wantsWhole({ workshopId, rev }: Pick<Head, 'workshopId' | 'rev'>): Promise<boolean> {
    await this.underWay;
    if (Math.abs(this.nowMs() - this.failedMs) < restAfterFailureMs) return false;
    const folder = await this.of(workshopId);
    const listing = await this.list(folder);
    return listing.acts.size > mostActs || ((await lastInRow(folder, listing)) ?? -1) < rev;
  }

  /** Ids of the workshops that are here. */
  workshops = (): Promise<string[]> => inTime(this.listWorkshops());

  private async listWorkshops(): Promise<string[]> {
    const ids: string[] = [];
    for await (const name of this.folder.keys()) if (name.startsWith('w-')) ids.push(idOf(name));
    return ids;
  }

  /** The revision up to which a workshop can be put back; null: not at all. */
  upTo = (workshopId: string): Promise<number | null> =>
    inTime(this.of(workshopId).then(async (folder) => lastInRow(folder, await this.list(folder))));

  /** A workshop as it was after the last act that was copied without a gap before it; null where there is none to be read. */
  async read(workshopId: string): Promise<Whole | null> {
    const folder = await this.of(workshopId);
    const { wholes, acts } = await this.list(folder);
    for (const from of wholes.sort((a, b) => b - a)) {
      const lines = await read(folder, `whole-${from}.jsonl`);
      if (!lines) continue;
      const { changes, ...first } = lines[0] as Pick<Whole, 'head' | 'changes'>;
      let head = first.head;
      const records = new Map((lines.slice(1) as StoredRecord[][]).flat().map((r) => [`${r.kind}/${r.id}`, r]));
      const log = new Map(changes.map((c) => [c.seq, c]));
      for (let rev = from + 1; acts.has(rev); rev += 1) {
        const act = (await read(folder, `act-${rev}.jsonl`))?.[0] as Act | undefined;
        if (!act) break;
        head = act.head;
        for (const r of act.put) records.set(`${r.kind}/${r.id}`, r);
        for (const [kind, id] of act.remove) records.delete(`${kind}/${id}`);
        const { forgetAfter } = act;
        if (forgetAfter !== null) for (const seq of [...log.keys()]) if (seq > forgetAfter) log.delete(seq);
        for (const c of act.changes) log.set(c.seq, c);
      }
      return { head, records: [...records.values()], changes: [...log.values()] };
    }
    return null;
  }

  /** Lets go of a workshop that was deleted. */
  async forget(workshopId: string): Promise<void> {
    try {
      await inTime(this.folder.removeEntry(folderOf(workshopId), { recursive: true }));
    } catch {
      // It was never here.
    }
  }

  private of = (workshopId: string): Promise<Folder> =>
    this.folder.getDirectoryHandle(folderOf(workshopId), { create: true });

  private async list(folder: Folder): Promise<Listing> {
    const names: string[] = [];
    for await (const name of folder.keys()) names.push(name);
    return {
      wholes: names.map((n) => revOf(n, 'whole')).filter(isNumber),
      acts: new Set(names.map((n) => revOf(n, 'act')).filter(isNumber)),
    };
  }
}
