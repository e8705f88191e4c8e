import type { Constraint } from '../schedule';
import type { Settings } from '../workshop';
import type { PieceTask } from './Reckoning';
import { type PieceWithTasks, type PlaceKind, placeName, taskNames } from './workshopSchedule';

/** One of the things that cannot be kept together, and what would make it another one. */
export interface ConflictPart {
  kind: Constraint['kind'];
  /** The piece and step it is about, where it is about one; what was said there could be let go of. */
  pieceId: string | null;
  stepId: string | null;
  what: string;
  wayOut: string;
}

/** What cannot be kept together, in words, each with what would resolve it. @param named the piece it is told of */
export function conflictWords(
  conflict: readonly Constraint[],
  own: readonly PieceWithTasks[],
  pieceId: string,
  room: Settings['room'],
): ConflictPart[] {
  const tasks = new Map<string, PieceTask>(own.flatMap((p) => p.tasks).map((t) => [t.id, t]));
  const pieces = new Map(own.map(({ piece }) => [piece.id, piece.name]));
  const name = taskNames(own)(pieceId);
  const stepOf = (id: string) => tasks.get(id)?.stepIds[0] ?? null;
  const pieceOf = (id: string) => tasks.get(id)?.pieceId ?? null;
  const partOf = (c: Constraint): ConflictPart => {
    const of = (id: string, what: string, wayOut: string): ConflictPart => ({
      kind: c.kind,
      pieceId: pieceOf(id),
      stepId: stepOf(id),
      what,
      wayOut,
    });
    const all = (what: string, wayOut: string, ofPiece: string | null = null): ConflictPart => ({
      kind: c.kind,
      pieceId: ofPiece,
      stepId: null,
      what,
      wayOut,
    });
    switch (c.kind) {
      case 'window':
        return of(
          c.id,
          `${name(c.id)} has to follow within the window of ${name(c.beforeId)}`,
          `begin ${name(c.beforeId)} later, or take it off and lay it again`,
        );
      case 'barred':
        return of(
          c.id,
          `${name(c.id)} may not be begun in hours that follow ${name(c.beforeId)}`,
          `begin ${name(c.beforeId)} sooner or later`,
        );
      case 'pin':
        return of(c.id, `you said when ${name(c.id)} begins`, 'let that go, or say another time');
      case 'not-before':
        return of(c.id, `${name(c.id)} cannot be begun before its day`, 'an earlier day for it');
      case 'air':
        return all(`the air where ${pieces.get(c.pieceId)} stands`, 'a warmer or drier space for it', c.pieceId);
      case 'dust':
        return all('nothing may raise dust over an open film', 'sand elsewhere, or with extraction');
      case 'place':
        return all(
          `there is room for ${room[c.placeId as PlaceKind] ?? 0} in ${placeName(c.placeId)}`,
          'room for one more',
        );
      case 'hours':
        return all('the working hours', 'longer hours, or work on a day off');
      case 'hands':
        return all('the hands there are', 'one more pair of hands for these hours');
      case 'piece':
        return all(`what is to be done on ${pieces.get(c.pieceId)}`, 'put that off', c.pieceId);
    }
  };
  return conflict.map(partOf);
}
