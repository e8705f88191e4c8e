import type { Issue } from '../units';
import type { Piece, Step } from '../workshop';
import { generatePlan, type Shop } from './generatePlan';
import { earlierSteps } from './reworked';
import { stepKind } from './stepKinds';
import { waitBetween } from './waitBetween';

/** A piece's plan made anew, with what could not be kept or made. */
export interface Replanned {
  steps: Step[];
  issues: Issue[];
  /** False where no plan could be made; the steps are then the logged ones. */
  ok: boolean;
}

/** A zone whose look was changed is worked, and coated, only when what lies on it allows that. */
function afterRework(piece: Piece, frozen: readonly Step[], following: readonly Step[]): Step[] {
  const worked = new Set<Step['zoneId']>();
  const coated = new Set<Step['zoneId']>();
  return following.map((s) => {
    const earlier = earlierSteps(piece, s.zoneId);
    const top = frozen.findLast((f) => earlier.has(f.id) && stepKind(f.kind).film);
    if (!top) return s;
    const waitsFor = [...s.waitsFor];
    if (!worked.has(s.zoneId)) waitsFor.push({ stepId: top.id, wait: 'sand' });
    if (stepKind(s.kind).film && !coated.has(s.zoneId))
      waitsFor.push({ stepId: top.id, wait: waitBetween(top, s.kind, s.productId) });
    worked.add(s.zoneId);
    if (stepKind(s.kind).film) coated.add(s.zoneId);
    return { ...s, waitsFor };
  });
}

/** Nothing covers insect fluid before the season on its label, whoever put it there and whatever lies between. */
function afterInsectFluid(steps: readonly Step[]): Step[] {
  const fluids = new Map<Step['zoneId'], string>();
  return steps.map((s) => {
    if (s.kind === 'treat-pests' && s.productId !== null) fluids.set(s.zoneId, s.id);
    const stepId = fluids.get(s.zoneId);
    if (stepId === undefined || !stepKind(s.kind).film) return s;
    fluids.delete(s.zoneId);
    return { ...s, waitsFor: [...s.waitsFor, { stepId, wait: 'film' as const }] };
  });
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
  return {
    steps: afterInsectFluid([...frozen, ...afterRework(piece, frozen, following)]),
    issues: fresh.warnings,
    ok: true,
  };
}
