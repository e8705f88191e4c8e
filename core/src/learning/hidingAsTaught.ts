import { contrastOfPower, powerFromContrast, reflectanceOfHex, xyzOf } from '../colour';
import type { Product, Workshop } from '../workshop';
import { hidesKey } from './figureKeys';
import type { Taught } from './Learned';

/** A paint that hides in so many times the coats has so much less scattering power in each. */
function hiding(product: Product, factor: number): Product {
  const masstone = xyzOf(reflectanceOfHex(product.colour))[1];
  const own = powerFromContrast(masstone, Math.min(0.9999, Math.max(0.01, product.hidingFrac)));
  return { ...product, hidingFrac: contrastOfPower(masstone, own / factor) };
}

const made = new WeakMap<Product, { factor: number; product: Product }>();
let last: { of: Workshop['products']; factors: string; products: Workshop['products'] } | null = null;

/** Products with the hiding power that the log teaches. What nothing is known of stays the record it is; so do all where nothing is. */
export function hidingAsTaught(products: Workshop['products'], taught: Taught): Workshop['products'] {
  const known = Object.values(products).flatMap((p) => {
    const factor = taught[hidesKey(p.id)]?.factor;
    return factor !== undefined && p.hidingFrac > 0 && p.hidingFrac < 1 ? [{ p, factor }] : [];
  });
  if (known.length === 0) return products;
  const factors = known.map(({ p, factor }) => `${p.id} ${factor}`).join();
  if (last?.of === products && last.factors === factors) return last.products;
  const own = known.map(({ p, factor }) => {
    const before = made.get(p);
    const product = before?.factor === factor ? before.product : hiding(p, factor);
    made.set(p, { factor, product });
    return [p.id, product] as const;
  });
  last = { of: products, factors, products: { ...products, ...Object.fromEntries(own) } };
  return last.products;
}
