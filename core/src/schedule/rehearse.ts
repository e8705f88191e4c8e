import { DomainError, seededRandom } from '../units';
import type { WorkCalendar } from './WorkCalendar';
import { scarceIn, stillFilledMin, type Task, type WorkshopProblem } from './WorkshopProblem';

/** What keeps a task from being begun sooner in a run. */
export type Cause = 'hands' | 'hours' | 'wait' | 'air' | 'dust' | 'room' | 'date';
const causes: readonly Cause[] = ['hands', 'hours', 'wait', 'air', 'dust', 'room', 'date'];

/** How a piece came out over all runs. Minutes since 1970. */
export interface Outcome {
  pieceId: string;
  dueMin: number | null;
  /** Share of the runs in which its promise was kept; null: none was made. */
  metFrac: number | null;
  /** When it was ready: one run in ten sooner, half of them, nine of ten; and the mean. Infinity: it never was. */
  p10Min: number;
  p50Min: number;
  p90Min: number;
  meanMin: number;
  /** Runs by the day on which it was ready, the first day first. */
  days: readonly { fromMin: number; runs: number }[];
}

/** What came of many runs. */
export interface Rehearsal {
  runs: number;
  pieces: readonly Outcome[];
  /** What the days until pieces were ready went by, as shares of one, the largest first. */
  causes: readonly { cause: Cause; share: number }[];
  /** Windows that were missed, by task, the most often first. */
  missed: readonly { id: string; frac: number }[];
  /** Tasks that stand last on the way to a piece that was late, the most often first. */
  lateBy: readonly { id: string; cause: Cause; frac: number }[];
}

/** How much what is done and what dries differs from what was planned (from memory; the log will tell). */
export interface Spread {
  /** Spread of hands-on minutes: standard deviation of their logarithm. */
  handsSigma: number;
  /** Waits against the late end that is planned with: shortest, likeliest and longest share of it. */
  waits: readonly [least: number, likely: number, most: number];
  /** Weather comes up to so many minutes sooner or later than foretold. */
  weatherMin: number;
}
export const usualSpread: Spread = { handsSigma: 0.3, waits: [0.7, 0.85, 1.1], weatherMin: 12 * 60 };

const dayMin = 24 * 60;
/** A task that finds no time in two years has none. */
const horizonMin = 2 * 366 * dayMin;
/** So many are named of what was missed, or was late. */
const named = 8;

/** A number from a triangle. */
function triangular(random: number, [least, likely, most]: Spread['waits']): number {
  const width = most - least;
  if (width <= 0) return least;
  const turn = (likely - least) / width;
  return random < turn
    ? least + Math.sqrt(random * width * (likely - least))
    : most - Math.sqrt((1 - random) * width * (most - likely));
}

/** Shifts of a pair of hands as a list that grows. */
class Shifts {
  private readonly starts: number[] = [];
  private readonly ends: number[] = [];
  constructor(
    private readonly calendar: WorkCalendar,
    private readonly fromMin: number,
  ) {}

  /** Index of the shift that holds a minute or follows it; searched from a hint. */
  at(minute: number, hint: number): number {
    let i = hint;
    while (i > 0 && this.endOf(i - 1) > minute) i -= 1;
    while (this.endOf(i) <= minute) i += 1;
    return i;
  }
  startOf(i: number): number {
    this.endOf(i);
    return this.starts[i]!;
  }
  endOf(i: number): number {
    while (this.ends.length <= i) {
      const last = this.ends.at(-1);
      const next = this.calendar.shiftAt(last ?? this.fromMin);
      this.starts.push(last === undefined ? next.startMin : Math.max(last, next.startMin));
      this.ends.push(next.endMin);
    }
    return this.ends[i]!;
  }
}

/** A heap of task numbers, the one with the least value on top. */
class Heap {
  private readonly items: number[] = [];
  constructor(private readonly rankOf: (item: number) => number) {}
  get size(): number {
    return this.items.length;
  }
  get top(): number {
    return this.items[0]!;
  }
  clear(): void {
    this.items.length = 0;
  }
  push(item: number): void {
    const { items } = this;
    const value = this.rankOf(item);
    let i = items.length;
    items.push(item);
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (this.rankOf(items[up]!) <= value) break;
      items[i] = items[up]!;
      i = up;
    }
    items[i] = item;
  }
  pop(): number {
    const { items } = this;
    const top = items[0]!;
    const last = items.pop()!;
    if (items.length === 0) return top;
    const value = this.rankOf(last);
    let i = 0;
    for (;;) {
      let next = 2 * i + 1;
      if (next >= items.length) break;
      if (next + 1 < items.length && this.rankOf(items[next + 1]!) < this.rankOf(items[next]!)) next += 1;
      if (this.rankOf(items[next]!) >= value) break;
      items[i] = items[next]!;
      i = next;
    }
    items[i] = last;
    return top;
  }
}

interface Lag {
  before: number;
  minMin: number;
  maxMin: number;
  lateMin: number;
  blocked: { from: number; to: number } | null;
}

/** Air is asked about by the quarter of an hour, minutes: the same moments come again in other runs. */
const barStepMin = 15;
/** Minutes since 1970 are less than this: what is urgent stands before all that is planned. */
const urgent = 1e9;

/** A piece stands on a place until then, or longer if it did already. */
function stand(stays: Map<string, Map<string, number>>, placeId: string, pieceId: string, untilMin: number): void {
  const own = stays.get(placeId) ?? new Map<string, number>();
  stays.set(placeId, own);
  own.set(pieceId, Math.max(own.get(pieceId) ?? 0, untilMin));
}

/** One play of the schedule after the other; what is the same in all of them is laid out once. */
class Stage {
  readonly tasks: readonly Task[];
  private readonly lags: Lag[][];
  private readonly after: number[][];
  private readonly open: Int32Array;
  private readonly key: Float64Array;
  readonly end: Float64Array;
  readonly cause: Uint8Array;
  /** The task it waited for, or the hands were at; −1: none. */
  readonly by: Int32Array;
  readonly missed: Uint8Array;
  private readonly readyMin: Float64Array;
  /** When the window of what it waits for closes in this run; Infinity: none does. */
  private readonly closesMin: Float64Array;
  /** Hands-on minutes of each in this run: drawn once, however often its turn comes. */
  private readonly handsMin: Float64Array;
  private readonly left: Int32Array;
  private readonly shifts: Shifts[];
  private readonly pending: Heap;
  private readonly ready: Heap;
  /** Places that can be full at all. */
  private readonly scarce: ReadonlyMap<string, number>;

  constructor(
    private readonly problem: WorkshopProblem,
    order: ReadonlyMap<string, number>,
    private readonly spread: Spread,
  ) {
    const { tasks, people, nowMin } = problem;
    this.scarce = scarceIn(problem);
    if (people.length === 0) throw new DomainError('out_of_range', 'people', 0, 'at least one pair of hands');
    this.tasks = tasks.filter((t) => t.fixed !== null || order.has(t.id));
    const index = new Map(this.tasks.map((t, i) => [t.id, i]));
    const n = this.tasks.length;
    this.lags = this.tasks.map((t) =>
      t.fixed
        ? []
        : t.lags.flatMap(({ beforeId, minMin, maxMin, lateMin, blocked }) => {
            const before = index.get(beforeId);
            return before === undefined
              ? []
              : [{ before, minMin, maxMin: maxMin ?? Number.POSITIVE_INFINITY, lateMin: lateMin ?? 0, blocked }];
          }),
    );
    this.after = this.tasks.map(() => []);
    this.open = new Int32Array(n);
    this.lags.forEach((own, i) => {
      const before = new Set(own.map((l) => l.before));
      this.open[i] = before.size;
      for (const b of before) this.after[b]!.push(i);
    });
    this.key = Float64Array.from(this.tasks, (t) => order.get(t.id) ?? nowMin);
    this.end = new Float64Array(n);
    this.cause = new Uint8Array(n);
    this.by = new Int32Array(n);
    this.missed = new Uint8Array(n);
    this.readyMin = new Float64Array(n);
    this.closesMin = new Float64Array(n);
    this.handsMin = new Float64Array(n);
    this.left = new Int32Array(n);
    this.shifts = people.map((p) => new Shifts(p.calendar, nowMin));
    this.pending = new Heap((i) => this.readyMin[i]!);
    // What closes goes before what can wait, the soonest first; then as planned.
    this.ready = new Heap((i) =>
      this.closesMin[i]! < Number.POSITIVE_INFINITY ? this.closesMin[i]! - urgent : this.key[i]!,
    );
  }

  /** Plays it once: hands take of what can be begun what stands first in the order, as the list of the day does. */
  play(random: () => number): void {
    const { nowMin } = this.problem;
    const { handsSigma, waits, weatherMin } = this.spread;
    const { tasks, end, left, pending, ready } = this;
    const shiftMin = Math.round((random() * 2 - 1) * weatherMin);
    // One pair of normal numbers after the other.
    let spare: number | null = null;
    const handsFactor = (): number => {
      if (handsSigma === 0) return 1;
      let z = spare;
      if (z === null) {
        const r = Math.sqrt(-2 * Math.log(1 - random()));
        const turn = 2 * Math.PI * random();
        z = r * Math.cos(turn);
        spare = r * Math.sin(turn);
      } else spare = null;
      return Math.exp(handsSigma * z - (handsSigma * handsSigma) / 2);
    };
    left.set(this.open);
    // What a run never comes to has no end in it.
    end.fill(Number.POSITIVE_INFINITY);
    this.missed.fill(0);
    pending.clear();
    ready.clear();
    const free = this.shifts.map(() => nowMin);
    const lastOf = this.shifts.map(() => -1);
    const hints = this.shifts.map(() => 0);
    // What waits and has a window: the hands begin nothing that would let it pass.
    let closing: number[] = [];
    /** Which piece stands on a place until when. */
    const stays = new Map<string, Map<string, number>>();
    const openUntil = new Map<string, { untilMin: number; lays: string | null; id: number }>();
    const opened = (i: number) => {
      let from = nowMin;
      let closes = Number.POSITIVE_INFINITY;
      let [cause, by]: [Cause, number] = ['wait', -1];
      for (const lag of this.lags[i]!) {
        const at = end[lag.before]! + (lag.minMin <= 0 ? lag.minMin : lag.minMin * triangular(random(), waits));
        if (at > from) [from, cause, by] = [at, 'wait', lag.before];
        closes = Math.min(closes, end[lag.before]! + lag.maxMin);
        if (lag.blocked) {
          const [a, b] = [end[lag.before]! + lag.blocked.from, end[lag.before]! + lag.blocked.to];
          if (from > a && from < b) [from, cause, by] = [b, 'wait', lag.before];
        }
      }
      const { notBefore, pin } = tasks[i]!;
      if (pin && pin.startMin > from) [from, cause, by] = [pin.startMin, 'date', -1];
      if (notBefore && notBefore.minute > from) [from, cause, by] = [notBefore.minute, 'date', -1];
      this.readyMin[i] = from;
      this.closesMin[i] = closes;
      if (closes < Number.POSITIVE_INFINITY && tasks[i]!.handsMin > 0) closing.push(i);
      this.cause[i] = causes.indexOf(cause);
      this.by[i] = by;
      if (tasks[i]!.handsMin === 0) {
        end[i] = from;
        done(i);
      } else {
        this.handsMin[i] = Math.max(1, Math.round(tasks[i]!.handsMin * handsFactor()));
        pending.push(i);
      }
    };
    const done = (i: number) => {
      for (const f of this.after[i]!) {
        left[f] = left[f]! - 1;
        if (left[f] === 0 && tasks[f]!.fixed === null) opened(f);
      }
    };
    tasks.forEach((t, i) => {
      if (!t.fixed) return;
      end[i] = t.fixed.endMin;
      for (const p of t.places) if (this.scarce.has(p.id)) stand(stays, p.id, t.pieceId, t.fixed.endMin + p.afterMin);
      if (t.handsMin > 0 && t.fixed.endMin > free[0]!) free[0] = t.fixed.endMin;
    });
    tasks.forEach((t, i) => {
      if (t.fixed) done(i);
    });
    tasks.forEach((t, i) => {
      if (!t.fixed && this.open[i] === 0) opened(i);
    });
    while (pending.size > 0 || ready.size > 0) {
      let person = 0;
      for (let p = 1; p < free.length; p += 1) if (free[p]! < free[person]!) person = p;
      const shifts = this.shifts[person]!;
      const hint = shifts.at(free[person]!, hints[person]!);
      hints[person] = hint;
      let now = Math.max(free[person]!, shifts.startOf(hint));
      while (pending.size > 0 && this.readyMin[pending.top]! <= now) ready.push(pending.pop());
      if (ready.size === 0) {
        if (pending.size === 0) break;
        const next = this.readyMin[pending.top]!;
        if (next > nowMin + horizonMin) break;
        free[person] = next;
        continue;
      }
      const i = ready.pop();
      const task = tasks[i]!;
      // What the air or an open film bars waits, and the hands take the next.
      const barred = this.barredUntil(task, now, shiftMin, openUntil);
      if (barred !== null) {
        this.readyMin[i] = barred.untilMin;
        this.cause[i] = causes.indexOf(barred.cause);
        this.by[i] = barred.by;
        if (barred.untilMin > nowMin + horizonMin) {
          end[i] = Number.POSITIVE_INFINITY;
          continue;
        }
        pending.push(i);
        continue;
      }
      const roomAt = this.roomFrom(task, now, this.handsMin[i]!, stays);
      if (roomAt !== null) {
        this.readyMin[i] = roomAt;
        this.cause[i] = causes.indexOf('room');
        this.by[i] = -1;
        if (roomAt <= nowMin + horizonMin) pending.push(i);
        else end[i] = Number.POSITIVE_INFINITY;
        continue;
      }
      const held = this.letsPass(i, now, closing);
      if (held >= 0) {
        this.readyMin[i] = this.readyMin[held]!;
        this.cause[i] = causes.indexOf('hands');
        this.by[i] = held;
        pending.push(i);
        continue;
      }
      let handsMin = this.handsMin[i]!;
      for (const lag of this.lags[i]!)
        if (now > end[lag.before]! + lag.maxMin) {
          this.missed[i] = 1;
          handsMin += lag.lateMin;
          break;
        }
      // Right behind the same in the same tool, it is not set up anew.
      const before = lastOf[person]! >= 0 ? tasks[lastOf[person]!]! : null;
      if (task.setUp && before?.setUp?.key === task.setUp.key && now <= end[lastOf[person]!]! + stillFilledMin)
        handsMin = Math.max(1, handsMin - task.setUp.setUpMin);
      let shift = hint;
      const fits = (at: number, s: number) => at + handsMin <= shifts.endOf(s);
      if (!task.divisible && !fits(now, shift)) {
        // It is not begun where it cannot be finished: there is other work for the rest of the shift, or none.
        // Longer than any shift, it is begun with one and finished in overtime.
        const tooLong = handsMin > shifts.endOf(shift) - shifts.startOf(shift);
        if (!tooLong || now > shifts.startOf(shift)) {
          shift += 1;
          this.readyMin[i] = shifts.startOf(shift);
          this.cause[i] = causes.indexOf('hours');
          pending.push(i);
          continue;
        }
      }
      // Only where they were at something when it could have been begun: nights and weekends are nobody's work.
      if (lastOf[person]! >= 0 && end[lastOf[person]!]! > this.readyMin[i]! + 0.5) {
        this.cause[i] = causes.indexOf('hands');
        this.by[i] = lastOf[person]!;
      }
      let leftMin = handsMin;
      let at = now;
      if (task.divisible)
        while (at + leftMin > shifts.endOf(shift)) {
          leftMin -= Math.max(0, shifts.endOf(shift) - at);
          shift += 1;
          at = shifts.startOf(shift);
        }
      now = at + leftMin;
      end[i] = now;
      free[person] = now;
      lastOf[person] = i;
      for (const p of task.places) if (this.scarce.has(p.id)) stand(stays, p.id, task.pieceId, now + p.afterMin);
      if (task.air && task.air.openMin > 0) {
        const untilMin = now + task.air.openMin;
        const known = openUntil.get(task.air.space);
        if (!known || known.untilMin < untilMin)
          openUntil.set(task.air.space, { untilMin, lays: task.air.lays, id: i });
      }
      if (this.closesMin[i]! < Number.POSITIVE_INFINITY) closing = closing.filter((c) => c !== i);
      done(i);
    }
  }

  /** What would be ready while a task is done, and closed when that is over; −1: nothing. A task that closes sooner itself goes. */
  private letsPass(i: number, now: number, closing: readonly number[]): number {
    const endMin = now + this.tasks[i]!.handsMin;
    for (const c of closing)
      if (
        c !== i &&
        this.readyMin[c]! > now &&
        this.readyMin[c]! < endMin &&
        this.closesMin[c]! < endMin &&
        this.closesMin[c]! < this.closesMin[i]!
      )
        return c;
    return -1;
  }

  /** From when there is room for a task on all its places, as far as pieces stand there now; null: there is. */
  private roomFrom(
    { places, pieceId }: Task,
    now: number,
    handsMin: number,
    stays: ReadonlyMap<string, ReadonlyMap<string, number>>,
  ): number | null {
    let fromMin: number | null = null;
    for (const p of places) {
      const capacity = this.scarce.get(p.id);
      if (capacity === undefined) continue;
      const neededMin = p.afterwards ? now + handsMin : now;
      let count = 0;
      for (const [id, until] of stays.get(p.id) ?? []) if (until > neededMin && id !== pieceId) count += 1;
      if (count < capacity) continue;
      const leave = [...(stays.get(p.id) ?? [])]
        .flatMap(([id, until]) => (id !== pieceId && until > neededMin ? [until] : []))
        .sort((a, b) => a - b);
      const free = capacity < 1 ? Number.POSITIVE_INFINITY : leave[leave.length - capacity]! - (neededMin - now);
      fromMin = Math.max(fromMin ?? now + 1, free);
    }
    return fromMin;
  }

  private barredUntil(
    { air, airBar, closed }: Task,
    now: number,
    shiftMin: number,
    openUntil: ReadonlyMap<string, { untilMin: number; lays: string | null; id: number }>,
  ): { untilMin: number; cause: Cause; by: number } | null {
    for (const c of closed)
      if (now >= c.fromMin && now < c.untilMin) return { untilMin: c.untilMin, cause: 'air', by: -1 };
    const bar = airBar?.(Math.ceil((now + shiftMin) / barStepMin) * barStepMin);
    if (bar) return { untilMin: bar.untilMin - shiftMin, cause: 'air', by: -1 };
    if (!air || air.raises === null) return null;
    const film = openUntil.get(air.space);
    return film && film.untilMin > now && film.lays !== air.raises
      ? { untilMin: film.untilMin, cause: 'dust', by: film.id }
      : null;
  }
}

/** Sums over the runs of one piece. */
interface Sum {
  ends: number[];
  lateRuns: number;
}

/**
 * Plays a schedule many times with hands that are quicker or slower, films that dry sooner or later and weather that comes early
 * or late. In each run the hands take, of what can be begun, what stands first in the order planned: as one does who follows
 * the list of the day. A window that passes costs what the plan says it costs.
 * @param order start of each task in the plan; tasks that have none are left out, and pieces that cannot be finished without them
 * @param runs how many times, 1 or more
 * @yields how many runs are done
 * @throws DomainError out_of_range (no hands, no run), not_converged (no working hours)
 */
export function* rehearse(
  problem: WorkshopProblem,
  order: ReadonlyMap<string, number>,
  runs: number,
  seed: number,
  spread: Spread = usualSpread,
): Generator<number, Rehearsal> {
  if (!(Number.isInteger(runs) && runs >= 1)) throw new DomainError('out_of_range', 'runs', runs, '1 or more');
  const stage = new Stage(problem, order, spread);
  const { tasks } = stage;
  const random = seededRandom(seed);
  const sums = new Map<string, Sum>();
  // A piece of which something has no time, held for one, is never ready.
  const without = new Set(problem.tasks.flatMap((t) => (t.fixed || order.has(t.id) || !t.counts ? [] : [t.pieceId])));
  const counting = problem.pieces
    .filter((p) => !without.has(p.id))
    .map((p) => ({
      ...p,
      tasks: tasks.flatMap((t, i) => (t.pieceId === p.id && t.counts ? [i] : [])),
    }));
  const spent = new Float64Array(causes.length);
  const missed = new Int32Array(tasks.length);
  const lateBy = new Map<string, number>();
  for (let run = 1; run <= runs; run += 1) {
    stage.play(random);
    for (let i = 0; i < tasks.length; i += 1) missed[i] = missed[i]! + stage.missed[i]!;
    for (const piece of counting) {
      if (piece.tasks.length === 0) continue;
      let last = piece.tasks[0]!;
      for (const i of piece.tasks) if (stage.end[i]! > stage.end[last]!) last = i;
      const ready = stage.end[last]!;
      const own = sums.get(piece.id) ?? { ends: [], lateRuns: 0 };
      own.ends.push(ready);
      sums.set(piece.id, own);
      const late = piece.dueMin !== null && ready > piece.dueMin;
      if (late) own.lateRuns += 1;
      // The way that led there, from the last thing back, and what each part of it waited for.
      const seen = new Set<number>();
      let heaviest = { i: last, cause: stage.cause[last]!, waited: -1 };
      for (let i = last; i >= 0 && !seen.has(i); i = stage.by[i]!) {
        seen.add(i);
        const cause = stage.cause[i]!;
        const before = stage.by[i]!;
        const waited = before < 0 ? 0 : Math.max(0, stage.end[i]! - stage.end[before]!);
        if (Number.isFinite(waited)) spent[cause] = spent[cause]! + waited;
        if (waited > heaviest.waited) heaviest = { i, cause, waited };
      }
      if (late) {
        const key = `${heaviest.i}/${heaviest.cause}`;
        lateBy.set(key, (lateBy.get(key) ?? 0) + 1);
      }
    }
    if (run % 10 === 0 || run === runs) yield run;
  }
  const whole = spent.reduce((sum, x) => sum + x, 0) || 1;
  return {
    runs,
    pieces: counting.flatMap((piece): Outcome[] => {
      const own = sums.get(piece.id);
      return own ? [outcomeOf(piece, own)] : [];
    }),
    causes: causes
      .map((cause, i) => ({ cause, share: spent[i]! / whole }))
      .filter((c) => c.share > 0)
      .sort((a, b) => b.share - a.share),
    missed: [...missed.entries()]
      .filter(([, times]) => times > 0)
      .sort((a, b) => b[1] - a[1])
      .slice(0, named)
      .map(([i, times]) => ({ id: tasks[i]!.id, frac: times / runs })),
    lateBy: [...lateBy]
      .sort((a, b) => b[1] - a[1])
      .slice(0, named)
      .map(([key, times]) => {
        const [i, cause] = key.split('/').map(Number) as [number, number];
        return { id: tasks[i]!.id, cause: causes[cause]!, frac: times / runs };
      }),
  };
}

function outcomeOf({ id, dueMin }: { id: string; dueMin: number | null }, { ends, lateRuns }: Sum): Outcome {
  const sorted = [...ends].sort((a, b) => a - b);
  const at = (share: number) => Math.round(sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!);
  const days = new Map<number, number>();
  for (const e of sorted.filter(Number.isFinite)) {
    const day = Math.floor(e / dayMin) * dayMin;
    days.set(day, (days.get(day) ?? 0) + 1);
  }
  return {
    pieceId: id,
    dueMin,
    metFrac: dueMin === null ? null : 1 - lateRuns / ends.length,
    p10Min: at(0.1),
    p50Min: at(0.5),
    p90Min: at(0.9),
    meanMin: Math.round(sorted.reduce((sum, e) => sum + e, 0) / sorted.length),
    days: [...days].map(([fromMin, runs]) => ({ fromMin, runs })),
  };
}

/** The last word of a rehearsal, in one go. */
export function rehearsed(...given: Parameters<typeof rehearse>): Rehearsal {
  const play = rehearse(...given);
  for (;;) {
    const { done, value } = play.next();
    if (done) return value;
  }
}
