import { type Face, materialOf, surfaceOf } from '../piece';
import { type LookKind, lookKinds, type Piece, type Surface, type ToolId, type ZoneId } from '../workshop';
import { type Addition, additionTable } from './additionTable';
import { lookRow, lookTable } from './lookTable';

/** Names of looks. */
export const lookNames: Readonly<Record<LookKind, string>> = Object.fromEntries(
  lookTable.map((l) => [l.id, l.name]),
) as Record<LookKind, string>;

/** A look with the reason why these faces cannot have it, or null where they can. */
export interface LookChoice {
  look: LookKind;
  barredBecause: string | null;
}

/** Materials that want the same ground under their coats. */
const groundOf = ({ material }: Surface): 'bends' | 'metal' | 'rigid' =>
  materialOf(material.kind).flexible ? 'bends' : material.kind === 'metal' ? 'metal' : 'rigid';

/** What bends, what is metal and what is rigid otherwise cannot be worked as one zone. */
function mixed(surfaces: readonly Surface[]): string | null {
  const [first] = surfaces;
  const other = first && surfaces.find((s) => groundOf(s) !== groundOf(first));
  if (!first || !other) return null;
  const name = (s: Surface) => materialOf(s.material.kind).name;
  return `${name(first)} and ${name(other).toLowerCase()} stand in one zone: move one of them to a zone of its own.`;
}

/** A seat is covered anew only where there is upholstery. */
const untooled = (look: LookKind, tools: readonly ToolId[]): string | null =>
  look === 're-covered' && !tools.includes('upholstery')
    ? 'The workshop does no upholstery. Add upholstery tools under House rules, or hand it out.'
    : null;

/** Which looks the faces of a zone can have with the tools at hand: what the survey forces is said plainly. */
export function availableLooks(piece: Piece, faces: readonly Face[], tools: readonly ToolId[]): LookChoice[] {
  const surfaces = [...new Set(faces.map((f) => surfaceOf(piece, f)))];
  const mixture = mixed(surfaces);
  return lookKinds.map((look) => ({
    look,
    barredBecause:
      look === 'leave'
        ? null
        : (mixture ??
          surfaces.map((s) => lookRow(look).barred(s)).find((reason) => reason !== null) ??
          untooled(look, tools)),
  }));
}

/** What the look of a zone can carry besides. */
export const availableAdditions = (look: LookKind, zoneId: ZoneId): (Addition & { barredBecause: string | null })[] =>
  additionTable.map((a) => ({ ...a, barredBecause: a.barred(look, zoneId) }));

/** Additions a zone was given that its look can carry. */
export const additionsOf = (piece: Pick<Piece, 'additions'>, look: LookKind, zoneId: ZoneId): Addition['id'][] =>
  additionTable
    .filter((a) => piece.additions[zoneId]?.includes(a.id) && a.barred(look, zoneId) === null)
    .map((a) => a.id);
