import { stepKind } from '../finishing';
import type { LogEntry, Product } from '../workshop';
import type { ReckonedStep, WetZone } from './Reckoning';
import { expectedDrying, type Room, readyIn, recoatIn } from './roomOf';

/**
 * Zones whose last coat has not cured. Countdowns show the late end of a range for what opens and the early end for what
 * closes.
 */
export function wetZones(
  steps: readonly ReckonedStep[],
  products: Readonly<Record<string, Product>>,
  nowMin: number,
  { log, room }: { log: ReadonlyMap<string, LogEntry>; room: Room | null },
): WetZone[] {
  const last = new Map<string, ReckonedStep>();
  for (const s of steps) {
    const keeps = stepKind(s.step.kind).film || s.step.kind === 'glue' || s.step.kind === 'fill';
    if (s.status === 'done' && s.step.zoneId && keeps) {
      const before = last.get(s.step.zoneId);
      if (!before || s.endMin >= before.endMin) last.set(s.step.zoneId, s);
    }
  }
  return [...last.values()].flatMap((s) => {
    const product = s.step.productId ? products[s.step.productId] : undefined;
    if (!product || !s.step.zoneId) return [];
    const { times } = product;
    const at = s.endMin;
    const film = stepKind(s.step.kind).film;
    const recoat = film ? times.recoatFromMin : times.sandFromMin;
    const entry = log.get(s.step.id);
    const ready = readyIn(room)(product, entry);
    const by = (labelMin: number) => ready(at, labelMin);
    const next = recoatIn(room, product, entry, at, recoat, film ? times.recoatUntilMin : null);
    const zone: WetZone = {
      zoneId: s.step.zoneId,
      stepId: s.step.id,
      kind: s.step.kind,
      what: `${product.name}${s.step.of > 1 ? `, coat ${s.step.ordinal} of ${s.step.of}` : ''}`,
      laidAtMin: at,
      expected: expectedDrying(product, room, at),
      touchMin: by(times.dustFreeMin.high),
      recoatFromMin: next.fromMin,
      recoatUntilMin: next.untilMin,
      tapeSafeMin: by(times.tapeSafeMin.high),
      handleMin: by(times.handleMin.high),
      lightUseMin: by(times.lightUseMin.high),
      cureMin: by(times.cureMin.high),
    };
    const end = Math.max(zone.cureMin, zone.lightUseMin, zone.recoatFromMin);
    return end > nowMin ? [zone] : [];
  });
}

/** What of a zone that dries comes next, in words and when, whole minutes since 1970; what comes last when all is over. */
export function nextOfWet(wet: WetZone, nowMin: number): { words: string; atMin: number } {
  const film = stepKind(wet.kind).film;
  const goesOn = { words: film ? 'next coat from' : 'go on from', atMin: wet.recoatFromMin };
  if (goesOn.atMin > nowMin) return goesOn;
  const events = [
    { words: 'dust-free from', atMin: wet.touchMin },
    ...(wet.recoatUntilMin !== null ? [{ words: 'abrade first after', atMin: wet.recoatUntilMin }] : []),
    { words: 'tape from', atMin: wet.tapeSafeMin },
    { words: 'turn over from', atMin: wet.handleMin },
    { words: 'light use from', atMin: wet.lightUseMin },
    { words: 'cured', atMin: wet.cureMin },
  ];
  return events.filter((e) => e.atMin > nowMin).sort((a, b) => a.atMin - b.atMin)[0] ?? events.at(-1)!;
}
