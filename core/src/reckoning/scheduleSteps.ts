import {
  dustAfter,
  goesOn,
  isSprayed,
  type LagOnSurface,
  lateScuff,
  mayGoOn,
  meetsWet,
  needsNobody,
  sizedAgain,
  stepKind,
} from '../finishing';
import {
  type Activity,
  opensAt,
  type ScheduleAnswer,
  type SharedAir,
  scheduleInOrder,
  type WorkCalendar,
} from '../schedule';
import { minuteOf } from '../units';
import type { LogEntry, Product, Step, StepKindId } from '../workshop';
import { airBarOf, type LagInRoom, lagInRoom, type Place, type Room, readyIn } from './roomOf';

/** What the steps of a plan need to be laid out in time. */
export interface StepTimes {
  steps: readonly Step[];
  /** What each of them waits for. */
  lags: ReadonlyMap<string, LagOnSurface[]>;
  /** Those that are done at one go. */
  sittings: readonly (readonly Step[])[];
  /** What the steps of a zone wait for, out of it and those of the whole piece, in the order in which they are worked. */
  lagsIn: (zoneId: Step['zoneId'], steps: readonly Step[]) => Map<string, LagOnSurface[]>;
  products: Readonly<Record<string, Product>>;
  /** Hands-on minutes; without setting up where it goes on with a sitting. */
  handsOnMin: (step: Step, setsUp: boolean) => number;
  log: readonly LogEntry[];
  nowMin: number;
  startMin: number | null;
  calendar: WorkCalendar;
  /** Films of other pieces that are not dust-free. */
  openElsewhere?: readonly { fromMin: number; untilMin: number }[];
  /** Where it stands. */
  place: Place;
  /** Steps before which it is brought to another space: the air of this one is no matter to them. */
  movedFor: ReadonlySet<string>;
}

/** A wait in the air it is waited in. */
export interface LagInTime extends LagOnSurface {
  inAir?: LagInRoom;
}

/** A plan in time: with the scuffs that passed windows ask for. */
export interface ScheduledSteps {
  steps: readonly Step[];
  /** Steps put in, each with the minute at which the window closed that it answers. */
  inserted: ReadonlyMap<string, number>;
  answer: ScheduleAnswer;
  /** Waits that are over by the log. */
  over: ReadonlySet<string>;
  /** With their times as they came out. */
  lags: ReadonlyMap<string, LagInTime[]>;
}

/** What happened, as fixed time; a step that runs ends when it was meant to, but not before now. */
function fixedTime(
  entry: LogEntry | undefined,
  handsOnMin: number,
  nowMin: number,
): { startMin: number; endMin: number } | null {
  if (!entry) return null;
  const doneMin = entry.doneAt === null ? null : minuteOf(entry.doneAt);
  const startMin = entry.startedAt === null ? null : minuteOf(entry.startedAt);
  if (doneMin !== null) return { startMin: Math.min(startMin ?? doneMin, doneMin), endMin: doneMin };
  return startMin === null ? null : { startMin, endMin: Math.max(nowMin, startMin + handsOnMin) };
}

/**
 * Waits that are over though nobody logged them: what they wait for has been done, and their time has passed. They lie where
 * they fell due, and do not begin anew with every minute.
 */
function waitsOver(
  { steps, nowMin }: StepTimes,
  lagsOf: (step: Step) => readonly LagInTime[],
  log: ReadonlyMap<string, LogEntry>,
): Map<string, number> {
  const doneMin = new Map<string, number>();
  const over = new Map<string, number>();
  for (const step of steps) {
    const doneAt = log.get(step.id)?.doneAt ?? null;
    if (doneAt !== null) doneMin.set(step.id, minuteOf(doneAt));
    else if (!log.has(step.id) && needsNobody(step.kind)) {
      const own = lagsOf(step);
      const ends = own.map((l) => opensAt(l, doneMin.get(l.beforeId) ?? Number.NaN));
      const end = Math.max(...ends);
      if (own.length === 0 || !(end <= nowMin)) continue;
      over.set(step.id, end);
      doneMin.set(step.id, end);
    }
  }
  return over;
}

/**
 * Whether a step goes on in the sitting of those right before it. What is still to come does not go on with what has been
 * logged as done: then the tool is put away.
 */
function goesOnBehind(behind: readonly Step[], step: Step, log: ReadonlyMap<string, LogEntry>): boolean {
  const isDone = (s: Step) => (log.get(s.id)?.doneAt ?? null) !== null;
  return isDone(behind.at(-1)!) === isDone(step) && goesOn(behind, step);
}

/**
 * What somebody is at beyond the hours: it runs now, outside of them, and is not paused. What was begun longer ago than hands
 * work at one go was left, and not told done.
 */
function beyondHours({ log, nowMin, calendar }: StepTimes): ReadonlySet<string> {
  if (calendar.shiftAt(nowMin).startMin <= nowMin) return new Set();
  const runs = log.filter((e) => e.doneAt === null && !e.pauses?.some((p) => p.until === null));
  return new Set(
    runs.flatMap(({ step, startedAt }) =>
      startedAt !== null && nowMin - minuteOf(startedAt) < oneShiftMin ? [step.id] : [],
    ),
  );
}

/** Whether a step that goes on in a sitting sets something up of its own: it is the first of its kind there, or takes another product. */
export const setsUpBehind = (behind: readonly Step[], step: Step): boolean =>
  behind.every((s) => s.kind !== step.kind || s.productId !== step.productId);

/** Whether a step rinses off what another washed with: that does not dry in over lunch. */
const rinsesOff = (step: Step, before: StepKindId | undefined): boolean =>
  step.kind === 'rinse' && (before === 'wash' || before === 'degrease');

/** Hands go home, or to lunch, after so long, minutes. */
const oneShiftMin = 4 * 60;

/**
 * How long after each step the hands are needed before the break, minutes, and what has to be off before more of it is laid on: for what has to follow it while it is wet, and for
 * taking off what works for a time and would dry in.
 */
function followedMinIn(
  sittings: readonly (readonly Step[])[],
  handsOnMin: StepTimes['handsOnMin'],
  lags: ReadonlyMap<string, readonly LagOnSurface[]>,
): { minutes: ReadonlyMap<string, number>; waits: ReadonlyMap<string, readonly string[]> } {
  const minutes = new Map<string, number>();
  const waits = new Map<string, readonly string[]>();
  for (const sitting of sittings)
    for (let i = sitting.length - 2; i >= 0; i -= 1) {
      const [own, next] = [sitting[i]!, sitting[i + 1]!];
      if (!meetsWet(own, next)) continue;
      // Rags are seen to for each zone apart where these do not fall together.
      const setsUp = next.kind === 'dispose' || setsUpBehind(sitting.slice(0, i + 1), next);
      minutes.set(own.id, handsOnMin(next, setsUp) + (minutes.get(next.id) ?? 0));
    }
  const kindOf = new Map(sittings.flat().map((s) => [s.id, s.kind]));
  // What works for a time is taken off, and what is tacky for a time laid on, before the hands go home.
  const takenOff = new Map<string, { id: string; afterMin: number; handsOnMin: number }>();
  for (const step of sittings.flat())
    for (const { beforeId, wait, minMin } of lags.get(step.id) ?? [])
      if (
        wait === 'dwell' ||
        (rinsesOff(step, kindOf.get(beforeId)) && !takenOff.has(beforeId)) ||
        (!stepKind(step.kind).film &&
          step.zoneId !== null &&
          kindOf.get(beforeId) === 'size' &&
          !takenOff.has(beforeId))
      )
        takenOff.set(beforeId, { id: step.id, afterMin: minMin, handsOnMin: handsOnMin(step, true) });
  for (const sitting of sittings) {
    // Laid on one zone after the other and taken off one after the other: begun where the last of it fits before the break.
    const takes = (go: readonly Step[]): number => {
      const own = go.flatMap((step) => takenOff.get(step.id) ?? []);
      if (own.length === 0) return 0;
      return Math.max(...own.map((o) => o.afterMin)) + own.reduce((sum, o) => sum + o.handsOnMin, 0);
    };
    // More than one shift can take off is laid on in several goes, each when the one before is off.
    const goes: Step[][] = [[]];
    for (const step of sitting) {
      const go = [...goes.at(-1)!, step];
      const allMin = () => takes(go) + go.reduce((sum, s) => sum + handsOnMin(s, s === go[0]), 0);
      if (go.length > 1 && takenOff.has(step.id) && allMin() > oneShiftMin) goes.push([step]);
      else goes[goes.length - 1] = go;
    }
    goes.forEach((go, n) => {
      let neededMin = takes(go);
      if (neededMin === 0) return;
      const before = (goes[n - 1] ?? []).flatMap((s) => takenOff.get(s.id)?.id ?? []);
      for (const step of go) if (before.length > 0) waits.set(step.id, before);
      for (const step of [...go].reverse()) {
        minutes.set(step.id, Math.max(minutes.get(step.id) ?? 0, neededMin));
        neededMin += handsOnMin(step, false);
      }
    });
  }
  return { minutes, waits };
}

/** A coat waits so long for the same coat of another zone, minutes: three days. */
const alikeMin = 3 * 24 * 60;

/** Whether a coat need be no sooner than that of another zone: the other has as many to come, out of the same can. */
const noSooner = (own: Step, other: Step): boolean =>
  own.zoneId !== null &&
  other.zoneId !== null &&
  own.kind === other.kind &&
  stepKind(own.kind).film &&
  own.productId !== null &&
  own.productId === other.productId &&
  own.areaFrac === 1 &&
  other.of - other.ordinal >= own.of - own.ordinal;

/** When a film takes no dust any more, in the air of its room. */
function dustFreeIn(room: Room, product: Product, entry: LogEntry | undefined): (endMin: number) => number {
  const ready = readyIn(room)(product, entry);
  return (endMin) => ready(endMin, product.times.dustFreeMin.high);
}

/** What a step raises, and leaves open to what others raise. */
function airOf(step: Step, { products, place: { room, dustElsewhere }, log }: StepTimes): { air?: SharedAir } {
  const { film, abrasive } = stepKind(step.kind);
  if (step.zoneId === null || (!film && !abrasive)) return {};
  const product = step.productId ? products[step.productId] : undefined;
  const entry = log.find((e) => e.step.id === step.id);
  const mist = film && isSprayed(step.method) ? step.productId : null;
  return {
    air: {
      place: step.zoneId,
      openMin: film ? (product?.times.dustFreeMin.high ?? 0) : 0,
      ...(product && room ? { openUntil: dustFreeIn(room, product, entry) } : {}),
      raises: abrasive && !dustElsewhere ? 'dust' : mist,
      lays: film ? step.productId : null,
    },
  };
}

/**
 * Lays a plan out in time. A window that closes before its coat can go on gains a scuff, which is done before the coat: at
 * most one for each coat.
 */
export function scheduleSteps(times: StepTimes): ScheduledSteps {
  const { steps, products, log, lags, sittings } = times;
  const byId = new Map(steps.map((s) => [s.id, s]));
  const byStep = new Map(log.map((entry) => [entry.step.id, entry]));
  const begun = log.some((entry) => entry.startedAt !== null || entry.doneAt !== null);
  const nowMin = begun ? times.nowMin : Math.max(times.nowMin, times.startMin ?? times.nowMin);
  const { room } = times.place;
  const known = new Map(steps.map((s) => [s.id, s]));
  const inTime = (own: readonly LagOnSurface[]): LagInTime[] =>
    own.map((lag) => {
      const before = known.get(lag.beforeId);
      const product = before?.productId ? products[before.productId] : undefined;
      const inAir = before && lagInRoom(lag, before, product, byStep.get(before.id), room);
      return inAir ? { ...lag, inAir } : lag;
    });
  const over = waitsOver(times, (step) => inTime(lags.get(step.id) ?? []), byStep);
  /** The scuff and dust removal that a coat needs when the window of the one before it has closed. */
  const late = new Map<string, readonly Step[]>();
  /** The plan with what was put in so far. */
  const withLate = () => steps.flatMap((s) => [...(late.get(s.id) ?? []), s]);
  /** What its steps wait for. */
  const lagsNow = new Map(lags);
  const atBench = beyondHours(times);
  const followed = followedMinIn(sittings, times.handsOnMin, lags);
  const barOf = (step: Step): Pick<Activity, 'airBar'> => {
    const product = step.productId ? products[step.productId] : undefined;
    const airBar = airBarOf(step, product, times.handsOnMin(step, true), times.place);
    return airBar && !times.movedFor.has(step.id) ? { airBar } : {};
  };
  const activityOf = (step: Step, own: readonly LagOnSurface[]): Activity => {
    const handsOnMin = times.handsOnMin(step, true);
    return {
      id: step.id,
      handsOnMin,
      goingOnMin: (ids) => {
        if (!mayGoOn(known.get(ids[0]!)!.kind, step.kind)) return null;
        const behind = ids.map((id) => known.get(id)!);
        return goesOnBehind(behind, step, byStep) ? times.handsOnMin(step, setsUpBehind(behind, step)) : null;
      },
      heldFor: (laterId) => (noSooner(step, known.get(laterId)!) ? alikeMin : 0),
      followedMin: followed.minutes.get(step.id) ?? 0,
      pastHours: (ids) => step.kind === 'dispose' || ids.some((id) => atBench.has(id)),
      divisible: stepKind(step.kind).divisible,
      lags: [
        ...inTime(own),
        ...(followed.waits.get(step.id) ?? []).map((beforeId) => ({
          beforeId,
          minMin: 0,
          maxMin: null,
          blocked: null,
        })),
      ],
      ...airOf(step, times),
      ...barOf(step),
      fixed: over.has(step.id)
        ? { startMin: over.get(step.id)!, endMin: over.get(step.id)! }
        : fixedTime(byStep.get(step.id), handsOnMin, times.nowMin),
      ifLate: (beforeId) => {
        const before = byId.get(beforeId);
        if (!before || late.has(step.id) || byId.has(`${step.id}/scuff`)) return null;
        // A scuff that was put in for an earlier coat has opened this one too.
        const open = lagsNow.get(step.id)?.find((l) => l.beforeId === beforeId);
        if (open?.maxMin === null) return null;
        const product = before.productId ? products[before.productId] : undefined;
        // Size that has dried is laid again; a film is scuffed.
        const first =
          before.kind === 'size'
            ? [sizedAgain(step, before)]
            : [lateScuff(step, product?.name ?? 'the coat before'), dustAfter(step)];
        late.set(step.id, first);
        for (const s of first) known.set(s.id, s);
        // What a step of a zone waits for lies on the faces of that zone, which only its own steps and those of the piece change.
        const here = withLate().filter((s) => s.zoneId === step.zoneId || s.zoneId === null);
        const inZone = times.lagsIn(step.zoneId, here);
        for (const s of here) if (s.zoneId !== null) lagsNow.set(s.id, inZone.get(s.id) ?? []);
        const own = (s: Step) => lagsNow.get(s.id) ?? [];
        return { first: first.map((s) => activityOf(s, own(s))), lags: own(step) };
      },
    };
  };
  const answer = scheduleInOrder(
    {
      // Of what can begin at one time, what belongs to one sitting goes together.
      activities: sittings.flatMap((sitting) => sitting.map((step) => activityOf(step, lags.get(step.id) ?? []))),
      nowMin,
      openElsewhere: times.openElsewhere ?? [],
    },
    times.calendar,
  );
  const isOver = new Set(over.keys());
  const asPlaced = lagsAsPlaced(inTime, answer);
  if (late.size === 0) return { steps, inserted: new Map(), answer, over: isOver, lags: asPlaced(lags) };
  const inserted = new Map<string, number>();
  for (const { id, closedAtMin } of answer.missed) for (const s of late.get(id) ?? []) inserted.set(s.id, closedAtMin);
  const all = withLate();
  return { steps: all, lags: asPlaced(lagsNow), inserted, answer, over: isOver };
}

/** Waits with the minutes that they took in the air they lay in. */
const lagsAsPlaced =
  (inTime: (own: readonly LagOnSurface[]) => LagInTime[], { placed }: ScheduleAnswer) =>
  (lags: ReadonlyMap<string, readonly LagOnSurface[]>): Map<string, LagInTime[]> => {
    const ends = new Map(placed.map((p) => [p.id, p.endMin]));
    const asItIs = (lag: LagInTime): LagInTime => {
      const endMin = ends.get(lag.beforeId);
      const { inAir } = lag;
      if (!inAir || endMin === undefined) return lag;
      const [minMin, closes, barred] = [inAir.opens(endMin) - endMin, inAir.closes(endMin), inAir.barred(endMin)];
      return {
        ...lag,
        minMin,
        earlyMin: inAir.early(endMin) - endMin,
        maxMin: closes === null ? null : closes - endMin,
        blocked: barred && { from: barred.fromMin - endMin, to: barred.untilMin - endMin },
      };
    };
    return new Map([...lags].map(([id, own]) => [id, inTime(own).map(asItIs)]));
  };
