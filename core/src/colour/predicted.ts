import { Matrix } from 'ml-matrix';
import { seededRandom } from '../units';
import { type Belief, keysIn, meanFor, nothingRead, thetasOf, widenedFor } from './Belief';
import type { Laid } from './effectOf';
import { difference } from './lab';
import { lookAfter, type View } from './lookAfter';
import { type Illuminant, type Lab, labOf } from './observer';
import { placesOf, slopes } from './slopes';
import type { Ground } from './woods';

/** A colour that is foretold. */
export interface Prediction {
  lab: Lab;
  /** Two in three of such sticks come within this of it, ΔE00. */
  withinDeltaE: number;
  /** Samples of how it may come out. */
  samples: readonly Lab[];
}

/** Draws that a range is read from; always the same ones. */
const draws = 120;
const normals = (() => {
  const random = seededRandom(7);
  const one = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  return Array.from({ length: draws }, () => [one(), one(), one()] as const);
})();

/** Lower triangle whose square is a covariance of three; what is below nothing by rounding counts as nothing. */
function triangle(c: readonly (readonly number[])[]): number[][] {
  const t = [0, 1, 2].map(() => [0, 0, 0]);
  for (let i = 0; i < 3; i += 1)
    for (let j = 0; j <= i; j += 1) {
      const left = c[i]![j]! - t[i]!.slice(0, j).reduce((sum, x, k) => sum + x * t[j]![k]!, 0);
      t[i]![j] = i === j ? Math.sqrt(Math.max(0, left)) : t[j]![j]! > 1e-9 ? left / t[j]![j]! : 0;
    }
  return t;
}

/** Value below which such a share of numbers lies. */
const quantile = (numbers: readonly number[], share: number): number => {
  const sorted = [...numbers].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
};

/** The colour a surface will have, as far as it is known. @param light under which it is looked at */
export function predicted(
  ground: Ground,
  laid: readonly Laid[],
  belief: Belief = nothingRead,
  { light = 'D65', view = 'as-it-is' }: { light?: Illuminant; view?: View } = {},
): Prediction {
  const own = keysIn(ground, laid);
  const wide = widenedFor(belief, ground, laid);
  const lab = (m: readonly number[]) => labOf(lookAfter(ground, laid, thetasOf(wide.keys, m), view), light);
  const at = lab(wide.mean);
  const rows = new Matrix(slopes(lab, wide.mean, placesOf(wide.keys, own)));
  const spread = rows.mmul(wide.covariance).mmul(rows.transpose()).to2DArray();
  const t = triangle(spread);
  const samples = normals.map((z): Lab => {
    const off = t.map((row) => row[0]! * z[0] + row[1]! * z[1] + row[2]! * z[2]);
    return [Math.max(0, at[0] + off[0]!), at[1] + off[1]!, at[2] + off[2]!];
  });
  return {
    lab: at,
    withinDeltaE: quantile(
      samples.map((s) => difference(s, at)),
      2 / 3,
    ),
    samples,
  };
}

/** The colour that is most probable, without how far it may lie off: for what is drawn. */
export function likelyLook(ground: Ground, laid: readonly Laid[], belief: Belief = nothingRead): Lab {
  const { keys, mean } = meanFor(belief, ground, laid);
  return labOf(lookAfter(ground, laid, thetasOf(keys, mean)));
}

/** Distance of a foretold colour from a target, as a range of one in ten to nine in ten, ΔE00. */
export function rangeTo(
  target: Lab,
  prediction: Prediction,
): { low: number; likely: number; high: number; mean: number } {
  const apart = prediction.samples.map((s) => difference(s, target));
  return {
    low: quantile(apart, 0.1),
    likely: difference(prediction.lab, target),
    high: quantile(apart, 0.9),
    mean: apart.reduce((a, b) => a + b, 0) / apart.length,
  };
}
