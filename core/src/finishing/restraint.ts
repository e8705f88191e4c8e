import { buildFaces, formById, shapeOf, tips } from '../piece';
import type { Piece } from '../workshop';

/** Clothing storage at least this high tips: 27 in, ASTM F2057-23 and 16 CFR 1261 (written for makers; recalled), m. */
const restraintFromM = 0.6858;

/**
 * What has to be fitted before a piece is handed over: a restraint to the wall for whatever is tall on one side or has
 * drawers and height, a support for a lid that falls. Its mass is not known and is taken to be enough.
 */
export function restraintOf(piece: Piece): 'wall' | 'lid' | null {
  const { restraint } = formById(piece.form);
  if (restraint === 'lid') return 'lid';
  if ((piece.heightM ?? 0) < restraintFromM) return null;
  if (restraint === 'wall') return 'wall';
  const shape = shapeOf(piece);
  const drawers = shape.ok && buildFaces(shape.value).some((f) => /^drawer-\d+\/front$/.test(f.id));
  return drawers ? 'wall' : null;
}

/** What is said of a piece when it is handed over. */
export const handOverWords = (piece: Piece): string[] => [
  ...formById(piece.form).handOver.filter((words) => words !== tips),
  ...(restraintOf(piece) === 'wall' ? [tips] : []),
];
