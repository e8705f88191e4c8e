import type { Face } from '../piece';
import type { Damage, Piece, Step, StepKindId, ZoneId } from '../workshop';
import { stepKind } from './stepKinds';

/** Steps of earlier rounds of a zone: done before its look was changed. */
export const earlierSteps = (piece: Pick<Piece, 'reworked'>, zoneId: ZoneId | null): ReadonlySet<string> =>
  new Set(
    piece.reworked.flatMap((r) =>
      r.stepIds.filter((id) => (zoneId === null ? id.startsWith('piece/') : r.zoneId === zoneId)),
    ),
  );

/** What a zone begins with, before anything on it is put right. */
const before: ReadonlySet<string> = new Set(['look', 'obtain', 'parts', 'clean', 'mask']);
/** What has gone past the time at which damage is put right, is part of putting it right, or is another top than the one it was on. */
const goesPast = ({ kind, part }: Step): boolean =>
  !before.has(stepKind(kind).group) || (kind === 'make-part' && part === 'top');

/** What had been done on the zone of a damage by the time it was found, in its present round. */
export function doneBefore(piece: Pick<Piece, 'log' | 'reworked'>, { zoneId, foundAt }: Damage): Step[] {
  if (foundAt === null) return [];
  const found = Date.parse(foundAt);
  const earlier = earlierSteps(piece, zoneId);
  return piece.log
    .filter((e) => e.step.zoneId === zoneId && e.doneAt !== null && Date.parse(e.doneAt) <= found)
    .map((e) => e.step)
    .filter((s) => !earlier.has(s.id));
}

/** Whether something was done on the zone of a damage before it was found: till then nothing was wrong there. */
export const foundOnTheWay = (piece: Pick<Piece, 'log' | 'reworked'>, damage: Damage): boolean =>
  damage.foundAt !== null && doneBefore(piece, damage).length > 0;

/** Which of the faces of its zone have a damage: those of the face it was put on, with the areas marked off on it, else all. */
export function facesWith({ faceId }: Pick<Damage, 'faceId'>, faces: readonly Face[]): readonly Face[] {
  const own = faceId === null ? [] : faces.filter((f) => f.id === faceId || f.hostId === faceId);
  return own.length > 0 ? own : faces;
}

/** Whether a damage was found on the way, when the step that would have put it right was over: it is made good from what lies there. */
export const isLate = (piece: Pick<Piece, 'log' | 'reworked'>, damage: Damage): boolean =>
  damage.foundAt !== null && doneBefore(piece, damage).some(goesPast);

/** Steps of a repair that can be done on a finish without taking it off. */
const local: ReadonlySet<StepKindId> = new Set([
  'glue',
  'clamp',
  'lift-ring',
  'touch-in',
  'fill',
  'fill-stick',
  'plug',
  'patch-veneer',
  'feather',
  'spot-prime',
  'level',
  'denib',
  'ease-drawer',
  'align-door',
  'fill-leather',
]);

/** Whether a treatment can be done where the finish stays. */
export const isLocal = (steps: readonly StepKindId[]): boolean => steps.every((s) => local.has(s));
