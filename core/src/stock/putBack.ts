import type { Container } from '../workshop';

/** Puts an amount back onto the shelf: into the can that was opened last. @param litres ≥ 0 */
export function putBack(containers: readonly Container[], productId: string, litres: number): Container[] {
  const can = containers
    .filter((c) => c.productId === productId)
    .sort((a, b) => (b.openedAt ?? '').localeCompare(a.openedAt ?? '') || (a.id < b.id ? -1 : 1))[0];
  return containers.map((c) => (c === can ? { ...c, leftL: c.leftL + litres } : c));
}
