import { goesOn } from '../finishing';
import type { ZoneId } from '../workshop';
import type { ReckonedStep } from './Reckoning';

/** What is done at one go: one tool, filled once, on one face after the other, with what belongs right behind it. */
export interface Sitting {
  /** Id of its first step. */
  id: string;
  steps: readonly ReckonedStep[];
  startMin: number;
  endMin: number;
  handsOnMin: number;
  status: ReckonedStep['status'];
}

/**
 * The sittings of a schedule, in time: steps that follow each other without a break and with the same tool. What only waits
 * belongs to none.
 */
export function sittingsOf(steps: readonly ReckonedStep[]): Sitting[] {
  const place = new Map(steps.map((s, i) => [s, i]));
  const worked = steps
    .filter((s) => s.handsOnMin > 0)
    .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin || place.get(a)! - place.get(b)!);
  const sittings: ReckonedStep[][] = [];
  for (const s of worked) {
    const open = sittings.at(-1);
    const last = open?.at(-1);
    const goes = open && last!.status === s.status && s.startMin === last!.endMin;
    if (
      goes &&
      goesOn(
        open.map((x) => x.step),
        s.step,
      )
    )
      open.push(s);
    else sittings.push([s]);
  }
  return sittings.map((own) => ({
    id: own[0]!.step.id,
    steps: own,
    startMin: own[0]!.startMin,
    endMin: own.at(-1)!.endMin,
    handsOnMin: own.reduce((sum, s) => sum + s.handsOnMin, 0),
    status: own[0]!.status,
  }));
}

/**
 * What is done in a sitting, one thing after the other, each with the zones it is done on.
 * @param say a step in words, without its zone
 */
export function partsOfSitting(
  { steps }: Pick<Sitting, 'steps'>,
  say: (step: ReckonedStep) => string,
): { what: string; zones: ZoneId[] }[] {
  const parts = new Map<string, Set<ZoneId>>();
  for (const s of steps) {
    const what = say(s);
    const zones = parts.get(what) ?? new Set();
    parts.set(what, zones);
    if (s.step.zoneId !== null) zones.add(s.step.zoneId);
  }
  return [...parts].map(([what, zones]) => ({ what, zones: [...zones] }));
}
