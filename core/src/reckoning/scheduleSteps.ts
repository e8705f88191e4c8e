import { dustAfter, isSprayed, lateScuff, stepKind } from '../finishing';
import { type Lag, type ScheduleAnswer, type SharedAir, scheduleInOrder, type WorkCalendar } from '../schedule';
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

function layOut(steps: readonly Step[], times: StepTimes): { answer: ScheduleAnswer; lags: Map<string, Lag[]> } {
  const lags = resolveLags(steps, times.products);
  const byStep = new Map(times.log.map((entry) => [entry.step.id, entry]));
  const begun = times.log.some((entry) => entry.startedAt !== null || entry.doneAt !== null);
  const activities = steps.map((step) => {
    const handsOnMin = times.handsOnMin(step);
    return {
      id: step.id,
      handsOnMin,
      divisible: stepKind(step.kind).divisible,
      lags: lags.get(step.id) ?? [],
      ...airOf(step, times),
      fixed: fixedTime(byStep.get(step.id), handsOnMin, times.nowMin),
    };
  });
  const nowMin = begun ? times.nowMin : Math.max(times.nowMin, times.startMin ?? times.nowMin);
  return {
    answer: scheduleInOrder({ activities, nowMin, openElsewhere: times.openElsewhere ?? [] }, times.calendar),
    lags,
  };
}

/** The scuff and dust removal that a coat needs when the window of the one before it has closed. */
function withScuff(steps: readonly Step[], coat: Step, beforeId: string, productName: string): Step[] {
  const scuff = lateScuff(coat, beforeId, productName);
  const dust = dustAfter(coat, scuff.id);
  return steps.flatMap((s) =>
    s.id === coat.id
      ? [scuff, dust, { ...s, waitsFor: [...s.waitsFor, { stepId: dust.id, wait: 'none' as const }] }]
      : [s],
  );
}

/**
 * Lays a plan out in time. A window that closes before its coat can go on gains a scuff, and the rest is laid out again:
 * at most one for each coat, so it ends.
 */
export function scheduleSteps(times: StepTimes): ScheduledSteps {
  let steps = times.steps;
  const inserted = new Map<string, number>();
  for (;;) {
    const { answer, lags } = layOut(steps, times);
    const missed = answer.missed.find((m) => !steps.some((s) => s.id === `${m.id}/scuff`));
    if (!missed) return { steps, inserted, answer, lags };
    const coat = steps.find((s) => s.id === missed.id)!;
    const before = steps.find((s) => s.id === missed.beforeId);
    const product = before?.productId ? times.products[before.productId] : undefined;
    steps = withScuff(steps, coat, missed.beforeId, product?.name ?? 'the coat before');
    inserted.set(`${coat.id}/scuff`, missed.closedAtMin).set(`${coat.id}/de-dust`, missed.closedAtMin);
  }
}
