import type { Step } from '../workshop';

/** What a step cannot be without; what else is left out it does not do. */
export type NewStep = Pick<Step, 'id' | 'zoneId' | 'kind' | 'reason'> & { [K in keyof Step]?: Step[K] | undefined };

/** A step that does what it names and nothing else. Field by field: laying records over each other takes sixty times as long. */
export function newStep(given: NewStep): Step {
  const step: Step = {
    id: given.id,
    zoneId: given.zoneId,
    kind: given.kind,
    reason: given.reason,
    ordinal: given.ordinal ?? 1,
    of: given.of ?? 1,
    productId: given.productId ?? null,
    method: given.method ?? null,
    grit: given.grit ?? null,
    byHand: given.byHand ?? false,
    part: given.part ?? null,
    count: given.count ?? 0,
    lineM: given.lineM ?? 0,
    fixedWaitMin: given.fixedWaitMin ?? 0,
    test: given.test ?? null,
    faceIds: given.faceIds ?? null,
    areaFrac: given.areaFrac ?? 1,
    after: given.after ?? [],
  };
  if (given.fillL !== undefined) step.fillL = given.fillL;
  if (given.fills !== undefined) step.fills = given.fills;
  if (given.thinFrac !== undefined) step.thinFrac = given.thinFrac;
  if (given.mixed !== undefined) step.mixed = given.mixed;
  if (given.apart !== undefined) step.apart = given.apart;
  return step;
}
