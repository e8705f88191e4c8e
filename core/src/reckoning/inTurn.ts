import type { Draw } from './aroundPiece';
import type { ReckonedStep, Reckoning } from './Reckoning';
import type { PlannedSitting, StepInTime, WorkshopPlan } from './workshopSchedule';

/** A piece in the schedule of all pieces, by its steps. */
export interface Turn {
  /** The sittings they have there, waits that need nobody too. */
  placed: ReadonlyMap<string, PlannedSitting>;
  /** Why they have none. */
  unplaced: ReadonlyMap<string, string>;
}

/** The turn of a piece in the schedule of all pieces. */
export function turnOf(plan: WorkshopPlan, pieceId: string): Turn {
  const own = [...plan.sittings, ...plan.waits].filter((s) => s.pieceId === pieceId);
  const without = plan.unplaced.filter((u) => u.pieceId === pieceId);
  return {
    placed: new Map(own.flatMap((sitting) => sitting.steps.map((s) => [s.stepId, sitting] as const))),
    unplaced: new Map(without.flatMap(({ stepIds, because }) => stepIds.map((id) => [id, because] as const))),
  };
}

/**
 * The steps of a piece as the schedule of all pieces has them: each at its turn, as long as it takes there, and the windows it waits
 * for as they fall then, whole minutes since 1970.
 * What is done stays where it is; what has no place there does too, and says why.
 * @param steps as they are worked out for the piece by itself
 */
export function inTurn(steps: readonly ReckonedStep[], turn: Turn): ReckonedStep[] {
  const placed = new Map<string, StepInTime>();
  for (const sitting of new Set(turn.placed.values())) for (const at of sitting.steps) placed.set(at.stepId, at);
  const alone = new Map(steps.map((s) => [s.step.id, s]));
  /** How much later what a step leaves begins to dry than by itself. */
  const laterMin = (stepId: string): number => {
    const [at, by] = [placed.get(stepId), alone.get(stepId)];
    return at && by && by.status !== 'done' ? at.endMin - by.endMin : 0;
  };
  return steps.map((s) => {
    const at = placed.get(s.step.id);
    if (s.status === 'done') return s;
    if (!at) {
      const unplaced = turn.unplaced.get(s.step.id);
      return unplaced === undefined ? s : { ...s, unplaced };
    }
    const waitsFor = s.waitsFor.map((w) => {
      const by = laterMin(w.stepId);
      return { ...w, fromMin: w.fromMin + by, untilMin: w.untilMin === null ? null : w.untilMin + by };
    });
    const froms = waitsFor.map((w) => w.fromMin);
    const untils = waitsFor.flatMap((w) => w.untilMin ?? []);
    return {
      ...s,
      startMin: at.startMin,
      endMin: at.endMin,
      // Right behind the same on another piece nothing is set up again.
      handsOnMin: s.status === 'planned' ? at.handsMin : s.handsOnMin,
      readyMin: at.endMin + (s.readyMin - s.endMin),
      opensAtMin: s.opensAtMin === null || froms.length === 0 ? s.opensAtMin : Math.max(...froms),
      closesAtMin: s.closesAtMin === null || untils.length === 0 ? s.closesAtMin : Math.min(...untils),
      waitsFor,
    };
  });
}

/**
 * A piece as the schedule of all pieces has it: its steps, and when it is ready and cured; null where something of it has no time yet.
 * @param plan that schedule; undefined: it is not known, and the piece stays as it is by itself
 */
export function reckoningInTurn(reckoning: Reckoning, plan: WorkshopPlan | undefined): Reckoning {
  const ready = plan?.ready.find((r) => r.pieceId === reckoning.pieceId);
  if (!plan || !ready) return reckoning;
  const { lightUseAtMin, curedAtMin } = reckoning.totals;
  const turn = turnOf(plan, reckoning.pieceId);
  const steps = inTurn(reckoning.steps, turn);
  // Something has to be settled first: no day can be named.
  const isOpen = turn.unplaced.size > 0;
  const cures = steps.flatMap((s) => (s.step.kind === 'cure' ? s.endMin : []));
  return {
    ...reckoning,
    steps,
    totals: {
      ...reckoning.totals,
      lightUseAtMin: isOpen ? null : (ready.atMin ?? lightUseAtMin),
      curedAtMin: isOpen ? null : curedAtMin === null || cures.length === 0 ? curedAtMin : Math.max(...cures),
    },
  };
}

const startsIn = new WeakMap<WorkshopPlan, ReadonlyMap<string, number | null>>();
/** When each step begins in a schedule, by piece and step; null: it has no time. Put together once for each. */
function startsOf(plan: WorkshopPlan): ReadonlyMap<string, number | null> {
  const known = startsIn.get(plan);
  if (known) return known;
  const all = [...plan.sittings, ...plan.waits];
  const made = new Map<string, number | null>([
    ...plan.unplaced.flatMap((u) => u.stepIds.map((id) => [`${u.pieceId}/${id}`, null] as const)),
    ...all.flatMap((s) => s.steps.map((at) => [`${s.pieceId}/${at.stepId}`, at.startMin] as const)),
  ]);
  startsIn.set(plan, made);
  return made;
}

/**
 * What pieces take off the shelf, each at its turn in the schedule of all, or marked as without a time where it has none there.
 * @param plan that schedule; undefined: it is not known
 */
export function drawsInTurn(draws: readonly Draw[], plan: WorkshopPlan | undefined): readonly Draw[] {
  if (!plan) return draws;
  const starts = startsOf(plan);
  return draws.map((d) => {
    const atMin = starts.get(`${d.pieceId}/${d.stepId}`);
    if (atMin === null) return { ...d, untimed: true };
    return atMin === undefined || atMin === d.atMin ? d : { ...d, atMin };
  });
}
