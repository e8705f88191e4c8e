import { zoneNames } from '../piece';
import type { Issue } from '../units';
import type { Piece, Step } from '../workshop';
import { ruleTable } from './ruleTable';
import { stepNameOf } from './stepNameOf';

/** Steps that wait for each other in a circle; none where the order can be kept. */
function circle(steps: readonly Step[]): Step[] {
  let left = [...steps];
  for (;;) {
    const ids = new Set(left.map((s) => s.id));
    const next = left.filter((s) => s.waitsFor.some((w) => ids.has(w.stepId)));
    if (next.length === left.length || next.length === 0) return next;
    left = next;
  }
}

/**
 * What is wrong with a stored plan itself, in words; everything is kept as it is.
 * Steps in a circle, steps of zones the piece does not have, overrules of rules that no longer exist.
 */
export function planIssues(piece: Piece, zoneIds: ReadonlySet<string>, steps: readonly Step[]): Issue[] {
  const turning = circle(steps);
  const homeless = [...new Set(steps.map((s) => s.zoneId).filter((z) => z !== null && !zoneIds.has(z)))];
  const known = new Set(ruleTable.map((r) => r.id));
  const lost = piece.overrules.filter((o) => !known.has(o.findingId.split('/')[0] ?? ''));
  return [
    ...(turning.length > 0
      ? [
          {
            code: 'steps_circle',
            path: 'steps',
            message: `${turning.length} steps wait for each other in a circle (${turning
              .slice(0, 3)
              .map((s) => stepNameOf(s.id))
              .join(
                ', ',
              )}): they are kept in the order they stand. Change a look, or release your orders, to have the plan made again.`,
          },
        ]
      : []),
    ...homeless.map((zone) => ({
      code: 'step_without_zone',
      path: `steps.${zone}`,
      message: `${zoneNames[zone!]}: the plan has steps for it, but no face belongs to it; they are kept, and take no area.`,
    })),
    ...lost.map((o) => ({
      code: 'overrule_unknown',
      path: `overrules.${o.findingId}`,
      message: `You overruled ${o.findingId.split('/')[0]}, a rule this Cosmesis does not have; your reason is kept: ${o.why}`,
    })),
  ];
}
