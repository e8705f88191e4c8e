import { barredBetween, closesAt, dustFreeAt, opensAt } from './lagTimes';
import type { Activity, Placed, ScheduleAnswer, ScheduleProblem, SharedAir } from './ScheduleProblem';
import { shortMin, type WorkCalendar } from './WorkCalendar';

/** A barred interval of a lag, from the known end of what is waited for. */
interface Barred {
  fromMin: number;
  untilMin: number;
}

/** From when an activity may start by what it waits for, as far as that is laid out, and the intervals barred to it. */
function opens(activity: Activity, fromMin: number, placed: Layout['placed']): { fromMin: number; barred: Barred[] } {
  let from = fromMin;
  const barred: Barred[] = [];
  for (const lag of activity.lags) {
    const end = placed.get(lag.beforeId)?.endMin;
    if (end === undefined) continue;
    from = Math.max(from, opensAt(lag, end));
    const own = barredBetween(lag, end);
    if (own) barred.push(own);
  }
  return { fromMin: from, barred };
}

/** End of a barred interval that a start falls into, or undefined. */
const barredUntil = (startMin: number, barred: readonly Barred[]): number | undefined =>
  barred.find((b) => startMin > b.fromMin && startMin < b.untilMin)?.untilMin;

/** What can be done at the same go is waited for so long, minutes (common practice, no source). */
const patienceMin = 30;
/** Longer than that nothing is held back for anything, minutes: three days. */
const longestPatienceMin = 3 * 24 * 60;

/** Where hands-on work can lie from a minute on: within one shift, or, if it may be interrupted, over several. */
function fitIntoShifts(activity: Activity, fromMin: number, calendar: WorkCalendar): Placed {
  const { id, handsOnMin, divisible, followedMin = 0 } = activity;
  const wholeMin = handsOnMin + followedMin;
  let shift = calendar.shiftAt(fromMin);
  let start = Math.max(fromMin, shift.startMin);
  if (!divisible || wholeMin <= shortMin) {
    // Longer than any shift: begun with a shift and finished in overtime, since a wet edge cannot be left.
    while (start + wholeMin > shift.endMin && !(wholeMin > calendar.longestShiftMin && start === shift.startMin)) {
      const { endMin } = shift;
      shift = calendar.shiftAt(endMin);
      // Hours round the clock are told in overlapping stretches.
      start = Math.max(endMin, shift.startMin);
    }
    return { id, startMin: start, endMin: start + handsOnMin };
  }
  let left = handsOnMin - (shift.endMin - start);
  while (left > 0) {
    const { endMin } = shift;
    shift = calendar.shiftAt(endMin);
    left -= shift.endMin - Math.max(endMin, shift.startMin);
  }
  return { id, startMin: start, endMin: shift.endMin + Math.min(0, left) };
}

/** Moves work past what the one pair of hands already does. */
function pastOtherWork(activity: Activity, fromMin: number, busy: readonly Placed[], calendar: WorkCalendar): Placed {
  if (activity.handsOnMin === 0) return { id: activity.id, startMin: fromMin, endMin: fromMin };
  let at = fitIntoShifts(activity, fromMin, calendar);
  for (const other of busy) {
    if (at.endMin <= other.startMin) break;
    if (at.startMin < other.endMin) at = fitIntoShifts(activity, other.endMin, calendar);
  }
  return at;
}

/** When the air allows an activity that would start there; undefined: then. What its space never bears is no reason to wait. */
function airAllowsFrom(
  { air, airBar }: Activity,
  at: Placed,
  others: readonly { air: SharedAir; at: Placed }[],
  elsewhere: NonNullable<ScheduleProblem['openElsewhere']>,
): number | undefined {
  const untilMin = airBar?.(at.startMin)?.untilMin;
  if (untilMin !== undefined && Number.isFinite(untilMin)) return untilMin;
  if (!air) return undefined;
  for (const other of others) {
    if (other.air.place === air.place) continue;
    const closes = dustFreeAt(other.air, other.at.endMin);
    const spoils = air.raises !== null && air.raises !== other.air.lays && other.air.openMin > 0;
    if (spoils && other.at.endMin < at.endMin && closes > at.startMin) return closes;
    const spoiled = other.air.raises !== null && other.air.raises !== air.lays && air.openMin > 0;
    if (spoiled && other.at.startMin < dustFreeAt(air, at.endMin) && other.at.endMin > at.endMin)
      return other.at.endMin;
  }
  if (air.raises === null) return undefined;
  return elsewhere.find((w) => w.fromMin < at.endMin && w.untilMin > at.startMin)?.untilMin;
}

/** What is laid out so far, as far as it can still matter. */
interface Layout {
  calendar: WorkCalendar;
  elsewhere: NonNullable<ScheduleProblem['openElsewhere']>;
  placed: Pick<ReadonlyMap<string, Placed>, 'get'>;
  /** Where the hands are taken, in order of their start. */
  busy: Placed[];
  /** What shares the air. */
  others: { air: SharedAir; at: Placed }[];
  /** What the hands did last without a break and with one tool; null: nothing yet. */
  inHand: { ids: readonly string[]; endMin: number } | null;
}

/** Whether an activity has come where it can go on with what is in hand, and then its place right behind it. */
function goingOn(activity: Activity, from: number, barred: readonly Barred[], layout: Layout) {
  const { inHand } = layout;
  if (!inHand || from > inHand.endMin) return undefined;
  const handsOnMin = activity.goingOnMin?.(inHand.ids) ?? null;
  if (handsOnMin === null) return undefined;
  const { calendar, busy } = layout;
  const hereMin = inHand.endMin;
  const free = busy.every((b) => b.endMin <= hereMin || b.startMin >= hereMin + handsOnMin);
  const at =
    free && activity.pastHours?.(inHand.ids)
      ? { id: activity.id, startMin: hereMin, endMin: hereMin + handsOnMin }
      : pastOtherWork({ ...activity, handsOnMin }, hereMin, busy, calendar);
  if (at.startMin !== inHand.endMin || barredUntil(at.startMin, barred) !== undefined) return undefined;
  return airAllowsFrom(activity, at, layout.others, layout.elsewhere) === undefined ? at : undefined;
}

/** The first place that lags, hands and working hours allow. Each barred interval moves it forward, so this ends. */
function place(activity: Activity, fromMin: number, layout: Layout): Placed {
  const { fromMin: opensMin, barred } = opens(activity, fromMin, layout.placed);
  let from = opensMin;
  const goesOn = goingOn(activity, from, barred, layout);
  if (goesOn) return goesOn;
  for (;;) {
    const at = pastOtherWork(activity, from, layout.busy, layout.calendar);
    const until = barredUntil(at.startMin, barred) ?? airAllowsFrom(activity, at, layout.others, layout.elsewhere);
    // What could go on with what is in hand, but for the air, begins anew a minute later.
    if (until === undefined && !joins(activity, at, layout)) return at;
    from = until ?? at.startMin + 1;
  }
}

/** Whether an activity at its place goes on with what is in hand. */
const joins = ({ goingOnMin }: Activity, at: Placed, { inHand }: Layout): boolean =>
  inHand !== null && inHand.endMin === at.startMin && (goingOnMin?.(inHand.ids) ?? null) !== null;

/** What is in hand once an activity has been done: it has gone on with it, or begun anew. */
function inHandAfter(layout: Layout, activity: Activity, at: Placed): Layout['inHand'] {
  if (activity.handsOnMin === 0) return layout.inHand;
  const behind = joins(activity, at, layout) ? layout.inHand!.ids : [];
  return { ids: [...behind, activity.id], endMin: at.endMin };
}

/** The layout with one more activity in it. */
const withOne = (layout: Layout, activity: Activity, at: Placed): Layout => ({
  ...layout,
  inHand: inHandAfter(layout, activity, at),
  placed: { get: (id) => (id === activity.id ? at : layout.placed.get(id)) },
  busy: activity.handsOnMin > 0 ? [...layout.busy, at].sort((a, b) => a.startMin - b.startMin) : layout.busy,
  others: activity.air ? [...layout.others, { air: activity.air, at }] : layout.others,
});

/** An activity that is not laid out yet. */
interface Waiting {
  activity: Activity;
  /** Place in the order given. */
  rank: number;
  /** How many of those it waits for are not laid out yet. */
  open: number;
  /** It cannot start before this minute: what is laid out later only moves it on. */
  notBefore: number;
  /** When it has to start for a window to be kept, its own or that of what waits for it; Infinity: any time. */
  dueMin: number;
  /** The window is known to be passed, and what that asks for is in the plan. */
  late: boolean;
  /** It has been held back once for what goes with it. */
  heldBack: boolean;
}

/** What stands before all others: what can start first; of those, what goes on with what is in hand; then by rank. */
function firstOf(ready: readonly Waiting[], goesOn: (w: Waiting) => boolean): Waiting {
  let first = ready[0]!;
  let ties: Waiting[] = [];
  for (const w of ready) {
    if (w.notBefore < first.notBefore) {
      first = w;
      ties = [];
    } else if (w !== first && w.notBefore === first.notBefore) ties.push(w);
  }
  if (ties.length === 0) return first;
  const byRank = [first, ...ties].sort((x, y) => x.rank - y.rank);
  return byRank.find(goesOn) ?? byRank[0]!;
}

/** A window that has closed. */
type Window = Omit<ScheduleAnswer['missed'][number], 'id'>;

/** The first window that a start at this minute would come too late for. */
function passedWindow(activity: Activity, startMin: number, layout: Layout): Window | undefined {
  for (const lag of activity.lags) {
    const before = layout.placed.get(lag.beforeId);
    const closedAtMin = before ? closesAt(lag, before.endMin) : null;
    if (closedAtMin !== null && startMin > closedAtMin) return { beforeId: lag.beforeId, closedAtMin };
  }
  return undefined;
}

/** Lays activities out one after the other; see scheduleInOrder. */
class Serial {
  private readonly placed = new Map<string, Placed>();
  private readonly layout: Layout;
  private readonly waiting = new Map<string, Waiting>();
  private readonly followers = new Map<string, Waiting[]>();
  private ready: Waiting[] = [];
  private readonly order: string[] = [];
  private readonly missed: ScheduleAnswer['missed'][number][] = [];
  private floorMin: number;

  constructor(problem: ScheduleProblem, calendar: WorkCalendar) {
    const { activities, nowMin, openElsewhere = [] } = problem;
    this.floorMin = nowMin;
    this.layout = { calendar, elsewhere: openElsewhere, placed: this.placed, busy: [], others: [], inHand: null };
    for (const a of activities) {
      this.order.push(a.id);
      if (!a.fixed) continue;
      const at = { id: a.id, ...a.fixed };
      this.placed.set(a.id, at);
      // A step that is running now keeps the hands until its end.
      if (at.endMin > nowMin && at.endMin > at.startMin) this.layout.busy.push(at);
      if (a.air) this.layout.others.push({ air: a.air, at });
    }
    this.layout.busy.sort((a, b) => a.startMin - b.startMin);
    const happened = activities
      .filter((a) => a.fixed)
      .sort((a, b) => a.fixed!.startMin - b.fixed!.startMin || a.fixed!.endMin - b.fixed!.endMin);
    for (const a of happened) this.layout.inHand = inHandAfter(this.layout, a, { id: a.id, ...a.fixed! });
    const open = new Set(activities.filter((a) => !a.fixed).map((a) => a.id));
    activities.forEach((a, rank) => {
      if (!a.fixed) this.await(a, rank, open);
    });
    for (const a of activities) if (a.fixed) this.keepWindows(a.id, a.fixed.endMin);
  }

  answer(): ScheduleAnswer {
    while (this.waiting.size > 0) {
      const { next, at } = this.next();
      const passed = next.late ? undefined : passedWindow(next.activity, at.startMin, this.layout);
      if (passed) {
        for (const w of this.alsoLate(next)) this.isLate(w.late, w.window);
        if (this.isLate(next, passed)) continue;
      }
      this.put(next, at);
    }
    return { placed: this.order.map((id) => this.layout.placed.get(id)!), missed: this.missed };
  }

  /** Says that a window has passed, and puts what that asks for before its activity. */
  private isLate(w: Waiting, window: Window): boolean {
    this.missed.push({ id: w.activity.id, ...window });
    w.late = true;
    return this.firstDo(w, window.beforeId);
  }

  /** What is late as well, and is done at the same go: its scuff goes with the other, before a film lies open. */
  private alsoLate({ activity: { id } }: Waiting): { late: Waiting; window: Window }[] {
    return this.ready.flatMap((w) => {
      if (w.late || w.activity.id === id || (w.activity.goingOnMin?.([id]) ?? null) === null) return [];
      const at = place(w.activity, Math.max(w.notBefore, this.floorMin), this.layout);
      const window = passedWindow(w.activity, at.startMin, this.layout);
      return window ? [{ late: w, window }] : [];
    });
  }

  private await(activity: Activity, rank: number, open: ReadonlySet<string>): Waiting {
    const before = new Set(activity.lags.map((l) => l.beforeId).filter((id) => open.has(id)));
    const w: Waiting = {
      activity,
      rank,
      open: before.size,
      notBefore: this.floorMin,
      dueMin: Number.POSITIVE_INFINITY,
      late: false,
      heldBack: false,
    };
    this.waiting.set(activity.id, w);
    for (const id of new Set(activity.lags.map((l) => l.beforeId))) {
      const followers = this.followers.get(id);
      if (followers) followers.push(w);
      else this.followers.set(id, [w]);
    }
    if (before.size === 0) this.ready.push(w);
    return w;
  }

  /** What is laid out next: what can start first, unless a window would be let pass for work that can wait. */
  private next(): { next: Waiting; at: Placed } {
    // A circle of waits cannot come from the generator; from an edited file the order given breaks it.
    if (this.ready.length === 0) {
      const first = [...this.waiting.values()].reduce((a, b) => (b.rank < a.rank ? b : a));
      this.ready.push(first);
    }
    const { layout } = this;
    const goesOn = ({ activity, notBefore }: Waiting): boolean => {
      const { inHand } = layout;
      return inHand !== null && notBefore <= inHand.endMin && (activity.goingOnMin?.(inHand.ids) ?? null) !== null;
    };
    for (;;) {
      const first = firstOf(this.ready, goesOn);
      const at = place(first.activity, Math.max(first.notBefore, this.floorMin), layout);
      if (at.startMin > first.notBefore) {
        first.notBefore = at.startMin;
        continue;
      }
      const together = first.heldBack ? undefined : this.startForBoth(first, at);
      if (together !== undefined) {
        first.heldBack = true;
        first.notBefore = together;
        continue;
      }
      this.floorMin = Math.max(this.floorMin, at.startMin);
      layout.busy = layout.busy.filter((b) => b.endMin > this.floorMin);
      layout.others = layout.others.filter((o) => dustFreeAt(o.air, o.at.endMin) > this.floorMin);
      return this.dueFirst(first, at) ?? { next: first, at };
    }
  }

  /** When to begin so that what is ready a little later, and is done at the same go, follows without a break; undefined: now. */
  private startForBoth(first: Waiting, at: Placed): number | undefined {
    if (first.activity.handsOnMin === 0 || joins(first.activity, at, this.layout)) return undefined;
    const { id, heldFor } = first.activity;
    for (const w of this.ready) {
      if (w.notBefore <= at.endMin || w.notBefore > at.endMin + longestPatienceMin) continue;
      const forMin = Math.max(patienceMin, heldFor?.(w.activity.id) ?? 0);
      if (w.notBefore > at.endMin + forMin || (w.activity.goingOnMin?.([id]) ?? null) === null) continue;
      const own = place(first.activity, w.notBefore - (at.endMin - at.startMin), this.layout);
      if (own.startMin > first.dueMin || own.startMin <= at.startMin) continue;
      const behind = place(w.activity, w.notBefore, withOne(this.layout, first.activity, own));
      if (behind.startMin === own.endMin) return own.startMin;
    }
    return undefined;
  }

  /** What has to go before an activity because its window would pass meanwhile, though the activity can wait. */
  private dueFirst(first: Waiting, at: Placed): { next: Waiting; at: Placed } | undefined {
    const due = this.ready
      .filter((w) => w !== first && w.dueMin < Number.POSITIVE_INFINITY && !w.late && w.dueMin < first.dueMin)
      .sort((a, b) => a.dueMin - b.dueMin || a.rank - b.rank);
    if (due.length === 0) return undefined;
    const after = withOne(this.layout, first.activity, at);
    for (const w of due) {
      const own = place(w.activity, w.notBefore, this.layout);
      if (own.startMin > w.dueMin || place(w.activity, w.notBefore, after).startMin <= w.dueMin) continue;
      const then = place(first.activity, first.notBefore, withOne(this.layout, w.activity, own));
      if (then.startMin <= first.dueMin) return { next: w, at: own };
    }
    return undefined;
  }

  /** Puts what a passed window asks for before its activity. */
  private firstDo(w: Waiting, beforeId: string): boolean {
    const instead = w.activity.ifLate?.(beforeId);
    if (!instead) return false;
    this.ready = this.ready.filter((r) => r !== w);
    const open = new Set([...this.waiting.keys(), ...instead.first.map((a) => a.id)]);
    this.order.splice(this.order.indexOf(w.activity.id), 0, ...instead.first.map((a) => a.id));
    instead.first.forEach((a, i) => {
      this.await(a, w.rank - (instead.first.length - i) / (instead.first.length + 1), open);
    });
    const again = this.await({ ...w.activity, lags: instead.lags }, w.rank, open);
    again.late = true;
    return true;
  }

  private put(w: Waiting, at: Placed): void {
    const { activity } = w;
    const { layout } = this;
    layout.inHand = inHandAfter(layout, activity, at);
    this.placed.set(activity.id, at);
    if (activity.air) layout.others.push({ air: activity.air, at });
    this.waiting.delete(activity.id);
    this.ready = this.ready.filter((r) => r !== w);
    if (activity.handsOnMin > 0) {
      const i = layout.busy.findIndex((b) => b.startMin > at.startMin);
      layout.busy.splice(i === -1 ? layout.busy.length : i, 0, at);
      for (const r of this.ready)
        if (r.activity.handsOnMin > 0 && r.notBefore >= at.startMin && r.notBefore < at.endMin) r.notBefore = at.endMin;
    }
    this.keepWindows(activity.id, at.endMin);
    this.keepHands(activity, at);
    for (const f of this.followers.get(activity.id) ?? []) {
      f.open -= 1;
      if (f.open === 0 && this.waiting.get(f.activity.id) === f && !this.ready.includes(f)) {
        f.notBefore = Math.max(f.notBefore, this.floorMin);
        this.ready.push(f);
      }
    }
  }

  /** What waits for something that has its end now knows by when it has to start. */
  private keepWindows(id: string, endMin: number): void {
    for (const f of this.followers.get(id) ?? [])
      for (const lag of f.activity.lags) {
        const closes = lag.beforeId === id ? closesAt(lag, endMin) : null;
        if (closes !== null) this.due(f, closes, new Set());
      }
  }

  /** What has to follow it before the break is not kept from it by other work. */
  private keepHands({ id, followedMin = 0 }: Activity, at: Placed): void {
    const breakMin = this.layout.calendar.shiftAt(at.startMin).endMin;
    for (const f of this.followers.get(id) ?? [])
      if (f.activity.lags.some((lag) => lag.beforeId === id && lag.minMin > 0 && lag.minMin < followedMin))
        this.due(f, breakMin - f.activity.handsOnMin, new Set());
  }

  private due(w: Waiting, minute: number, seen: ReadonlySet<Waiting>): void {
    if (minute >= w.dueMin || seen.has(w)) return;
    w.dueMin = minute;
    for (const lag of w.activity.lags) {
      const before = this.waiting.get(lag.beforeId);
      if (before) this.due(before, minute - lag.minMin - before.activity.handsOnMin, new Set([...seen, w]));
    }
  }
}

/**
 * Places activities for one person: again and again the one that can start first, earlier ones in the order first.
 * Serial schedule generation with time lags; never breaks a minimum lag, a barred interval or working hours, and raises no
 * dust or mist over what is still open. Work that can wait is held back where a window would pass meanwhile; a window that
 * closes all the same is reported, and what it asks for is done first.
 */
export const scheduleInOrder = (problem: ScheduleProblem, calendar: WorkCalendar): ScheduleAnswer =>
  new Serial(problem, calendar).answer();
