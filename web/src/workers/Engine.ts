import { readingFor } from '@cosmesis/core/deeds';
import { demoWorkshop } from '@cosmesis/core/demo';
import type { AirReading, Around, Fix } from '@cosmesis/core/finishing';
import { nothingAround, planOf } from '@cosmesis/core/finishing';
import { type TaughtWorkshop, taughtWorkshop } from '@cosmesis/core/learning';
import {
  bandsFor,
  type MatchAnswer,
  type MatchAsked,
  matchFor,
  type PaintAsked,
  type PaintMixAnswer,
  paintFor,
  putRightFor,
  type RecipeOn,
  type RemedyAnswer,
  recipeOn,
  type StickBand,
  type TroubleAsked,
  type WoodLook,
  type WoodOfPiece,
  woodLooks,
} from '@cosmesis/core/matching';
import type { Side } from '@cosmesis/core/merge';
import { type Deal, type Earned, earned, type SeenAtMarket, type WorthBuying, worthBuying } from '@cosmesis/core/money';
import type { Paper, PaperInput, PaperKind } from '@cosmesis/core/papers';
import { withTypicalSupplies } from '@cosmesis/core/products';
import {
  type AirAhead,
  type AirNow,
  airAhead,
  airNow,
  type ChangeOfMind,
  type ConflictPart,
  changeOfMind,
  comparePlans,
  compareSchools,
  compareTreatments,
  conflictWords,
  type FixPreview,
  inOrderOfWork,
  noSummary,
  type PieceSummary,
  type PieceTask,
  type PieceWithTasks,
  type PlanComparison,
  planKept,
  previewFix,
  type Question,
  type ReckonInput,
  type Reckoning,
  reckoningInTurn,
  reckonPiece,
  rehearseWorkshop,
  roomOf,
  roomsOf,
  type SchoolFigures,
  type SpaceBand,
  spaceBand,
  spaceOf,
  summaryOf,
  type Tried,
  type WhenTried,
  type WorkshopPlan,
  type WorkshopRehearsal,
  wetAround,
  whenTried,
  withTried,
  workshopAround,
  workshopPlan,
  workshopProblem,
} from '@cosmesis/core/reckoning';
import { rehearsed, seekConflict } from '@cosmesis/core/schedule';
import { type BuyList, buyList, type NeedOf } from '@cosmesis/core/stock';
import { contentHash, good, minuteOf, type Result, refused } from '@cosmesis/core/units';
import {
  type ColourLayer,
  type ColourRecipe,
  canonicalJson,
  emptyRecords,
  type FinishCard,
  type Forecast,
  type HouseRuleId,
  hasPlan,
  type KeptPlan,
  type LookKind,
  type Piece,
  type Product,
  type Reading,
  type Supply,
  type Workshop,
  type ZoneId,
} from '@cosmesis/core/workshop';
import { dequal } from 'dequal/lite';
import type { Changes, Mirrored } from './Changes';
import type { Copies, CopyRead, CopyTaken } from './Copies';
import type { Disk, KeptAnswer } from './Disk';
import { DrawBook } from './DrawBook';
import { type OrderQuestion, OrderSearch, seed, tasksFreshMin } from './OrderSearch';
import type { MadeFile } from './workshopFiles';

/** A reckoning as the page gets it: with the plan that was last seen, where another one is given now. */
export interface Reckoned extends Reckoning {
  plannedBefore: Piece['plannedBefore'] | null;
}

/** How far a better order of the workshop is sought. */
export interface SoughtPlan {
  /** Null: it is still the one that is known. */
  plan: WorkshopPlan | null;
  /** Names the plan. */
  no: number;
  /** How many orders were tried, of how many if none of them is better. */
  tried: number;
  of: number;
}

/** Pieces that are scheduled together at the most: those under way or promised first, then the oldest. */
const mostScheduled = 60;
/** Runs after which an offer names a range of days. */
const offerRuns = 200;

/** Orders tried before something is called impossible. */
const conflictTries = 120;

/** How far it is sought what cannot be kept together; null: nothing was found, or not yet. */
export interface WhyNot {
  done: boolean;
  parts: readonly ConflictPart[] | null;
}

/** Whether nothing of a record is another one: its parts are shared where they are equal. */
const unchanged = <T extends object>(before: T, now: T): boolean => {
  const keys = Object.keys(now) as (keyof T)[];
  return before === now || (keys.length === Object.keys(before).length && keys.every((k) => before[k] === now[k]));
};

/** Fields of a piece that are compared one by one, so that what did not change stays the same object. */
function sharing<T extends object>(before: T | undefined, now: T): T {
  if (!before) return now;
  const shared = Object.fromEntries(
    Object.entries(now).map(([key, value]) => {
      const was = (before as Record<string, unknown>)[key];
      return [key, dequal(was, value) ? was : value];
    }),
  );
  return unchanged(before, shared as T) ? before : (shared as T);
}

/** What was worked out of a piece in this session, and what it was worked out from. */
interface Known {
  piece: Piece;
  shop: Shop;
  summary: PieceSummary;
  /** The plan that was last seen. */
  plan: NonNullable<Piece['plannedBefore']>;
}
/** Shelf and ways as they stood for a while. */
interface Shop {
  products: Workshop['products'];
  settings: Workshop['settings'];
  /** Readings of the air, where plans depend on them. */
  readings: Workshop['readings'] | null;
  /** Where its cans stand, where plans depend on it. */
  warmth: string | null;
  /** Its name over days, once it was asked for. */
  hash?: string;
}

/** A rehearsal as far as it went, and what came of it when it is over. */
export interface Rehearsed {
  share: number;
  told: WorkshopRehearsal | null;
}

/** What instruments told of one workshop since its last deed. */
export interface Heard {
  workshopId: string;
  readings: readonly Reading[];
  forecast: Forecast | null;
}

/** A workshop with what was heard: the later forecast, and readings beside its own. */
function withHeard(of: Workshop, { readings, forecast }: Heard): Workshop {
  const own = of.settings.forecast;
  const later = forecast && (!own || Date.parse(forecast.takenAt) > Date.parse(own.takenAt)) ? forecast : own;
  return {
    ...of,
    settings: later === own ? of.settings : { ...of.settings, forecast: later },
    readings:
      readings.length === 0
        ? of.readings
        : Object.assign(emptyRecords<Reading>(), of.readings, Object.fromEntries(readings.map((r) => [r.id, r]))),
  };
}

const hashes = new WeakMap<Piece, string>();
/** Names a piece as it is, over days. */
function hashOf(piece: Piece): string {
  const hash = hashes.get(piece) ?? contentHash(canonicalJson(piece));
  hashes.set(piece, hash);
  return hash;
}

const failed = (error: unknown): Result<never> =>
  refused({
    code: 'core_failed',
    path: '',
    message: `This could not be worked out (${error instanceof Error ? error.message : String(error)}). The record is kept as it is.`,
  });

/** Runs core and turns whatever it throws into an issue: nothing is thrown across the border. */
function guarded<T>(work: () => Result<T>): Result<T> {
  try {
    return work();
  } catch (error) {
    return failed(error);
  }
}

/** Works with what is brought only when it is asked for: the worker begins sooner without it. */
async function brought<M, T>(module: Promise<M>, work: (module: M) => Result<T>): Promise<Result<T>> {
  try {
    return work(await module);
  } catch (error) {
    return failed(error);
  }
}

/**
 * What the worker does: it mirrors the open workshop, told record by record what changed, and works out what it is asked by id.
 * What was worked out is kept for as long as nothing it read changes.
 */
export class Engine {
  private workshop: Workshop | null = null;
  private readonly known = new Map<string, Known>();
  /** Answers of days before, of pieces that were not looked at since. */
  private kept = new Map<string, KeptAnswer>();
  private readonly toKeep = new Set<string>();
  private loading: Promise<void> = Promise.resolve();
  private lastShop: Shop | null = null;
  /** The demo, made before it was asked for. */
  private begun: { nowMin: number; timeZone: string; workshop: Workshop } | null = null;
  /** Of every piece that has been looked at. */
  private readonly draws = new DrawBook();
  private readonly tasks = new Map<string, { piece: Piece; shop: Shop; atMin: number; tasks: readonly PieceTask[] }>();
  private chosen: { of: Workshop; pieces: readonly Piece[] } | null = null;
  private readonly orders = new OrderSearch();
  /** Which opening of a workshop the orders are of. */
  private opening = 0;
  private rehearsal: { number: number; play: ReturnType<typeof rehearseWorkshop>; share: number } | null = null;
  private conflict: { number: number; own: readonly PieceWithTasks[]; seek: ReturnType<typeof seekConflict> } | null =
    null;
  private heard: Heard | null = null;
  private itsCopies: Copies | null = null;
  private taught: { of: Workshop; workshop: TaughtWorkshop } | null = null;
  private withHeard: { of: Workshop; heard: Heard; workshop: Workshop } | null = null;

  /** @param codeVersion names the code: answers of another one are worked out again */
  constructor(
    private readonly codeVersion: string,
    private readonly store: Disk,
  ) {}

  /** Takes over what changed. Records that are put again share what did not change with what they were. */
  apply({ workshopId, opening, fresh, settings, put, remove }: Changes): void {
    if (opening !== this.opening) this.orders.leave();
    this.opening = opening;
    const before = this.workshop?.id === workshopId ? this.workshop : null;
    if (fresh || !this.workshop) {
      this.workshop = {
        id: workshopId,
        settings: settings as Workshop['settings'],
        pieces: emptyRecords(),
        products: emptyRecords(),
        readings: emptyRecords(),
        containers: emptyRecords(),
        mixes: emptyRecords(),
        supplies: emptyRecords(),
      };
      // The same workshop told again keeps what is known of it: each answer says itself what it came from.
      if (!before) {
        this.known.clear();
        this.draws.clear();
      }
      this.kept = new Map();
      // Of the demo that was begun here nothing is on the disk that is not known.
      const kept = before ? Promise.resolve({ answers: [], order: null }) : this.store.read(workshopId);
      this.loading = kept.then(
        ({ answers, order }) => {
          for (const a of answers) this.kept.set(a.pieceId, a);
          // It may come when another workshop is open already.
          if (order?.code === this.codeVersion && opening === this.opening) this.orders.bring(order);
        },
        () => {},
      );
    }
    const next: Workshop = {
      ...this.workshop,
      ...(settings ? { settings: sharing((before ?? this.workshop).settings, settings) } : {}),
    };
    const copied = new Set<Mirrored>();
    const own = (collection: Mirrored): Record<string, { id: string }> => {
      if (!copied.has(collection)) {
        copied.add(collection);
        (next[collection] as unknown) = Object.assign(emptyRecords(), next[collection]);
      }
      return next[collection];
    };
    for (const [collection, record] of put) {
      const records = own(collection);
      const { id } = record as { id: string };
      records[id] = sharing(records[id] ?? before?.[collection][id], record as { id: string });
    }
    for (const [collection, id] of remove) delete own(collection)[id];
    for (const [collection, id] of remove) if (collection === 'pieces') this.forget(id);
    this.workshop = next;
  }

  /** The workshop as its plans are worked out: with what the instruments told, and what its log teaches. */
  private open(): TaughtWorkshop {
    const of = this.heardOf();
    if (this.taught?.of !== of) {
      const workshop = taughtWorkshop(of);
      const { taught } = workshop.settings;
      const before = this.taught?.workshop.settings.taught;
      // What was learnt stays the same object for as long as it says the same.
      if (taught && before && dequal(taught, before)) workshop.settings.taught = before;
      const colours = this.taught?.workshop.settings.colours;
      if (workshop.settings.colours && dequal(workshop.settings.colours, colours)) workshop.settings.colours = colours!;
      this.taught = { of, workshop };
    }
    return this.taught.workshop;
  }

  /** The workshop as it is kept, with what the instruments told since. */
  private heardOf(): Workshop {
    if (!this.workshop) throw new Error('no workshop is open');
    const { workshop: of, heard } = this;
    if (!heard || heard.workshopId !== of.id) return of;
    if (this.withHeard?.of !== of || this.withHeard.heard !== heard)
      this.withHeard = { of, heard, workshop: withHeard(of, heard) };
    return this.withHeard.workshop;
  }

  /** Takes what the instruments tell: plans are worked out with it, and the next deed keeps it. */
  hear(heard: Heard): Result<true> {
    this.heard = heard;
    return good(true as const);
  }

  /** The air of the space a piece stands in, or of the usual one, with the coats to come there. */
  airNow(pieceId: string | null, nowMin: number): Result<AirNow | null> {
    return guarded(() => {
      const w = this.open();
      const own = pieceId === null ? undefined : w.pieces[pieceId];
      const spaceId = spaceOf(own ?? {}, w.settings.spaces)?.id ?? null;
      const around = own ? roomsOf(w, nowMin).of(own) : null;
      return good(airNow(w, spaceId, this.coatsAhead(spaceId), nowMin, around));
    });
  }

  private supplies(): Supply[] {
    return withTypicalSupplies(Object.values(this.open().supplies));
  }

  /** Products of the coats to come in a space, as far as they are worked out. */
  private coatsAhead(spaceId: string | null): Product[] {
    const { pieces, products, settings } = this.open();
    const ids = new Set(
      [...this.known.values()].flatMap(({ piece, summary }) => {
        const there = pieces[piece.id];
        const here = there && (spaceOf(there, settings.spaces)?.id ?? null) === spaceId;
        return here ? summary.draws.map((d) => d.productId) : [];
      }),
    );
    return [...ids].flatMap((id) => products[id] ?? []);
  }

  /** The air of a space over days, hour by hour, and when each coat to come may go on there. */
  airAhead(spaceId: string, nowMin: number): Result<AirAhead> {
    return guarded(() => {
      const { settings, readings, pieces } = this.open();
      const space = settings.spaces.find((s) => s.id === spaceId);
      const room = space && roomOf(space, settings, readings);
      if (!room) throw new Error('the space is not in the workshop any more');
      const here = Object.values(pieces).filter((p) => spaceOf(p, settings.spaces)?.id === spaceId);
      return good(airAhead(room, this.coatsAhead(spaceId), nowMin, here));
    });
  }

  private pieceOf(pieceId: string): Piece {
    const piece = this.open().pieces[pieceId];
    if (!piece) throw new Error('the piece is not in the workshop any more');
    return piece;
  }

  private air({ spaceId }: Piece): AirReading | null {
    const last = readingFor(this.open(), spaceId);
    if (!last) return null;
    const { airTempC, relHumFrac, surfaceTempC, at } = last;
    return { airTempC, relHumFrac, surfaceTempC, atMin: minuteOf(at) };
  }

  private around(nowMin: number): (piece: Piece) => Around {
    const w = this.open();
    const around = workshopAround(
      {
        pieces: Object.values(w.pieces),
        products: w.products,
        containers: Object.values(w.containers),
        supplies: Object.values(w.supplies),
        drawsOf: (productId) => this.draws.of(productId),
      },
      nowMin,
    );
    return (piece) =>
      around(
        piece,
        planOf(piece, w).steps.flatMap((s) => s.productId ?? []),
      );
  }

  private input(pieceId: string, nowMin: number): ReckonInput {
    const { products, settings, containers } = this.open();
    const piece = this.pieceOf(pieceId);
    const shelf = Object.values(containers);
    return {
      piece,
      products,
      settings,
      nowMin,
      rooms: roomsOf(this.open(), nowMin),
      air: this.air(piece),
      around: this.around(nowMin)(piece),
      containers: shelf,
    };
  }

  private shop(): Shop {
    const { products, settings, containers, readings: all } = this.open();
    const readings = settings.spaces.length > 0 ? all : null;
    const last = this.lastShop;
    // Of the cans only how warm they are is a matter of the plan.
    const { shelfSpaceId } = settings;
    const warmth =
      shelfSpaceId === undefined
        ? null
        : Object.values(containers)
            .map((c) => `${c.productId} ${c.broughtIn?.at ?? ''} ${c.broughtIn?.spaceId ?? ''}`)
            .sort()
            .join('\n');
    const sameAir =
      last && (last.readings === readings || (last.readings && readings && unchanged(last.readings, readings)));
    const same = sameAir && last.warmth === warmth;
    if (same && unchanged(last.products, products) && unchanged(last.settings, settings)) return last;
    this.lastShop = { products, settings, readings, warmth };
    return this.lastShop;
  }
  private hashOf(shop: Shop): string {
    const { products, settings, readings, warmth } = shop;
    shop.hash ??= contentHash(canonicalJson({ products, settings, readings, warmth, code: this.codeVersion }));
    return shop.hash;
  }

  /** Keeps what was worked out of a piece, and the plan that was last seen of it. */
  private keep(piece: Piece, summary: PieceSummary): Known {
    const { id } = piece;
    const before = this.known.get(id);
    const kept = before ? undefined : this.kept.get(id);
    const same = before ? unchanged(before.piece, piece) : kept !== undefined && kept.pieceHash === hashOf(piece);
    const seen = same ? (before ?? kept)?.plan : undefined;
    const known = { piece, shop: this.shop(), summary, plan: seen ?? planKept(planOf(piece, this.open()).steps) };
    this.remember(known);
    this.toKeep.add(id);
    return known;
  }
  private forget(pieceId: string): void {
    this.known.delete(pieceId);
    this.draws.put(pieceId, []);
  }
  private remember(known: Known): void {
    const before = this.known.get(known.piece.id)?.summary;
    this.known.set(known.piece.id, known);
    if (!before || !dequal(before.draws, known.summary.draws)) this.draws.put(known.piece.id, known.summary.draws);
  }

  /** Writes what has to be kept; called when there is nothing else to do. True where something was written. */
  async keepAnswers(): Promise<boolean> {
    const answers = [...this.toKeep].flatMap((pieceId): KeptAnswer[] => {
      const known = this.known.get(pieceId);
      if (!known) return [];
      const { piece, shop, summary, plan } = known;
      const pieceHash = hashOf(piece);
      return [{ pieceId, key: `${pieceHash}/${this.hashOf(shop)}`, pieceHash, summary, plan }];
    });
    this.toKeep.clear();
    if (!this.workshop) return false;
    const order = this.orders.toKeep();
    if (answers.length === 0 && !order) return false;
    await this.store.write(this.workshop.id, { answers, order: order && { ...order, code: this.codeVersion } });
    return true;
  }

  /** Everything about one piece. Its plan as last seen comes with it, where this one is another. */
  async reckon(pieceId: string, nowMin: number): Promise<Result<Reckoned>> {
    await this.loading;
    return guarded(() => {
      const input = this.input(pieceId, nowMin);
      const told = reckonPiece(input);
      if (!told.ok) return told;
      const { plan } = this.keep(input.piece, summaryOf(input.piece, told.value, nowMin));
      return good({ ...told.value, plannedBefore: plan }, told.warnings);
    });
  }

  /** What the lists show of some pieces: worked out only where something it read has changed since it was kept. */
  async summariesOf(pieceIds: readonly string[], nowMin: number): Promise<Result<PieceSummary[]>> {
    await this.loading;
    return guarded(() => {
      const w = this.open();
      const around = wetAround(Object.values(w.pieces), w.products, nowMin);
      return good(pieceIds.flatMap((id) => (w.pieces[id] ? [this.summary(w.pieces[id], nowMin, around)] : [])));
    });
  }

  private summary(piece: Piece, nowMin: number, around: (piece: Piece) => Around): PieceSummary {
    const fresh = (s: PieceSummary) => s.atMin <= nowMin && nowMin - s.atMin < s.freshForMin;
    const known = this.known.get(piece.id);
    const kept = this.kept.get(piece.id);
    const shop = this.shop();
    if (known && known.shop === shop && unchanged(known.piece, piece) && fresh(known.summary)) return known.summary;
    if (kept && !known && fresh(kept.summary)) {
      if (kept.key === `${hashOf(piece)}/${this.hashOf(shop)}`) {
        this.remember({ piece, shop, summary: kept.summary, plan: kept.plan });
        return kept.summary;
      }
    }
    const { products, settings } = this.open();
    const withTasks = this.scheduled().includes(piece);
    const told = guarded(() =>
      reckonPiece({
        piece,
        products,
        settings,
        nowMin,
        rooms: roomsOf(this.open(), nowMin),
        air: null,
        around: around(piece),
        withTasks,
      }),
    );
    const summary = told.ok
      ? summaryOf(piece, told.value, nowMin)
      : noSummary(piece.id, nowMin, told.issues[0]?.message ?? '');
    if (told.ok && withTasks)
      this.tasks.set(piece.id, { piece, shop: this.shop(), atMin: nowMin, tasks: told.value.tasks });
    this.keep(piece, summary);
    return summary;
  }

  /** The pieces that are scheduled together, in order of work. */
  private scheduled(): readonly Piece[] {
    const of = this.open();
    if (this.chosen?.of !== of) {
      const planned = Object.values(of.pieces).filter(hasPlan);
      this.chosen = { of, pieces: inOrderOfWork(planned).slice(0, mostScheduled) };
    }
    return this.chosen.pieces;
  }

  /** What is to be done on a piece, where that is known; null: it has to be worked out. */
  private knownTasks(piece: Piece, nowMin: number): readonly PieceTask[] | null {
    const known = this.tasks.get(piece.id);
    // As long as the lists show what was worked out then, the schedule is made of the same sittings.
    const shown = known && this.known.get(piece.id)?.summary.atMin === known.atMin;
    const fresh = known && (shown || Math.abs(nowMin - known.atMin) < tasksFreshMin);
    return fresh && known.shop === this.shop() && unchanged(known.piece, piece) ? known.tasks : null;
  }

  /** Works out what is to be done on scheduled pieces, for so long. @returns how many of them are still not known */
  private workOutTasks(nowMin: number, forMs: number): number {
    const missing = this.scheduled().filter((p) => this.knownTasks(p, nowMin) === null);
    const until = performance.now() + forMs;
    let done = 0;
    while (done < missing.length && (done === 0 || performance.now() < until)) {
      this.tasksOf(missing[done]!, nowMin);
      done += 1;
    }
    return missing.length - done;
  }

  private tasksOf(piece: Piece, nowMin: number): readonly PieceTask[] {
    const known = this.knownTasks(piece, nowMin);
    if (known) return known;
    const shop = this.shop();
    const { products, settings } = this.open();
    const told = reckonPiece({
      piece,
      products,
      settings,
      nowMin,
      rooms: roomsOf(this.open(), nowMin),
      withTasks: true,
    });
    const tasks = told.ok ? told.value.tasks : [];
    this.tasks.set(piece.id, { piece, shop, atMin: nowMin, tasks });
    return tasks;
  }

  /** The whole workshop in time, as far as a good order was found. */
  workshopPlan(nowMin: number): Result<WorkshopPlan> {
    return guarded(() => {
      const { own, search } = this.sought(nowMin, 0);
      return good(workshopPlan(own, search.best, nowMin, this.open().settings));
    });
  }

  /**
   * Seeks a better order of the whole workshop. The first answer comes as soon as all its pieces are worked out, a few at a time;
   * asked again, it goes on from there.
   * @param more how many more orders are tried now
   * @param known the plan that need not be told again; null: none is known
   * @param forMs how long pieces are worked out at one go; at least one is
   */
  async betterPlan(
    nowMin: number,
    more: number,
    known: number | null,
    forMs: number,
  ): Promise<Result<SoughtPlan | { missing: number }>> {
    await this.loading;
    return guarded<SoughtPlan | { missing: number }>(() => {
      const missing = this.workOutTasks(nowMin, forMs);
      if (missing > 0) return good({ missing });
      const { own, search } = this.sought(nowMin, more);
      const { no, tried, until } = search;
      const plan = no === known ? null : workshopPlan(own, search.best, nowMin, this.open().settings);
      return good({ plan, no, tried, of: until });
    });
  }

  /** The search for the workshop as it is, so much further. */
  private sought(nowMin: number, more: number) {
    const { settings } = this.open();
    const chosen = this.scheduled();
    const own: PieceWithTasks[] = chosen.map((piece) => ({ piece, tasks: this.tasksOf(piece, nowMin) }));
    const shop = this.shop();
    const question: OrderQuestion = {
      tasks: own.map((p) => p.tasks),
      atMin: Math.min(nowMin, ...chosen.map((p) => this.tasks.get(p.id)!.atMin)),
      nowMin,
      problem: () => workshopProblem(own, settings, nowMin),
      key: () => contentHash([this.hashOf(shop), ...chosen.map(hashOf)].join()),
    };
    return { own, search: this.orders.sought(question, more) };
  }

  /** The schedule of the workshop as it stands, with its question. */
  private asScheduled(nowMin: number) {
    const { own, search } = this.sought(nowMin, 0);
    return { own, best: search.best, problem: workshopProblem(own, this.open().settings, nowMin) };
  }

  /** What a sitting at another minute would mean: what it moves, or why it cannot be. */
  tryWhen(nowMin: number, tried: Tried): Result<WhenTried> {
    return guarded(() => {
      const { own, problem, best } = this.asScheduled(nowMin);
      return good(whenTried(own, problem, best, tried, seed));
    });
  }

  /**
   * What of a piece cannot be kept together, and what would resolve each. Asked again with the same number it goes on where it
   * was.
   * @param tried a sitting that is tried at another minute; null: as it is planned
   * @param forMs how long it is gone on with now
   */
  whyNot(number: number, nowMin: number, pieceId: string, tried: Tried | null, forMs: number): Result<WhyNot> {
    return guarded<WhyNot>(() => {
      if (this.conflict?.number !== number) {
        const { own, problem } = this.asScheduled(nowMin);
        const asked = tried ? withTried(problem, tried) : problem;
        this.conflict = { number, own, seek: seekConflict(asked, pieceId, conflictTries, seed) };
      }
      const { seek, own } = this.conflict;
      for (const until = performance.now() + forMs; performance.now() < until; ) {
        const next = seek.next();
        if (!next.done) continue;
        this.conflict = null;
        const { room } = this.open().settings;
        return good({ done: true, parts: next.value && conflictWords(next.value, own, pieceId, room) });
      }
      return good({ done: false, parts: null });
    });
  }

  /**
   * Plays the schedule many times. Asked again with the same number it goes on where it was; another number begins anew, and
   * lets go of the one before.
   * @param forMs how long it is gone on with now
   */
  rehearse(number: number, runs: number, nowMin: number, forMs: number): Result<Rehearsed> {
    return guarded<Rehearsed>(() => {
      if (this.rehearsal?.number !== number) {
        const { own, problem, best } = this.asScheduled(nowMin);
        const { settings } = this.open();
        this.rehearsal = { number, play: rehearseWorkshop(own, problem, best, settings, runs, seed), share: 0 };
      }
      const { rehearsal } = this;
      for (const until = performance.now() + forMs; performance.now() < until; ) {
        const next = rehearsal.play.next();
        if (next.done) {
          this.rehearsal = null;
          return good({ share: 1, told: next.value });
        }
        rehearsal.share = next.value;
      }
      return good({ share: rehearsal.share, told: null });
    });
  }

  /** When coats may go on in each space in which some are to come. */
  spaceBands(nowMin: number): Result<SpaceBand[]> {
    return guarded(() =>
      good(
        roomsOf(this.open(), nowMin)
          .all()
          .map((room) => spaceBand(room, this.coatsAhead(room.air.space.id), nowMin))
          .filter((band) => band.stretches.length > 0),
      ),
    );
  }

  /** The plan of a piece as it is now was seen. */
  seePlan(pieceId: string): Result<true> {
    return guarded(() => {
      const piece = this.pieceOf(pieceId);
      const known = this.known.get(pieceId);
      if (known) {
        known.plan = planKept(planOf(piece, this.open()).steps);
        this.toKeep.add(pieceId);
      }
      return good(true as const);
    });
  }

  schools(pieceId: string, ruleId: HouseRuleId, nowMin: number): Result<SchoolFigures[]> {
    return guarded(() => compareSchools({ ...this.input(pieceId, nowMin), around: nothingAround }, ruleId));
  }
  treatments(pieceId: string, nowMin: number): Result<Question[]> {
    return guarded(() => compareTreatments({ ...this.input(pieceId, nowMin), around: nothingAround }));
  }
  preview(pieceId: string, fix: Fix, nowMin: number): Result<FixPreview> {
    return guarded(() => previewFix(this.input(pieceId, nowMin), fix));
  }
  changeOfMind(pieceId: string, zoneId: ZoneId, look: LookKind, nowMin: number): Result<ChangeOfMind> {
    return guarded(() => changeOfMind(this.input(pieceId, nowMin), zoneId, look));
  }
  plans(pieceId: string, kept: KeptPlan, nowMin: number): Result<PlanComparison> {
    return guarded(() => comparePlans(this.input(pieceId, nowMin), kept));
  }

  /** Ways to bring zones to one colour. */
  match(asked: MatchAsked, nowMin: number): Result<MatchAnswer> {
    return guarded(() => matchFor(asked, this.open(), nowMin));
  }
  /** What layers would look like on a zone, band by band. */
  bandsOn(pieceId: string, zoneId: ZoneId, layers: readonly ColourLayer[]): Result<StickBand[]> {
    return guarded(() => bandsFor(this.open(), pieceId, zoneId, layers));
  }
  /** How the bare wood of a zone looks: dry, wetted and under its clear. */
  woodLooks(pieceId: string, zoneId: ZoneId): Result<WoodLook[]> {
    return guarded(() => woodLooks(this.open(), pieceId, zoneId));
  }
  /** What a recipe looks like on the wood of another piece, which need not be in the workshop yet. */
  recipeOn(recipe: ColourRecipe, piece: WoodOfPiece, zoneId: ZoneId): Result<RecipeOn> {
    const { products, settings } = this.open();
    return guarded(() => recipeOn(recipe, piece, zoneId, products, settings.colours));
  }
  /** Mixes of paints and washes for a colour. */
  paintMixes(asked: PaintAsked): Result<PaintMixAnswer[]> {
    return guarded(() => paintFor(this.open(), asked));
  }
  /** What can be done with a colour that came out wrong. */
  putRight(asked: TroubleAsked): Result<RemedyAnswer[]> {
    return guarded(() => putRightFor(this.open(), asked));
  }

  /** What to buy for what is needed. */
  buy(needs: readonly NeedOf[], nowMin: number): Result<BuyList> {
    return guarded(() => {
      const { containers, products } = this.open();
      return good(buyList(needs, Object.values(containers), products, nowMin));
    });
  }

  /** A piece as the schedule of all of them has it. */
  private inItsTurn(reckoning: Reckoning, nowMin: number): Reckoning {
    const plan = this.workshopPlan(nowMin);
    return plan.ok ? reckoningInTurn(reckoning, plan.value) : reckoning;
  }
  /** The sittings of a piece as a calendar. */
  calendar(pieceId: string, nowMin: number): Promise<Result<string>> {
    return brought(import('@cosmesis/core/takeaway'), ({ sittingsToICalendar }) => {
      const input = this.input(pieceId, nowMin);
      const told = reckonPiece(input);
      if (!told.ok) return told;
      const placed = this.inItsTurn(told.value, nowMin);
      return good(sittingsToICalendar(input.piece.name, placed, input.products, nowMin));
    });
  }
  /** A paper of a piece; an offer names the days between which the workshop, rehearsed, has it ready. */
  paper(kind: PaperKind, pieceId: string, nowMin: number): Promise<Result<Paper>> {
    return brought(import('@cosmesis/core/papers'), ({ makePaper, paperReckoning }) => {
      const asked = this.input(pieceId, nowMin);
      const told = reckonPiece(asked);
      if (!told.ok) return told;
      const { piece, products } = asked;
      let ready: PaperInput['ready'] = null;
      if (kind === 'offer') {
        const { best, problem } = this.asScheduled(nowMin);
        const order = new Map(best.placed.map((p) => [p.id, p.startMin]));
        ready = rehearsed(problem, order, offerRuns, seed).pieces.find((p) => p.pieceId === pieceId) ?? null;
      }
      const supplies = this.supplies();
      const { settings, mixes } = this.open();
      const plan = this.workshopPlan(nowMin);
      const reckoning = paperReckoning(kind, told.value, plan.ok ? plan.value : undefined);
      const input = { piece, reckoning, products, settings, supplies, mixes, nowMin, ready };
      return good(makePaper(kind, input));
    });
  }
  /** The schedule of the workshop as it was last found, as a calendar. */
  workshopCalendar(nowMin: number): Promise<Result<string>> {
    return brought(import('@cosmesis/core/takeaway'), ({ workshopToICalendar }) => {
      const plan = this.workshopPlan(nowMin);
      if (!plan.ok) return plan;
      const { pieces, settings } = this.open();
      const names = new Map(Object.values(pieces).map((p) => [p.id, p.name]));
      return good(workshopToICalendar(settings.name, plan.value, names, nowMin));
    });
  }
  /** What a piece takes, as a list. */
  csv(pieceId: string, nowMin: number): Promise<Result<string>> {
    return brought(import('@cosmesis/core/takeaway'), ({ quantitiesToCsv }) => {
      const input = this.input(pieceId, nowMin);
      const told = reckonPiece(input);
      return told.ok ? good(quantitiesToCsv(input.piece.name, told.value, input.products)) : told;
    });
  }

  /** Makes the demo ready before it is asked for: on a first visit nothing else can be. Answers with its pieces. */
  begin(nowMin: number, timeZone: string): string[] {
    if (this.workshop) return [];
    const workshop = demoWorkshop(nowMin, timeZone);
    this.begun = { nowMin, timeZone, workshop };
    this.workshop = workshop;
    return Object.keys(workshop.pieces);
  }

  demo(nowMin: number, timeZone: string): Result<Workshop> {
    const { begun } = this;
    this.begun = null;
    if (begun?.nowMin === nowMin && begun.timeZone === timeZone) return good(begun.workshop);
    return guarded(() => good(demoWorkshop(nowMin, timeZone)));
  }
  /** Whether a piece seen at the market is worth buying, beside all that is under way. */
  worth(seen: SeenAtMarket, deal: Deal, nowMin: number): Result<WorthBuying> {
    return guarded(() => {
      const w = this.open();
      const supplies = this.supplies();
      const { own: others } = this.sought(nowMin, 0);
      const input = { products: w.products, settings: w.settings, nowMin, rooms: roomsOf(w, nowMin) };
      return worthBuying(seen, deal, { input, settings: w.settings, supplies, others });
    });
  }

  /** The finish cards of pieces: of each zone that a finish was laid on; pieces that cannot be worked out have none. */
  cards(pieceIds: readonly string[], nowMin: number): Promise<Result<FinishCard[]>> {
    return brought(import('@cosmesis/core/cards'), ({ cardsOf }) =>
      good(
        pieceIds.flatMap((id) => {
          const asked = this.input(id, nowMin);
          const told = reckonPiece(asked);
          return told.ok ? cardsOf(asked.piece, told.value, this.open()) : [];
        }),
      ),
    );
  }

  /** What pieces cost and brought; pieces that cannot be worked out are left out. */
  earned(pieceIds: readonly string[], nowMin: number): Result<Earned[]> {
    return guarded(() => {
      const { settings } = this.open();
      const packs = this.supplies();
      return good(
        pieceIds.flatMap((id) => {
          const asked = this.input(id, nowMin);
          const told = reckonPiece(asked);
          return told.ok ? [earned(asked.piece, told.value, settings, packs)] : [];
        }),
      );
    });
  }

  /** What files are made and read with is brought when one is. */
  private async copies<T>(work: (copies: Copies) => Promise<Result<T>>): Promise<Result<T>> {
    try {
      if (!this.itsCopies) {
        const { Copies } = await import('./Copies');
        this.itsCopies ??= new Copies(() => this.heardOf(), this.store);
      }
      return await work(this.itsCopies);
    } catch (error) {
      return failed(error);
    }
  }
  /** The open workshop as a file. */
  exportFile(exportedAt: string): Promise<Result<MadeFile>> {
    return this.copies((c) => c.exportFile(exportedAt));
  }
  /** The workshop as a ZIP with its photographs. @param only these of them; left out: all */
  exportZip(exportedAt: string, only?: readonly string[]): Promise<Result<{ blob: Blob; left: number }>> {
    return this.copies((c) => c.exportZip(exportedAt, only));
  }
  /** Some pieces of the open workshop as a file for another copy of it. @param since readings from then on go with it */
  exportSome(pieceIds: readonly string[], since: string | null, exportedAt: string): Promise<Result<MadeFile>> {
    return this.copies((c) => c.exportSome(pieceIds, since, exportedAt));
  }
  /** Reads another copy of the open workshop, and tells what taking it over would mean. */
  readCopy(file: Blob): Promise<Result<CopyRead>> {
    return this.copies((c) => c.readCopy(file));
  }
  /** What taking over the copy that was read changes, record by record. */
  takeCopy(decide: Readonly<Record<string, Side>>): Promise<Result<CopyTaken>> {
    return this.copies((c) => c.takeCopy(decide));
  }
  /** Reads a file and keeps it as a workshop of its own. */
  importFile(
    file: Blob,
    freeId: string,
    progress?: (share: number) => void,
  ): Promise<Result<{ workshopId: string; name: string }>> {
    return this.copies((c) => c.importFile(file, freeId, progress));
  }
}
