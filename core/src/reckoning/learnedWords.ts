import { stepKind } from '../finishing';
import type { TaughtFigure } from '../learning';
import { methods, type Product, type StepKindId, stepKindIds } from '../workshop';

const byWords: Readonly<Record<string, string>> = {
  brush: 'by brush',
  roller: 'by roller',
  hvlp: 'by spray gun',
  aerosol: 'from an aerosol can',
  wipe: 'wiped',
};

const isKind = (kind: string): kind is StepKindId => (stepKindIds as readonly string[]).includes(kind);
const verbOf = (kind: string): string => (isKind(kind) ? stepKind(kind).verb : kind);
const isMethod = (by: string): boolean => (methods as readonly string[]).includes(by);

/** What a figure is called: "Waterborne satin clear, by brush", "Sand, boards". */
export function figureName({ of }: Pick<TaughtFigure, 'of'>, products: Readonly<Record<string, Product>>): string {
  if (of.kind === 'litres') {
    const product = products[of.productId];
    const name = product?.name ?? 'A product that is gone';
    if (product?.perPlaceL) return `${name}, at each place`;
    return `${name}, ${isMethod(of.by) ? byWords[of.by] : verbOf(of.by).toLowerCase()}`;
  }
  if (of.kind === 'dry') return `${products[of.productId]?.name ?? 'A product that is gone'}, drying`;
  const how = isMethod(of.by) ? `, ${byWords[of.by]}` : '';
  return `${verbOf(of.stepKind)}${how}, ${of.shape === 'narrow' ? 'legs, rails and shaped work' : 'boards'}`;
}

/** Surely off: what is believed lies so many standard deviations off the typical figure. */
const surely = 2;

/**
 * Where a workshop is always off the typical figures, in one sentence; null: nowhere that can be said for sure. Of several the one
 * that is farthest off.
 */
export function alwaysOff(
  figures: readonly TaughtFigure[],
  products: Readonly<Record<string, Product>>,
): string | null {
  const off = figures
    .flatMap((f) => (f.belief ? [{ f, log: Math.log(f.belief.factor), ...f.belief }] : []))
    .filter((x) => x.count >= 2 && Math.abs(x.log) > surely * x.sdLog)
    .sort((a, b) => Math.abs(b.log) - Math.abs(a.log))[0];
  if (!off) return null;
  const { f, factor, count } = off;
  const percent = Math.round(Math.abs(factor - 1) * 100);
  const name = figureName(f, products);
  const more = factor > 1 ? 'more' : 'less';
  if (f.of.kind === 'dry')
    return `${name}: it takes ${percent} % ${more} time here than its label and the air say, by ${count} films.`;
  return f.of.kind === 'litres'
    ? `${name}: you use ${percent} % ${more} than is typical, by ${count} coats.`
    : `${name}: it takes you ${percent} % ${more} time than is typical, by ${count} sittings.`;
}
