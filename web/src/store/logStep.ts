import type { ListedStep } from '@cosmesis/core/reckoning';
import { instantOf, type Result } from '@cosmesis/core/units';
import { doDeed } from './doDeed';

const toLog = ({ step, startMin, endMin, productL, handsOnMin, typical, uses, hidesInCoats }: ListedStep) => ({
  step,
  handsOnMin,
  planned: {
    startAt: instantOf(startMin),
    endAt: instantOf(endMin),
    volumeL: productL?.likely ?? null,
    handsOnMin,
    typicalMin: typical.minutes,
    ...(typical.litres === null ? {} : { typicalL: typical.litres }),
    shape: typical.shape,
    ...(uses.length === 0 ? {} : { uses: uses.map(({ what, amount, typical }) => ({ what, amount, typical })) }),
    ...(hidesInCoats === null ? {} : { hidesInCoats }),
  },
});

/**
 * Marks a sitting begun or done, now, or one step of it, with what the plan said of it: History holds one against the other.
 * @param steps in the order in which they are worked; at least one
 */
export const logSteps = (pieceId: string, what: 'start' | 'done', steps: readonly ListedStep[]): Result<string> =>
  doDeed(what === 'start' ? 'Start' : steps.length > 1 ? 'Sitting done' : 'Step done', {
    do: what === 'start' ? 'start-sitting' : 'finish-sitting',
    pieceId,
    steps: steps.map(toLog),
  });
