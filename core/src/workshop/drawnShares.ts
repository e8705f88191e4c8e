import type { Step } from './schema';

/** A product of a step, with its share of what the step takes, 0 to 1. */
export interface DrawnShare {
  productId: string;
  share: number;
}

/** What a step takes from the shelf: its product, or the parts of its mix by their shares; thinner is nobody's can. */
export function drawnShares({ productId, mixed }: Pick<Step, 'productId' | 'mixed'>): DrawnShare[] {
  if (productId === null) return [];
  if (!mixed) return [{ productId, share: 1 }];
  const whole = mixed.parts.reduce((sum, p) => sum + p.parts, 0) + mixed.thinnerParts;
  return mixed.parts.map((p) => ({ productId: p.productId, share: p.parts / whole }));
}
