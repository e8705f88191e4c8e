import { recipeKinds } from '../colour';
import type { ReckonedStep } from '../reckoning';
import type { ColourLayer, Piece, StepKindId, ZoneId } from '../workshop';

/** Steps that give a surface its colour: those of a recipe, and what the plan lays with them by itself. */
export const colouringKinds: ReadonlySet<StepKindId> = new Set([...recipeKinds, 'condition', 'colour-wash']);

/** The colour that lies on a zone, from the wood up: its recipe, else what its log says, else what its plan lays. */
export function laidOnZone(
  piece: Pick<Piece, 'colours'>,
  zoneId: ZoneId,
  steps: readonly Pick<ReckonedStep, 'step' | 'status'>[],
): readonly ColourLayer[] {
  const recipe = piece.colours?.[zoneId]?.recipe;
  if (recipe) return recipe.layers;
  const own = steps.filter(({ step }) => step.zoneId === zoneId && colouringKinds.has(step.kind));
  const done = own.filter((s) => s.status === 'done');
  return (done.length > 0 ? done : own).flatMap(({ step }) =>
    step.productId === null
      ? []
      : [
          {
            parts: step.mixed?.parts ?? [{ productId: step.productId, parts: 1 }],
            thinnerParts: step.mixed?.thinnerParts ?? 0,
            coats: 1,
            dwellMin: null,
            grit: null,
          },
        ],
  );
}
