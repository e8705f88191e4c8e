import { schemaVersion, type Workshop } from '@cosmesis/core/workshop';
import type { Patch } from 'immer';
import { type Diff, joined, type Recipe, transact } from './Document';
import type { OperationLog, Written } from './OperationLog';
import type { Broken } from './readRecords';
import { applyKept, recipeOfEdit, recordsOf, touchedKeys, touchedRecords, unreadWorkshop } from './records';
import type { Act, Head, SetAside, StoredChange } from './stored';
import { type Channel, type News, TabSync } from './TabSync';

export type { Recipe } from './Document';

/** Whether what is on screen is on disk. */
export type SaveStatus =
  | { status: 'saved' }
  /** On its way: not safe yet. */
  | { status: 'saving' }
  | { status: 'failed'; why: 'full' | 'other'; waiting: number };

/** Something to tell once. */
interface Notice {
  id: string;
  text: string;
}

/** What the store shows its readers. */
export interface StoreState {
  status: 'loading' | 'ready';
  workshop: Workshop | null;
  /** How often a workshop was opened: also one that took the place of another under its id. */
  openings: number;
  heads: readonly Head[];
  save: SaveStatus;
  setAside: readonly SetAside[];
  undoLabel: string | null;
  redoLabel: string | null;
  notices: readonly Notice[];
  /** Why nothing can be changed; null: it can. */
  readOnly: string | null;
  /** The workshop was deleted in another tab: what this one has is in memory only. */
  gone: boolean;
}

interface Edit {
  kind: 'change';
  id: string;
  label: string;
  recipe: Recipe;
  mergeKey: string | null;
  atMs: number;
  /** What it was worked out on, and what came of it: used as it is where nothing moved in between. */
  on: Workshop;
  next: Workshop;
  diff: Diff;
  /** Taken back while it was being written. */
  dropped?: boolean;
}
type Operation = Edit | { kind: 'undo' } | { kind: 'redo' };

/** A change that is not on disk yet, kept where a reload finds it again. */
export interface Unsaved {
  id: string;
  label: string;
  mergeKey: string | null;
  atMs: number;
  patches: Patch[];
  /** The revision it was made on; absent in journals of the first store. */
  rev?: number;
}

/** What the store needs from its surroundings; tests bring their own. */
export interface Surroundings {
  nowMs: () => number;
  channel: Channel;
  later: (work: () => void, ms: number) => void;
  newId: () => string;
  /** Written at once at every change, read when the page opens again. */
  journal: {
    read: (workshopId: string) => Unsaved[];
    write: (workshopId: string, unsaved: readonly Unsaved[]) => void;
  };
}

/** Changes of one field within this time are one change to undo. */
const mergeWithinMs = 10_000;
const retryAfterMs = [2000, 5000, 15_000];

const newerWords =
  'This workshop was written by a newer Cosmesis. It is shown as far as this one understands it, and nothing of it is changed: open it with the newer one, or export it here as it is.';

/**
 * The open workshop, in memory and on disk. A change shows at once and is written behind it, all that waits in one act; where
 * another tab wrote in between, it is done again on what that left. Nothing is half written, and what is not written yet is
 * known as such. The document and its diffs are in Document, the disk in OperationLog, the other tabs in TabSync.
 */
export class WorkshopStore {
  private state: StoreState = {
    status: 'loading',
    workshop: null,
    openings: 0,
    heads: [],
    save: { status: 'saved' },
    setAside: [],
    undoLabel: null,
    redoLabel: null,
    notices: [],
    readOnly: null,
    gone: false,
  };
  private readonly listeners = new Set<() => void>();
  private readonly tabs: TabSync;
  /** What is on disk, as far as this tab knows. */
  private confirmed: Workshop | null = null;
  private head: Head | null = null;
  private pending: Operation[] = [];
  /** Shown, and not on disk as a whole yet. */
  private unwritten: Workshop | null = null;
  private writing: Promise<void> | null = null;
  private failures = 0;
  /** The first store has it, the second not yet. */
  private copying = false;
  private heardRev = 0;

  constructor(
    private readonly log: OperationLog,
    private readonly around: Surroundings,
  ) {
    this.tabs = new TabSync(around.channel, (news) => void this.hear(news));
  }

  /** The state now; the same object until something changes. */
  get = (): StoreState => this.state;

  /** Calls back at every change of state; returns how to stop. */
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Whether something is in memory that is not on disk. */
  unsafe = (): boolean => this.waiting() > 0 || (this.state.gone && this.state.workshop !== null);

  private waiting = (): number => this.pending.length + (this.unwritten ? 1 : 0);

  /** Opens a workshop. Records that cannot be read are set aside, the rest opens. */
  async open(workshopId: string): Promise<void> {
    await this.idle();
    void import('./readRecords').catch(() => {});
    this.pending = [];
    this.set({ gone: false, save: { status: 'saved' } });
    // Before it shows: a page that is reloaded the moment it does opens the same one again.
    await this.log.setCurrentId(workshopId);
    await this.load(workshopId, this.state.openings + 1);
    await this.recover(workshopId);
    await this.refreshHeads();
  }

  /** Writes a workshop whole, as a new one or in place of the one under its id, in one act, and opens it. */
  async adopt(workshop: Workshop): Promise<void> {
    await this.idle();
    await this.writeWhole(workshop);
    await this.open(workshop.id);
  }

  /**
   * Shows a workshop that was made just now where there is none yet, and writes it behind that like a change; changes made
   * meanwhile are written after it.
   */
  begin(workshop: Workshop): void {
    this.confirmed = workshop;
    this.unwritten = workshop;
    this.set({ status: 'ready', workshop });
    this.kick();
  }

  private async writeBegun(workshop: Workshop): Promise<void> {
    await this.log.setCurrentId(workshop.id);
    this.head = await this.writeWhole(workshop);
    this.unwritten = null;
    this.writeJournal();
    await this.refreshHeads();
  }

  private async writeWhole(workshop: Workshop): Promise<Head> {
    const { name, demo } = workshop.settings;
    const head = await this.log.replaceAll({ workshopId: workshop.id, name, demo }, (rev) => recordsOf(workshop, rev));
    this.around.journal.write(workshop.id, []);
    this.tabs.tell({ workshopId: workshop.id, rev: head.rev, heads: true });
    return head;
  }

  /** Deletes a workshop; if it is the open one, another one has to be opened next. */
  async remove(workshopId: string): Promise<void> {
    await this.idle();
    await this.log.bury(workshopId, new Date(this.around.nowMs()).toISOString());
    this.tabs.tell({ workshopId, rev: Number.POSITIVE_INFINITY, heads: true });
    await this.refreshHeads();
  }

  /**
   * Makes a change: shown at once, written behind it, undone as one.
   * @param mergeKey joins it to the change before
   * @param atMs when it was made; left out: now
   * @throws what the recipe throws; nothing is changed then
   */
  transact(label: string, recipe: Recipe, mergeKey: string | null = null, atMs = this.around.nowMs()): void {
    const { workshop, readOnly } = this.state;
    if (!workshop) return;
    if (readOnly !== null) {
      this.say(readOnly);
      return;
    }
    const changed = transact(workshop, recipe);
    if (!changed) return;
    this.pending.push({
      kind: 'change',
      id: this.around.newId(),
      label,
      recipe,
      mergeKey,
      atMs,
      on: workshop,
      next: changed.workshop,
      diff: changed.diff,
    });
    this.writeJournal();
    this.set({ workshop: changed.workshop, undoLabel: label, redoLabel: null, save: this.saveNow() });
    this.kick();
  }

  /** Takes the last change back. One that could not be written yet is simply dropped. */
  undo(): void {
    if (this.state.readOnly !== null) return;
    const last = this.pending.findLast((p) => p.kind !== 'change' || !p.dropped);
    if (this.state.save.status === 'failed' && last?.kind === 'change') {
      last.dropped = true;
      if (!this.writing) this.forgetDropped();
      this.writeJournal();
      this.show();
      void this.showLabels();
      return;
    }
    this.enqueue({ kind: 'undo' });
  }

  /** Changes taken back before they were written are gone. */
  private forgetDropped(): void {
    this.pending = this.pending.filter((p) => p.kind !== 'change' || !p.dropped);
  }

  /** Does again what was taken back. */
  redo(): void {
    if (this.state.readOnly === null) this.enqueue({ kind: 'redo' });
  }

  /** Forgets a notice that has been read. */
  dismissNotice = (id: string): void => this.set({ notices: this.state.notices.filter((n) => n.id !== id) });

  /** Drops something set aside for good. */
  async discardSetAside(key: string): Promise<void> {
    await this.log.discardSetAside(key);
    await this.showSetAside();
  }

  /** Makes an edit after all that was kept aside because another tab was faster. */
  async makeAfterAll(aside: SetAside): Promise<void> {
    const { label, patches } = aside.raw as Unsaved;
    const { workshop } = this.state;
    if (!workshop || applyKept(workshop, patches) === null)
      return this.say(`"${label}" no longer fits what is there now.`);
    this.transact(label, recipeOfEdit(patches));
    await this.discardSetAside(aside.key);
  }

  /** Settles when everything pending is on disk or has failed. */
  async idle(): Promise<void> {
    while (this.writing) await this.writing;
  }

  /** Tries a failed save again at once. */
  retry = (): void => this.kick();

  private enqueue(operation: Operation): void {
    if (!this.state.workshop) return;
    this.pending.push(operation);
    this.set({ save: this.saveNow() });
    this.kick();
  }

  private set(change: Partial<StoreState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }

  /** Says something that has to be known, until it is dismissed. */
  say(text: string): void {
    if (this.state.notices.some((n) => n.text === text)) return;
    this.set({ notices: [...this.state.notices, { id: this.around.newId(), text }] });
  }

  /** How things stand with what is in memory. */
  private saveNow(): SaveStatus {
    if (!this.copying && this.pending.every((p) => p.kind === 'change' && p.dropped)) return { status: 'saved' };
    const { save } = this.state;
    return save.status === 'failed' ? { ...save, waiting: this.waiting() } : { status: 'saving' };
  }

  private writeJournal(): void {
    if (!this.head) return;
    const { rev, workshopId } = this.head;
    const unsaved = this.pending.flatMap((p) =>
      p.kind === 'change' && !p.dropped
        ? [{ id: p.id, label: p.label, mergeKey: p.mergeKey, atMs: p.atMs, patches: p.diff.patches, rev }]
        : [],
    );
    this.around.journal.write(workshopId, unsaved);
  }

  /** Changes that a reload interrupted are made again; where a record moved meanwhile, both are kept and listed. */
  private async recover(workshopId: string): Promise<void> {
    const unsaved = this.around.journal.read(workshopId);
    if (unsaved.length === 0 || !this.head) return;
    const changes = await this.log.lastChanges(this.head, 100);
    const idsOf = (c: StoredChange) => [c.id, ...(c.ids ?? [])];
    const written = new Set(changes.flatMap(idsOf));
    const own = new Set(unsaved.map((u) => u.id));
    // What this page itself wrote as it went is no work of another tab.
    const wroteLast = (key: string) => changes.findLast((c) => touchedKeys(c.patches).some((k) => k.join('/') === key));
    for (const entry of unsaved.filter((u) => !written.has(u.id))) {
      const keys = touchedKeys(entry.patches);
      const now = await this.log.revisions(workshopId, keys);
      const moved = now.some((rev, i) => {
        if (rev === undefined || rev <= (entry.rev ?? 0)) return false;
        const last = wroteLast(keys[i]!.join('/'));
        return !last || !idsOf(last).some((id) => own.has(id));
      });
      const { workshop } = this.state;
      const fits = !moved && workshop !== null && applyKept(workshop, entry.patches) !== null;
      if (fits) this.transact(entry.label, recipeOfEdit(entry.patches), entry.mergeKey, entry.atMs);
      else
        await this.log.keepAside({
          key: `${workshopId}/edit/${entry.id}`,
          workshopId,
          kind: 'edit',
          id: entry.id,
          raw: entry,
          why: 'it was changed in another tab meanwhile, and that stands',
        });
    }
    this.writeJournal();
    await this.showSetAside();
  }

  /** Looks again which workshops there are: the worker may have written one. */
  async refreshHeads(): Promise<void> {
    this.set({ heads: await this.log.heads() });
  }

  private async showSetAside(): Promise<void> {
    if (this.head) this.set({ setAside: await this.log.setAside(this.head.workshopId) });
  }

  private async load(workshopId: string, openings = this.state.openings): Promise<void> {
    const workshop = unreadWorkshop(workshopId);
    const broken: Broken[] = [];
    // Brought when there is something to read: a first visit begins without it.
    const { readRecords } = await import('./readRecords');
    const head = await this.log.readEach(workshopId, (records) => broken.push(...readRecords(workshop, records)));
    if (!head || head.deletedAt) return this.lose();
    const newer = this.log.readOnly || (head.schemaVersion ?? 0) > schemaVersion;
    const asides = broken.map(({ record: { kind, id, value }, why }) => ({
      key: `${workshopId}/${kind}/${id}`,
      workshopId,
      kind,
      id,
      raw: value,
      why,
    }));
    if (asides.length > 0 && !newer) await this.log.moveAside(asides);
    this.confirmed = workshop;
    this.head = head;
    const kept = await this.log.setAside(workshopId);
    const readOnly = newer ? newerWords : null;
    this.set({ status: 'ready', setAside: newer ? [...kept, ...asides] : kept, readOnly, openings });
    this.show();
    await this.showLabels();
  }

  /** The workshop was deleted: what is in memory stays there, to be taken away. */
  private lose(): void {
    if (this.state.gone) return;
    this.pending = [];
    this.set({ gone: true, save: { status: 'saved' }, readOnly: 'This workshop was deleted in another tab.' });
  }

  /** Another tab has written: what it did is done here too, and our own pending changes stay on top. */
  private async hear({ workshopId, rev, made, heads }: News): Promise<void> {
    if (heads) await this.refreshHeads();
    if (!this.head || workshopId !== this.head.workshopId || this.state.gone) return;
    this.heardRev = Math.max(this.heardRev, Number.isFinite(rev) ? rev : this.head.rev + 1);
    // While an act is under way it finds out by itself.
    if (this.writing) return;
    const next =
      made && this.confirmed && made.fromRev === this.head.rev ? applyKept(this.confirmed, made.patches) : null;
    if (!next || !made) return void (rev > this.head.rev && (await this.catchUp()));
    this.confirmed = next;
    this.head = { ...this.head, rev, position: made.position, name: next.settings.name };
    if (this.pending.length === 0) this.set({ undoLabel: made.undoLabel, redoLabel: made.redoLabel });
    this.show();
  }

  private async catchUp(): Promise<void> {
    if (this.head) await this.load(this.head.workshopId);
  }

  /** Puts pending changes on top of what is confirmed; those that no longer fit are dropped, and said. */
  private show(): void {
    if (!this.confirmed) return;
    let workshop = this.confirmed;
    this.pending = this.pending.filter((operation) => {
      if (operation.kind !== 'change' || operation.dropped) return true;
      const redone = this.redoEdit(operation, workshop);
      if (redone) workshop = redone.next;
      return redone !== null;
    });
    this.set({ workshop, save: this.saveNow() });
  }

  /** An edit worked out on what is there now; null where it no longer fits, which is said, or where all of it is there already. */
  private redoEdit(edit: Edit, on: Workshop): Edit | null {
    if (edit.on === on) return edit;
    try {
      const changed = transact(on, edit.recipe);
      if (!changed) return null;
      edit.on = on;
      edit.next = changed.workshop;
      edit.diff = changed.diff;
      return edit;
    } catch {
      this.say(`"${edit.label}" no longer fits: it was changed in another tab.`);
      return null;
    }
  }

  private async showLabels(): Promise<void> {
    if (!this.head) return;
    const { workshopId, position } = this.head;
    const [last, next] = await Promise.all([
      this.log.change(workshopId, position),
      this.log.change(workshopId, position + 1),
    ]);
    const edit = this.pending.findLast((p) => p.kind === 'change');
    this.set({ undoLabel: edit?.label ?? last?.label ?? null, redoLabel: edit ? null : (next?.label ?? null) });
  }

  private kick(): void {
    if (this.writing || !(this.head || this.unwritten) || this.waiting() === 0) return;
    this.writing = this.write().then(
      () => {
        this.failures = 0;
        this.writing = null;
        if (this.waiting() > 0) return this.kick();
        this.set({ save: { status: 'saved' } });
        if (this.head && this.heardRev > this.head.rev) void this.catchUp();
      },
      (error: unknown) => {
        this.writing = null;
        this.forgetDropped();
        const why = error instanceof Error && error.name === 'QuotaExceededError' ? 'full' : 'other';
        const waiting = this.waiting();
        this.set({ save: waiting === 0 ? { status: 'saved' } : { status: 'failed', why, waiting } });
        if (waiting === 0) return;
        this.around.later(() => this.kick(), retryAfterMs[Math.min(this.failures, retryAfterMs.length - 1)]!);
        this.failures += 1;
      },
    );
  }

  /** Writes what waits: all changes up to the next undo in one act. */
  private async write(): Promise<void> {
    if (this.unwritten) return this.writeBegun(this.unwritten);
    const first = this.pending[0]!;
    if (first.kind !== 'change') return this.writeStep(first.kind);
    const until = this.pending.findIndex((p) => p.kind !== 'change');
    const edits = (until < 0 ? this.pending : this.pending.slice(0, until)) as Edit[];
    await this.writeEdits([...edits]);
  }

  private async writeEdits(edits: readonly Edit[]): Promise<void> {
    const head = this.head!;
    const before = await this.changeToJoin(edits[0]!, head);
    const changes: StoredChange[] = before ? [before] : [];
    let seq = before ? before.seq : head.position;
    for (const edit of edits) {
      const last = changes.at(-1);
      if (last && joins(last, edit)) changes[changes.length - 1] = joinedChange(last, edit);
      else {
        seq += 1;
        changes.push(newChange(head.workshopId, seq, edit));
      }
    }
    const patches = edits.flatMap((e) => e.diff.patches);
    const next = edits.at(-1)!.next;
    await this.commit(next, patches, seq, changes, before ? before.seq - 1 : head.position, (written) => {
      const done = new Set<Operation>(edits);
      // What was taken back while it was written is taken back on disk too.
      const takenBack = edits.filter((e) => e.dropped).map((): Operation => ({ kind: 'undo' }));
      this.pending = [...takenBack, ...this.pending.filter((p) => !done.has(p))];
      this.confirm(next, patches, seq, written);
    });
  }

  /** The change on disk that an edit goes on with, such as the letters of one word. */
  private async changeToJoin(edit: Edit, head: Head): Promise<StoredChange | undefined> {
    if (edit.mergeKey === null) return undefined;
    const last = await this.log.change(head.workshopId, head.position);
    return last && joins(last, edit) ? last : undefined;
  }

  /** Takes the last change of the workshop back, or does the next one again. One that no longer fits is dropped, and said. */
  private async writeStep(what: 'undo' | 'redo'): Promise<void> {
    const head = this.head!;
    const seq = what === 'undo' ? head.position : head.position + 1;
    const change = await this.log.change(head.workshopId, seq);
    const patches = change && (what === 'undo' ? change.inverse : change.patches);
    const next = patches && applyKept(this.confirmed!, patches);
    if (!change || !patches || !next) {
      this.pending.shift();
      if (change)
        this.say(`"${change.label}" cannot be ${what === 'undo' ? 'undone' : 'done again'}: what it changed is gone.`);
      this.show();
      return;
    }
    const position = what === 'undo' ? seq - 1 : seq;
    await this.commit(next, patches, position, [], null, (written) => {
      this.pending.shift();
      this.confirm(next, patches, position, written);
      this.show();
    });
  }

  /** Writes an act; what is to be done next is done as soon as the first store has it, and the second copy follows. */
  private async commit(
    next: Workshop,
    patches: readonly Patch[],
    position: number,
    changes: readonly StoredChange[],
    forgetAfter: number | null,
    confirmed: (written: Extract<Written, { ok: true }>) => void,
  ): Promise<void> {
    const { name, demo } = next.settings;
    const head: Head = { ...this.head!, name, demo, rev: this.head!.rev + 1, position };
    const act: Act = { head, ...touchedRecords(next, patches, head.rev), changes, forgetAfter };
    const written = await this.log.commit(act);
    if (!written.ok) return this.again(written);
    this.copying = true;
    try {
      // Whatever the page is left with from here on knows that this is written.
      confirmed(written);
      await this.log.copyAct(act);
    } finally {
      this.copying = false;
    }
  }

  /** What was written is confirmed, and the other tabs are told. */
  private confirm(next: Workshop, patches: Patch[], position: number, written: Extract<Written, { ok: true }>): void {
    const head = this.head!;
    const { name, demo } = next.settings;
    const renamed = name !== head.name;
    this.confirmed = next;
    this.head = { ...head, name, demo, rev: head.rev + 1, position, schemaVersion };
    this.writeJournal();
    const { undoLabel, redoLabel } = written;
    this.tabs.tell({
      workshopId: head.workshopId,
      rev: this.head.rev,
      made: { fromRev: head.rev, patches, position, undoLabel, redoLabel },
      heads: renamed,
    });
    if (this.pending.length === 0) this.set({ undoLabel, redoLabel });
    if (renamed) void this.refreshHeads();
  }

  /** The workshop moved while an act was worked out: read what is there, and work it out again on that. */
  private async again({ why }: Extract<Written, { ok: false }>): Promise<void> {
    if (why === 'gone') return this.lose();
    await this.catchUp();
  }
}

const joins = (last: StoredChange, edit: Edit): boolean =>
  edit.mergeKey !== null && last.mergeKey === edit.mergeKey && edit.atMs - last.atMs < mergeWithinMs;

const newChange = (workshopId: string, seq: number, { id, label, mergeKey, atMs, diff }: Edit): StoredChange => ({
  workshopId,
  seq,
  id,
  ids: [id],
  label,
  mergeKey,
  atMs,
  ...diff,
});

const joinedChange = (last: StoredChange, { id, atMs, diff }: Edit): StoredChange => ({
  ...last,
  id,
  ids: [...(last.ids ?? [last.id]), id].slice(-50),
  atMs,
  ...joined(last, diff),
});
