import type { Step } from '../workshop';

/** A step that does nothing yet: what a kind of step does not speak of stays so. */
export const blankStep: Omit<Step, 'id' | 'zoneId' | 'kind' | 'reason'> = {
  ordinal: 1,
  of: 1,
  productId: null,
  method: null,
  grit: null,
  byHand: false,
  part: null,
  count: 0,
  lineM: 0,
  fixedWaitMin: 0,
  test: null,
  faceIds: null,
  areaFrac: 1,
  after: [],
};
