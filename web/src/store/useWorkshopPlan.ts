import { type Turn, turnOf, type WorkshopPlan } from '@cosmesis/core/reckoning';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { callCore } from '../workers/callCore';
import { minuteNow, useNowMin } from './useNowMin';
import { none, useSummaries } from './useSummaries';
import { useOpening, useParts } from './useWorkshop';

/** Orders tried at a time: what is on screen never waits long behind them. */
const atATime = 5;
/** Pieces are worked out for so long at a time before there is a first one, ms. */
const forMs = 30;
/** A better order is sought once nothing changed for so long, ms: whoever goes on meanwhile has the hands of the machine free. */
const restMs = 1500;
const atRest = () => new Promise<void>((resolve) => void setTimeout(resolve, restMs));

interface Told {
  plan: WorkshopPlan | undefined;
  /** Why there is none; null: there is, or will be. */
  issue: string | null;
  /** The question it answers: another one as soon as the workshop or the minute is. */
  about: unknown;
}
/** How many orders were tried, of how many. */
interface Progress {
  tried: number;
  of: number;
}

const nothing: Told = { plan: undefined, issue: null, about: null };
let told = nothing;
/** The first plan of a question, and then the last. */
let settled = nothing;
let progress: Progress = { tried: 0, of: 0 };
/** The plan that is known, as the worker names it. */
let known: number | null = null;
/** What the plan was asked for: parts of the workshop and the minute. */
let asked: readonly unknown[] = [];
/** The opening of a workshop that it is of. */
let shownOpening: unknown;
/** Who looks at the schedule itself: for them a better one is sought. */
const listeners = new Set<() => void>();
/** Who only names a day or an hour of it. */
const readers = new Set<() => void>();
function tell(): void {
  for (const hear of [listeners, readers]) for (const listener of hear) listener();
}

/** Asks, and asks on for a better one as long as somebody looks and nothing changed. */
async function ask(about: readonly unknown[], nowMin: number, more: number): Promise<void> {
  const answer = await callCore('betterPlan', [nowMin, more, known, forMs], { key: 'workshop-plan' });
  if (asked !== about) return;
  if (!answer.ok) {
    known = null;
    told = { plan: undefined, issue: answer.issues[0]?.message ?? '', about };
    settled = told;
  } else if ('missing' in answer.value) {
    // All its pieces are worked out first, a few at a time.
    return ask(about, nowMin, more);
  } else {
    const { plan, no, tried, of } = answer.value;
    known = no;
    progress = { tried, of };
    if (plan || told.about !== about) told = { plan: plan ?? told.plan, issue: null, about };
    if (tried >= of || settled.about !== about) settled = told;
  }
  tell();
  if (!answer.ok || progress.tried >= progress.of) return;
  if (more === 0) await atRest();
  if (asked !== about) return;
  if (listeners.size > 0) await ask(about, nowMin, atATime);
  // Whoever looks again later asks anew.
  else asked = [];
}

function follow(about: readonly unknown[], nowMin: number): void {
  if (about.length === asked.length && about.every((x, i) => x === asked[i])) return;
  // Of another workshop nothing is shown.
  if (about[0] !== shownOpening) {
    [told, settled, known] = [nothing, nothing, null];
    tell();
  }
  shownOpening = about[0];
  asked = about;
  void ask(about, nowMin, 0);
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

function useFollowing(): void {
  const opening = useOpening();
  const { pieces, products, settings } = useParts('pieces', 'products', 'settings');
  const nowMin = useNowMin();
  useEffect(
    () => follow([opening, pieces, products, settings, nowMin], nowMin),
    [opening, pieces, products, settings, nowMin],
  );
}

/**
 * The whole workshop in time, undefined until it is there; a better one takes its place as long as one is sought. A change of
 * the workshop, or the next minute, begins with the order that was found before.
 */
export function useWorkshopPlan(): Told {
  useFollowing();
  return useSyncExternalStore(subscribe, () => told);
}

/** The same, but between the first order and the last it stays as it is: a list that is read does not move with every better one. */
export function useSettledPlan(): Told {
  useFollowing();
  return useSyncExternalStore(subscribe, () => settled);
}

/** A schedule that is only read from may be so old, min. */
const readMin = 10;

const subscribeReader = (reader: () => void): (() => void) => {
  readers.add(reader);
  return () => readers.delete(reader);
};

/**
 * The schedule for who only names a day or an hour of it: asked for once nothing changed for a while and all pieces are known, and
 * no better one is sought for it. Told without a plan: there is none. Old: of the workshop as it was before the last change.
 */
export function useWorkshopPlanAtRest(): { plan: WorkshopPlan | undefined; isTold: boolean; isOld: boolean } {
  const opening = useOpening();
  const { pieces, products, settings } = useParts('pieces', 'products', 'settings');
  const isKnown = useSummaries(none).missing === 0;
  const since = Math.floor(useNowMin() / readMin);
  // biome-ignore lint/correctness/useExhaustiveDependencies: every so many minutes it is asked for again
  useEffect(() => {
    if (!isKnown) return;
    const timer = setTimeout(() => {
      const nowMin = minuteNow();
      follow([opening, pieces, products, settings, nowMin], nowMin);
    }, restMs);
    return () => clearTimeout(timer);
  }, [isKnown, opening, pieces, products, settings, since]);
  const { plan, about } = useSyncExternalStore(subscribeReader, () => settled);
  const of = Array.isArray(about) ? about : [];
  // Of another opening nothing is shown: a demo that is put back has pieces of the same names.
  const isTold = of[0] === opening;
  const isOld = [opening, pieces, products, settings].some((part, i) => of[i] !== part);
  return { plan: isTold ? plan : undefined, isTold, isOld };
}

/** A piece in that schedule; null: not known yet. */
export function useTurn(pieceId: string): Turn | null {
  const { plan } = useWorkshopPlanAtRest();
  return useMemo(() => (plan ? turnOf(plan, pieceId) : null), [plan, pieceId]);
}

/** How far a better order is sought. */
export const usePlanProgress = (): Progress => useSyncExternalStore(subscribe, () => progress);
