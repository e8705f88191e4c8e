import { cheapestPacks } from '../coverage';
import { addRanges, certain, type Range, scaleRange } from '../units';
import { drawnShares, type Product } from '../workshop';
import type { ProductNeed, ReckonedStep } from './Reckoning';
import { packsWorking } from './workings';

/** Litres of each product over a piece and the cheapest cans for the high end. What was logged counts as it was. */
export function needsOf(steps: readonly ReckonedStep[], products: Readonly<Record<string, Product>>): ProductNeed[] {
  const byProduct = new Map<string, (ReckonedStep & { share: number })[]>();
  for (const s of steps)
    for (const { productId, share } of s.productL ? drawnShares(s.step) : [])
      byProduct.set(productId, [...(byProduct.get(productId) ?? []), { ...s, share }]);
  return [...byProduct].flatMap(([productId, own]) => {
    const product = products[productId];
    if (!product) return [];
    const used = (s: ReckonedStep & { share: number }): Range =>
      scaleRange(s.actualL === null ? s.productL! : certain(s.actualL), s.share);
    const needL = addRanges(own.map(used));
    const packs = cheapestPacks(needL.high, product.packs);
    return [
      {
        productId,
        name: product.name,
        needL,
        packs,
        packsWorking: packsWorking(product.name, needL.high, packs),
        working: {
          title: `${product.name}, whole piece`,
          formula: 'sum over its steps; cans: the cheapest that are never short of the high end',
          inputs: own.map((s) => ({
            name: `${s.step.zoneId ?? 'piece'}, ${s.step.kind} ${s.step.ordinal}${s.share < 1 ? `, ${Math.round(s.share * 100)} % of its mix` : ''}${s.actualL === null ? '' : ', as logged'}`,
            value: used(s).likely,
            unit: 'L',
            tag: s.actualL === null ? ('computed' as const) : ('measured' as const),
          })),
          result: { value: needL.likely, unit: 'L' },
          note: 'Coats of one product err together, so their low and high ends are added.',
        },
      },
    ];
  });
}
