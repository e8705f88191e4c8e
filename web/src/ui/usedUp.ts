import type { ListedStep } from '@cosmesis/core/reckoning';
import { useSyncExternalStore } from 'react';

/** What was just done with a product, of which nobody has said how much it took. */
export interface JustUsed {
  pieceId: string;
  productId: string;
  stepIds: readonly string[];
  plannedL: number;
}

/** From so many times the amount planned it is asked whether it is a slip of the pen. */
export const farFrom = 10;

let used: readonly JustUsed[] = [];
const listeners = new Set<() => void>();

function set(next: readonly JustUsed[]): void {
  used = next;
  for (const l of listeners) l();
}

/** Asks how much the steps took that were just done; what was asked before and not answered is let go. */
export function askUsed(pieceId: string, steps: readonly ListedStep[]): void {
  const byProduct = new Map<string, JustUsed>();
  for (const { step, productL } of steps) {
    if (step.productId === null || productL === null) continue;
    const before = byProduct.get(step.productId);
    byProduct.set(step.productId, {
      pieceId,
      productId: step.productId,
      stepIds: [...(before?.stepIds ?? []), step.id],
      plannedL: (before?.plannedL ?? 0) + productL.likely,
    });
  }
  set([...byProduct.values()]);
}

/** It was said, or passed over. */
export const answered = (one: JustUsed): void => set(used.filter((u) => u !== one));

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** What is asked now. */
export const useJustUsed = (): readonly JustUsed[] => useSyncExternalStore(subscribe, () => used);
