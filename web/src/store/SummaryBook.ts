import type { PieceSummary } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import { hasPlan, type Piece, type Workshop } from '@cosmesis/core/workshop';

/** What the book shows: summaries by piece, and how many are still to be worked out. */
export interface Book {
  byId: ReadonlyMap<string, PieceSummary>;
  /** Pieces that have a plan. */
  all: number;
  /** Of these, how many have no summary at all yet. */
  missing: number;
  /** How often it became known that a piece takes or holds something else than before; and of which pieces. */
  turns: number;
  turnsOf: ReadonlyMap<string, number>;
}

/** What the book needs from its surroundings; tests bring their own. */
export interface BookMeans {
  nowMin: () => number;
  ask: (pieceIds: readonly string[], nowMin: number) => Promise<Result<PieceSummary[]>>;
  later: (work: () => void, ms: number) => void;
}

interface Entry {
  summary: PieceSummary;
  piece: Piece;
  products: Workshop['products'];
  settings: Workshop['settings'];
}

/** Pieces asked for at a time: what is on screen never waits long behind them. */
const atATime = 8;
/** The screen follows at most this often while some, or very many, are worked out, ms. */
const tellEveryMs = { some: 250, many: 1000 };
const many = 100;
/** Summaries wait so long after a change, ms: those that are looked at, and the others. */
const restMs = { wanted: 50, others: 1500 };

/** Whose summaries are looked at. What else there is to work out waits for a rest. */
export type Wanted = 'all' | readonly string[];

/**
 * Summaries of every piece of the workshop, worked out in the background, those first that are under way; again only where the
 * piece, the shelf or the ways changed, or the clock went on.
 */
export class SummaryBook {
  private workshop: Workshop | null = null;
  /** Which opening of a workshop it is about: what was asked for before it is of none any more. */
  private opening = 0;
  private entries = new Map<string, Entry>();
  private book: Book = { byId: new Map(), all: 0, missing: 0, turns: 0, turnsOf: new Map() };
  private turns = 0;
  private turnsOf = new Map<string, number>();
  private readonly listeners = new Map<() => void, Wanted>();
  private asking = false;
  private telling = false;
  private untold = false;
  private resting = false;
  /** What is due, the first one last; null: to be looked through again. */
  private waiting: Piece[] | null = null;
  private isFirst = true;
  /** Changes of the workshop so far; of those that are waited after, the last one: null where nothing waits. */
  private changes = 0;
  private waitsAfter: number | null = null;
  private atRest = false;

  constructor(private readonly means: BookMeans) {}

  get = (): Book => this.book;

  subscribe = (listener: () => void, wanted: Wanted = 'all'): (() => void) => {
    this.listeners.set(listener, wanted);
    // What somebody looks at now is worked out now.
    if (wanted.length > 0) {
      this.waiting = null;
      this.work();
    }
    return () => this.listeners.delete(listener);
  };

  private isWanted(pieceId: string): boolean {
    for (const wanted of this.listeners.values()) if (wanted === 'all' || wanted.includes(pieceId)) return true;
    return false;
  }

  /**
   * The workshop as it is now.
   * @param opening counts openings: one that is replaced as a whole under its id is another one
   */
  follow(workshop: Workshop | null, opening = this.opening): void {
    const other = workshop?.id !== this.workshop?.id || opening !== this.opening;
    this.opening = opening;
    if (other) this.entries.clear();
    this.workshop = workshop;
    this.waiting = null;
    this.isFirst = true;
    this.changes += 1;
    this.atRest = false;
    // How much there is to work out is known at once.
    if (other) this.tell();
    if (!workshop) return;
    let gone = false;
    for (const id of this.entries.keys())
      if (!workshop.pieces[id]) {
        this.entries.delete(id);
        gone = true;
      }
    if (gone || this.book.all === 0) this.tellSoon();
    // What was begun goes on at once; after a change what is on screen comes first.
    if (other) this.work();
    else this.workSoon();
  }

  private workSoon(): void {
    if (this.resting) return;
    this.resting = true;
    this.means.later(() => {
      this.resting = false;
      this.work();
    }, restMs.wanted);
  }

  /** Goes on with what nobody looks at once nothing changed for a while. */
  private workAtRest(): void {
    if (this.waitsAfter !== null) return;
    this.waitsAfter = this.changes;
    this.means.later(() => {
      this.atRest = this.waitsAfter === this.changes;
      this.waitsAfter = null;
      if (!this.atRest) return this.workAtRest();
      this.waiting = null;
      this.work();
    }, restMs.others);
  }

  /** The clock went on. */
  tick = (): void => {
    this.waiting = null;
    this.work();
  };

  private due(): Piece[] {
    const { workshop } = this;
    if (!workshop) return [];
    const due: { piece: Piece; weight: number; createdMs: number }[] = [];
    for (const id in workshop.pieces) {
      const piece = workshop.pieces[id]!;
      if (!this.isDue(workshop, piece)) continue;
      const weight = (this.entries.has(id) ? 0 : 2) + (piece.log.length > 0 ? 1 : 0);
      due.push({ piece, weight, createdMs: Date.parse(piece.createdAt) });
    }
    // The first one is the last of the list.
    return due.sort((a, b) => a.weight - b.weight || a.createdMs - b.createdMs).map((d) => d.piece);
  }

  private isDue(workshop: Workshop, piece: Piece): boolean {
    if (!hasPlan(piece)) return false;
    const e = this.entries.get(piece.id);
    if (!e || e.piece !== piece || e.products !== workshop.products || e.settings !== workshop.settings) return true;
    const age = this.means.nowMin() - e.summary.atMin;
    return age >= e.summary.freshForMin || age < 0;
  }

  /** The next ones of those that are due; what is due is looked through only where the workshop or the hour is another one. */
  private nextDue(workshop: Workshop): Piece[] {
    this.waiting ??= this.due();
    const some: Piece[] = [];
    // The first one after a change comes alone, so that something is there soon.
    const most = this.isFirst ? 1 : atATime;
    this.isFirst = false;
    let others = false;
    while (some.length < most && this.waiting.length > 0) {
      const piece = this.waiting.pop()!;
      if (workshop.pieces[piece.id] !== piece || !this.isDue(workshop, piece)) continue;
      if (this.atRest || this.isWanted(piece.id)) some.push(piece);
      else others = true;
    }
    if (others) this.workAtRest();
    return some;
  }

  private work(): void {
    const { workshop, opening } = this;
    if (this.asking || !workshop) return;
    const some = this.nextDue(workshop);
    if (some.length === 0) return;
    this.asking = true;
    const ids = some.map((p) => p.id);
    void this.means.ask(ids, this.means.nowMin()).then((told) => {
      this.asking = false;
      if (this.workshop?.id !== workshop.id || this.opening !== opening) return this.work();
      const { products, settings } = workshop;
      if (told.ok)
        for (const summary of told.value) {
          const piece = workshop.pieces[summary.pieceId];
          if (!piece) continue;
          this.note(summary);
          this.entries.set(summary.pieceId, { summary, piece, products, settings });
        }
      this.tellSoon();
      // An engine that fails is asked again later, not at once and for ever.
      if (told.ok) this.work();
      else this.means.later(this.tick, 5000);
    });
  }

  /** What a piece takes off the shelf bears on the others. */
  private note({ pieceId, draws }: PieceSummary): void {
    const before = this.entries.get(pieceId)?.summary.draws;
    if (!before || JSON.stringify(before) === JSON.stringify(draws)) return;
    this.turns += 1;
    this.turnsOf.set(pieceId, (this.turnsOf.get(pieceId) ?? 0) + 1);
  }

  private tellSoon(): void {
    this.untold = true;
    // The last of them is waited for.
    if (this.waiting?.length === 0) this.tell();
    if (this.telling || !this.untold) return;
    this.telling = true;
    this.means.later(
      () => {
        this.telling = false;
        if (this.untold) this.tell();
      },
      this.book.byId.size === 0 ? 0 : this.book.missing > many ? tellEveryMs.many : tellEveryMs.some,
    );
  }

  private tell(): void {
    this.untold = false;
    const { workshop } = this;
    const planned = workshop ? Object.values(workshop.pieces).filter(hasPlan) : [];
    const byId = new Map([...this.entries].map(([id, e]) => [id, e.summary]));
    const missing = planned.filter((p) => !byId.has(p.id)).length;
    this.book = { byId, all: planned.length, missing, turns: this.turns, turnsOf: new Map(this.turnsOf) };
    for (const listener of [...this.listeners.keys()]) listener();
  }
}
