import { DomainError } from '../units';
import { alone, type Genes, holdStepMin } from './Genes';
import { barredBetween, closesAt, dustFreeAt, opensAt } from './lagTimes';
import type { TaskNode } from './TaskNode';
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
/** From when a task may be begun, what says so, and between which minutes it may not. */
interface Opening {
  fromMin: number;
  binding: Binding;
  barred: { fromMin: number; untilMin: number; binding: Binding }[];
}

/** A task on a place. */
interface Stay {
  node: TaskNode;
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
  behind: TaskNode | null;
}

/** Lays all tasks out once, in the order of the genes; see scheduleWorkshop. */
export class Layout {
  readonly placed = new Map<TaskNode, PlacedTask>();
  readonly missed = new Map<TaskNode, MissedWindow>();
  readonly unplaced = new Map<TaskNode, Unplaced>();
  /** By how much windows were missed that have to be kept, minutes: it tells a near miss from a far one. */
  shortMin = 0;
  private readonly timelines: readonly Timeline[];
  /** Places that can be full at all. */
  private readonly scarce: ReadonlyMap<string, number>;
  /** Tasks that raise dust or leave a film open, by space. */
  private readonly airs = new Map<string, TaskNode[]>();
  /** When what each of them laid takes no dust any more. */
  private readonly dustFree = new Map<TaskNode, number>();
  /** Who stands on each place there may be too little of, from when until when. */
  private readonly onPlace = new Map<string, Stay[]>();
  /** Tasks in hands that set up the same. */
  private readonly setUps = new Map<string, TaskNode[]>();
  /** What is done right behind a task without setting up anew. */
  private readonly sharers = new Map<TaskNode, TaskNode>();
  /** The same from the other side. */
  private readonly sharesWith = new Map<TaskNode, TaskNode>();
  /** Ends that tasks were held back to. */
  private readonly floors = new Map<TaskNode, { endMin: number; laterId: string }>();
  private readonly heldBack = new Map<TaskNode, number>();
  private heldBackAll = 0;
  private heldForMates = 0;
  /** When a task has to be begun for a window that is open already. */
  private readonly due = new Map<TaskNode, number>();
  /** In whose time what a person said begins at a minute has its place until it is put there. */
  private readonly keptFree = new Map<TaskNode, number>();
  private readonly ready = new Set<TaskNode>();
  private readonly open = new Map<TaskNode, number>();

  constructor(
    private readonly problem: WorkshopProblem,
    private readonly nodes: readonly TaskNode[],
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
  private keepFree(n: TaskNode): void {
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

  private await(n: TaskNode): void {
    if (this.placed.has(n) || this.unplaced.has(n)) return;
    let open = 0;
    for (const b of n.waitsOn) if (!this.placed.has(b)) open += 1;
    this.open.set(n, open);
    if (open === 0) this.ready.add(n);
    else this.ready.delete(n);
  }

  /** What closes a window goes first, the soonest before others; then by the order of the genes. */
  private next(): TaskNode | undefined {
    let first: TaskNode | undefined;
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

  private opening({ task, before }: TaskNode): Opening {
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
  private find(n: TaskNode, handsMin: number): Found | Unplaced {
    const { task } = n;
    let { fromMin, binding, barred } = this.opening(n);
    const floor = this.floors.get(n);
    const { pin } = task;
    const mate = this.mateOf(n);
    if (mate && handsMin === task.handsMin) {
      const shared = this.rightBehind(task, fromMin, binding, mate);
      if (shared && shared.endMin >= (floor?.endMin ?? 0) && !this.movedOn(n, shared, barred, 0)) return shared;
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
    { task }: TaskNode,
    { startMin, endMin, person }: Found,
    wantedEndMin: number,
    handsMin: number,
  ): number {
    return task.divisible && person >= 0
      ? this.timelines[person]!.startToEndAt(wantedEndMin, startMin, handsMin)
      : startMin + wantedEndMin - endMin;
  }

  private inHands(
    { task, index }: TaskNode,
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
  private mateOf(n: TaskNode): TaskNode | undefined {
    const at = this.genes.behind[n.index]!;
    const mate = at < 0 ? undefined : this.nodes[at];
    return mate && this.placed.has(mate) ? mate : undefined;
  }

  /** The first place right behind a task with the same set-up, in the same hands: without setting up anew. */
  private rightBehind(task: Task, fromMin: number, binding: Binding, mate?: TaskNode): Found | undefined {
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
    n: TaskNode,
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

  private dustFrom({ task }: TaskNode, startMin: number, endMin: number): Later | undefined {
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

  private fullFrom(n: TaskNode, startMin: number, endMin: number): Later | { unplaced: Unplaced } | undefined {
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
  private fullAt(n: TaskNode, place: TaskPlace, startMin: number, endMin: number, capacity: number): number | null {
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

  private put(n: TaskNode): void {
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
  private endsBefore(mate: TaskNode, n: TaskNode, minute: number): boolean {
    const shortMin = minute - this.placed.get(mate)!.endMin;
    if (shortMin <= 0 || this.heldForMates >= mostHeldForMates) return false;
    this.heldForMates += 1;
    return this.holdBack(mate, n, shortMin);
  }

  private passed({ before }: TaskNode, startMin: number) {
    let first: { node: TaskNode; lag: TaskLag; closedAtMin: number } | undefined;
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
  private holdBack(node: TaskNode, later: TaskNode, byMin: number): boolean {
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
  private withAllBehind(node: TaskNode): TaskNode[] {
    const out = new Set([node]);
    for (const n of out) {
      const sharer = this.sharers.get(n);
      const gone = sharer ? [...n.after, sharer] : n.after;
      for (const f of gone) if (this.placed.has(f) && !f.task.fixed) out.add(f);
    }
    return [...out];
  }

  /** Leaves a task out, with all that waits for it, and what it would have to follow within a window that only it closes. */
  private leaveOut(n: TaskNode, because: Unplaced): void {
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

  private occupy(n: TaskNode): void {
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

  private vacate(n: TaskNode): void {
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

  private openWindows(n: TaskNode): void {
    const { endMin } = this.placed.get(n)!;
    for (const f of n.after)
      for (const { node, lag } of f.before) {
        const closes = node === n ? closesAt(lag, endMin) : null;
        if (closes !== null) this.hasToBegin(f, closes);
      }
  }

  /** What has to be begun by then, and before it what it waits for. */
  private hasToBegin(n: TaskNode, minute: number): void {
    if (this.placed.has(n) || minute >= (this.due.get(n) ?? Number.POSITIVE_INFINITY)) return;
    this.due.set(n, minute);
    for (const { node, lag } of n.before)
      if (!this.placed.has(node)) this.hasToBegin(node, minute - lag.minMin - node.task.handsMin);
  }
}

/** Whether one task is among all that another waits for. */
function waitsFor(n: TaskNode, other: TaskNode): boolean {
  const seen = new Set<TaskNode>([n]);
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
