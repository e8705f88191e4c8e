import { stepKind } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import type { ReckonedStep } from '@cosmesis/core/reckoning';

/** What to do, without the zone: "Sand P150 by hand", "Clear coat 2 of 3". */
export function doWhat({ step }: Pick<ReckonedStep, 'step'>): string {
  const part =
    step.part === 'door'
      ? step.count === 1
        ? ' the door'
        : ` ${step.count} doors`
      : step.part === 'hardware'
        ? ' the hardware'
        : '';
  const grit = step.grit ? ` P${step.grit}${step.byHand ? ' by hand' : ''}` : '';
  const places =
    step.kind === 'glue' || step.kind === 'fill' ? `, ${step.count} ${step.count === 1 ? 'place' : 'places'}` : '';
  return `${stepKind(step.kind).verb}${part}${grit}${places}${step.of > 1 ? ` ${step.ordinal} of ${step.of}` : ''}`;
}

/** The zone of a step, or the whole piece. */
export const whereOf = ({ step }: Pick<ReckonedStep, 'step'>): string =>
  step.zoneId ? zoneNames[step.zoneId] : 'Whole piece';
