import type { Workshop } from '@cosmesis/core/workshop';
import { applyPatches, type Draft, enablePatches, type Patch, produceWithPatches, setAutoFreeze } from 'immer';

enablePatches();
// Freezing shows who writes past a change, while one builds and in the tests; a full workshop pays for it with its first edit.
setAutoFreeze(import.meta.env.DEV);

/** A change of the workshop: pure, because it is done again where another tab was faster. */
export type Recipe = (draft: Draft<Workshop>) => void;

/** What a change did, forwards and backwards: small, because it names only what became different. */
export interface Diff {
  patches: Patch[];
  inverse: Patch[];
}

/** A workshop after a change, with what the change did. */
export interface Changed {
  workshop: Workshop;
  diff: Diff;
}

/** Makes a change; null where nothing became different. The workshop given stays as it is. @throws what the recipe throws */
export function transact(workshop: Workshop, recipe: Recipe): Changed | null {
  const [next, patches, inverse] = produceWithPatches(workshop, recipe);
  return patches.length === 0 ? null : { workshop: next, diff: { patches, inverse } };
}

/** What a change did, as a change to be made again. */
export const recipeOf =
  (patches: readonly Patch[]): Recipe =>
  (draft) =>
    void applyPatches(draft, patches);

const isPlainReplace = (patches: readonly Patch[]): boolean => patches.every((p) => p.op === 'replace');

/** Of several values put in one place, only the last counts; what is not that simple is kept as it is. */
function lastOfEach(patches: Patch[]): Patch[] {
  if (!isPlainReplace(patches)) return patches;
  const last = new Map(patches.map((p) => [JSON.stringify(p.path), p]));
  return [...last.values()];
}

/** Two changes as one, to be undone at once. */
export const joined = (first: Diff, then: Diff): Diff => ({
  patches: lastOfEach([...first.patches, ...then.patches]),
  inverse: lastOfEach([...then.inverse, ...first.inverse]),
});
