import { type LookKind, lookKinds, type ZoneId } from './ids';
import type { Piece } from './schema';

/** A decision as it is kept. */
type Decision = Piece['decisions'][string];

/** Key under which it is kept whether the old finish of a zone stays as it is: the answer is a look. */
export const keepKey = (zoneId: ZoneId): string => `${zoneId}/look`;

/** A piece with a decision taken. What is decided of a look is the look of its zone from then on. */
export function withDecision(
  piece: Pick<Piece, 'decisions' | 'looks'>,
  key: string,
  decision: Decision,
): Pick<Piece, 'decisions' | 'looks'> {
  const decisions = { ...piece.decisions, [key]: decision };
  const [zoneId, about] = key.split('/');
  const look = about === 'look' ? lookKinds.find((l) => l === decision.choice) : undefined;
  return { decisions, looks: look ? { ...piece.looks, [zoneId as ZoneId]: look satisfies LookKind } : piece.looks };
}
