import { mixedWords, physicsOf, recipeStepOf } from '../../colour';
import type { ColourLayer, ColourRecipe, Mixed, Product } from '../../workshop';
import type { House } from '../houseRules';
import type { Situation } from '../Situation';
import type { ZoneChain } from '../ZoneChain';
import { colourPhase } from './coats';
import type { Stage } from './Stage';

const lastClearTint = (layer: ColourLayer, chain: ZoneChain): boolean => {
  const first = chain.productById(layer.parts[0]!.productId);
  return first !== undefined && layer.parts.length > 1 && first.kind === 'clear';
};

/** Whether all that a recipe names is still known. */
export const hasAll = ({ layers }: ColourRecipe, products: (id: string) => Product | undefined): boolean =>
  layers.every((l) => l.parts.every((p) => products(p.productId) !== undefined));

const isPlain = ({ parts, thinnerParts }: ColourLayer): boolean => parts.length === 1 && thinnerParts === 0;

const partsWords = (mixed: Mixed, chain: ZoneChain): string =>
  mixedWords(mixed, (id) => chain.productById(id)?.name ?? id);

const dwellWords = (layer: ColourLayer): string =>
  layer.dwellMin === null ? '' : ` Wiped off after ${Math.round(layer.dwellMin)} minutes.`;

/**
 * Colour by the recipe of a zone, from the wood up. What the user chose for a step since is laid instead, as it is.
 * @param condition lays a conditioner before what goes into the wood
 * @param fixedWaitMin what the house waits after a stain
 */
export function byRecipe(
  chain: ZoneChain,
  s: Situation,
  house: House,
  recipe: ColourRecipe,
  condition: (first: Product) => void,
  fixedWaitMin: (product: Product) => number,
): void {
  const at = colourPhase(house);
  let bare = true;
  for (const layer of recipe.layers) {
    const main = chain.productById(layer.parts[0]!.productId)!;
    const kind = recipeStepOf[main.kind];
    if (!kind) continue;
    if (bare && physicsOf(main) === 'in-wood') condition(main);
    bare = false;
    const picked = chain.pick(kind, [main.kind], layer.coats, { id: main.id });
    const own = picked.productId === main.id;
    const { parts, thinnerParts } = layer;
    for (let n = 1; n <= picked.coats; n += 1)
      chain.add(at, kind, {
        productId: picked.productId,
        method: picked.method,
        of: picked.coats,
        fixedWaitMin: picked.product ? fixedWaitMin(picked.product) : 0,
        ...(own && !isPlain(layer) ? { mixed: { parts: parts.map((p) => ({ ...p })), thinnerParts } } : {}),
        reason: own
          ? `By the recipe for ${recipe.targetName || s.zoneId}: ${isPlain(layer) ? 'as it is' : partsWords({ parts, thinnerParts }, chain)}.${dwellWords(layer)}`
          : 'Chosen instead of what the recipe names: a new stick shows what it does.',
      });
  }
}

/** The last coat of clear carries the tint that a recipe gives it. */
export const tintLast: Stage = (chain, s) => {
  const tint = s.recipe?.layers.find((l) => lastClearTint(l, chain));
  if (!tint) return;
  const last = chain.drafts.findLast((d) => d.step.kind === 'clear');
  const own = last?.step.productId ? chain.productById(last.step.productId) : undefined;
  const main = chain.productById(tint.parts[0]!.productId);
  if (!last || !own || !main || own.carrier !== main.carrier) return;
  const parts = tint.parts.map((p, i) => (i === 0 ? { ...p, productId: own.id } : { ...p }));
  const mixed = { parts, thinnerParts: tint.thinnerParts };
  last.step = {
    ...last.step,
    mixed,
    reason: `Tinted, by the recipe: ${partsWords(mixed, chain)}. ${last.step.reason}`,
  };
};
