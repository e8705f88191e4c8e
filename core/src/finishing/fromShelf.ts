import { once } from '../units';
import type { Carrier, Method, Product, ProductKind, ProductTrait } from '../workshop';

/** What a step asks of its product besides its job; what is left out is not asked. */
export interface Wish {
  /** This one and no other, such as the paint of a band. */
  id?: string;
  carrier?: Carrier;
  /** A trait its sheet names. */
  trait?: ProductTrait;
  /** A trait its sheet does not name. */
  not?: ProductTrait;
  /** A way its label allows. */
  method?: Method;
}

const meets = (p: Product, { id, carrier, trait, not, method }: Wish): boolean =>
  (id === undefined || p.id === id) &&
  (carrier === undefined || p.carrier === carrier) &&
  (trait === undefined || p.traits.includes(trait)) &&
  (not === undefined || !p.traits.includes(not)) &&
  (method === undefined || p.methods.includes(method));

/** What does a job on a shelf. */
const kindsOn = once((products: Readonly<Record<string, Product>>) => {
  const kinds = new Map<ProductKind, Product[]>();
  for (const product of Object.values(products)) kinds.set(product.kind, [...(kinds.get(product.kind) ?? []), product]);
  return kinds;
});

/**
 * The product of a shelf for a step: the one that meets its wish before one that does not, its first job before its second, what
 * this workshop usually takes before the rest, and of the rest what is labelled with fewer hazards. The order of the shelf has no say, since it is not always the same.
 * @param jobs kinds of product that do it, the best first
 * @param can what it must be, whatever was wished
 */
export function fromShelf(
  products: Readonly<Record<string, Product>>,
  jobs: readonly ProductKind[],
  wish: Wish = {},
  can: (product: Product) => boolean = () => true,
): Product | undefined {
  const rank = (p: Product): readonly number[] => [
    meets(p, wish) ? 0 : 1,
    jobs.indexOf(p.kind),
    p.traits.includes('usual') ? 0 : 1,
    p.hazards.length,
  ];
  let best: { product: Product; rank: readonly number[] } | undefined;
  for (const product of jobs.flatMap((kind) => kindsOn(products).get(kind) ?? [])) {
    if (!can(product)) continue;
    const now = { product, rank: rank(product) };
    const at = best ? now.rank.findIndex((r, i) => r !== best!.rank[i]) : 0;
    const isBetter = !best || (at < 0 ? product.id < best.product.id : now.rank[at]! < best.rank[at]!);
    if (isBetter) best = now;
  }
  return best?.product;
}
