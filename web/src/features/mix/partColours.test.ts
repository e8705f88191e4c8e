import { typicalProducts } from '@cosmesis/core/products';
import { recordsById } from '@cosmesis/core/workshop';
import { expect, it } from 'vitest';
import { partColours } from './partColours';

const products = recordsById(typicalProducts);
const of = (...ids: (string | null)[]) => ids.map((productId) => ({ productId }));

it('shows parts in their own colours where those tell them apart, and in others where they do not', () => {
  const [one, other] = [products.enamel!, products['oil-stain-dark']!];
  expect(partColours(of(one.id, other.id), products)).toEqual([one.colour, other.colour]);
  // Both parts of a filler are one product; what was typed in by hand has none.
  for (const parts of [of('filler-two-part', 'filler-two-part'), of(one.id, null), of(one.id, 'gone')]) {
    const shown = partColours(parts, products);
    expect(new Set(shown).size).toBe(2);
    expect(shown).not.toContain(one.colour);
  }
});
