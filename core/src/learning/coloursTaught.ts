import { type Belief, beliefFrom, stickOf } from '../colour';
import { latestFirst } from '../units';
import type { Product, SampleStick, Workshop } from '../workshop';

interface Kept {
  of: readonly (readonly SampleStick[])[];
  /** Products that are on them. */
  products: readonly (Product | undefined)[];
  belief: Belief;
}
let last: Kept | null = null;

const asked = (sticks: readonly SampleStick[], products: Readonly<Record<string, Product>>): Belief =>
  beliefFrom([...sticks].sort((a, b) => latestFirst(a.madeAt, b.madeAt)).flatMap((s) => stickOf(s, products) ?? []));

const alike = <T>(a: readonly T[], b: readonly T[]): boolean => a.length === b.length && a.every((x, i) => x === b[i]);

/** What the sample sticks of a workshop teach of colour; null: none was read. Worked out again only where a stick or a product changed. */
export function coloursTaught({ pieces, products }: Pick<Workshop, 'pieces' | 'products'>): Belief | null {
  const of = Object.values(pieces).flatMap((p) => (p.sticks?.some((s) => s.readings.length > 0) ? [p.sticks] : []));
  if (of.length === 0) return null;
  // Records are shared where they did not change: the maps around them are made anew.
  const used = [...new Set(of.flat().flatMap((s) => s.layers.flatMap((l) => l.parts.map((p) => p.productId))))].map(
    (id) => products[id],
  );
  const same = last !== null && alike(last.of, of) && alike(last.products, used);
  if (!same) last = { of, products: used, belief: asked(of.flat(), products) };
  return last!.belief;
}
