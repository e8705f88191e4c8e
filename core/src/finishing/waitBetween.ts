import type { Carrier, Product, Step, StepKindId, WaitKind } from '../workshop';
import { stepKind } from './stepKinds';

type Products = Readonly<Record<string, Product>>;

/** What is done beside the surface, or only looked at: it neither waits for anything to dry nor disturbs it. */
const leavesAlone = (kind: StepKindId): boolean => {
  const { group } = stepKind(kind);
  return group === 'look' || group === 'obtain' || kind === 'dispose';
};

/** Steps that leave something wet which has to dry by its product's times, though it is no film. */
const driesByProduct = (kind: StepKindId): boolean => {
  const { wet, film, group, uses } = stepKind(kind);
  return wet && !film && uses.length > 0 && (group === 'repair' || group === 'film' || group === 'decorate');
};

/** Something that works for a time and is then taken off. */
const dwells = (kind: StepKindId): boolean => kind === 'strip-chemical' || kind === 'bleach';

/** Whether a step that is no film leaves something behind that later steps wait for. */
export const leavesWet = (step: Step): boolean =>
  !stepKind(step.kind).film &&
  (dwells(step.kind) || step.fixedWaitMin > 0 || driesByProduct(step.kind) || step.kind === 'treat-pests');

/** Steps that lie on a film and want it ready as a next film would. */
const liesOnFilm = (kind: StepKindId): boolean => {
  const { film, group } = stepKind(kind);
  return film || group === 'decorate' || kind === 'wax' || kind === 'dark-wax' || kind === 'gild-edge';
};

/** Films that dissolve in what they are thinned with: a next coat melts in, out of whichever can it comes. */
const meltsIn: ReadonlySet<Carrier> = new Set(['alcohol', 'lacquer']);

/** Whether a coat is the next one of the film below it, and no film on a foreign one. */
function sameFilm(before: Step, productId: string | null, products: Products): boolean {
  if (before.productId === productId) return true;
  const [below, own] = [before.productId, productId].map((id) => (id === null ? undefined : products[id]));
  return below !== undefined && own !== undefined && below.carrier === own.carrier && meltsIn.has(own.carrier);
}

/** A colour that covers a part of its faces and meets others of its kind there: a band. */
export const isBand = ({ kind, areaFrac }: Pick<Step, 'kind' | 'areaFrac'>): boolean =>
  (kind === 'blend' || kind === 'paint') && areaFrac < 1;

/** Bands are one paint in several colours: the next round waits as for a next coat. */
const samePaint = (before: Step, next: Pick<Step, 'kind' | 'productId' | 'areaFrac'>, products: Products): boolean => {
  const [below, own] = [before.productId, next.productId].map((id) => (id === null ? undefined : products[id]));
  return isBand(before) && isBand(next) && below !== undefined && below.carrier === own?.carrier;
};

/** Work on what is under a film or in it, done while it is wet too: what goes on at once, and what takes it off again. */
const worksWet: ReadonlySet<StepKindId> = new Set(['activate', 'wipe-back', 'clamp', 'unmask']);

/** Which wait a step has to keep for what an earlier one left on its surface. */
export function waitBetween(
  before: Step,
  next: Pick<Step, 'kind' | 'productId' | 'areaFrac'>,
  products: Products,
): WaitKind {
  const { kind, productId } = next;
  const { film } = stepKind(before.kind);
  // The answer of a client holds up the colour, not the cleaning before it.
  if (before.kind === 'approve') return stepKind(kind).film || stepKind(kind).inWood ? 'dry' : 'none';
  // A night to dry is waited for by whatever comes next, a look at it too.
  if (before.fixedWaitMin > 0 && !film) return 'dry';
  if (leavesAlone(kind)) return 'none';
  if (dwells(before.kind)) return 'dwell';
  // Nothing covers insect fluid before the season on its label.
  if (before.kind === 'treat-pests' && stepKind(kind).film) return 'film';
  if (!film && !driesByProduct(before.kind)) return 'none';
  // The next thin layer comes when the one below is dry to the touch, sanding when all of them are dry through.
  if (before.kind === 'fill-leather' && kind === 'fill-leather') return 'recoat';
  if (worksWet.has(kind)) return 'none';
  if (kind === 'mask') return 'tape';
  if (kind === 'rub-out') return 'cure';
  if (liesOnFilm(kind))
    return film && (sameFilm(before, productId, products) || samePaint(before, next, products)) ? 'recoat' : 'film';
  const { abrasive, group } = stepKind(kind);
  // What cannot be sanded cannot be washed, filled or glued on either; taking it off needs no wait.
  return abrasive || !film || group === 'clean' || group === 'repair' ? 'sand' : 'none';
}
