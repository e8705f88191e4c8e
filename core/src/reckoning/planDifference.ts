import type { Piece, Step } from '../workshop';

/** How a plan differs from the one that was last given: what came, what went, what is done otherwise. */
export interface PlanDifference {
  came: readonly Step[];
  /** Ids of steps that the plan no longer has. */
  gone: readonly string[];
  otherwise: readonly { step: Step; was: NonNullable<Piece['plannedBefore']>[number] }[];
}

/**
 * Holds a plan against the one kept from before; null where it is the same, step by step, or none was kept.
 * What was logged does not count: it stays as it was in any case.
 */
export function planDifference(
  { plannedBefore, log }: Pick<Piece, 'log'> & { plannedBefore: Piece['plannedBefore'] },
  steps: readonly Step[],
): PlanDifference | null {
  if (plannedBefore === undefined) return null;
  const done = new Set(log.map((e) => e.step.id));
  const before = new Map(plannedBefore.map((s) => [s.id, s]));
  const ahead = steps.filter((s) => !done.has(s.id));
  const now = new Set(steps.map((s) => s.id));
  const came = ahead.filter((s) => !before.has(s.id));
  const gone = plannedBefore.map((s) => s.id).filter((id) => !now.has(id) && !done.has(id));
  const otherwise = ahead.flatMap((step) => {
    const was = before.get(step.id);
    const same = was && was.productId === step.productId && was.method === step.method && was.grit === step.grit;
    return was && !same ? [{ step, was }] : [];
  });
  return came.length + gone.length + otherwise.length === 0 ? null : { came, gone, otherwise };
}

/** A plan as it is kept to be held against a later one. */
export const planKept = (steps: readonly Step[]): NonNullable<Piece['plannedBefore']> =>
  steps.map(({ id, productId, method, grit }) => ({ id, productId, method, grit }));
