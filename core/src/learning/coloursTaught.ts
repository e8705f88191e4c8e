import { type Belief, beliefFrom, stickOf } from '../colour';
import { latestFirst } from '../units';
import type { Product, SampleStick, Workshop } from '../workshop';

interface Kept {
  of: readonly (readonly SampleStick[])[];
  products: Workshop['products'];
  belief: Belief;
}
let last: Kept | null = null;

const asked = (sticks: readonly SampleStick[], products: Readonly<Record<string, Product>>): Belief =>
  beliefFrom([...sticks].sort((a, b) => latestFirst(a.madeAt, b.madeAt)).flatMap((s) => stickOf(s, products) ?? []));

/** What the sample sticks of a workshop teach of colour; null: none was read. Worked out again only where a stick or a product changed. */
export function coloursTaught({ pieces, products }: Pick<Workshop, 'pieces' | 'products'>): Belief | null {
  const of = Object.values(pieces).flatMap((p) => (p.sticks?.some((s) => s.readings.length > 0) ? [p.sticks] : []));
  if (of.length === 0) return null;
  const same =
    last !== null && last.products === products && last.of.length === of.length && last.of.every((s, i) => s === of[i]);
  if (!same) last = { of, products, belief: asked(of.flat(), products) };
  return last!.belief;
}
