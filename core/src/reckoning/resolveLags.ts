import { stepKind } from '../finishing';
import { noWait, productWait, type Wait } from '../products';
import type { Lag } from '../schedule';
import type { Product, Step, WaitKind } from '../workshop';

/** The wait one step keeps after another, by the first one's product or by its own fixed time. */
function waitAfter(before: Step, wait: WaitKind, products: Readonly<Record<string, Product>>, next: Step): Wait {
  if (wait === 'none') return noWait;
  if (wait === 'dry') return { ...noWait, minMin: before.fixedWaitMin };
  const product = before.productId ? products[before.productId] : undefined;
  if (!product) return noWait;
  const nextProduct = next.productId ? products[next.productId] : undefined;
  const label = productWait(product, wait, nextProduct?.carrier ?? null);
  // A house rule may ask for more than the label before a clear coat, never for less.
  const house = wait === 'film' && next.kind === 'clear' ? before.fixedWaitMin : 0;
  return { ...label, minMin: Math.max(label.minMin, house) };
}

/**
 * Waits of a plan as lags. A window stays open for ever once something abrasive lies between the two coats in the plan.
 */
export function resolveLags(steps: readonly Step[], products: Readonly<Record<string, Product>>): Map<string, Lag[]> {
  const index = new Map(steps.map((s, i) => [s.id, i]));
  const abraded = new Map<Step['zoneId'], number[]>();
  steps.forEach((s, i) => {
    if (stepKind(s.kind).abrasive) abraded.set(s.zoneId, [...(abraded.get(s.zoneId) ?? []), i]);
  });
  const abradedBetween = (from: number, to: number, zoneId: Step['zoneId']) =>
    abraded.get(zoneId)?.some((i) => i > from && i < to) ?? false;
  return new Map(
    steps.map((step, i) => [
      step.id,
      step.waitsFor.flatMap(({ stepId, wait }) => {
        const at = index.get(stepId);
        if (at === undefined) return [];
        const { minMin, maxMin, blocked } = waitAfter(steps[at]!, wait, products, step);
        return [
          {
            beforeId: stepId,
            minMin,
            // Only a coat has to hold on the one before: wax, gilding and transfers do not ask for an open window.
            maxMin:
              maxMin !== null && (!stepKind(step.kind).film || abradedBetween(at, i, step.zoneId)) ? null : maxMin,
            blocked,
          },
        ];
      }),
    ]),
  );
}
