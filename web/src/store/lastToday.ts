import { type ActSource, type Doing, sourceOf, type TodayInShort } from '@cosmesis/core/reckoning';

/** What is kept is read by the script of the opening too, which knows only this key. */
const key = 'cosmesis/today';

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
  source: ActSource,
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

/** So old a Today is no longer worked by, min. */
const longestKeptMin = 12 * 60;

/**
 * The first act of the last Today, where it can be pressed before all is worked out again: what it came from is as it was, it
 * is not long ago, and no window of it closed since.
 */
export function stillFirst({ first }: TodayInShort, source: ActSource, nowMin: number): Doing | null {
  if (!first || first.from !== sourceOf(first.doing.pieceId, source)) return null;
  const { doing, atMin } = first;
  const { closesAtMin } = doing.sitting;
  const open = closesAtMin === null || closesAtMin > nowMin;
  return open && Math.abs(nowMin - atMin) <= longestKeptMin ? doing : null;
}

/** The last Today of a workshop, or null where there is none. */
export function lastToday(workshopId: string | undefined): TodayInShort | null {
  try {
    const last = JSON.parse(localStorage.getItem(key) ?? 'null') as TodayInShort | null;
    return last && last.workshopId === workshopId && Array.isArray(last.acts) ? last : null;
  } catch {
    return null;
  }
}

/** Keeps Today for the next opening. A full or barred store keeps none, which costs nothing but the wait. */
export function keepToday(today: TodayInShort): void {
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
