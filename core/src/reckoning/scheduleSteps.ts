import { dustAfter, isSprayed, lateScuff, stepKind } from '../finishing';
import {
  type Activity,
  type Lag,
  type ScheduleAnswer,
  type SharedAir,
  scheduleInOrder,
  type WorkCalendar,
} from '../schedule';
import { minuteOf } from '../units';
import type { LogEntry, Product, Step } from '../workshop';
import { resolveLags } from './resolveLags';

/** What the steps of a plan need to be laid out in time. */
export interface StepTimes {
  steps: readonly Step[];
  products: Readonly<Record<string, Product>>;
  handsOnMin: (step: Step) => number;
  log: readonly LogEntry[];
  nowMin: number;
  startMin: number | null;
  calendar: WorkCalendar;
  /** Abrading is done in another space than coating. */
  dustElsewhere?: boolean;
  /** Films of other pieces that are not dust-free. */
  openElsewhere?: readonly { fromMin: number; untilMin: number }[];
}

/** A plan in time: with the scuffs that passed windows ask for. */
export interface ScheduledSteps {
  steps: readonly Step[];
  /** Steps put in, each with the minute at which the window closed that it answers. */
  inserted: ReadonlyMap<string, number>;
  answer: ScheduleAnswer;
  lags: ReadonlyMap<string, Lag[]>;
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

/** What a step raises, and leaves open to what others raise. */
function airOf(step: Step, { products, dustElsewhere }: StepTimes): { air?: SharedAir } {
  const { film, abrasive } = stepKind(step.kind);
  if (step.zoneId === null || (!film && !abrasive)) return {};
  const product = step.productId ? products[step.productId] : undefined;
  const mist = film && isSprayed(step.method) ? step.productId : null;
  return {
    air: {
      place: step.zoneId,
      openMin: film ? (product?.times.dustFreeMin.high ?? 0) : 0,
      raises: abrasive && !dustElsewhere ? 'dust' : mist,
      lays: film ? step.productId : null,
    },
  };
}

/** The scuff and dust removal that a coat needs when the window of the one before it has closed, and the coat after them. */
function afterClosing(coat: Step, beforeId: string, productName: string): [Step, Step, Step] {
  const scuff = lateScuff(coat, beforeId, productName);
  const dust = dustAfter(coat, scuff.id);
  return [scuff, dust, { ...coat, waitsFor: [...coat.waitsFor, { stepId: dust.id, wait: 'none' as const }] }];
}

/**
 * Lays a plan out in time. A window that closes before its coat can go on gains a scuff, which is done before the coat: at
 * most one for each coat.
 */
export function scheduleSteps(times: StepTimes): ScheduledSteps {
  const { steps, products, log } = times;
  const lags = resolveLags(steps, products);
  const byId = new Map(steps.map((s) => [s.id, s]));
  const place = new Map(steps.map((s, i) => [s.id, i]));
  const byStep = new Map(log.map((entry) => [entry.step.id, entry]));
  const begun = log.some((entry) => entry.startedAt !== null || entry.doneAt !== null);
  const nowMin = begun ? times.nowMin : Math.max(times.nowMin, times.startMin ?? times.nowMin);
  const late = new Map<string, [Step, Step, Step]>();
  /** A scuff that was put in also opens what comes after it on the same surface. */
  const scuffedSince = (beforeId: string, coat: Step) =>
    [...late.keys()].some(
      (id) =>
        byId.get(id)!.zoneId === coat.zoneId &&
        place.get(id)! > place.get(beforeId)! &&
        place.get(id)! < place.get(coat.id)!,
    );
  const activityOf = (step: Step, own: readonly Lag[]): Activity => {
    const handsOnMin = times.handsOnMin(step);
    return {
      id: step.id,
      handsOnMin,
      divisible: stepKind(step.kind).divisible,
      lags: own,
      ...airOf(step, times),
      fixed: fixedTime(byStep.get(step.id), handsOnMin, times.nowMin),
      ifLate: (beforeId) => {
        const before = byId.get(beforeId);
        if (!before || byId.has(`${step.id}/scuff`) || scuffedSince(beforeId, step)) return null;
        const product = before.productId ? products[before.productId] : undefined;
        const [scuff, dust, coat] = afterClosing(step, beforeId, product?.name ?? 'the coat before');
        late.set(step.id, [scuff, dust, coat]);
        const waited = [...new Set(coat.waitsFor.map((w) => w.stepId))].flatMap((id) => byId.get(id) ?? []);
        const then = resolveLags([...waited.filter((s) => s !== before), before, scuff, dust, coat], products);
        return {
          first: [scuff, dust].map((s) => activityOf(s, then.get(s.id) ?? [])),
          lags: then.get(coat.id) ?? [],
        };
      },
    };
  };
  const answer = scheduleInOrder(
    {
      activities: steps.map((step) => activityOf(step, lags.get(step.id) ?? [])),
      nowMin,
      openElsewhere: times.openElsewhere ?? [],
    },
    times.calendar,
  );
  if (late.size === 0) return { steps, inserted: new Map(), answer, lags };
  const inserted = new Map<string, number>();
  for (const { id, closedAtMin } of answer.missed)
    for (const s of late.get(id)?.slice(0, 2) ?? []) inserted.set(s.id, closedAtMin);
  const all = steps.flatMap((s) => late.get(s.id) ?? [s]);
  return { steps: all, inserted, answer, lags: resolveLags(all, products) };
}
