import type { Step } from '../workshop';
import { handSandingFactor, methodMinutes, stepKind } from './stepKinds';

/**
 * Hands-on time of a step.
 * @param areaM2 area it covers, m², ≥ 0
 * @returns whole minutes, rounded up; 0 for steps that only wait
 * Check: brushing 1 m² → 9 + 5 = 14 min
 */
export function handsOnMinutes(step: Step, areaM2: number): number {
  const { minutes, abrasive } = stepKind(step.kind);
  const { perM2 = 0, perPlace = 0, perMetre = 0, perPart, fixed = 0, coat } = minutes;
  const byMethod = coat && step.method ? methodMinutes[step.method] : { perM2: 0, fixed: 0 };
  const byHand = abrasive && step.byHand && step.kind === 'sand' ? handSandingFactor : 1;
  const parts = perPart && step.part ? perPart[step.part] * step.count : 0;
  const total =
    (perM2 * byHand + byMethod.perM2) * areaM2 +
    perPlace * step.count +
    perMetre * step.lineM +
    parts +
    fixed +
    byMethod.fixed;
  return Math.max(0, Math.ceil(total - 1e-9));
}
