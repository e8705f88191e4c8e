import { zoneNames } from '../piece';
import type { Issue } from '../units';
import type { Piece, Step } from '../workshop';
import { ruleTable } from './ruleTable';

/**
 * What of a piece its plan can no longer place, in words; everything is kept as it is.
 * Logged steps of zones the piece does not have any more, overrules of rules that no longer exist.
 */
export function planIssues(piece: Piece, zoneIds: ReadonlySet<string>, steps: readonly Step[]): Issue[] {
  const homeless = [...new Set(steps.map((s) => s.zoneId).filter((z) => z !== null && !zoneIds.has(z)))];
  const known = new Set(ruleTable.map((r) => r.id));
  const lost = piece.overrules.filter((o) => !known.has(o.findingId.split('/')[0] ?? ''));
  return [
    ...homeless.map((zone) => ({
      code: 'step_without_zone',
      path: `steps.${zone}`,
      message: `${zoneNames[zone!]}: steps were done on it, but no face belongs to it any more; they are kept, and take no area.`,
    })),
    ...lost.map((o) => ({
      code: 'overrule_unknown',
      path: `overrules.${o.findingId}`,
      message: `You overruled ${o.findingId.split('/')[0]}, a rule this Cosmesis does not have; your reason is kept: ${o.why}`,
    })),
  ];
}
