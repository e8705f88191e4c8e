import type { House } from '../finishing';
import type { Lag } from '../schedule';
import type { Product, Step } from '../workshop';

const ways = { pad: 'wipe', brush: 'brush', spray: 'hvlp' } as const;

/**
 * Says where a label overrides a school of the house at a step, or null where they agree.
 * @param lags what the step waits for, with the least minutes its label asks for
 */
export function labelWins(
  step: Step,
  product: Product | undefined,
  before: readonly { step: Step; lag: Lag }[],
  house: House,
): string | null {
  if (!product) return null;
  if (step.kind === 'clear' && !product.methods.includes(ways[house['clear-by']]))
    return `The label of ${product.name} does not name the house's way of laying it on: the label wins.`;
  const stain = before.find((b) => b.step.kind === 'stain' && b.step.fixedWaitMin > 0);
  if (step.kind === 'clear' && stain && stain.lag.minMin > stain.step.fixedWaitMin)
    return `The house waits ${stain.step.fixedWaitMin / 60} h after the stain; its label asks for ${stain.lag.minMin / 60} h under this film: the label wins.`;
  return null;
}
