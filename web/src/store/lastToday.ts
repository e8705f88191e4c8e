import type { Doing } from '@cosmesis/core/reckoning';
import { contentHash } from '@cosmesis/core/units';
import type { Workshop } from '@cosmesis/core/workshop';

const key = 'cosmesis/last-today';

/** Today as it was last worked out: what is shown until it is known again. */
export interface LastToday {
  workshopId: string;
  heading: string;
  /** When that was, in words. */
  at: string;
  acts: readonly { when: string; piece: string; href: string; what: string; facts: string }[];
  /** The first act whole, and the name of what it was worked out from: it can be pressed as long as that stands. */
  first?: { doing: Doing; from: string; atMin: number };
}

const pressedKey = 'cosmesis/pressed';
/** A press that waited longer for the application is no longer meant, ms. */
const longestWaitMs = 10 * 60_000;

/** What was pressed on the last Today before the application had begun. */
interface Pressed {
  /** The `from` of the first act as it stood there. */
  from: string;
  what: 'start' | 'done';
  atMs: number;
}

/**
 * The act that was pressed before the application had begun, taken once: null: none was; 'gone': what it was pressed on has
 * changed since, or it is too long ago.
 */
export function takePressed(
  workshopId: string,
  source: Source,
  nowMs: number,
): { doing: Doing; what: Pressed['what'] } | 'gone' | null {
  let pressed: Pressed | null = null;
  try {
    pressed = JSON.parse(localStorage.getItem(pressedKey) ?? 'null') as Pressed | null;
    localStorage.removeItem(pressedKey);
  } catch {
    return null;
  }
  if (!pressed) return null;
  const last = lastToday(workshopId);
  const doing = last && stillFirst(last, source, Math.floor(nowMs / 60_000));
  const meant = last?.first?.from === pressed.from && Math.abs(nowMs - pressed.atMs) <= longestWaitMs;
  return doing && meant && (pressed.what === 'start' || pressed.what === 'done')
    ? { doing, what: pressed.what }
    : 'gone';
}

/** Names what an act of a piece was worked out from. */
const sourceOf = (pieceId: string, { pieces, products, settings }: Source): string =>
  contentHash(JSON.stringify([pieces[pieceId], products, settings]));
type Source = Pick<Workshop, 'pieces' | 'products' | 'settings'>;

/** The first act as it is kept, or nothing where it is held. */
export const firstKept = (doing: Doing | undefined, source: Source, atMin: number): Pick<LastToday, 'first'> =>
  doing && !doing.sitting.held ? { first: { doing, from: sourceOf(doing.pieceId, source), atMin } } : {};

/** So old a Today is no longer worked by, min. */
const longestKeptMin = 12 * 60;

/**
 * The first act of the last Today, where it can be pressed before all is worked out again: what it came from is as it was, it
 * is not long ago, and no window of it closed since.
 */
export function stillFirst({ first }: LastToday, source: Source, nowMin: number): Doing | null {
  if (!first || first.from !== sourceOf(first.doing.pieceId, source)) return null;
  const { doing, atMin } = first;
  const { closesAtMin } = doing.sitting;
  const open = closesAtMin === null || closesAtMin > nowMin;
  return open && Math.abs(nowMin - atMin) <= longestKeptMin ? doing : null;
}

/** The last Today of a workshop, or null where there is none. */
export function lastToday(workshopId: string | undefined): LastToday | null {
  try {
    const last = JSON.parse(localStorage.getItem(key) ?? 'null') as LastToday | null;
    return last && last.workshopId === workshopId && Array.isArray(last.acts) ? last : null;
  } catch {
    return null;
  }
}

/** Keeps Today for the next opening. A full or barred store keeps none, which costs nothing but the wait. */
export function keepToday(today: LastToday): void {
  try {
    localStorage.setItem(key, JSON.stringify(today));
  } catch {
    // The next opening works it out.
  }
}

/** Forgets it, but for a workshop: what is shown first has to be of the one that is open. */
export function forgetTodayOfOthers(workshopId: string): void {
  if (lastToday(workshopId) === null) localStorage.removeItem(key);
}
