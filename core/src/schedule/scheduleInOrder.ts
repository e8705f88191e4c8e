import type { Activity, Lag, Placed, ScheduleAnswer, ScheduleProblem, SharedAir } from './ScheduleProblem';
import type { WorkCalendar } from './WorkCalendar';

/** The lags of an activity whose first ends are known, with those ends. */
const knownLags = (activity: Activity, placed: ReadonlyMap<string, Placed>): { lag: Lag; end: number }[] =>
  activity.lags.flatMap((lag) => {
    const before = placed.get(lag.beforeId);
    return before ? [{ lag, end: before.endMin }] : [];
  });

/** End of a barred interval that a start falls into, or undefined. */
function barredUntil(startMin: number, lags: readonly { lag: Lag; end: number }[]): number | undefined {
  const hit = lags.find(
    ({ lag, end }) => lag.blocked && startMin > end + lag.blocked.from && startMin < end + lag.blocked.to,
  );
  return hit && hit.end + hit.lag.blocked!.to;
}

/** Where hands-on work can lie from a minute on: within one shift, or, if it may be interrupted, over several. */
function fitIntoShifts(activity: Activity, fromMin: number, calendar: WorkCalendar): Placed {
  const { id, handsOnMin, divisible } = activity;
  let shift = calendar.shiftAt(fromMin);
  let start = Math.max(fromMin, shift.startMin);
  if (!divisible) {
    // Longer than any shift: begun with a shift and finished in overtime, since a wet edge cannot be left.
    while (start + handsOnMin > shift.endMin && !(handsOnMin > calendar.longestShiftMin && start === shift.startMin)) {
      shift = calendar.shiftAt(shift.endMin);
      start = shift.startMin;
    }
    return { id, startMin: start, endMin: start + handsOnMin };
  }
  let left = handsOnMin - (shift.endMin - start);
  while (left > 0) {
    shift = calendar.shiftAt(shift.endMin);
    left -= shift.endMin - shift.startMin;
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

/** When the air allows an activity that would start there; undefined: then. */
function airAllowsFrom(
  { air }: Activity,
  at: Placed,
  others: readonly { air: SharedAir; at: Placed }[],
  elsewhere: NonNullable<ScheduleProblem['openElsewhere']>,
): number | undefined {
  if (!air) return undefined;
  for (const other of others) {
    if (other.air.place === air.place) continue;
    const closes = other.at.endMin + other.air.openMin;
    const spoils = air.raises !== null && air.raises !== other.air.lays && other.air.openMin > 0;
    if (spoils && other.at.endMin < at.endMin && closes > at.startMin) return closes;
    const spoiled = other.air.raises !== null && other.air.raises !== air.lays && air.openMin > 0;
    if (spoiled && other.at.startMin < at.endMin + air.openMin && other.at.endMin > at.endMin) return other.at.endMin;
  }
  if (air.raises === null) return undefined;
  return elsewhere.find((w) => w.fromMin < at.endMin && w.untilMin > at.startMin)?.untilMin;
}

/** The first place that lags, hands and working hours allow. Each barred interval moves it forward, so this ends. */
function place(
  activity: Activity,
  placed: ReadonlyMap<string, Placed>,
  nowMin: number,
  busy: readonly Placed[],
  calendar: WorkCalendar,
  others: readonly { air: SharedAir; at: Placed }[],
  elsewhere: NonNullable<ScheduleProblem['openElsewhere']>,
): Placed {
  const lags = knownLags(activity, placed);
  let from = Math.max(nowMin, ...lags.map(({ lag, end }) => end + lag.minMin));
  for (;;) {
    const at = pastOtherWork(activity, from, busy, calendar);
    const until = barredUntil(at.startMin, lags) ?? airAllowsFrom(activity, at, others, elsewhere);
    if (until === undefined) return at;
    from = until;
  }
}

/**
 * Places activities for one person: again and again the one that can start first, earlier ones in the order first.
 * Serial schedule generation with time lags; never breaks a minimum lag, a barred interval or working hours, and raises no
 * dust or mist over what is still open. Windows that
 * close are kept where they can be and reported where they pass.
 */
export function scheduleInOrder(problem: ScheduleProblem, calendar: WorkCalendar): ScheduleAnswer {
  const placed = new Map<string, Placed>();
  for (const a of problem.activities) if (a.fixed) placed.set(a.id, { id: a.id, ...a.fixed });
  const ids = new Set(problem.activities.map((a) => a.id));
  let waiting = problem.activities.filter((a) => !a.fixed);
  // A step that is running now keeps the hands until its end.
  const busy: Placed[] = [...placed.values()].filter((p) => p.endMin > problem.nowMin && p.endMin > p.startMin);
  const airOf = new Map(problem.activities.map((a) => [a.id, a.air]));
  const others = [...placed.values()].flatMap((at) => {
    const air = airOf.get(at.id);
    return air ? [{ air, at }] : [];
  });
  while (waiting.length > 0) {
    const ready = waiting.filter((a) => a.lags.every((l) => placed.has(l.beforeId) || !ids.has(l.beforeId)));
    // A circle of waits cannot come from the generator; from an edited file the order given breaks it.
    const candidates = ready.length > 0 ? ready : waiting.slice(0, 1);
    let best: { activity: Activity; at: Placed } | undefined;
    for (const activity of candidates) {
      const at = place(activity, placed, problem.nowMin, busy, calendar, others, problem.openElsewhere ?? []);
      if (!best || at.startMin < best.at.startMin) best = { activity, at };
    }
    const { activity, at } = best!;
    placed.set(activity.id, at);
    if (activity.air) others.push({ air: activity.air, at });
    if (activity.handsOnMin > 0) {
      busy.push(at);
      busy.sort((a, b) => a.startMin - b.startMin);
    }
    waiting = waiting.filter((a) => a !== activity);
  }
  return { placed: problem.activities.map((a) => placed.get(a.id)!), missed: missedWindows(problem, placed) };
}

function missedWindows(problem: ScheduleProblem, placed: ReadonlyMap<string, Placed>): ScheduleAnswer['missed'] {
  return problem.activities.flatMap((a) =>
    a.fixed
      ? []
      : a.lags.flatMap((lag) => {
          const before = placed.get(lag.beforeId);
          const closedAtMin = before && lag.maxMin !== null ? before.endMin + lag.maxMin : null;
          return closedAtMin !== null && placed.get(a.id)!.startMin > closedAtMin
            ? [{ id: a.id, beforeId: lag.beforeId, closedAtMin }]
            : [];
        }),
  );
}
