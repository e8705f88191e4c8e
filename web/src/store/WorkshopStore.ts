import type { Workshop } from '@cosmesis/core/workshop';
import { applyPatches, type Draft, enablePatches, type Patch, produce, produceWithPatches } from 'immer';
import type { Database, Head, SetAside, StoredChange } from './database';
import { recordsOf, touchedRecords, workshopFromRecords } from './records';

enablePatches();

/** A change of the workshop: pure, because it is applied again when another tab was faster. */
export type Recipe = (draft: Draft<Workshop>) => void;

/** Whether what is on screen is on disk. */
type SaveStatus =
  | { status: 'saved' }
  | { status: 'saving' }
  | { status: 'failed'; why: 'full' | 'other'; waiting: number };

/** What the store shows its readers. */
export interface StoreState {
  status: 'loading' | 'ready';
  workshop: Workshop | null;
  heads: readonly Head[];
  save: SaveStatus;
  setAside: readonly SetAside[];
  undoLabel: string | null;
  redoLabel: string | null;
  /** Something to tell once, such as an edit that another tab made impossible. */
  notice: string | null;
}

type Operation =
  | {
      kind: 'change';
      id: string;
      label: string;
      recipe: Recipe;
      mergeKey: string | null;
      atMs: number;
      patches: Patch[];
    }
  | { kind: 'undo' }
  | { kind: 'redo' };

/** A change that is not on disk yet, kept where a reload finds it again. */
export interface Unsaved {
  id: string;
  label: string;
  mergeKey: string | null;
  atMs: number;
  patches: Patch[];
}

/** What the store needs from its surroundings; tests bring their own. */
export interface Surroundings {
  nowMs: () => number;
  /** One tab at a time writes. */
  lock: (name: string, work: () => Promise<void>) => Promise<void>;
  channel: { postMessage: (message: unknown) => void; onmessage: ((event: { data: unknown }) => void) | null };
  later: (work: () => void, ms: number) => void;
  newId: () => string;
  /** Written at once at every change, read when the page opens again. */
  journal: {
    read: (workshopId: string) => Unsaved[];
    write: (workshopId: string, unsaved: readonly Unsaved[]) => void;
  };
}

/** Keys typed into one field within this time are one change to undo. */
const mergeWithinMs = 2500;
const retryAfterMs = [2000, 5000, 15_000];

/** A step of undo history worked out on the confirmed document. */
interface Worked {
  next: Workshop;
  patches: Patch[];
  position: number;
  change: StoredChange | null;
  forgetAfter: number | null;
}

/**
 * The workshop in memory and on disk. Changes show at once and are saved in order behind them; where another tab wrote in
 * between, they are applied again to what it left. A save that fails keeps everything and tries again.
 */
export class WorkshopStore {
  private state: StoreState = {
    status: 'loading',
    workshop: null,
    heads: [],
    save: { status: 'saved' },
    setAside: [],
    undoLabel: null,
    redoLabel: null,
    notice: null,
  };
  private readonly listeners = new Set<() => void>();
  private confirmed: Workshop | null = null;
  private head: Head | null = null;
  private pending: Operation[] = [];
  private saving: Promise<void> | null = null;
  private failures = 0;

  constructor(
    private readonly database: Database,
    private readonly around: Surroundings,
  ) {
    around.channel.onmessage = ({ data }) => void this.hear(data as { workshopId?: string; rev?: number });
  }

  /** The state now; the same object until something changes. */
  get = (): StoreState => this.state;

  /** Calls back at every change of state; returns how to stop. */
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Opens a workshop. Records that cannot be read are set aside, the rest opens. */
  async open(workshopId: string): Promise<void> {
    await this.idle();
    await this.load(workshopId);
    await this.recover(workshopId);
    await this.database.setCurrentId(workshopId);
    await this.refreshHeads();
  }

  /** Writes a workshop whole, as a new one or in place of the one under its id, and opens it. */
  async adopt(workshop: Workshop): Promise<void> {
    await this.idle();
    await this.around.lock(`cosmesis/${workshop.id}`, async () => {
      const before = await this.database.head(workshop.id);
      await this.database.removeWorkshop(workshop.id);
      const { name, demo } = workshop.settings;
      const head: Head = { workshopId: workshop.id, name, demo, rev: (before?.rev ?? 0) + 1, position: 0 };
      await this.database.save({ head, put: recordsOf(workshop), remove: [], changes: [], forgetAfter: 0 });
    });
    this.around.channel.postMessage({ workshopId: workshop.id, rev: -1 });
    await this.open(workshop.id);
  }

  /** Deletes a workshop; if it is the open one, another one has to be opened next. */
  async remove(workshopId: string): Promise<void> {
    await this.idle();
    await this.database.removeWorkshop(workshopId);
    this.around.channel.postMessage({ workshopId, rev: -1 });
    await this.refreshHeads();
  }

  /** Makes a change: shown at once, saved behind it, undone as one. @param mergeKey joins it to the change before */
  transact(label: string, recipe: Recipe, mergeKey: string | null = null): void {
    if (!this.state.workshop) return;
    const [next, patches] = produceWithPatches(this.state.workshop, recipe);
    if (patches.length === 0) return;
    this.pending.push({
      kind: 'change',
      id: this.around.newId(),
      label,
      recipe,
      mergeKey,
      atMs: this.around.nowMs(),
      patches,
    });
    this.writeJournal();
    this.set({ workshop: next, undoLabel: label, redoLabel: null });
    this.kick();
  }

  /** Takes the last change back. One that could not be saved yet is simply dropped. */
  undo(): void {
    const last = this.pending.at(-1);
    if (this.state.save.status === 'failed' && last?.kind === 'change') {
      this.pending.pop();
      this.writeJournal();
      this.show();
      return;
    }
    this.pending.push({ kind: 'undo' });
    this.kick();
  }

  /** Does again what was taken back. */
  redo(): void {
    this.pending.push({ kind: 'redo' });
    this.kick();
  }

  /** Forgets a notice that has been read. */
  dismissNotice = (): void => this.set({ notice: null });

  /** Drops a set-aside record for good. */
  async discardSetAside(key: string): Promise<void> {
    await this.database.discardSetAside(key);
    if (this.head) this.set({ setAside: await this.database.setAside(this.head.workshopId) });
  }

  /** Settles when everything pending is on disk or has failed. */
  async idle(): Promise<void> {
    while (this.saving) await this.saving;
  }

  /** Tries a failed save again at once. */
  retry = (): void => this.kick();

  private set(change: Partial<StoreState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }

  private writeJournal(): void {
    if (!this.head) return;
    const unsaved = this.pending.flatMap((p) =>
      p.kind === 'change' ? [{ id: p.id, label: p.label, mergeKey: p.mergeKey, atMs: p.atMs, patches: p.patches }] : [],
    );
    this.around.journal.write(this.head.workshopId, unsaved);
  }

  /** Changes that a reload interrupted before they were on disk are made again. */
  private async recover(workshopId: string): Promise<void> {
    const unsaved = this.around.journal.read(workshopId);
    if (unsaved.length === 0) return;
    const last = await this.database.change(workshopId, this.head!.position);
    const missing = unsaved.filter((u) => u.id !== last?.id);
    this.pending.push(
      ...missing.map((u) => ({
        ...u,
        kind: 'change' as const,
        recipe: (draft: Draft<Workshop>) => void applyPatches(draft, u.patches),
      })),
    );
    this.show();
    this.kick();
  }

  private async refreshHeads(): Promise<void> {
    this.set({ heads: await this.database.heads() });
  }

  private async load(workshopId: string): Promise<void> {
    const { head, records } = await this.database.readAll(workshopId);
    const { workshop, broken } = workshopFromRecords(workshopId, records);
    for (const { record, why } of broken) await this.database.moveAside(record, why);
    this.confirmed = workshop;
    this.head = head ?? { workshopId, name: workshop.settings.name, demo: workshop.settings.demo, rev: 0, position: 0 };
    const setAside = await this.database.setAside(workshopId);
    this.set({ status: 'ready', setAside });
    await this.showLabels();
    this.show();
  }

  /** Another tab has written: read what it left and put our own pending changes on top. */
  private async hear({ workshopId, rev }: { workshopId?: string; rev?: number }): Promise<void> {
    if (rev === -1) await this.refreshHeads();
    if (!this.head || workshopId !== this.head.workshopId || rev === this.head.rev || this.saving) return;
    if (await this.database.head(workshopId)) await this.load(workshopId);
    else this.set({ notice: 'This workshop was deleted in another tab. Export it here if you still need it.' });
  }

  /** Puts pending changes on top of what is confirmed. */
  private show(): void {
    if (!this.confirmed) return;
    let workshop = this.confirmed;
    for (const operation of this.pending) {
      if (operation.kind !== 'change') continue;
      try {
        workshop = produce(workshop, operation.recipe);
      } catch {
        this.set({ notice: `"${operation.label}" no longer fits: it was changed in another tab.` });
      }
    }
    this.set({ workshop });
  }

  private async showLabels(): Promise<void> {
    if (!this.head) return;
    const { workshopId, position } = this.head;
    const [last, next] = await Promise.all([
      this.database.change(workshopId, position),
      this.database.change(workshopId, position + 1),
    ]);
    this.set({ undoLabel: last?.label ?? null, redoLabel: next?.label ?? null });
  }

  private kick(): void {
    if (this.saving || !this.head || this.pending.length === 0) return;
    const { workshopId } = this.head;
    this.set({ save: this.failures > 0 ? this.state.save : { status: 'saving' } });
    this.saving = this.around
      .lock(`cosmesis/${workshopId}`, () => this.saveOne())
      .then(
        () => {
          this.failures = 0;
          this.saving = null;
          if (this.pending.length > 0) this.kick();
          else this.set({ save: { status: 'saved' } });
        },
        (error: unknown) => {
          this.saving = null;
          const why = error instanceof Error && error.name === 'QuotaExceededError' ? 'full' : 'other';
          this.set({ save: { status: 'failed', why, waiting: this.pending.length } });
          this.around.later(() => this.kick(), retryAfterMs[Math.min(this.failures, retryAfterMs.length - 1)]!);
          this.failures += 1;
        },
      );
  }

  /** Saves the first pending operation, on top of whatever is on disk now. */
  private async saveOne(): Promise<void> {
    const onDisk = await this.database.head(this.head!.workshopId);
    const behind = onDisk !== undefined && onDisk.rev !== this.head!.rev;
    if (behind) await this.load(this.head!.workshopId);
    const operation = this.pending[0]!;
    const worked = await this.work(operation);
    if (worked) {
      const { name, demo } = worked.next.settings;
      const head: Head = { ...this.head!, name, demo, rev: this.head!.rev + 1, position: worked.position };
      const touched = touchedRecords(worked.next, worked.patches);
      await this.database.save({
        head,
        ...touched,
        changes: worked.change ? [worked.change] : [],
        forgetAfter: worked.forgetAfter,
      });
      const renamed = head.name !== this.head!.name;
      this.confirmed = worked.next;
      this.head = head;
      this.around.channel.postMessage({ workshopId: head.workshopId, rev: head.rev });
      if (renamed) await this.refreshHeads();
    }
    this.pending.shift();
    this.writeJournal();
    if (operation.kind !== 'change' || behind) this.show();
    if (this.pending.length === 0) await this.showLabels();
  }

  private async work(operation: Operation): Promise<Worked | null> {
    const { workshopId, position } = this.head!;
    if (operation.kind === 'undo') {
      const change = await this.database.change(workshopId, position);
      if (!change) return null;
      return {
        next: applyPatches(this.confirmed!, change.inverse),
        patches: change.inverse,
        position: position - 1,
        change: null,
        forgetAfter: null,
      };
    }
    if (operation.kind === 'redo') {
      const change = await this.database.change(workshopId, position + 1);
      if (!change) return null;
      return {
        next: applyPatches(this.confirmed!, change.patches),
        patches: change.patches,
        position: position + 1,
        change: null,
        forgetAfter: null,
      };
    }
    return this.workChange(operation);
  }

  private async workChange(operation: Extract<Operation, { kind: 'change' }>): Promise<Worked | null> {
    const { workshopId, position } = this.head!;
    let result: readonly [Workshop, Patch[], Patch[]];
    try {
      result = produceWithPatches(this.confirmed!, operation.recipe);
    } catch {
      this.set({ notice: `"${operation.label}" no longer fits: it was changed in another tab.` });
      return null;
    }
    const [next, patches, inverse] = result;
    if (patches.length === 0) return null;
    const before = operation.mergeKey === null ? undefined : await this.database.change(workshopId, position);
    const merges = before?.mergeKey === operation.mergeKey && operation.atMs - before.atMs < mergeWithinMs;
    const change: StoredChange = merges
      ? {
          ...before,
          id: operation.id,
          atMs: operation.atMs,
          patches: [...before.patches, ...patches],
          inverse: [...inverse, ...before.inverse],
        }
      : {
          workshopId,
          id: operation.id,
          seq: position + 1,
          label: operation.label,
          mergeKey: operation.mergeKey,
          atMs: operation.atMs,
          patches,
          inverse,
        };
    return { next, patches, position: change.seq, change, forgetAfter: position };
  }
}
