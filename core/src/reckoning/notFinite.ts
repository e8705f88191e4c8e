import type { Issue, Range } from '../units';
import type { ReckonedStep, Reckoning } from './Reckoning';

/** The first figure of an answer that is no number, as words on the way to it; undefined: all are finite. */
function firstNotFinite(value: unknown, path: string): string | undefined {
  if (typeof value === 'number') return Number.isFinite(value) ? undefined : path;
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, inner] of Object.entries(value)) {
    const found = firstNotFinite(inner, path === '' ? key : `${path}.${key}`);
    if (found !== undefined) return found;
  }
  return undefined;
}

const refusal = (path: string, of: string, remedy: string): Issue => ({
  code: 'figure_not_finite',
  path,
  message: `No figure comes out for ${of}: check ${remedy}.`,
});

const sumOf = (range: Range | null): number => (range ? range.low + range.likely + range.high : 0);

/** Refuses steps that hold a figure which is no number: better none than one that looks like a good one. */
export function stepNotFinite(steps: readonly ReckonedStep[]): Issue | undefined {
  for (const { step, areaM2, handsOnMin, startMin, endMin, readyMin, productL, thinnerL } of steps) {
    // No number at all makes their sum one.
    const sum = areaM2 + handsOnMin + startMin + endMin + readyMin + sumOf(productL) + sumOf(thinnerL);
    if (Number.isFinite(sum)) continue;
    const found = firstNotFinite({ areaM2, handsOnMin, startMin, endMin, readyMin, productL, thinnerL }, '');
    if (found !== undefined)
      return refusal(
        `steps.${step.id}.${found}`,
        `step ${step.id}, ${found}`,
        'the measures of its zone, the sheet of its product and its dates in History',
      );
  }
  return undefined;
}

/** The same for what is summed up of them. */
export function sumNotFinite({ zones, products, totals, wet }: Reckoning): Issue | undefined {
  const found = firstNotFinite({ zones, products, totals, wet }, '');
  return found === undefined
    ? undefined
    : refusal(found, found, 'the measures of the piece and the sheets of its products');
}
