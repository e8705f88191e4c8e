import type { Issue } from '../units';
import type { Piece, Step } from '../workshop';
import { stepKind } from './stepKinds';
import { stepNameOf } from './stepNameOf';

/** A plan with the user's edits on top, and those that no longer apply. */
export interface EditedPlan {
  steps: Step[];
  issues: Issue[];
}

/** What each step has to come after: what it was wished to, and the step before it on the same surface. */
function orderOf(steps: readonly Step[]): Map<string, readonly string[]> {
  const last = new Map<Step['zoneId'], string>();
  return new Map(
    steps.map(({ id, zoneId, kind, after }) => {
      // What is ordered stands beside the work; steps of the whole piece name what they come after.
      if (zoneId === null || stepKind(kind).group === 'obtain') return [id, after];
      const before = last.get(zoneId);
      last.set(zoneId, id);
      return [id, before === undefined ? after : [...after, before]];
    }),
  );
}

/** Leaves a step out; what was to come after it comes after what it came after. */
function drop(steps: readonly Step[], id: string): Step[] {
  const inherited = orderOf(steps).get(id);
  if (!inherited) return [...steps];
  return steps
    .filter((s) => s.id !== id)
    .map((s) =>
      s.after.includes(id)
        ? { ...s, after: [...new Set([...s.after, ...inherited])].filter((x) => x !== id && x !== s.id) }
        : s,
    );
}

/** The inside before the outside is a wish of the house: who puts it last is let do so, and told what drips out of it. */
const isWish = (first: Step | undefined, then: Step): boolean =>
  first?.zoneId === 'interior' && then.zoneId !== 'interior' && stepKind(first.kind).film && stepKind(then.kind).film;

/**
 * Whether one step has to come before another, directly or through others.
 * @param done steps that are done: they hold nothing up any more
 */
export function comesBefore(
  steps: readonly Step[],
  firstId: string,
  thenId: string,
  done: ReadonlySet<string> = new Set(),
): boolean {
  const order = orderOf(steps);
  const byId = new Map(steps.map((s) => [s.id, s]));
  const seen = new Set<string>();
  const open = [thenId];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    const then = byId.get(id);
    for (const stepId of order.get(id) ?? []) {
      if (then && isWish(byId.get(stepId), then)) continue;
      if (stepId === firstId) return true;
      if (!seen.has(stepId) && !done.has(stepId)) open.push(stepId);
      seen.add(stepId);
    }
  }
  return false;
}

/** The same steps, each after everything it has to come after, otherwise in the order they stood. */
export function inOrder(steps: readonly Step[]): Step[] {
  const order = orderOf(steps);
  const placed = new Set<string>();
  const left = [...steps];
  const ordered: Step[] = [];
  while (left.length > 0) {
    const at = left.findIndex((s) => order.get(s.id)!.every((id) => placed.has(id) || !order.has(id)));
    // Pins that would close a circle are refused before they get here; a circle in a file keeps its own order.
    const [step] = left.splice(Math.max(0, at), 1);
    placed.add(step!.id);
    ordered.push(step!);
  }
  return ordered;
}

/** Id of a step the user added. */
const ownStart = 'own/';
export const ownStepId = (extra: Piece['edits']['extra'][number]): string => `${ownStart}${extra.id}`;

/** Id under which the user added a step; null: it is none of the user's own. */
export const ownExtraId = (stepId: string): string | null =>
  stepId.startsWith(ownStart) ? stepId.slice(ownStart.length) : null;

/** How long a step of the user's own waits by itself, minutes: a night to dry, some hours to get warm (common practice). */
const ownWaitMin: Readonly<Partial<Record<Step['kind'], number>>> = { 'dry-out': 720, dry: 720, 'warm-up': 180 };

/** Puts a step of the user's own after another one; what came after that one on the same surface comes after it. */
function insert(steps: readonly Step[], extra: Piece['edits']['extra'][number]): Step[] {
  const at = steps.findIndex((s) => s.id === extra.afterId);
  const after = steps[at];
  if (!after) return [...steps];
  const own: Step = {
    id: ownStepId(extra),
    zoneId: extra.zoneId,
    kind: extra.kind,
    ordinal: 1,
    of: 1,
    productId: extra.productId,
    method: extra.method,
    grit: extra.grit,
    // How it is held is not asked: where a machine could go through the veneer, a machine is assumed.
    byHand: extra.kind !== 'sand' && extra.kind !== 'strip-abrasive',
    part: null,
    count: 1,
    lineM: 0,
    test: null,
    faceIds: null,
    areaFrac: extra.areaFrac ?? 1,
    fixedWaitMin: ownWaitMin[extra.kind] ?? 0,
    reason: 'Added by you.',
    after: [after.id],
  };
  // What comes after that one elsewhere, such as the tape to be pulled, comes after this one too.
  const followers = steps.map((s) =>
    after.zoneId === extra.zoneId && s.after.includes(after.id) ? { ...s, after: [...s.after, own.id] } : s,
  );
  return [...followers.slice(0, at + 1), own, ...followers.slice(at + 1)];
}

/**
 * The user's edits on a generated plan: steps left out, and pairs pinned in an order. Edits name steps by ids that survive
 * regeneration; what no longer applies, or contradicts a wait of the plan, is kept in the piece and said.
 * @param done ids of steps that were begun or done
 */
export function applyEdits(
  generated: readonly Step[],
  edits: Piece['edits'],
  done: ReadonlySet<string> = new Set(),
): EditedPlan {
  const known = new Set([...generated.map((s) => s.id), ...edits.extra.map(ownStepId)]);
  const named = [
    ...edits.dropped,
    ...edits.pins.flatMap((p) => [p.beforeId, p.afterId]),
    ...edits.extra.map((e) => e.afterId),
  ];
  const gone = named.filter((id) => !known.has(id));
  const issues: Issue[] = [...new Set(gone)].map((id) => ({
    code: 'edit_unused',
    path: `edits.${id}`,
    message: `An edit of yours names a step this plan does not have (${stepNameOf(id)}); it is kept for later.`,
  }));
  const grown = edits.extra.reduce<Step[]>((all, extra) => insert(all, extra), [...generated]);
  let steps = edits.dropped.reduce<Step[]>((all, id) => drop(all, id), grown);
  for (const { beforeId, afterId } of edits.pins) {
    if (!steps.some((s) => s.id === beforeId) || !steps.some((s) => s.id === afterId)) continue;
    // An order between what is done and what is to come is kept, or was not.
    if (done.has(beforeId) || done.has(afterId)) continue;
    if (beforeId === afterId || comesBefore(steps, afterId, beforeId, done)) {
      issues.push({
        code: 'edit_contradicts',
        path: `edits.${beforeId}`,
        message: `${stepNameOf(beforeId)} cannot come before ${stepNameOf(afterId).toLowerCase()}: the plan needs them the other way round.`,
      });
      continue;
    }
    steps = steps.map((s) => (s.id === afterId ? { ...s, after: [...s.after, beforeId] } : s));
  }
  const apart = new Set(edits.apart ?? []);
  if (apart.size > 0) steps = steps.map((s): Step => (apart.has(s.id) ? { ...s, apart: true } : s));
  return { steps: inOrder(steps), issues };
}
