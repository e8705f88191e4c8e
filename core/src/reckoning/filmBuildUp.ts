import { reconcile, wetFilmUm } from '../coverage';
import { stepKind } from '../finishing';
import type { Product, Step, ZoneId } from '../workshop';
import type { Reckoning } from './Reckoning';

/** One coat of a zone: its wet film, its dry one where the solids are known, and the limit at which it runs. */
interface FilmOfCoat {
  step: Step;
  productName: string;
  wetUm: number;
  dryUm: number | null;
  sagUm: number | null;
}

/** The film a zone gets over all its coats. */
export interface ZoneFilm {
  zoneId: ZoneId;
  coats: readonly FilmOfCoat[];
  /** Dry film of the coats whose solids are known, µm. */
  dryUm: number;
  /** Coats whose solids are not known. */
  unknown: number;
}

/** The films of every zone, coat by coat: those that lie on the surface, not what goes into the wood or the rag. */
export function filmBuildUp(reckoning: Reckoning, products: Readonly<Record<string, Product>>): ZoneFilm[] {
  const zones = new Map<ZoneId, FilmOfCoat[]>();
  for (const { step } of reckoning.steps) {
    const product = step.productId ? products[step.productId] : undefined;
    const wetUm = product ? wetFilmUm(product) : null;
    if (!product || !step.zoneId || wetUm === null || !stepKind(step.kind).film || step.areaFrac < 1) continue;
    if (stepKind(step.kind).inWood) continue;
    const coat = {
      step,
      productName: product.name,
      wetUm,
      dryUm: reconcile(product).dryByRateUm,
      sagUm: product.sagUm?.value ?? null,
    };
    zones.set(step.zoneId, [...(zones.get(step.zoneId) ?? []), coat]);
  }
  return [...zones].map(([zoneId, coats]) => ({
    zoneId,
    coats,
    dryUm: coats.reduce((sum, c) => sum + (c.dryUm ?? 0), 0),
    unknown: coats.filter((c) => c.dryUm === null).length,
  }));
}
