import type { PieceTask } from '@cosmesis/core/reckoning';
import {
  improvingSchedule,
  type WorkshopOrder,
  type WorkshopProblem,
  type WorkshopSchedule,
} from '@cosmesis/core/schedule';

/** Orders tried at the most for a workshop that changed, and how many in vain before it is let be. */
const tries = 250;
const triesInVain = 60;
export const seed = 1;
/** What was worked out of a piece so long ago is worked out again, minutes. */
export const tasksFreshMin = 10;
/** What was found is sought anew where the clock alone made it so much dearer: something passed that was to begin. */
const dearer = 1.1;
/** Questions whose orders are known at the most: what was undone is asked again as it was. */
const mostFound = 12;

/** An order that was found for one question, and how far it was sought. */
export interface FoundOrder {
  /** Names the question. */
  key: string;
  /** When its sittings were worked out, minutes since 1970. */
  atMin: number;
  order: WorkshopOrder;
  /** How many orders were tried, and where it ends unless a better one is found before. */
  tried: number;
  until: number;
}

/** What is asked: which sittings, and what else there is to know of it when it is needed. */
export interface OrderQuestion {
  tasks: readonly (readonly PieceTask[])[];
  /** When the first of them were worked out, and now: minutes since 1970. */
  atMin: number;
  nowMin: number;
  problem: () => WorkshopProblem;
  /** Names all but the time: the clock alone going on makes no other question of it. */
  key: () => string;
}

/** A search for a better schedule, as far as it went. */
interface Search {
  question: OrderQuestion;
  steps: ReturnType<typeof improvingSchedule>;
  best: WorkshopSchedule;
  /** When the sittings were worked out for which it was sought. */
  atMin: number;
  tried: number;
  until: number;
  /** Names the best. */
  no: number;
}

const isSame = (a: FoundOrder, b: FoundOrder | null): boolean =>
  a.key === b?.key && a.atMin === b.atMin && a.tried === b.tried;

/**
 * Seeks a good order of the whole workshop, bit by bit. A question that was asked before, in this session or before the page was
 * loaded again, has the order that was found for it and is not sought anew; another one begins with the order before.
 */
export class OrderSearch {
  private search: Search | null = null;
  private readonly found = new Map<string, FoundOrder>();
  /** Of the question before the page was loaded. */
  private before: FoundOrder | null = null;
  /** What is on the disk, as far as it is known. */
  private written: FoundOrder | null = null;
  private plans = 0;

  /** Another workshop: what was found for the one before is no beginning for it. */
  leave(): void {
    this.keepFound();
    this.search = null;
    this.before = null;
    // Its place on the disk may be empty by now: a demo that is put back is written whole.
    this.written = null;
  }

  /** What was kept of the workshop that is open now. */
  bring(kept: FoundOrder): void {
    this.before = kept;
    this.written = kept;
    this.remember(kept);
  }

  /** The search for a question, so much further. */
  sought(question: OrderQuestion, more: number): Readonly<Search> {
    const asked = this.search?.question;
    const same = asked?.tasks.length === question.tasks.length && asked.tasks.every((t, i) => t === question.tasks[i]);
    if (!this.search || !same || asked.nowMin !== question.nowMin) {
      if (!same) this.keepFound();
      const found = same || this.found.size === 0 ? undefined : this.found.get(question.key());
      const stillFresh = found && Math.abs(question.atMin - found.atMin) < tasksFreshMin;
      const order = found?.order ?? this.search?.best.order ?? this.before?.order ?? null;
      const steps = improvingSchedule(question.problem(), tries, seed, order);
      const first = steps.next().value as { schedule: WorkshopSchedule };
      const holds = same && first.schedule.cost <= dearer * this.search!.best.cost;
      const anew = { atMin: question.atMin, tried: 0, until: triesInVain };
      const { atMin, tried, until } = (holds ? this.search : stillFresh ? found : null) ?? anew;
      this.search = { question, steps, best: first.schedule, atMin, tried, until, no: this.nextPlan() };
    }
    const { search } = this;
    for (let i = 0; i < more && search.tried < search.until; i += 1) {
      const next = search.steps.next();
      search.tried += 1;
      if (next.done || !next.value.schedule) continue;
      search.best = next.value.schedule;
      search.until = Math.min(tries, search.tried + triesInVain);
      search.no = this.nextPlan();
    }
    return search;
  }

  /** What was found since it was asked last, to be kept over days. */
  toKeep(): FoundOrder | null {
    const found = this.keepFound();
    if (!found || isSame(found, this.written)) return null;
    this.written = found;
    return found;
  }

  private keepFound(): FoundOrder | null {
    if (!this.search || this.search.tried === 0) return null;
    const { question, best, atMin, tried, until } = this.search;
    const found = { key: question.key(), atMin, order: best.order, tried, until };
    this.remember(found);
    return found;
  }
  private remember(found: FoundOrder): void {
    this.found.delete(found.key);
    this.found.set(found.key, found);
    const [oldest] = this.found.keys();
    if (this.found.size > mostFound) this.found.delete(oldest!);
  }
  private nextPlan(): number {
    this.plans += 1;
    return this.plans;
  }
}
