import { good, type Issue, type Result, refused } from '../units';
import type { Piece } from '../workshop';
import { type Form, formById } from './forms';
import type { Shape } from './Shape';

/** Smallest sizes of a form into which its own parts fit, m. */
function leastSizes(form: Form, piece: Piece): { heightM: number; widthM: number; depthM: number } {
  switch (form.family) {
    case 'board':
    case 'frame':
      return { heightM: 0.05, widthM: 0.05, depthM: 0.005 };
    case 'bed-head':
      // Its posts are as wide as they are deep, and a panel stands between them.
      return { heightM: 0.4, widthM: 0.3 + 2 * (piece.depthM ?? 0), depthM: 0.02 };
    case 'table':
      return { heightM: form.topThicknessM + 0.1, widthM: 0.16 + piece.drawers * 0.08, depthM: 0.14 };
    case 'desk':
      return { heightM: 0.5, widthM: 0.8, depthM: 0.3 };
    case 'slope':
      return {
        heightM:
          form.topThicknessM +
          feetM(form, piece) +
          Math.max(0.12, piece.drawers * 0.04 + 0.04) +
          (piece.depthM ?? 0) * 0.35,
        widthM: 0.16,
        depthM: 0.15,
      };
    case 'dressing-table':
      return { heightM: 0.6, widthM: 0.3 + piece.drawers * 0.08, depthM: 0.25 };
    case 'chair':
      return form.chair?.back === 'none'
        ? { heightM: 0.2, widthM: 0.2, depthM: 0.2 }
        : { heightM: 0.4, widthM: 0.2, depthM: 0.2 };
    case 'cot':
      return { heightM: 0.6, widthM: 0.4, depthM: 0.3 };
    case 'lidded':
      return { heightM: form.topThicknessM + feetM(form, piece) + 0.06, widthM: 0.12, depthM: 0.1 };
    case 'drawers':
      return {
        heightM: form.topThicknessM + feetM(form, piece) + Math.max(0.12, piece.drawers * 0.04 + 0.04),
        widthM: 0.16,
        depthM: 0.15,
      };
    case 'doors':
      return {
        heightM: form.topThicknessM + feetM(form, piece) + 0.2 + piece.shelves * 0.03,
        widthM: 0.16 + Math.max(piece.doors, piece.drawers) * 0.08,
        depthM: 0.15,
      };
  }
}

const feetM = (form: Form, piece: Piece): number =>
  piece.legs === 'none' ? 0 : piece.legs === 'plinth' ? form.footHeightM : form.footHeightM * 1.5;

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
  const least = leastSizes(form, piece);
  for (const [key, word, cure] of [
    ['heightM', 'high', 'Check the height or the number of drawers and shelves.'],
    ['widthM', 'wide', 'Check the width or the number of doors and drawers.'],
    ['depthM', 'deep', 'Check the depth.'],
  ] as const) {
    if (piece[key] !== null && piece[key] >= least[key]) continue;
    const message = `A ${form.name.toLowerCase()} with these parts is at least ${+(least[key] * 100).toFixed(1)} cm ${word}. ${cure}`;
    issues.push({ code: 'dimension_too_small', path: key, message });
  }
  if (issues.length > 0) return refused(...issues);
  return good({ ...partsOf(piece), heightM, widthM, depthM });
}

/** Everything of the shape but its measures over all. */
const partsOf = (piece: Piece): Omit<Shape, 'heightM' | 'widthM' | 'depthM'> => ({
  form: piece.form,
  drawers: piece.drawers,
  doors: piece.doors,
  shelves: piece.shelves,
  legs: piece.legs,
  turnedDiametersM: piece.turnedDiametersM,
  addedParts: piece.addedParts,
  removedParts: piece.removedParts,
  alterations: piece.alterations,
  areas: piece.areas,
  hardware: { counted: piece.hardware.treatment !== 'keep', spacingM: piece.hardware.spacingM },
});

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
