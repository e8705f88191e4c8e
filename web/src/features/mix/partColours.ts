import type { Product } from '@cosmesis/core/workshop';

const apart = ['#1c6b5e', '#b8752c', '#24507a', '#7d6b4f', '#8c3a2b', '#54635c'];

/** Colours by which the parts of a mix are told apart in the cup: their own, where each has another one. */
export function partColours(
  parts: readonly { productId: string | null }[],
  products: Readonly<Record<string, Product>>,
): string[] {
  const own = parts.flatMap(({ productId }) => (productId === null ? [] : (products[productId]?.colour ?? [])));
  const each = new Set(own).size === parts.length;
  return parts.map((_, i) => (each ? own[i]! : apart[i % apart.length]!));
}
