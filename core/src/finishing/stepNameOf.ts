import { zoneNames } from '../piece';
import { type StepKindId, stepKindIds, type ZoneId } from '../workshop';
import { stepKind } from './stepKinds';

/** A step in words from its id alone, for steps a plan no longer has: "top/clear/2" → "Top: clear coat 2". */
export function stepNameOf(id: string): string {
  const [zone, kind, ordinal] = id.split('/');
  if (zone === 'own') return 'A step of your own';
  if (!stepKindIds.includes(kind as StepKindId)) return id;
  const number = Number(ordinal) > 1 ? ` ${ordinal}` : '';
  return `${zoneNames[zone as ZoneId] ?? 'Whole piece'}: ${stepKind(kind as StepKindId).verb.toLowerCase()}${number}`;
}
