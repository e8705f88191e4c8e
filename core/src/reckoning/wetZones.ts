import { stepKind } from '../finishing';
import type { Product } from '../workshop';
import type { ReckonedStep, WetZone } from './Reckoning';

/**
 * Zones whose last coat has not cured. Countdowns show the late end of a range for what opens and the early end for what
 * closes.
 */
export function wetZones(
  steps: readonly ReckonedStep[],
  products: Readonly<Record<string, Product>>,
  nowMin: number,
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
    const zone: WetZone = {
      zoneId: s.step.zoneId,
      stepId: s.step.id,
      kind: s.step.kind,
      what: `${product.name}${s.step.of > 1 ? `, coat ${s.step.ordinal} of ${s.step.of}` : ''}`,
      laidAtMin: at,
      touchMin: at + times.dustFreeMin.high,
      recoatFromMin: at + recoat.high,
      recoatUntilMin: times.recoatUntilMin && film ? at + times.recoatUntilMin.low : null,
      tapeSafeMin: at + times.tapeSafeMin.high,
      handleMin: at + times.handleMin.high,
      lightUseMin: at + times.lightUseMin.high,
      cureMin: at + times.cureMin.high,
    };
    const end = Math.max(zone.cureMin, zone.lightUseMin, zone.recoatFromMin);
    return end > nowMin ? [zone] : [];
  });
}
