import type { ListedStep } from '@cosmesis/core/reckoning';
import type { Result } from '@cosmesis/core/units';
import { doDeed } from './doDeed';

const iso = (minute: number): string => new Date(minute * 60_000).toISOString().replace('.000Z', '+00:00');

/** Marks a step started or done, now, with what the plan said of it: History holds one against the other. */
export const logStep = (
  pieceId: string,
  what: 'start' | 'done',
  { step, startMin, endMin, productL }: ListedStep,
): Result<string> =>
  doDeed(what === 'start' ? 'Start a step' : 'Step done', {
    do: what === 'start' ? 'start-step' : 'finish-step',
    pieceId,
    step,
    planned: { startAt: iso(startMin), endAt: iso(endMin), volumeL: productL?.likely ?? null },
  });
