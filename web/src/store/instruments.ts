import type { Forecast, Reading, Workshop } from '@cosmesis/core/workshop';
import type { Draft } from 'immer';
import { useSyncExternalStore } from 'react';

/** What the instruments tell of the open workshop. */
export interface Instruments {
  workshopId: string;
  readings: readonly Reading[];
  forecast: Forecast | null;
  /** Why nothing is heard; null: they answer. */
  away: string | null;
  /** What was ignored last, and why; null: nothing. */
  ignored: string | null;
}

let told: Instruments | null = null;
const listeners = new Set<() => void>();

/** Takes what the instruments tell; null: they are not listened to. */
export function tellInstruments(next: Instruments | null): void {
  told = next;
  for (const l of listeners) l();
}

const instrumentsNow = (): Instruments | null => told;
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** What the instruments tell; null: they are not listened to. */
export const useInstruments = (): Instruments | null => useSyncExternalStore(subscribe, instrumentsNow);

/** A reading is kept again after so long, ms; a forecast likewise. */
const keepReadingMs = 20 * 60_000;
const keepForecastMs = 3 * 60 * 60_000;

/** Keeps what the instruments told with what is done: a log says in what air, and a file plans as the screen did. */
export function keepInstruments(draft: Draft<Workshop>): void {
  if (!told || told.workshopId !== draft.id || !draft.settings.instruments) return;
  for (const r of told.readings) {
    const last = Object.values(draft.readings).filter((own) => own.space === r.space);
    const newest = Math.max(0, ...last.map((own) => Date.parse(own.at)));
    if (Date.parse(r.at) - newest > keepReadingMs) draft.readings[r.id] = r;
  }
  const { forecast } = told;
  const own = draft.settings.forecast;
  if (forecast && (!own || Date.parse(forecast.takenAt) - Date.parse(own.takenAt) > keepForecastMs))
    draft.settings.forecast = forecast as Draft<Forecast>;
}
