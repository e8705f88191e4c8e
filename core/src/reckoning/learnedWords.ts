import { stepKind, upperFirst } from '../finishing';
import type { TaughtFigure } from '../learning';
import { type FilledPlaces, filledPlaces, methods, type Product, type StepKindId, stepKindIds } from '../workshop';

const byWords: Readonly<Record<string, string>> = {
  brush: 'by brush',
  roller: 'by roller',
  hvlp: 'by spray gun',
  aerosol: 'from an aerosol can',
  wipe: 'wiped',
};

const filledWords: Readonly<Record<FilledPlaces, string>> = {
  corners: 'corners and edges',
  large: 'large and deep places',
  small: 'dents and small holes',
};
const isFilled = (by: string): by is FilledPlaces => (filledPlaces as readonly string[]).includes(by);
const isKind = (kind: string): kind is StepKindId => (stepKindIds as readonly string[]).includes(kind);
const verbOf = (kind: string): string => (isKind(kind) ? stepKind(kind).verb : kind);
const isMethod = (by: string): boolean => (methods as readonly string[]).includes(by);

/** What a figure is called: "Waterborne satin clear, by brush", "Sand, boards". */
export function figureName({ of }: Pick<TaughtFigure, 'of'>, products: Readonly<Record<string, Product>>): string {
  if (of.kind === 'litres') {
    const product = products[of.productId];
    const name = product?.name ?? 'A product that is gone';
    if (isFilled(of.by)) return `${name}, ${filledWords[of.by]}`;
    if (product?.perPlaceL) return `${name}, at each place`;
    return `${name}, ${isMethod(of.by) ? byWords[of.by] : verbOf(of.by).toLowerCase()}`;
  }
  if (of.kind === 'uses') return upperFirst(of.supply);
  if (of.kind === 'dry' || of.kind === 'hides')
    return `${products[of.productId]?.name ?? 'A product that is gone'}, ${of.kind === 'dry' ? 'drying' : 'coats to hide'}`;
  const how = isMethod(of.by) ? `, ${byWords[of.by]}` : '';
  return `${verbOf(of.stepKind)}${how}, ${of.shape === 'narrow' ? 'legs, rails and shaped work' : 'boards'}`;
}

/** How far a figure is off, by what it is of. */
const offWords: Readonly<Record<TaughtFigure['of']['kind'], (by: string, count: number) => string>> = {
  litres: (by, count) => `you use ${by} than is typical, by ${count} coats`,
  minutes: (by, count) => `it takes you ${by} time than is typical, by ${count} sittings`,
  dry: (by, count) => `it takes ${by} time here than its label and the air say, by ${count} films`,
  hides: (by, count) => `it takes ${by} coats to hide than its sheet says, by ${count} surfaces`,
  uses: (by, count) => `you use up ${by} than is typical, by ${count} counts`,
};

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
  return `${name}: ${offWords[f.of.kind](`${percent} % ${more}`, count)}.`;
}
