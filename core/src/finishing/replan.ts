import type { Issue } from '../units';
import type { Piece, Step } from '../workshop';
import { generatePlan, type Shop } from './generatePlan';

/** A piece's plan made anew, with what could not be kept or made. */
export interface Replanned {
  steps: Step[];
  issues: Issue[];
  /** False where no plan could be made; the steps are then the logged ones. */
  ok: boolean;
}

/**
 * Makes the plan again after a change of survey, look or choice. Steps that were begun or done are frozen as they were;
 * the new steps follow them.
 */
export function replan(piece: Piece, shop: Shop): Replanned {
  const logged = new Set(piece.log.map((entry) => entry.stepId));
  const frozen = piece.steps.filter((s) => logged.has(s.id));
  const fresh = generatePlan(piece, shop);
  if (!fresh.ok) return { steps: frozen, issues: fresh.issues, ok: false };
  const kept = new Map(frozen.map((s) => [s.id, s]));
  const known = new Set([...kept.keys(), ...fresh.value.map((s) => s.id)]);
  const following = fresh.value
    .filter((s) => !kept.has(s.id))
    .map((s) => ({ ...s, waitsFor: s.waitsFor.filter((w) => known.has(w.stepId)) }));
  return { steps: [...frozen, ...following], issues: fresh.warnings, ok: true };
}
