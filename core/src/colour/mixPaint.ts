import { good, type Result, refused } from '../units';
import type { Product } from '../workshop';
import { gamutIssue } from './gamutIssue';
import type { Layer } from './Layer';
import { difference } from './lab';
import { lookAfter } from './lookAfter';
import { type Lab, labOf } from './observer';
import { choicesOf, wholeParts } from './parts';
import type { Ground } from './woods';

/** A mix of paints by whole parts. */
export interface PaintMix {
  parts: readonly { product: Product; parts: number }[];
  lab: Lab;
  deltaE: number;
}

/** What is asked of a mix. */
export interface MixOrder {
  target: Lab;
  /** Paints, washes or glazes that can be mixed with each other. */
  products: readonly Product[];
  /** What it is laid on, and in how many coats; null: as thick as it hides. */
  over: { ground: Ground; under: readonly Layer[]; coats: number } | null;
  /** Most parts in all. */
  mostParts: number;
}

const mostColours = 5;
/** A further colour has to bring the mix nearer by so much, ΔE00. */
const worthAColour = 0.3;
/** So many of the best mixes are tried with one colour more. */
const beam = 12;
/** Coats of a mix that hides whatever is under it. */
const hidingCoats = 200;
/** Under this a mix of more colours is not sought, ΔE00. */
const goodEnough = 0.3;

/** The colour of a mix, over what it is laid on. */
function mixLook(parts: PaintMix['parts'], over: MixOrder['over']): Lab {
  const layer: Layer = { parts, thinnerParts: 0, coats: over?.coats ?? hidingCoats };
  const ground: Ground = over?.ground ?? { speciesId: null, state: 'usual', read: null };
  return labOf(lookAfter(ground, [...(over?.under ?? []), layer]));
}

/** One mix for each number of colours that brings it nearer, the fewest colours first. */
export function mixesFor({ target, products, over, mostParts }: MixOrder): Result<PaintMix[]> {
  if (products.length === 0)
    return refused({
      code: 'no_colourant',
      path: 'products',
      message: 'There is no paint to mix with: choose at least one that is on the shelf or can be bought.',
    });
  const impossible = gamutIssue(target, 'target');
  if (impossible) return refused(impossible);
  const mixed = (chosen: readonly Product[], counts: readonly number[]): PaintMix => {
    const parts = chosen.map((product, i) => ({ product, parts: counts[i]! })).sort((a, b) => b.parts - a.parts);
    const lab = mixLook(parts, over);
    return { parts, lab, deltaE: difference(lab, target) };
  };
  const nearest = (a: PaintMix, b: PaintMix) => a.deltaE - b.deltaE || total(a) - total(b);
  const bestOf = (chosen: readonly Product[]): PaintMix =>
    wholeParts(chosen.length, mostParts)
      .map((counts) => mixed(chosen, counts))
      .sort(nearest)[0]!;
  const found: PaintMix[] = [];
  let before: PaintMix[] = products.map((p) => mixed([p], [1])).sort(nearest);
  found.push(before[0]!);
  for (let colours = 2; colours <= Math.min(mostColours, products.length, mostParts); colours += 1) {
    // Two are tried in every pair, more only from the best of those with one less: a long list is done in a second.
    const sets =
      colours === 2
        ? choicesOf(products, 2)
        : before.slice(0, beam).flatMap((m) => {
            const own = m.parts.map((p) => p.product);
            return products.filter((p) => !own.includes(p)).map((p) => [...own, p]);
          });
    const known = new Set<string>();
    before = sets
      .filter((set) => {
        const key = set
          .map((p) => p.id)
          .sort()
          .join(' ');
        return known.has(key) ? false : known.add(key);
      })
      .map(bestOf)
      .sort(nearest);
    const best = before[0]!;
    if (best.deltaE < Math.min(...found.map((m) => m.deltaE)) - worthAColour) found.push(best);
    if (best.deltaE < goodEnough) break;
  }
  return good(found);
}

const total = (m: PaintMix): number => m.parts.reduce((sum, p) => sum + p.parts, 0);
