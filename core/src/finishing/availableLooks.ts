import { type Face, surfaceOf } from '../piece';
import { type LookKind, lookKinds, type Piece, type Surface } from '../workshop';

/** Names of looks. */
export const lookNames: Readonly<Record<LookKind, string>> = {
  'natural-clear': 'natural clear',
  'stained-clear': 'stained and clear',
  refreshed: 'refreshed, old finish kept',
  waxed: 'waxed',
  painted: 'painted',
  leave: 'left alone',
};

/** A look with the reason why these faces cannot have it, or null where they can. */
export interface LookChoice {
  look: LookKind;
  barredBecause: string | null;
}

/** Why a look cannot be had on a surface, or null where it can. */
function barredBecause(look: LookKind, surface: Surface): string | null {
  const { material, oldFinish } = surface;
  const board = material.kind === 'mdf' ? 'MDF' : material.kind === 'particleboard' ? 'Particleboard' : null;
  const showsWood = look === 'natural-clear' || look === 'stained-clear' || look === 'waxed';
  if (showsWood && board) return `${board} has no grain to show: paint it or leave it alone.`;
  if (look !== 'refreshed') return null;
  if (oldFinish.kind === 'none' || oldFinish.kind === 'wax') return 'There is no old finish to refresh.';
  if (oldFinish.kind === 'paint') return 'Old paint is painted again, not refreshed.';
  return oldFinish.condition === 'failing' ? 'A finish that flakes holds nothing: it has to come off.' : null;
}

/** Which looks the faces of a zone can have: what the survey forces is said plainly. */
export function availableLooks(piece: Piece, faces: readonly Face[]): LookChoice[] {
  const surfaces = [...new Set(faces.map((f) => surfaceOf(piece, f.zoneId)))];
  return lookKinds.map((look) => ({
    look,
    barredBecause: surfaces.map((s) => barredBecause(look, s)).find((reason) => reason !== null) ?? null,
  }));
}
