import type { Step } from '../workshop';
import { handSandingFactor, methodMinutes, methodNames, stepKind } from './stepKinds';

/** One part of the hands-on time of a step: so many minutes for so much of something. */
export interface MinutesPart {
  name: string;
  minutes: number;
  per: string;
  amount: number;
}

/**
 * What the hands-on time of a step is made of.
 * @param areaM2 area it covers, m², ≥ 0
 * @param setsUp it is the first of its kind in its sitting: what is set up for it is set up for all that follow
 */
export function handsOnParts(step: Step, areaM2: number, setsUp = true): MinutesPart[] {
  const { minutes, abrasive, verb } = stepKind(step.kind);
  const { perM2 = 0, perPlace = 0, perMetre = 0, perPart, fixed = 0, setUp = 0, coat } = minutes;
  const byHand = abrasive && step.byHand && step.kind === 'sand' ? handSandingFactor : 1;
  const method = coat && step.method ? step.method : null;
  const parts: MinutesPart[] = [
    { name: verb.toLowerCase(), minutes: perM2 * byHand, per: 'm²', amount: areaM2 },
    { name: 'places', minutes: perPlace, per: 'place', amount: step.count },
    { name: 'tape line', minutes: perMetre, per: 'm', amount: step.lineM },
    { name: 'parts', minutes: (step.part && perPart?.[step.part]) ?? 0, per: 'part', amount: step.count },
    { name: 'each time', minutes: fixed, per: 'time', amount: 1 },
    ...(method
      ? [{ name: `by ${methodNames[method]}`, minutes: methodMinutes[method].perM2, per: 'm²', amount: areaM2 }]
      : []),
    {
      name: 'set up and clean, once a sitting',
      minutes: setUp + (method ? methodMinutes[method].setUp : 0),
      per: 'time',
      amount: Number(setsUp),
    },
  ];
  return parts.filter((part) => part.minutes > 0 && part.amount > 0);
}

/**
 * Hands-on time of a step.
 * @param areaM2 area it covers, m², ≥ 0
 * @param setsUp whether it sets up for its sitting, or goes on with what is set up
 * @returns whole minutes, rounded up; 0 for steps that only wait
 * Check: brushing 1 m² → 9 + 5 = 14 min; as a further part of a sitting → 9 min
 */
export function handsOnMinutes(step: Step, areaM2: number, setsUp = true): number {
  const total = handsOnParts(step, areaM2, setsUp).reduce((sum, part) => sum + part.minutes * part.amount, 0);
  return Math.max(0, Math.ceil(total - 1e-9));
}
