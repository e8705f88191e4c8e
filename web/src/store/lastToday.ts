const key = 'cosmesis/last-today';

/** Today as it was last worked out: what is shown until it is known again. */
export interface LastToday {
  workshopId: string;
  heading: string;
  /** When that was, in words. */
  at: string;
  acts: readonly { when: string; piece: string; href: string; what: string; facts: string }[];
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
