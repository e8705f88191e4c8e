import { DomainError, seededRandom } from '../units';
import { barredBetween, closesAt, dustFreeAt, opensAt } from './lagTimes';
import { Timeline } from './Timeline';
import type {
  Binding,
  MissedWindow,
  PlacedTask,
  Task,
  TaskLag,
  Unplaced,
  WorkshopProblem,
  WorkshopSchedule,
} from './WorkshopProblem';

/** Beyond this nothing is planned, minutes: two years. */
const horizonMin = 2 * 366 * 24 * 60;
/** A task is held back so often for one that follows it. */
const mostHeldBack = 12;
/** And all of them together: an order that asks for more is not a good one. */
const mostHeldBackAll = 60;
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
  /** Whether what closes a window goes before the order. */
  urgentFirst: boolean;
}

/** Steps and length of holding back, minutes. */
const holdStepMin = 30;
const longestHoldMin = 300;

/** A task with what is looked up of it again and again. */
interface Node {
  index: number;
  task: Task;
  before: readonly { node: Node; lag: TaskLag }[];
  after: Node[];
}

function nodesOf(tasks: readonly Task[]): Node[] {
  const byId = new Map<string, Node>();
  const nodes = tasks.map((task, index): Node => ({ index, task, before: [], after: [] }));
  for (const n of nodes) {
    if (byId.has(n.task.id)) throw new DomainError('out_of_range', 'tasks', n.index, 'each id once');
    byId.set(n.task.id, n);
  }
  for (const n of nodes) {
    n.before = n.task.lags.flatMap((lag) => {
      const node = byId.get(lag.beforeId);
      return node && node !== n ? [{ node, lag }] : [];
    });
    for (const b of new Set(n.before.map((x) => x.node))) b.after.push(n);
  }
  return nodes;
}

/** From when a task may be begun, what says so, and between which minutes it may not. */
interface Opening {
  fromMin: number;
  binding: Binding;
  barred: { fromMin: number; untilMin: number; binding: Binding }[];
}

/** A place of a task as it was found: it may be that a window has passed. */
interface Found {
  startMin: number;
  endMin: number;
  person: number;
  binding: Binding;
}

/** Lays all tasks out once, in the order of the genes; see scheduleWorkshop. */
class Layout {
  readonly placed = new Map<Node, PlacedTask>();
  readonly missed = new Map<Node, MissedWindow>();
  readonly unplaced = new Map<Node, Unplaced>();
  /** By how much windows were missed that have to be kept, minutes: it tells a near miss from a far one. */
  shortMin = 0;
  private readonly timelines: readonly Timeline[];
  /** Tasks that raise dust or leave a film open, by space. */
  private readonly airs = new Map<string, Node[]>();
  /** When what each of them laid takes no dust any more. */
  private readonly dustFree = new Map<Node, number>();
  private readonly onPlace = new Map<string, Node[]>();
  /** Ends that tasks were held back to. */
  private readonly floors = new Map<Node, { endMin: number; laterId: string }>();
  private readonly heldBack = new Map<Node, number>();
  private heldBackAll = 0;
  /** When a task has to be begun for a window that is open already. */
  private readonly due = new Map<Node, number>();
  private readonly ready = new Set<Node>();
  private readonly open = new Map<Node, number>();

  constructor(
    private readonly problem: WorkshopProblem,
    private readonly nodes: readonly Node[],
    private readonly genes: Genes,
  ) {
    const { nowMin, people } = problem;
    this.timelines = people.map((p) => new Timeline(p.calendar, nowMin));
    let runsUntil = nowMin;
    for (const n of nodes) {
      const { fixed, id } = n.task;
      if (!fixed) continue;
      this.placed.set(n, { id, ...fixed, personId: null, binding: { kind: 'now' } });
      this.occupy(n);
      if (n.task.handsMin > 0) runsUntil = Math.max(runsUntil, fixed.endMin);
    }
    // What runs keeps the first pair of hands: whose it is is not known.
    if (runsUntil > nowMin) this.timelines[0]?.take('', nowMin, runsUntil);
    for (const n of nodes) if (!n.task.fixed) this.await(n);
    for (const n of nodes) if (n.task.fixed) this.openWindows(n);
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

  private await(n: Node): void {
    if (this.placed.has(n) || this.unplaced.has(n)) return;
    let open = 0;
    for (const b of new Set(n.before.map((x) => x.node))) if (!this.placed.has(b)) open += 1;
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
    return { fromMin, binding, barred };
  }

  /** The first place that all but closing windows allows; or what bars it for good. */
  private find(n: Node, handsMin: number): Found | Unplaced {
    const { task } = n;
    let { fromMin, binding, barred } = this.opening(n);
    const floor = this.floors.get(n);
    const last = this.problem.nowMin + horizonMin;
    let holdMin = this.genes.holds[n.index]!;
    while (fromMin <= last) {
      const found = this.inHands(task, fromMin, handsMin, binding);
      if (floor && found.endMin < floor.endMin) {
        const byMin = floor.endMin - found.endMin;
        // What a break may cut ends a night later for being begun a little later.
        const cut = task.divisible && found.person >= 0;
        fromMin = cut
          ? Math.max(
              found.startMin + holdStepMin,
              this.timelines[found.person]!.startToEndAt(floor.endMin, found.startMin, handsMin),
            )
          : found.startMin + byMin;
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
      binding = later.binding;
    }
    return { kind: 'hours' };
  }

  private inHands(task: Task, fromMin: number, handsMin: number, binding: Binding): Found {
    if (handsMin === 0) return { startMin: fromMin, endMin: fromMin, person: -1, binding };
    let best: Found | undefined;
    this.timelines.forEach((timeline, person) => {
      const fit = timeline.fit(fromMin, handsMin, task.divisible);
      if (best && best.endMin <= fit.endMin) return;
      const own: Binding =
        fit.startMin === fromMin
          ? binding
          : fit.behindId
            ? { kind: 'hands', beforeId: fit.behindId }
            : { kind: 'hours' };
      best = { startMin: fit.startMin, endMin: fit.endMin, person, binding: own };
    });
    if (!best) throw new DomainError('out_of_range', 'people', 0, 'at least one pair of hands');
    return best;
  }

  /** What moves a task on from where hands and hours would have it. */
  private movedOn(
    n: Node,
    { startMin, endMin }: Found,
    barred: Opening['barred'],
    lateMin: number,
  ): { untilMin: number; binding: Binding } | { unplaced: Unplaced } | undefined {
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

  private dustFrom(
    { task }: Node,
    startMin: number,
    endMin: number,
  ): { untilMin: number; binding: Binding } | undefined {
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

  private fullFrom(
    { task }: Node,
    startMin: number,
    endMin: number,
  ): { untilMin: number; binding: Binding } | { unplaced: Unplaced } | undefined {
    const { place, pieceId } = task;
    if (!place) return undefined;
    const capacity = this.problem.places[place.id] ?? Number.POSITIVE_INFINITY;
    if (capacity < 1) return { unplaced: { kind: 'place', placeId: place.id } };
    const untilMin = endMin + place.afterMin;
    // Each piece once, however much of it is wet.
    const stays = new Map<string, { fromMin: number; untilMin: number }[]>();
    for (const other of this.onPlace.get(place.id) ?? []) {
      if (other.task.pieceId === pieceId) continue;
      const at = this.placed.get(other)!;
      const leaves = at.endMin + other.task.place!.afterMin;
      if (at.startMin >= untilMin || leaves <= startMin) continue;
      const own = stays.get(other.task.pieceId);
      const stay = { fromMin: at.startMin, untilMin: leaves };
      if (own) own.push(stay);
      else stays.set(other.task.pieceId, [stay]);
    }
    if (stays.size < capacity) return undefined;
    // Full at a moment when something begins.
    const moments = [startMin, ...[...stays.values()].flat().map((s) => s.fromMin)].filter(
      (m) => m >= startMin && m < Math.max(untilMin, startMin + 1),
    );
    const free: number[] = [];
    for (const m of moments) {
      const there = [...stays.values()].flatMap((own) => {
        const until = own.filter((s) => s.fromMin <= m && s.untilMin > m).map((s) => s.untilMin);
        return until.length > 0 ? [Math.max(...until)] : [];
      });
      if (there.length >= capacity) free.push(Math.min(...there));
    }
    if (free.length === 0) return undefined;
    return { untilMin: Math.min(...free), binding: { kind: 'place', placeId: place.id } };
  }

  private put(n: Node): void {
    const { task } = n;
    const barred = n.before.find((b) => this.unplaced.has(b.node));
    if (barred) {
      this.leaveOut(n, { kind: 'waits', beforeId: barred.node.task.id });
      return;
    }
    let found = this.find(n, task.handsMin);
    if ('kind' in found) {
      this.leaveOut(n, found);
      return;
    }
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
    this.placed.set(n, { id: task.id, startMin, endMin, personId, binding });
    if (found.person >= 0) this.timelines[found.person]!.take(task.id, startMin, endMin);
    this.occupy(n);
    this.openWindows(n);
    for (const f of n.after) this.await(f);
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
    const out = [node];
    for (const n of out) {
      for (const f of n.after) if (this.placed.has(f) && !f.task.fixed && !out.includes(f)) out.push(f);
    }
    for (const n of out) this.vacate(n);
    for (const n of out) for (const f of n.after) if (!f.task.fixed && !this.placed.has(f)) this.await(f);
    this.await(later);
    this.await(node);
    for (const n of out) this.await(n);
    return true;
  }

  /** Leaves a task out, with all that waits for it, and what it would have to follow within a window that only it closes. */
  private leaveOut(n: Node, because: Unplaced): void {
    if (this.placed.has(n)) this.vacate(n);
    this.unplaced.set(n, because);
    this.ready.delete(n);
    const inVain: Unplaced = { kind: 'waits', beforeId: n.task.id };
    for (const f of n.after) if (!f.task.fixed && !this.unplaced.has(f)) this.leaveOut(f, inVain);
    for (const { node, lag } of n.before)
      if (lag.maxMin !== null && lag.lateMin === null && !node.task.fixed && !this.unplaced.has(node))
        this.leaveOut(node, inVain);
  }

  private occupy(n: Node): void {
    const { air, place } = n.task;
    if (air && (air.raises !== null || air.openMin > 0)) {
      push(this.airs, air.space, n);
      this.dustFree.set(n, dustFreeAt(air, this.placed.get(n)!.endMin));
    }
    if (place) push(this.onPlace, place.id, n);
  }

  private vacate(n: Node): void {
    const at = this.placed.get(n)!;
    this.placed.delete(n);
    this.missed.delete(n);
    const person = this.problem.people.findIndex((p) => p.id === at.personId);
    if (person >= 0) this.timelines[person]!.free(n.task.id);
    if (n.task.air) pull(this.airs.get(n.task.air.space), n);
    if (n.task.place) pull(this.onPlace.get(n.task.place.id), n);
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
  return { keys, letsPass: new Uint8Array(length), holds: new Uint16Array(length), urgentFirst: true };
}

/** Tasks whose windows may be let pass, and those that may be held back for what follows them. */
interface Choices {
  windows: readonly Node[];
  holdable: readonly Node[];
}

const choicesOf = (nodes: readonly Node[]): Choices => ({
  windows: nodes.filter((n) => n.task.lags.some((l) => l.lateMin !== null)),
  holdable: nodes.filter(
    (n) =>
      !n.task.fixed &&
      n.after.some((f) => f.before.some((b) => b.node === n && (b.lag.blocked !== null || b.lag.maxMin !== null))),
  ),
});

/** Another order near a given one. */
function varied(genes: Genes, nodes: readonly Node[], choices: Choices, random: () => number): Genes {
  const { keys } = genes;
  const next: Genes = { ...genes, keys: keys.slice() };
  const one = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
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
const leastPatience = 300;
const patiencePerTask = 40;

/** An order without a wish. */
function shuffled(nodes: readonly Node[], { windows, holdable }: Choices, random: () => number): Genes {
  const { length } = nodes;
  const genes: Genes = {
    keys: Float64Array.from({ length }, random),
    letsPass: new Uint8Array(length),
    holds: new Uint16Array(length),
    urgentFirst: random() < 0.5,
  };
  for (const n of windows) if (random() < 0.2) genes.letsPass[n.index] = 1;
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
  const choices = choicesOf(nodes);
  const random = seededRandom(seed);
  let genes = firstGenes(problem, like);
  let layout = new Layout(problem, nodes, genes).run();
  let [cost, sum] = costOf(layout, problem);
  let [bestLayout, bestCost, bestSum] = [layout, cost, sum];
  const patience = Math.max(leastPatience, patiencePerTask * nodes.length);
  let changed = 0;
  yield { tried: 0, schedule: answerOf(bestLayout, nodes, bestCost) };
  for (let i = 1; i <= tries; i += 1) {
    const other = varied(genes, nodes, choices, random);
    const otherLayout = new Layout(problem, nodes, other).run();
    const [otherCost, otherSum] = costOf(otherLayout, problem);
    // Now and then a worse one is gone on with, less and less.
    const bearable = otherCost - cost <= 0.02 * cost * (1 - i / tries) && random() < 0.15;
    if (otherCost < cost || (otherCost === cost && otherSum <= sum) || bearable) {
      [genes, layout, cost, sum] = [other, otherLayout, otherCost, otherSum];
    }
    const better = cost < bestCost || (cost === bestCost && sum < bestSum);
    if (better) [bestLayout, bestCost, bestSum] = [layout, cost, sum];
    else if (i - changed > patience) {
      // Nothing better near here: begun again elsewhere.
      genes = shuffled(nodes, choices, random);
      layout = new Layout(problem, nodes, genes).run();
      [cost, sum] = costOf(layout, problem);
      changed = i;
    }
    if (better) changed = i;
    yield { tried: i, schedule: better ? answerOf(bestLayout, nodes, bestCost) : null };
  }
  return answerOf(bestLayout, nodes, bestCost);
}

/** The last answer of improvingSchedule, in one go. */
export function scheduleWorkshop(problem: WorkshopProblem, tries: number, seed: number): WorkshopSchedule {
  const search = improvingSchedule(problem, tries, seed);
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
  }
}
