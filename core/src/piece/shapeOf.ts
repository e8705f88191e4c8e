import { good, type Issue, type Result, refused } from '../units';
import type { Piece } from '../workshop';
import type { Shape } from './buildFaces';
import { formById } from './forms';

/** Smallest body that its own boards fit into, m. */
const leastBodyM = 0.08;

/**
 * The shape of a piece that has been measured.
 * Refuses, with what to do, dimensions that are missing or leave no room for the parts asked for.
 */
export function shapeOf(piece: Piece): Result<Shape> {
  const issues: Issue[] = [];
  for (const [key, word] of [
    ['heightM', 'height'],
    ['widthM', 'width'],
    ['depthM', 'depth'],
  ] as const) {
    if (piece[key] === null) issues.push({ code: 'dimension_missing', path: key, message: `Measure the ${word}.` });
  }
  const { heightM, widthM, depthM } = piece;
  if (heightM === null || widthM === null || depthM === null) return refused(...issues);
  const form = formById(piece.form);
  const feet = piece.form === 'table' ? 0.1 : form.footHeightM * 1.5;
  const bodyHeight = heightM - form.topThicknessM - feet;
  const least = Math.max(leastBodyM, piece.form === 'chest-of-drawers' ? piece.drawers * 0.04 + 0.04 : 0.12);
  const tooSmall = (path: string, message: string) => issues.push({ code: 'dimension_too_small', path, message });
  if (!(bodyHeight >= least))
    tooSmall(
      'heightM',
      `A ${form.name.toLowerCase()} with these parts is at least ${Math.ceil((least + feet + form.topThicknessM) * 100)} cm high. Check the height or the number of drawers.`,
    );
  const leastWidth = 0.16 + (piece.form === 'chest-of-drawers' ? 0 : Math.max(piece.doors, piece.drawers) * 0.08);
  if (!(widthM >= leastWidth))
    tooSmall(
      'widthM',
      `These parts need at least ${Math.ceil(leastWidth * 100)} cm of width. Check the width or the number of doors and drawers.`,
    );
  if (!(depthM >= 0.15)) tooSmall('depthM', 'A piece of this form is at least 15 cm deep. Check the depth.');
  if (issues.length > 0) return refused(...issues);
  return good({
    form: piece.form,
    heightM,
    widthM,
    depthM,
    drawers: piece.drawers,
    doors: piece.doors,
    shelves: piece.shelves,
    legs: piece.legs,
  });
}

/** The shape to draw: typical dimensions stand in for those not measured yet. */
export function shapeToDraw(piece: Piece): Shape {
  const measured = shapeOf(piece);
  if (measured.ok) return measured.value;
  const { typical } = formById(piece.form);
  const filled = {
    ...piece,
    heightM: piece.heightM ?? typical.heightM,
    widthM: piece.widthM ?? typical.widthM,
    depthM: piece.depthM ?? typical.depthM,
  };
  const drawn = shapeOf(filled);
  return drawn.ok ? drawn.value : { form: piece.form, ...typical, legs: piece.legs };
}
