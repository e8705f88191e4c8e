import type { Mixed } from '../workshop';
import type { Layer } from './Layer';

const counted = (n: number, what: string): string => `${Number(n.toFixed(1))} ${n === 1 ? 'part' : 'parts'} ${what}`;

/**
 * What is in a layer, by parts: "3 parts golden, 1 part red, 4 parts thinner"; a product as it is by its name alone.
 * @param nameOf name of a product by its id
 */
export function mixedWords(
  { parts, thinnerParts, coats = 1 }: Mixed & { coats?: number },
  nameOf: (productId: string) => string,
): string {
  const [first] = parts;
  const named =
    first && parts.length === 1 && thinnerParts === 0
      ? nameOf(first.productId)
      : [
          ...parts.map((p) => counted(p.parts, nameOf(p.productId))),
          ...(thinnerParts > 0 ? [counted(thinnerParts, 'thinner')] : []),
        ].join(', ');
  return coats > 1 ? `${named}, ${coats} coats` : named;
}

/** What is in a layer, in words. */
export const layerWords = ({ parts, thinnerParts, coats }: Layer): string => {
  const names = new Map(parts.map((p) => [p.product.id, p.product.name]));
  const kept = parts.map((p) => ({ productId: p.product.id, parts: p.parts }));
  return mixedWords({ parts: kept, thinnerParts, coats }, (id) => names.get(id)!);
};
