import type { Step, StepKindId, WaitKind } from '../workshop';
import { stepKind } from './stepKinds';

/** Steps that leave something wet which has to dry by its product's times, though it is no film. */
const driesByProduct = (kind: StepKindId): boolean => {
  const { wet, group, uses } = stepKind(kind);
  return wet && uses.length > 0 && (group === 'repair' || group === 'film' || group === 'decorate');
};

/** Steps that lie on a film and want it ready as a next film would. */
export const liesOnFilm = (kind: StepKindId): boolean => {
  const { film, group } = stepKind(kind);
  return film || group === 'decorate' || kind === 'wax' || kind === 'dark-wax' || kind === 'gild-edge';
};

/** Which wait a step has to keep after the one before it on the same surface. */
export function waitBetween(before: Step, kind: StepKindId, productId: string | null): WaitKind {
  const { film } = stepKind(before.kind);
  if (before.kind === 'strip-chemical' || before.kind === 'bleach') return 'dwell';
  if (before.fixedWaitMin > 0 && !film) return 'dry';
  if (!film && !driesByProduct(before.kind)) return 'none';
  if (kind === 'activate' || kind === 'wipe-back' || kind === 'clamp') return 'none';
  if (kind === 'mask') return 'tape';
  if (kind === 'rub-out') return 'cure';
  if (liesOnFilm(kind)) return before.productId === productId && film ? 'recoat' : 'film';
  return stepKind(kind).abrasive || !film ? 'sand' : 'none';
}
