import type { Step } from '../workshop';
import { handSandingFactor, methodMinutes, methodNames, stepKind } from './stepKinds';

/** One part of the hands-on time of a step: so many minutes for so much of something. */
export interface MinutesPart {
  name: string;
  minutes: number;
  per: string;
  amount: number;
}

/** What the hands-on time of a step is made of. @param areaM2 area it covers, m², ≥ 0 */
export function handsOnParts(step: Step, areaM2: number): MinutesPart[] {
  const { minutes, abrasive, verb } = stepKind(step.kind);
  const { perM2 = 0, perPlace = 0, perMetre = 0, perPart, fixed = 0, coat } = minutes;
  const byHand = abrasive && step.byHand && step.kind === 'sand' ? handSandingFactor : 1;
  const method = coat && step.method ? step.method : null;
  const parts: MinutesPart[] = [
    { name: verb.toLowerCase(), minutes: perM2 * byHand, per: 'm²', amount: areaM2 },
    { name: 'places', minutes: perPlace, per: 'place', amount: step.count },
    { name: 'tape line', minutes: perMetre, per: 'm', amount: step.lineM },
    { name: 'parts', minutes: (step.part && perPart?.[step.part]) ?? 0, per: 'part', amount: step.count },
    { name: 'each time', minutes: fixed, per: 'time', amount: 1 },
    ...(method
      ? [
          { name: `by ${methodNames[method]}`, minutes: methodMinutes[method].perM2, per: 'm²', amount: areaM2 },
          { name: 'set up and clean', minutes: methodMinutes[method].fixed, per: 'time', amount: 1 },
        ]
      : []),
  ];
  return parts.filter((part) => part.minutes > 0 && part.amount > 0);
}

/**
 * Hands-on time of a step.
 * @param areaM2 area it covers, m², ≥ 0
 * @returns whole minutes, rounded up; 0 for steps that only wait
 * Check: brushing 1 m² → 9 + 5 = 14 min
 */
export function handsOnMinutes(step: Step, areaM2: number): number {
  const total = handsOnParts(step, areaM2).reduce((sum, part) => sum + part.minutes * part.amount, 0);
  return Math.max(0, Math.ceil(total - 1e-9));
}
