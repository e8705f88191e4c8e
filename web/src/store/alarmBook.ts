/** What has been told of a workshop on this device, and when it was last looked at here. */
interface AlarmBook {
  /** Minute since 1970; null: never. */
  seenMin: number | null;
  told: readonly string[];
}

/** So many are remembered: older ones lie before any that could come due again. */
const mostTold = 400;
const keyOf = (workshopId: string) => `cosmesis/alarms/${workshopId}`;
const wantedKey = 'cosmesis/alarms-wanted';

/** What was told; a device that keeps nothing has told nothing. */
export function readAlarmBook(workshopId: string): AlarmBook {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(workshopId)) ?? 'null') as Partial<AlarmBook> | null;
    const told = Array.isArray(kept?.told) ? kept.told.filter((k) => typeof k === 'string') : [];
    return { seenMin: typeof kept?.seenMin === 'number' ? kept.seenMin : null, told };
  } catch {
    return { seenMin: null, told: [] };
  }
}

/** Remembers what was told. A clock that was set back moves nothing: what has been told stays told. */
export function writeAlarmBook(workshopId: string, { seenMin, told }: AlarmBook): void {
  try {
    localStorage.setItem(keyOf(workshopId), JSON.stringify({ seenMin, told: told.slice(-mostTold) }));
  } catch {
    // No room, or none allowed: it may be told twice.
  }
}

/** Whether this device shall sound and show messages of its own. */
export function wantsAlarms(): boolean {
  try {
    return localStorage.getItem(wantedKey) === 'yes';
  } catch {
    return false;
  }
}

/** Takes down whether it shall. */
export function wantAlarms(yes: boolean): void {
  try {
    localStorage.setItem(wantedKey, yes ? 'yes' : 'no');
  } catch {
    // It is asked again next time.
  }
}
