import type { Step } from '../workshop';
import { newStep } from './newStep';

const lateScuffGrit = 320;

/** The scuff that a coat needs when the window of the one before it has closed. Its id is the coat's with "scuff" behind it. */
export const lateScuff = (coat: Step, productName: string): Step =>
  newStep({
    zoneId: coat.zoneId,
    id: `${coat.id}/scuff`,
    kind: 'scuff',
    grit: lateScuffGrit,
    byHand: true,
    reason: `The window of ${productName} closes before this coat can go on: unscuffed, it would not hold.`,
  });

/** The dust removal between such a scuff and its coat. */
export const dustAfter = (coat: Step): Step =>
  newStep({
    zoneId: coat.zoneId,
    id: `${coat.id}/de-dust`,
    kind: 'de-dust',
    reason: 'Dust left on the surface stands in the next coat.',
  });

/** Whether a step is a scuff that a passed window asked for. */
export const isLateScuff = (step: Step): boolean => step.kind === 'scuff' && step.id.endsWith('/scuff');

/** Leaf that comes when its size has dried: the size is laid again. Its id is the leaf's with "size" behind it. */
export const sizedAgain = (leaf: Step, size: Step): Step => ({
  ...size,
  id: `${leaf.id}/size`,
  after: [],
  reason: 'The size has dried and holds nothing any more: it is laid again, and the leaf comes while it is tacky.',
});
