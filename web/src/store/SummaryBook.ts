import type { PieceSummary } from '@cosmesis/core/reckoning';
import { latestFirst, type Result } from '@cosmesis/core/units';
import { hasPlan, type Piece, type Workshop } from '@cosmesis/core/workshop';

/** What the book shows: summaries by piece, and how many are still to be worked out. */
export interface Book {
  byId: ReadonlyMap<string, PieceSummary>;
  /** Pieces that have a plan. */
  all: number;
  /** Of these, how many have no summary at all yet. */
  missing: number;
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

/**
 * Summaries of every piece of the workshop, worked out in the background, those first that are under way; again only where the
 * piece, the shelf or the ways changed, or the clock went on.
 */
export class SummaryBook {
  private workshop: Workshop | null = null;
  private entries = new Map<string, Entry>();
  private book: Book = { byId: new Map(), all: 0, missing: 0 };
  private readonly listeners = new Set<() => void>();
  private asking = false;
  private telling = false;

  constructor(private readonly means: BookMeans) {}

  get = (): Book => this.book;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** The workshop as it is now. */
  follow(workshop: Workshop | null): void {
    const other = workshop?.id !== this.workshop?.id;
    if (other) this.entries.clear();
    this.workshop = workshop;
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
    this.work();
  }

  /** The clock went on. */
  tick = (): void => this.work();

  private due(): Piece[] {
    const { workshop } = this;
    if (!workshop) return [];
    const nowMin = this.means.nowMin();
    const due: Piece[] = [];
    for (const id in workshop.pieces) {
      const piece = workshop.pieces[id]!;
      if (!hasPlan(piece)) continue;
      const e = this.entries.get(id);
      const current = e && e.piece === piece && e.products === workshop.products && e.settings === workshop.settings;
      if (!current || nowMin - e.summary.atMin >= e.summary.freshForMin || nowMin < e.summary.atMin) due.push(piece);
    }
    const weight = (p: Piece) => (this.entries.has(p.id) ? 0 : 2) + (p.log.length > 0 ? 1 : 0);
    return due.sort((a, b) => weight(b) - weight(a) || latestFirst(a.createdAt, b.createdAt));
  }

  private work(): void {
    const { workshop } = this;
    if (this.asking || !workshop) return;
    const some = this.due().slice(0, atATime);
    if (some.length === 0) return;
    this.asking = true;
    const ids = some.map((p) => p.id);
    void this.means.ask(ids, this.means.nowMin()).then((told) => {
      this.asking = false;
      if (this.workshop?.id !== workshop.id) return this.work();
      const { products, settings } = workshop;
      if (told.ok)
        for (const summary of told.value) {
          const piece = workshop.pieces[summary.pieceId];
          if (piece) this.entries.set(summary.pieceId, { summary, piece, products, settings });
        }
      this.tellSoon();
      // An engine that fails is asked again later, not at once and for ever.
      if (told.ok) this.work();
      else this.means.later(() => this.work(), 5000);
    });
  }

  private tellSoon(): void {
    if (this.telling) return;
    this.telling = true;
    this.means.later(
      () => {
        this.telling = false;
        this.tell();
      },
      this.book.byId.size === 0 ? 0 : this.book.missing > many ? tellEveryMs.many : tellEveryMs.some,
    );
  }

  private tell(): void {
    const { workshop } = this;
    const planned = workshop ? Object.values(workshop.pieces).filter(hasPlan) : [];
    const byId = new Map([...this.entries].map(([id, e]) => [id, e.summary]));
    this.book = { byId, all: planned.length, missing: planned.filter((p) => !byId.has(p.id)).length };
    for (const listener of this.listeners) listener();
  }
}
