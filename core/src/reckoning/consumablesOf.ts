import { type House, stepKind } from '../finishing';
import { type Taught, usesKey } from '../learning';
import type { Consumable, ReckonedStep } from './Reckoning';

type Used = Pick<ReckonedStep, 'step' | 'setsUp' | 'uses'>;

/** What some steps use up: sums by kind, and brushes or rollers by their product, so that pieces can be added up. */
export type ConsumableUse =
  | { what: Consumable['what']; unit: Consumable['unit']; amount: number }
  | { tool: 'brush' | 'roller'; productId: string | null; times: number };

/** What a step uses up besides its product: by area, by length of tape, each time and once a sitting. Rates: typical from memory. */
export const usesOf = (
  { step, areaM2, setsUp }: Pick<ReckonedStep, 'step' | 'areaM2' | 'setsUp'>,
  taught: Taught | undefined,
): ReckonedStep['uses'] =>
  stepKind(step.kind).consumes.flatMap((used) => {
    const { what, unit, perM2 = 0, perMetre = 0, each = 0, perPlace = 0, perSitting = 0, parts } = used;
    if (parts && !(step.part && parts.includes(step.part))) return [];
    const typical = perM2 * areaM2 + perMetre * step.lineM + perPlace * step.count + each + (setsUp ? perSitting : 0);
    return typical > 0 ? [{ what, unit, amount: typical * (taught?.[usesKey(what)]?.factor ?? 1), typical }] : [];
  });

/** What some steps use up besides the products, added up by kind. */
export function useOfSteps(steps: readonly Used[]): ConsumableUse[] {
  const sums = new Map<string, ConsumableUse>();
  for (const { step, setsUp, uses } of steps) {
    for (const { what, unit, amount } of uses) {
      const before = sums.get(what) as Consumable | undefined;
      sums.set(what, { what, unit, amount: (before?.amount ?? 0) + amount });
    }
    if ((step.method !== 'brush' && step.method !== 'roller') || !setsUp) continue;
    const key = `${step.method}/${step.productId}`;
    const before = sums.get(key) as { times: number } | undefined;
    sums.set(key, { tool: step.method, productId: step.productId, times: (before?.times ?? 0) + 1 });
  }
  return [...sums.values()];
}

/** Brushes or rollers used up, by what the house does with them between coats. */
function toolsOf(tool: 'brush' | 'roller', uses: readonly ConsumableUse[], house: Pick<House, 'tools-reuse'>): number {
  const own = uses.flatMap((u) => ('tool' in u && u.tool === tool ? [u] : []));
  if (house['tools-reuse'] === 'keep') return 0;
  if (house['tools-reuse'] === 'new') return own.reduce((sum, u) => sum + u.times, 0);
  return new Set(own.map((u) => u.productId)).size;
}

/** Consumables of all that was added up. What comes in pieces is rounded up over the whole. */
export function consumablesOfUse(uses: readonly ConsumableUse[], house: Pick<House, 'tools-reuse'>): Consumable[] {
  const sums = new Map<Consumable['what'], Consumable>();
  const add = (what: Consumable['what'], unit: Consumable['unit'], amount: number) => {
    sums.set(what, { what, unit, amount: (sums.get(what)?.amount ?? 0) + amount });
  };
  for (const use of uses) if ('what' in use) add(use.what, use.unit, use.amount);
  add('brush', 'pieces', toolsOf('brush', uses, house));
  add('roller', 'pieces', toolsOf('roller', uses, house));
  return [...sums.values()]
    .filter((c) => c.amount > 0)
    .map((c) => ({ ...c, amount: c.unit === 'pieces' ? Math.ceil(c.amount - 1e-9) : c.amount }));
}

/** Consumables of a plan. */
export const consumablesOf = (steps: readonly ReckonedStep[], house: Pick<House, 'tools-reuse'>): Consumable[] =>
  consumablesOfUse(useOfSteps(steps), house);
