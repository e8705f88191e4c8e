import { useEffect, useSyncExternalStore } from 'react';
import { callCore } from '../workers/callCore';
import type { SoughtPlan } from '../workers/Engine';
import { useNowMin } from './useNowMin';
import { useParts } from './useWorkshop';

/** Orders tried at a time: what is on screen never waits long behind them. */
const atATime = 10;

interface Told {
  plan: SoughtPlan | undefined;
  /** Why there is none; null: there is, or will be. */
  issue: string | null;
  /** The question it answers: another one as soon as the workshop or the minute is. */
  about: unknown;
}

let told: Told = { plan: undefined, issue: null, about: null };
/** What the plan was asked for: parts of the workshop and the minute. */
let asked: readonly unknown[] = [];
/** The workshop it is of. */
let shownId: unknown;
const listeners = new Set<() => void>();

function tell(next: Told): void {
  told = next;
  for (const listener of listeners) listener();
}

/** Asks, and asks on for a better one as long as somebody looks and nothing changed. */
async function ask(about: readonly unknown[], nowMin: number, more: number): Promise<void> {
  const answer = await callCore('workshopPlan', [nowMin, more], { key: 'workshop-plan' });
  if (asked !== about) return;
  if (!answer.ok) return tell({ plan: undefined, issue: answer.issues[0]?.message ?? '', about });
  tell({ plan: answer.value, issue: null, about });
  if (answer.value.tried < answer.value.of && listeners.size > 0) await ask(about, nowMin, atATime);
  // Whoever looks again later asks anew.
  else if (answer.value.tried < answer.value.of) asked = [];
}

function follow(about: readonly unknown[], nowMin: number): void {
  if (about.length === asked.length && about.every((x, i) => x === asked[i])) return;
  // Of another workshop nothing is shown.
  if (about[0] !== shownId) tell({ plan: undefined, issue: null, about: null });
  shownId = about[0];
  asked = about;
  void ask(about, nowMin, 0);
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const now = (): Told => told;

/**
 * The whole workshop in time, undefined until it is there; a better one takes its place as long as one is sought. A change of
 * the workshop, or the next minute, begins with the order that was found before.
 */
export function useWorkshopPlan(): Told {
  const { id, pieces, products, settings } = useParts('id', 'pieces', 'products', 'settings');
  const nowMin = useNowMin();
  useEffect(() => follow([id, pieces, products, settings, nowMin], nowMin), [id, pieces, products, settings, nowMin]);
  return useSyncExternalStore(subscribe, now);
}
