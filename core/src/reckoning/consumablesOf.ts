import { type House, stepKind } from '../finishing';
import type { Consumable, ReckonedStep } from './Reckoning';

/** Brushes or rollers a plan uses up, by what the house does with them between coats. */
function toolsOf(
  method: 'brush' | 'roller',
  steps: readonly ReckonedStep[],
  house: Pick<House, 'tools-reuse'>,
): number {
  const brushed = steps.filter((s) => s.step.method === method);
  if (house['tools-reuse'] === 'keep') return 0;
  if (house['tools-reuse'] === 'new') return brushed.length;
  return new Set(brushed.map((s) => s.step.productId)).size;
}

/**
 * Consumables of a plan: by area, by length of tape and each time. What comes in pieces is rounded up over the whole.
 * Rates: typical from memory.
 */
export function consumablesOf(steps: readonly ReckonedStep[], house: Pick<House, 'tools-reuse'>): Consumable[] {
  const sums = new Map<Consumable['what'], Consumable>();
  const add = (what: Consumable['what'], unit: Consumable['unit'], amount: number) => {
    const before = sums.get(what)?.amount ?? 0;
    sums.set(what, { what, unit, amount: before + amount });
  };
  for (const { step, areaM2 } of steps)
    for (const { what, unit, perM2 = 0, perMetre = 0, each = 0 } of stepKind(step.kind).consumes)
      add(what, unit, perM2 * areaM2 + perMetre * step.lineM + each);
  add('brush', 'pieces', toolsOf('brush', steps, house));
  add('roller', 'pieces', toolsOf('roller', steps, house));
  return [...sums.values()]
    .filter((c) => c.amount > 0)
    .map((c) => ({ ...c, amount: c.unit === 'pieces' ? Math.ceil(c.amount - 1e-9) : c.amount }));
}
