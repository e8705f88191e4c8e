import { DomainError, seededRandom } from '../units';
import { barredBetween, closesAt, dustFreeAt, opensAt } from './lagTimes';
import { Timeline } from './Timeline';
import type {
  Binding,
  MissedWindow,
  PlacedTask,
  Task,
  TaskLag,
  TaskPlace,
  Unplaced,
  WorkshopProblem,
  WorkshopSchedule,
} from './WorkshopProblem';
import { scarceIn, stillFilledMin } from './WorkshopProblem';

/** Beyond this nothing is planned, minutes: two years. */
const horizonMin = 2 * 366 * 24 * 60;
/** A task is held back so often for one that follows it. */
const mostHeldBack = 12;
/** And all of them together: an order that asks for more is not a good one. */
const mostHeldBackAll = 60;
/** And for what is to be done right behind, all together: each asks for what follows it to be placed again. */
const mostHeldForMates = 8;
/** What a task without a place costs. */
const unplacedCost = 1e12;
const latenessWeight = 1e6;
/** What each minute costs by which a window is missed that has to be kept: a near miss goes before a far one. */
const shortWeight = 1e9;

/** What a search varies. */
interface Genes {
  /** In which order tasks are placed: less goes first. */
  keys: Float64Array;
  /** Whether a window is let pass for what it costs. */
  letsPass: Uint8Array;
  /** Minutes for which a task is held back of itself: what follows it may be barred, or closed, otherwise. */
  holds: Uint16Array;
  /** The index of the task right behind which each is done, without setting up anew; −1: any that is at hand; alone: none. */
  behind: Int32Array;
  /** In whose hands each is, by their index; −1: in any. */
  who: Int8Array;
  /** Whether what closes a window goes before the order. */
  urgentFirst: boolean;
}

/** Of a task that sets up for itself, whatever is at hand. */
const alone = -2;

/** Steps and length of holding back, minutes. */
const holdStepMin = 30;
const longestHoldMin = 300;

/** A task with what is looked up of it again and again. */
interface Node {
  index: number;
  task: Task;
  before: readonly { node: Node; lag: TaskLag }[];
  /** The same, each task once. */
  waitsOn: readonly Node[];
  after: Node[];
}

function nodesOf(tasks: readonly Task[]): Node[] {
  const byId = new Map<string, Node>();
  const nodes = tasks.map((task, index): Node => ({ index, task, before: [], waitsOn: [], after: [] }));
  for (const n of nodes) {
    if (byId.has(n.task.id)) throw new DomainError('out_of_range', 'tasks', n.index, 'each id once');
    byId.set(n.task.id, n);
  }
  for (const n of nodes) {
    n.before = n.task.lags.flatMap((lag) => {
      const node = byId.get(lag.beforeId);
      return node && node !== n ? [{ node, lag }] : [];
    });
    n.waitsOn = [...new Set(n.before.map((x) => x.node))];
    for (const b of n.waitsOn) b.after.push(n);
  }
  return nodes;
}

/** From when a task may be begun, what says so, and between which minutes it may not. */
interface Opening {
  fromMin: number;
  binding: Binding;
  barred: { fromMin: number; untilMin: number; binding: Binding }[];
}

/** A task on a place. */
interface Stay {
  node: Node;
  fromMin: number;
  untilMin: number;
}

/** From when a task may be begun, or when it may end, as far as something is concerned that it would break. */
interface Later {
  untilMin: number;
  binding: Binding;
  endMin?: number;
}

/** A place of a task as it was found: it may be that a window has passed. */
interface Found {
  startMin: number;
  endMin: number;
  person: number;
  binding: Binding;
  /** The task right behind which it is done without setting up anew. */
  behind: Node | null;
}

/** Lays all tasks out once, in the order of the genes; see scheduleWorkshop. */
class Layout {
  readonly placed = new Map<Node, PlacedTask>();
  readonly missed = new Map<Node, MissedWindow>();
  readonly unplaced = new Map<Node, Unplaced>();
  /** By how much windows were missed that have to be kept, minutes: it tells a near miss from a far one. */
  shortMin = 0;
  private readonly timelines: readonly Timeline[];
  /** Places that can be full at all. */
  private readonly scarce: ReadonlyMap<string, number>;
  /** Tasks that raise dust or leave a film open, by space. */
  private readonly airs = new Map<string, Node[]>();
  /** When what each of them laid takes no dust any more. */
  private readonly dustFree = new Map<Node, number>();
  /** Who stands on each place there may be too little of, from when until when. */
  private readonly onPlace = new Map<string, Stay[]>();
  /** Tasks in hands that set up the same. */
  private readonly setUps = new Map<string, Node[]>();
  /** What is done right behind a task without setting up anew. */
  private readonly sharers = new Map<Node, Node>();
  /** The same from the other side. */
  private readonly sharesWith = new Map<Node, Node>();
  /** Ends that tasks were held back to. */
  private readonly floors = new Map<Node, { endMin: number; laterId: string }>();
  private readonly heldBack = new Map<Node, number>();
  private heldBackAll = 0;
  private heldForMates = 0;
  /** When a task has to be begun for a window that is open already. */
  private readonly due = new Map<Node, number>();
  /** In whose time what a person said begins at a minute has its place until it is put there. */
  private readonly keptFree = new Map<Node, number>();
  private readonly ready = new Set<Node>();
  private readonly open = new Map<Node, number>();

  constructor(
    private readonly problem: WorkshopProblem,
    private readonly nodes: readonly Node[],
    private readonly genes: Genes,
  ) {
    const { nowMin, people } = problem;
    this.scarce = scarceIn(problem);
    this.timelines = people.map((p) => new Timeline(p.calendar, nowMin));
    let runsUntil = nowMin;
    for (const n of nodes) {
      const { fixed, id } = n.task;
      if (!fixed) continue;
      this.placed.set(n, { id, ...fixed, personId: null, sharesWith: null, binding: { kind: 'now' } });
      this.occupy(n);
      if (n.task.handsMin > 0) runsUntil = Math.max(runsUntil, fixed.endMin);
    }
    // What runs keeps the first pair of hands: whose it is is not known.
    if (runsUntil > nowMin) this.timelines[0]?.take('', nowMin, runsUntil);
    for (const n of nodes) if (!n.task.fixed) this.await(n);
    for (const n of nodes) if (n.task.fixed) this.openWindows(n);
    for (const n of nodes) this.keepFree(n);
    // What is held, and with it what waits, is known before anything is placed round it.
    for (const n of nodes) {
      const { held, fixed } = n.task;
      if (held !== null && !fixed) this.leaveOut(n, { kind: 'held', because: held });
    }
  }

  run(): this {
    for (;;) {
      const next = this.next();
      if (!next) break;
      this.ready.delete(next);
      this.put(next);
    }
    // Waits in a circle: no plan has them, a file may.
    for (const n of this.nodes)
      if (!this.placed.has(n) && !this.unplaced.has(n))
        this.unplaced.set(n, { kind: 'waits', beforeId: n.before.find((b) => !this.placed.has(b.node))!.node.task.id });
    return this;
  }

  /** What a person said begins at a minute has its hands then, before all others; what it waits for has to be over. */
  private keepFree(n: Node): void {
    const { pin, fixed, handsMin, held } = n.task;
    if (!pin || fixed || held !== null) return;
    this.hasToBegin(n, pin.startMin);
    if (handsMin === 0) return;
    const person = this.problem.people.findIndex((p, i) => {
      if (pin.personId !== null && pin.personId !== p.id) return false;
      return this.timelines[i]!.fit(pin.startMin, handsMin, n.task.divisible).startMin === pin.startMin;
    });
    if (person < 0) return;
    const { endMin } = this.timelines[person]!.fit(pin.startMin, handsMin, n.task.divisible);
    this.timelines[person]!.take(n.task.id, pin.startMin, endMin);
    this.keptFree.set(n, person);
  }

  private await(n: Node): void {
    if (this.placed.has(n) || this.unplaced.has(n)) return;
    let open = 0;
    for (const b of n.waitsOn) if (!this.placed.has(b)) open += 1;
    this.open.set(n, open);
    if (open === 0) this.ready.add(n);
    else this.ready.delete(n);
  }

  /** What closes a window goes first, the soonest before others; then by the order of the genes. */
  private next(): Node | undefined {
    let first: Node | undefined;
    let firstDue = Number.POSITIVE_INFINITY;
    for (const n of this.ready) {
      const due = (this.genes.urgentFirst ? this.due.get(n) : undefined) ?? Number.POSITIVE_INFINITY;
      if (!first || due < firstDue || (due === firstDue && this.genes.keys[n.index]! < this.genes.keys[first.index]!)) {
        first = n;
        firstDue = due;
      }
    }
    return first;
  }

  private opening({ task, before }: Node): Opening {
    let fromMin = this.problem.nowMin;
    let binding: Binding = { kind: 'now' };
    const barred: Opening['barred'] = [];
    for (const { node, lag } of before) {
      const { endMin } = this.placed.get(node)!;
      const wait: Binding = { kind: 'wait', beforeId: lag.beforeId, because: lag.because };
      const opens = opensAt(lag, endMin);
      if (opens > fromMin) {
        fromMin = opens;
        binding = wait;
      }
      const own = barredBetween(lag, endMin);
      if (own) barred.push({ ...own, binding: wait });
    }
    if (task.notBefore && task.notBefore.minute > fromMin) {
      fromMin = task.notBefore.minute;
      binding = { kind: 'not-before', because: task.notBefore.because };
    }
    if (task.pin && task.pin.startMin >= fromMin) {
      fromMin = task.pin.startMin;
      binding = { kind: 'pin' };
    }
    return { fromMin, binding, barred };
  }

  /** The first place that all but closing windows allows; or what bars it for good. */
  private find(n: Node, handsMin: number): Found | Unplaced {
    const { task } = n;
    let { fromMin, binding, barred } = this.opening(n);
    const floor = this.floors.get(n);
    const { pin } = task;
    const mate = this.mateOf(n);
    if (mate && handsMin === task.handsMin) {
      const shared = this.rightBehind(task, fromMin, binding, mate);
      if (shared && !this.movedOn(n, shared, barred, 0)) return shared;
    }
    const last = pin ? pin.startMin : this.problem.nowMin + horizonMin;
    let holdMin = pin ? 0 : this.genes.holds[n.index]!;
    while (fromMin <= last) {
      const found = this.inHands(n, fromMin, handsMin, binding, floor?.endMin ?? 0);
      if (pin && found.startMin > last) return { kind: 'pin', binding: found.binding };
      if (floor && found.endMin < floor.endMin) {
        fromMin = Math.max(
          found.startMin + (task.divisible ? holdStepMin : 1),
          this.startFor(n, found, floor.endMin, handsMin),
        );
        binding = { kind: 'window', laterId: floor.laterId };
        continue;
      }
      const later = this.movedOn(n, found, barred, handsMin - task.handsMin);
      if (!later && holdMin === 0) return found;
      if (!later) {
        fromMin = found.startMin + holdMin;
        binding = { kind: 'window', laterId: n.after[0]?.task.id ?? n.task.id };
        holdMin = 0;
        continue;
      }
      if ('unplaced' in later) return later.unplaced;
      fromMin = Math.max(found.startMin + 1, later.untilMin);
      if ('endMin' in later) fromMin = Math.max(found.startMin + 1, this.startFor(n, found, later.endMin, handsMin));
      binding = later.binding;
    }
    return pin ? { kind: 'pin', binding } : { kind: 'hours' };
  }

  /** From when a task is begun to end at a minute. What a break may cut ends a night later for being begun a little later. */
  private startFor(
    { task }: Node,
    { startMin, endMin, person }: Found,
    wantedEndMin: number,
    handsMin: number,
  ): number {
    return task.divisible && person >= 0
      ? this.timelines[person]!.startToEndAt(wantedEndMin, startMin, handsMin)
      : startMin + wantedEndMin - endMin;
  }

  private inHands(
    { task, index }: Node,
    fromMin: number,
    handsMin: number,
    binding: Binding,
    leastEndMin: number,
  ): Found {
    const who = task.pin ? -1 : this.genes.who[index]!;
    if (handsMin === 0) return { startMin: fromMin, endMin: fromMin, person: -1, binding, behind: null };
    let best: Found | undefined;
    this.timelines.forEach((timeline, person) => {
      if (who >= 0 && who !== person) return;
      if (task.pin?.personId && task.pin.personId !== this.problem.people[person]!.id) return;
      const fit = timeline.fit(fromMin, handsMin, task.divisible);
      if (best && best.endMin <= fit.endMin) return;
      const own: Binding =
        fit.startMin === fromMin
          ? binding
          : fit.behindId
            ? { kind: 'hands', beforeId: fit.behindId }
            : { kind: 'hours' };
      best = { startMin: fit.startMin, endMin: fit.endMin, person, binding: own, behind: null };
    });
    if (!best) throw new DomainError('out_of_range', 'people', 0, 'at least one pair of hands');
    // What a passed window asks for goes first: by then the tool is not in hand any more.
    const joins = handsMin === task.handsMin && this.genes.behind[index] !== alone;
    const shared = joins ? this.rightBehind(task, fromMin, binding) : undefined;
    // Held back to end at a minute, it sets up anew rather than end sooner.
    return shared && shared.endMin <= best.endMin && shared.endMin >= Math.min(leastEndMin, best.endMin)
      ? shared
      : best;
  }

  /** The task right behind which another is wanted, where that is placed. */
  private mateOf(n: Node): Node | undefined {
    const at = this.genes.behind[n.index]!;
    const mate = at < 0 ? undefined : this.nodes[at];
    return mate && this.placed.has(mate) ? mate : undefined;
  }

  /** The first place right behind a task with the same set-up, in the same hands: without setting up anew. */
  private rightBehind(task: Task, fromMin: number, binding: Binding, mate?: Node): Found | undefined {
    const { setUp, handsMin, divisible } = task;
    if (!setUp) return undefined;
    let best: Found | undefined;
    for (const other of mate ? [mate] : (this.setUps.get(setUp.key) ?? [])) {
      const at = this.placed.get(other)!;
      if (this.sharers.has(other)) continue;
      // Whose hands have done what is done is not known: it is gone on with by the first.
      const { fixed } = other.task;
      const person = fixed ? 0 : this.problem.people.findIndex((p) => p.id === at.personId);
      const startMin = fixed && at.endMin + stillFilledMin >= fromMin ? Math.max(at.endMin, fromMin) : at.endMin;
      if (startMin < fromMin) continue;
      if (task.pin?.personId && task.pin.personId !== this.problem.people[person]!.id) continue;
      const fit = this.timelines[person]!.fit(startMin, handsMin - setUp.setUpMin, divisible);
      if (fit.startMin !== startMin || (best && best.endMin <= fit.endMin)) continue;
      const own: Binding = startMin === fromMin ? binding : { kind: 'hands', beforeId: at.id };
      best = { startMin, endMin: fit.endMin, person, binding: own, behind: other };
    }
    return best;
  }

  /** What moves a task on from where hands and hours would have it. */
  private movedOn(
    n: Node,
    { startMin, endMin }: Found,
    barred: Opening['barred'],
    lateMin: number,
  ): Later | { unplaced: Unplaced } | undefined {
    for (const b of barred) if (startMin > b.fromMin && startMin < b.untilMin) return b;
    for (const { fromMin, untilMin, because } of n.task.closed)
      if (startMin >= fromMin && startMin < untilMin)
        return untilMin === Number.POSITIVE_INFINITY
          ? { unplaced: { kind: 'air', because } }
          : { untilMin, binding: { kind: 'air', because } };
    // What a passed window asks for goes first: its own work begins after that.
    const bar = n.task.airBar?.(startMin + lateMin);
    if (bar?.untilMin === Number.POSITIVE_INFINITY) return { unplaced: { kind: 'air', because: bar.because } };
    if (bar) return { untilMin: bar.untilMin - lateMin, binding: { kind: 'air', because: bar.because } };
    return this.dustFrom(n, startMin, endMin) ?? this.fullFrom(n, startMin, endMin);
  }

  private dustFrom({ task }: Node, startMin: number, endMin: number): Later | undefined {
    const { air } = task;
    if (!air) return undefined;
    let ownFree: number | undefined;
    for (const other of this.airs.get(air.space) ?? []) {
      const at = this.placed.get(other)!;
      const theirs = other.task.air!;
      const closes = this.dustFree.get(other)!;
      const binding: Binding = { kind: 'dust', otherId: at.id };
      // What it raises would fall into a film that lies open.
      if (
        air.raises !== null &&
        theirs.openMin > 0 &&
        air.raises !== theirs.lays &&
        at.endMin < endMin &&
        closes > startMin
      )
        return { untilMin: closes, binding };
      // Its own film would lie open when the other raises dust.
      const spoiled = theirs.raises !== null && air.openMin > 0 && theirs.raises !== air.lays;
      if (!spoiled || at.endMin <= endMin) continue;
      ownFree ??= dustFreeAt(air, endMin);
      if (at.startMin < ownFree) return { untilMin: at.endMin, binding };
    }
    return undefined;
  }

  private fullFrom(n: Node, startMin: number, endMin: number): Later | { unplaced: Unplaced } | undefined {
    let last: Later | undefined;
    for (const place of n.task.places) {
      const capacity = this.scarce.get(place.id);
      if (capacity === undefined) continue;
      if (capacity < 1) return { unplaced: { kind: 'place', placeId: place.id } };
      const full = this.fullAt(n, place, startMin, endMin, capacity);
      if (full === null) continue;
      // A shelf is only needed when the work is over: that may begin before it is free.
      const untilMin = place.afterwards ? full - (endMin - startMin) : full;
      if (last && untilMin <= last.untilMin) continue;
      last = {
        untilMin,
        binding: { kind: 'place', placeId: place.id },
        ...(place.afterwards ? { endMin: full } : {}),
      };
    }
    return last;
  }

  /** From when a place is free that is full where a task would need it; null: it is not full. */
  private fullAt(n: Node, place: TaskPlace, startMin: number, endMin: number, capacity: number): number | null {
    const fromMin = place.afterwards ? endMin : startMin;
    const untilMin = leavesAt(place, endMin);
    const others = this.onPlace.get(place.id) ?? [];
    let count = 0;
    for (const o of others)
      if (o.fromMin < untilMin && o.untilMin > fromMin && o.node.task.pieceId !== n.task.pieceId) count += 1;
    if (count < capacity) return null;
    // Each piece once, however much of it is wet.
    const stays = new Map<string, { fromMin: number; untilMin: number }[]>();
    for (const o of others) {
      if (o.fromMin >= untilMin || o.untilMin <= fromMin || o.node.task.pieceId === n.task.pieceId) continue;
      const own = stays.get(o.node.task.pieceId);
      if (own) own.push(o);
      else stays.set(o.node.task.pieceId, [o]);
    }
    if (stays.size < capacity) return null;
    // Full at a moment when something begins.
    const moments = [fromMin, ...[...stays.values()].flat().map((s) => s.fromMin)].filter(
      (m) => m >= fromMin && m < Math.max(untilMin, fromMin + 1),
    );
    const free: number[] = [];
    for (const m of moments) {
      const there = [...stays.values()].flatMap((own) => {
        const until = own.filter((s) => s.fromMin <= m && s.untilMin > m).map((s) => s.untilMin);
        return until.length > 0 ? [Math.max(...until)] : [];
      });
      if (there.length >= capacity) free.push(Math.min(...there));
    }
    if (free.length === 0) return null;
    return Math.min(...free);
  }

  private put(n: Node): void {
    const { task } = n;
    const barred = n.before.find((b) => this.unplaced.has(b.node));
    if (barred) {
      this.leaveOut(n, { kind: 'waits', beforeId: barred.node.task.id });
      return;
    }
    const kept = this.keptFree.get(n);
    if (kept !== undefined) this.timelines[kept]!.free(task.id);
    this.keptFree.delete(n);
    const { pin } = task;
    const opening = pin && this.opening(n);
    if (pin && opening!.fromMin > pin.startMin) {
      this.leaveOut(n, { kind: 'pin', binding: opening!.binding });
      return;
    }
    const mate = this.mateOf(n);
    const held = mate && !mate.task.fixed && !waitsFor(n, mate) ? mate : undefined;
    // The other is held back, so that it ends when this one may begin.
    if (held && this.endsBefore(held, n, this.opening(n).fromMin)) return;
    let found = this.find(n, task.handsMin);
    if ('kind' in found) {
      this.leaveOut(n, found);
      return;
    }
    if (held && found.behind !== held && this.endsBefore(held, n, found.startMin)) return;
    const passed = this.passed(n, found.startMin);
    if (passed) {
      const { node, lag, closedAtMin } = passed;
      const lets = lag.lateMin !== null && this.genes.letsPass[n.index] === 1;
      if (!lets && this.holdBack(node, n, found.startMin - closedAtMin)) return;
      if (lag.lateMin === null) {
        this.shortMin += found.startMin - closedAtMin;
        this.leaveOut(n, { kind: 'window', beforeId: lag.beforeId });
        return;
      }
      found = this.find(n, task.handsMin + lag.lateMin);
      if ('kind' in found) {
        this.leaveOut(n, found);
        return;
      }
      this.missed.set(n, { id: task.id, beforeId: lag.beforeId, closedAtMin, lateMin: lag.lateMin });
    }
    const personId = found.person < 0 ? null : this.problem.people[found.person]!.id;
    const { startMin, endMin, binding } = found;
    const sharesWith = found.behind?.task.id ?? null;
    this.placed.set(n, { id: task.id, startMin, endMin, personId, sharesWith, binding });
    if (found.behind) {
      this.sharers.set(found.behind, n);
      this.sharesWith.set(n, found.behind);
    }
    if (found.person >= 0) this.timelines[found.person]!.take(task.id, startMin, endMin);
    this.occupy(n);
    this.openWindows(n);
    for (const f of n.after) this.await(f);
  }

  /** Holds a task back to end at a minute, if it ends sooner. @returns whether it does, so that both are placed again */
  private endsBefore(mate: Node, n: Node, minute: number): boolean {
    const shortMin = minute - this.placed.get(mate)!.endMin;
    if (shortMin <= 0 || this.heldForMates >= mostHeldForMates) return false;
    this.heldForMates += 1;
    return this.holdBack(mate, n, shortMin);
  }

  private passed({ before }: Node, startMin: number) {
    let first: { node: Node; lag: TaskLag; closedAtMin: number } | undefined;
    for (const { node, lag } of before) {
      const closedAtMin = closesAt(lag, this.placed.get(node)!.endMin);
      if (closedAtMin === null) continue;
      // A window that must be kept is named before one that only costs a scuff.
      if (startMin > closedAtMin && (!first || (first.lag.lateMin !== null && lag.lateMin === null)))
        first = { node, lag, closedAtMin };
    }
    return first;
  }

  /** Takes a task, and all that waits for it, out again to begin it later. @returns false where that does not help any more */
  private holdBack(node: Node, later: Node, byMin: number): boolean {
    const times = (this.heldBack.get(later) ?? 0) + 1;
    this.heldBackAll += 1;
    if (node.task.fixed || times > mostHeldBack || this.heldBackAll > mostHeldBackAll) return false;
    this.heldBack.set(later, times);
    this.floors.set(node, { endMin: this.placed.get(node)!.endMin + byMin, laterId: later.task.id });
    const out = this.withAllBehind(node);
    for (const n of out) this.vacate(n);
    for (const n of out) for (const f of n.after) if (!f.task.fixed && !this.placed.has(f)) this.await(f);
    this.await(later);
    this.await(node);
    for (const n of out) this.await(n);
    return true;
  }

  /** A task with all that is placed after it, and all that is done right behind one of them without setting up anew. */
  private withAllBehind(node: Node): Node[] {
    const out = new Set([node]);
    for (const n of out) {
      const sharer = this.sharers.get(n);
      const gone = sharer ? [...n.after, sharer] : n.after;
      for (const f of gone) if (this.placed.has(f) && !f.task.fixed) out.add(f);
    }
    return [...out];
  }

  /** Leaves a task out, with all that waits for it, and what it would have to follow within a window that only it closes. */
  private leaveOut(n: Node, because: Unplaced): void {
    if (this.placed.has(n)) {
      // What was to be done right behind it, without setting up anew, is placed again.
      const sharer = this.sharers.get(n);
      const again = sharer ? this.withAllBehind(sharer) : [];
      this.vacate(n);
      for (const a of again) this.vacate(a);
      for (const a of again) for (const f of a.after) if (!f.task.fixed) this.await(f);
      for (const a of again) this.await(a);
    }
    const kept = this.keptFree.get(n);
    if (kept !== undefined) this.timelines[kept]!.free(n.task.id);
    this.keptFree.delete(n);
    this.unplaced.set(n, because);
    this.ready.delete(n);
    const inVain: Unplaced = { kind: 'waits', beforeId: n.task.id };
    for (const f of n.after) if (!f.task.fixed && !this.unplaced.has(f)) this.leaveOut(f, inVain);
    for (const { node, lag } of n.before)
      if (lag.maxMin !== null && lag.lateMin === null && !node.task.fixed && !this.unplaced.has(node))
        this.leaveOut(node, inVain);
  }

  private occupy(n: Node): void {
    const { air, places, setUp } = n.task;
    if (setUp) push(this.setUps, setUp.key, n);
    if (air && (air.raises !== null || air.openMin > 0)) {
      push(this.airs, air.space, n);
      this.dustFree.set(n, dustFreeAt(air, this.placed.get(n)!.endMin));
    }
    const at = this.placed.get(n)!;
    for (const p of places)
      if (this.scarce.has(p.id))
        push(this.onPlace, p.id, {
          node: n,
          fromMin: p.afterwards ? at.endMin : at.startMin,
          untilMin: leavesAt(p, at.endMin),
        });
  }

  private vacate(n: Node): void {
    const at = this.placed.get(n)!;
    this.placed.delete(n);
    this.missed.delete(n);
    const person = this.problem.people.findIndex((p) => p.id === at.personId);
    if (person >= 0) this.timelines[person]!.free(n.task.id);
    if (n.task.air) pull(this.airs.get(n.task.air.space), n);
    for (const p of n.task.places) {
      const stays = this.onPlace.get(p.id);
      const i = stays?.findIndex((stay) => stay.node === n) ?? -1;
      if (i >= 0) stays!.splice(i, 1);
    }
    if (n.task.setUp) pull(this.setUps.get(n.task.setUp.key), n);
    this.sharers.delete(n);
    const before = this.sharesWith.get(n);
    if (before) this.sharers.delete(before);
    this.sharesWith.delete(n);
    this.keepFree(n);
    for (const f of n.after) this.due.delete(f);
  }

  private openWindows(n: Node): void {
    const { endMin } = this.placed.get(n)!;
    for (const f of n.after)
      for (const { node, lag } of f.before) {
        const closes = node === n ? closesAt(lag, endMin) : null;
        if (closes !== null) this.hasToBegin(f, closes);
      }
  }

  /** What has to be begun by then, and before it what it waits for. */
  private hasToBegin(n: Node, minute: number): void {
    if (this.placed.has(n) || minute >= (this.due.get(n) ?? Number.POSITIVE_INFINITY)) return;
    this.due.set(n, minute);
    for (const { node, lag } of n.before)
      if (!this.placed.has(node)) this.hasToBegin(node, minute - lag.minMin - node.task.handsMin);
  }
}

/** Whether one task is among all that another waits for. */
function waitsFor(n: Node, other: Node): boolean {
  const seen = new Set<Node>([n]);
  for (const x of seen)
    for (const { node } of x.before) {
      if (node === other) return true;
      seen.add(node);
    }
  return false;
}

/** When a task leaves a place. */
const leavesAt = ({ afterMin, until }: TaskPlace, endMin: number): number => until?.(endMin) ?? endMin + afterMin;

function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const own = map.get(key);
  if (own) own.push(value);
  else map.set(key, [value]);
}
function pull<V>(list: V[] | undefined, value: V): void {
  const i = list?.indexOf(value) ?? -1;
  if (i >= 0) list!.splice(i, 1);
}

/** What an answer costs, and the sum of all finishes to tell equal ones apart. */
function costOf(layout: Layout, { pieces, nowMin, changeMin }: WorkshopProblem): [number, number] {
  const { placed, missed, unplaced } = layout;
  const ends = new Map<string, number>();
  for (const [{ task }, { endMin }] of placed)
    if (task.counts) ends.set(task.pieceId, Math.max(ends.get(task.pieceId) ?? nowMin, endMin));
  let [late, latest, sum] = [0, 0, 0];
  for (const { id, dueMin, priority } of pieces) {
    const end = ends.get(id);
    if (end === undefined) continue;
    if (dueMin !== null) late += Math.max(0, end - dueMin) * priority;
    latest = Math.max(latest, (end - nowMin) * priority);
    sum += (end - nowMin) * priority;
  }
  for (const m of missed.values()) latest += m.lateMin;
  // What is set up by itself.
  for (const [{ task }, { sharesWith }] of placed)
    if (!task.fixed && sharesWith === null) latest += task.setUp?.setUpMin ?? 0;
  if (changeMin > 0) latest += changeMin * changesIn(placed);
  return [unplacedCost * unplaced.size + shortWeight * layout.shortMin + latenessWeight * late + latest, sum];
}

/** How often hands go from one piece to another. */
function changesIn(placed: Layout['placed']): number {
  const inHands = [...placed].filter(([, at]) => at.personId !== null).sort((a, b) => a[1].startMin - b[1].startMin);
  const last = new Map<string | null, string>();
  let changes = 0;
  for (const [{ task }, { personId }] of inHands) {
    if (last.has(personId) && last.get(personId) !== task.pieceId) changes += 1;
    last.set(personId, task.pieceId);
  }
  return changes;
}

/** The order a person would begin with: what is promised soonest, what is begun, what stands first; each piece in its order. */
function firstGenes({ tasks, pieces }: WorkshopProblem, like: WorkshopSchedule | null): Genes {
  const begun = new Set(tasks.filter((t) => t.fixed).map((t) => t.pieceId));
  const rank = new Map(
    [...pieces]
      .map((p, i) => ({ p, i }))
      .sort(
        (a, b) =>
          (a.p.dueMin ?? Number.POSITIVE_INFINITY) - (b.p.dueMin ?? Number.POSITIVE_INFINITY) ||
          b.p.priority - a.p.priority ||
          Number(begun.has(b.p.id)) - Number(begun.has(a.p.id)) ||
          a.i - b.i,
      )
      .map(({ p }, i) => [p.id, i]),
  );
  const keys = Float64Array.from(tasks, (t, i) => (rank.get(t.pieceId) ?? pieces.length) + i / (tasks.length + 1));
  const { length } = tasks;
  // What was planned before keeps its order; what is new follows the last thing of its piece.
  if (like) {
    const starts = new Map(like.placed.map((p) => [p.id, p.startMin]));
    const last = new Map<string, number>();
    for (const [i, t] of tasks.entries()) {
      const at = starts.get(t.id) ?? (last.get(t.pieceId) ?? 0) + 1e-3;
      last.set(t.pieceId, at);
      keys[i] = at + i / (length + 1);
    }
  }
  return { keys, ...plainGenes(length), behind: inSets({ tasks, pieces }), urgentFirst: true };
}

/** The coats of a set right behind each other, its first coats with its first, its second with its second: they look alike then. */
function inSets({ tasks, pieces }: Pick<WorkshopProblem, 'tasks' | 'pieces'>): Int32Array {
  const behind = new Int32Array(tasks.length).fill(-1);
  const sets = new Map(pieces.flatMap((p) => (p.set === undefined ? [] : [[p.id, p.set] as const])));
  const count = new Map<string, number>();
  const last = new Map<string, number>();
  for (const [i, { pieceId, setUp, fixed }] of tasks.entries()) {
    const set = sets.get(pieceId);
    if (set === undefined || !setUp || fixed) continue;
    const own = `${pieceId}/${setUp.key}`;
    const nth = (count.get(own) ?? 0) + 1;
    count.set(own, nth);
    const coat = `${set}/${setUp.key}/${nth}`;
    behind[i] = last.get(coat) ?? -1;
    last.set(coat, i);
  }
  return behind;
}

/** Nothing let pass, held back, joined or given to anybody. */
const plainGenes = (length: number) => ({
  letsPass: new Uint8Array(length),
  holds: new Uint16Array(length),
  behind: new Int32Array(length).fill(-1),
  who: new Int8Array(length).fill(-1),
});

/** Tasks whose windows may be let pass, and those that may be held back for what follows them. */
interface Choices {
  windows: readonly Node[];
  holdable: readonly Node[];
  /** Those that set up the same as others, with them. */
  alike: readonly (readonly [Node, readonly Node[]])[];
  /** Pairs of hands. */
  people: number;
}

function alikeOf(nodes: readonly Node[]): Choices['alike'] {
  const byKey = new Map<string, Node[]>();
  for (const n of nodes) if (n.task.setUp) push(byKey, n.task.setUp.key, n);
  return nodes.flatMap((n) => {
    const others = n.task.setUp && !n.task.fixed ? byKey.get(n.task.setUp.key)!.filter((o) => o !== n) : [];
    return others.length > 0 ? [[n, others] as const] : [];
  });
}

const choicesOf = (nodes: readonly Node[], people: number): Choices => ({
  alike: alikeOf(nodes),
  people,
  windows: nodes.filter((n) => n.task.lags.some((l) => l.lateMin !== null)),
  holdable: nodes.filter(
    (n) =>
      !n.task.fixed &&
      n.after.some((f) => f.before.some((b) => b.node === n && (b.lag.blocked !== null || b.lag.maxMin !== null))),
  ),
});

/** Pieces that are late, or of which something has no place. */
function troubleIn(layout: Layout, { pieces }: WorkshopProblem): ReadonlySet<string> {
  const trouble = new Set([...layout.unplaced.keys()].map((n) => n.task.pieceId));
  const due = new Map(pieces.map((p) => [p.id, p.dueMin ?? Number.POSITIVE_INFINITY]));
  for (const [{ task }, { endMin }] of layout.placed)
    if (task.counts && endMin > (due.get(task.pieceId) ?? Number.POSITIVE_INFINITY)) trouble.add(task.pieceId);
  return trouble;
}

/** Another order near a given one. @param trouble pieces that are late, or of which something has no place */
function varied(
  genes: Genes,
  nodes: readonly Node[],
  choices: Choices,
  trouble: ReadonlySet<string>,
  random: () => number,
): Genes {
  const { keys } = genes;
  const next: Genes = { ...genes, keys: keys.slice() };
  const any = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
  // What is late, or has no place, is looked at more often than the rest.
  const looked = random() < 0.5 ? trouble : null;
  const one = (all: readonly Node[]): Node => {
    let n = any(all);
    for (let again = 0; again < 3 && looked && looked.size > 0 && !looked.has(n.task.pieceId); again += 1) n = any(all);
    return n;
  };
  if (choices.people > 1 && random() < 0.12) {
    next.who = genes.who.slice();
    next.who[one(nodes).index] = Math.floor(random() * (choices.people + 1)) - 1;
    return next;
  }
  if (choices.alike.length > 0 && random() < 0.12) {
    const [n, others] = any(choices.alike);
    next.behind = genes.behind.slice();
    const free = random() < 0.5 ? -1 : alone;
    next.behind[n.index] = random() < 0.3 ? free : one(others).index;
    const to = next.behind[n.index]!;
    if (to >= 0) next.keys[n.index] = keys[to]! + 1e-6;
    // In whose hands the tool is decides whether it goes at all.
    if (to >= 0 && choices.people > 1 && random() < 0.6) {
      next.who = genes.who.slice();
      next.who[to] = Math.floor(random() * choices.people);
      next.who[n.index] = next.who[to]!;
    }
    return next;
  }
  const kind = random();
  if (kind < 0.35) {
    // One task elsewhere in the order.
    next.keys[one(nodes).index] = keys[one(nodes).index]! + (random() - 0.5) * 1e-3;
  } else if (kind < 0.6) {
    // Two change places.
    const [a, b] = [one(nodes).index, one(nodes).index];
    [next.keys[a], next.keys[b]] = [keys[b]!, keys[a]!];
  } else if (kind < 0.8) {
    // All of one piece sooner or later.
    const { pieceId } = one(nodes).task;
    const by = (random() - 0.5) * 4;
    for (const n of nodes) if (n.task.pieceId === pieceId) next.keys[n.index] = keys[n.index]! + by;
  } else if (kind < 0.85) next.urgentFirst = !genes.urgentFirst;
  else if (kind < 0.92 && choices.windows.length > 0) {
    const { index } = one(choices.windows);
    next.letsPass = genes.letsPass.slice();
    next.letsPass[index] = 1 - genes.letsPass[index]!;
  } else if (choices.holdable.length > 0) {
    const { index } = one(choices.holdable);
    next.holds = genes.holds.slice();
    next.holds[index] = random() < 0.4 ? 0 : holdStepMin * Math.ceil((random() * longestHoldMin) / holdStepMin);
  }
  return next;
}

/** So many tries without a better answer are enough of one neighbourhood. */
const leastPatience = 150;
const patiencePerTask = 15;

/** An order without a wish. */
function shuffled(nodes: readonly Node[], { windows, holdable, alike }: Choices, random: () => number): Genes {
  const { length } = nodes;
  const genes: Genes = {
    keys: Float64Array.from({ length }, random),
    ...plainGenes(length),
    urgentFirst: random() < 0.5,
  };
  for (const n of windows) if (random() < 0.2) genes.letsPass[n.index] = 1;
  for (const [n, others] of alike)
    if (random() < 0.3) genes.behind[n.index] = others[Math.floor(random() * others.length)]!.index;
  for (const n of holdable)
    if (random() < 0.2) genes.holds[n.index] = holdStepMin * Math.ceil((random() * longestHoldMin) / holdStepMin);
  return genes;
}

const answerOf = (layout: Layout, nodes: readonly Node[], cost: number): WorkshopSchedule => ({
  placed: nodes.flatMap((n) => layout.placed.get(n) ?? []),
  missed: nodes.flatMap((n) => layout.missed.get(n) ?? []),
  unplaced: nodes.flatMap((n) => {
    const because = layout.unplaced.get(n);
    return because ? [{ id: n.task.id, because }] : [];
  }),
  cost,
});

/**
 * Places the sittings of a whole workshop: no pair of hands at two things at once, each lag, window, barred hour, place and air
 * kept. A first answer, then better ones for a number of tries; the same input and seed give the same answer.
 * Serial schedule generation with time lags (Neumann, Schwindt & Zimmermann, Project Scheduling with Time Windows; recalled,
 * not looked up), varied by random keys.
 * @param tries how many other orders are tried, 0 or more
 * @param like an answer to the same question as it was a little before: its order is begun with, so that little changes
 * @yields the answer whenever a better one is found, and how many tries were made
 * @throws DomainError out_of_range (no hands, an id twice), not_converged (no working hours)
 */
export function* improvingSchedule(
  problem: WorkshopProblem,
  tries: number,
  seed: number,
  like: WorkshopSchedule | null = null,
): Generator<{ tried: number; schedule: WorkshopSchedule | null }, WorkshopSchedule> {
  const nodes = nodesOf(problem.tasks);
  const choices = choicesOf(nodes, problem.people.length);
  const random = seededRandom(seed);
  let genes = firstGenes(problem, like);
  let layout = new Layout(problem, nodes, genes).run();
  let [cost, sum] = costOf(layout, problem);
  let [bestLayout, bestCost, bestSum] = [layout, cost, sum];
  const patience = Math.max(leastPatience, patiencePerTask * nodes.length);
  let changed = 0;
  let trouble = troubleIn(layout, problem);
  yield { tried: 0, schedule: answerOf(bestLayout, nodes, bestCost) };
  for (let i = 1; i <= tries; i += 1) {
    const other = varied(genes, nodes, choices, trouble, random);
    const otherLayout = new Layout(problem, nodes, other).run();
    const [otherCost, otherSum] = costOf(otherLayout, problem);
    // Now and then a worse one is gone on with, less and less.
    const bearable = otherCost - cost <= 0.02 * cost * (1 - i / tries) && random() < 0.15;
    if (otherCost < cost || (otherCost === cost && otherSum <= sum) || bearable) {
      [genes, layout, cost, sum] = [other, otherLayout, otherCost, otherSum];
      trouble = troubleIn(layout, problem);
    }
    const better = cost < bestCost || (cost === bestCost && sum < bestSum);
    if (better) [bestLayout, bestCost, bestSum] = [layout, cost, sum];
    else if (i - changed > patience) {
      // Nothing better near here: begun again elsewhere.
      genes = shuffled(nodes, choices, random);
      layout = new Layout(problem, nodes, genes).run();
      [cost, sum] = costOf(layout, problem);
      trouble = troubleIn(layout, problem);
      changed = i;
    }
    if (better) changed = i;
    yield { tried: i, schedule: better ? answerOf(bestLayout, nodes, bestCost) : null };
  }
  return answerOf(bestLayout, nodes, bestCost);
}

/** The last answer of improvingSchedule, in one go. @param anyWillDo the first in which everything has a place is enough */
export function scheduleWorkshop(
  problem: WorkshopProblem,
  tries: number,
  seed: number,
  anyWillDo = false,
): WorkshopSchedule {
  const search = improvingSchedule(problem, tries, seed);
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
    if (anyWillDo && value.schedule?.unplaced.length === 0) return value.schedule;
  }
}
