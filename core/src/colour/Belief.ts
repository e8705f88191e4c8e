import { inverse, Matrix } from 'ml-matrix';
import type { Laid } from './effectOf';
import { physicsOf } from './Layer';
import { colourKey, type Theta, type Thetas, wettingKey, woodAsRead, woodKey } from './taught';
import type { Ground } from './woods';

/** How far a figure may lie off, as standard deviations of its logarithm: all waves together, and each by itself. */
interface Width {
  together: number;
  alone: number;
}
/** Widths before any stick was read (from memory; each as wide as its tag is weak). */
const widths: Readonly<Record<'wood' | 'read' | 'in' | 'on' | 'wetting', Width>> = {
  wood: { together: 0.3, alone: 0.1 },
  read: { together: 0.04, alone: 0.02 },
  in: { together: 0.4, alone: 0.2 },
  on: { together: 0.3, alone: 0.12 },
  wetting: { together: 0.4, alone: 0.001 },
};
const widthOf = (key: string): Width =>
  key === wettingKey
    ? widths.wetting
    : key === woodAsRead
      ? widths.read
      : widths[key.slice(0, key.indexOf('|')) as 'wood' | 'in' | 'on'];

/** What is learnt of a stain on one wood holds so far for another (from memory). */
const acrossWoods = 0.6;
const productOfKey = (key: string): string | null => (key.startsWith('in|') ? key.split('|')[1]! : null);
/** Prior covariance of two figures, in one pair of waves. */
const priorOf = (a: string, b: string, sameWave: boolean): number => {
  const share = a === b ? 1 : productOfKey(a) !== null && productOfKey(a) === productOfKey(b) ? acrossWoods : 0;
  if (share === 0) return 0;
  const { together, alone } = widthOf(a);
  return share * (together ** 2 + (sameWave ? alone ** 2 : 0));
};
/** Prior covariance of figures, three for each key. */
export function priorMatrix(keys: readonly string[]): Matrix {
  const m = Matrix.zeros(keys.length * 3, keys.length * 3);
  for (const [i, a] of keys.entries())
    for (const [j, b] of keys.entries())
      for (let u = 0; u < 3; u += 1) for (let v = 0; v < 3; v += 1) m.set(3 * i + u, 3 * j + v, priorOf(a, b, u === v));
  return m;
}

/** What sticks have taught: figures with how far they may still lie off. */
export interface Belief {
  keys: readonly string[];
  /** Logarithms of factors, three for each key. */
  mean: readonly number[];
  /** Their covariance. */
  covariance: Matrix;
  /** Sticks on which a product was read, by its id. */
  sticksOf: ReadonlyMap<string, number>;
}

/** Nothing was read yet. */
export const nothingRead: Belief = { keys: [], mean: [], covariance: Matrix.zeros(0, 0), sticksOf: new Map() };

/** Factors by key, of a mean of a belief. */
export const thetasOf =
  (keys: readonly string[], mean: readonly number[]): Thetas =>
  (key) => {
    const i = keys.indexOf(key);
    return i < 0 ? undefined : ([mean[3 * i]!, mean[3 * i + 1]!, mean[3 * i + 2]!] as Theta);
  };

/** Keys of what a surface depends on. */
export const keysIn = (ground: Ground, laid: readonly Laid[]): string[] => [
  ...new Set([
    woodKey(ground),
    wettingKey,
    ...laid.flatMap((l) =>
      'old' in l
        ? []
        : l.parts
            .filter((p) => !['nothing', 'bleach', 'conditioner'].includes(physicsOf(p.product)))
            .map((p) => colourKey(p.product, ground)),
    ),
  ]),
];

/** A belief with all figures of a surface in it: what was not read has its prior, and hangs on what was by its product. */
function widened(belief: Belief, wanted: readonly string[]): Belief {
  const more = wanted.filter((k) => !belief.keys.includes(k));
  if (more.length === 0) return belief;
  const keys = [...belief.keys, ...more];
  if (belief.keys.length === 0)
    return { ...belief, keys, mean: keys.flatMap(() => [0, 0, 0]), covariance: priorMatrix(keys) };
  // Conditioned on what was learnt: the mean is carried over, the spread keeps what the link leaves open.
  const n = belief.keys.length * 3;
  const prior = priorMatrix(keys);
  const known = prior.subMatrix(0, n - 1, 0, n - 1);
  const link = prior.subMatrix(n, prior.rows - 1, 0, n - 1).mmul(inverse(known));
  const mean = [...belief.mean, ...link.mmul(Matrix.columnVector([...belief.mean])).to1DArray()];
  const cross = link.mmul(belief.covariance);
  const rest = prior.subMatrix(n, prior.rows - 1, n, prior.rows - 1);
  const own = rest
    .clone()
    .sub(link.mmul(prior.subMatrix(0, n - 1, n, prior.rows - 1)))
    .add(cross.mmul(link.transpose()));
  const covariance = Matrix.zeros(prior.rows, prior.rows);
  covariance.setSubMatrix(belief.covariance, 0, 0);
  covariance.setSubMatrix(cross, n, 0);
  covariance.setSubMatrix(cross.transpose(), 0, n);
  covariance.setSubMatrix(own, n, n);
  return { ...belief, keys, mean, covariance };
}

/** A belief that says something of all that a surface depends on. */
export const widenedFor = (belief: Belief, ground: Ground, laid: readonly Laid[]): Belief =>
  widened(belief, keysIn(ground, laid));

/** What the mean of a belief weighs, solved once: a figure that was not read hangs on it by its prior links alone. */
const weights = new WeakMap<Belief, number[]>();
function weightsOf(belief: Belief): number[] {
  let own = weights.get(belief);
  if (!own) {
    own = inverse(priorMatrix(belief.keys))
      .mmul(Matrix.columnVector([...belief.mean]))
      .to1DArray();
    weights.set(belief, own);
  }
  return own;
}

/** The same mean without how far it may lie off, which takes far longer: for what is drawn. */
export function meanFor(belief: Belief, ground: Ground, laid: readonly Laid[]): Pick<Belief, 'keys' | 'mean'> {
  const keys = keysIn(ground, laid);
  const weighed = belief.keys.length === 0 ? [] : weightsOf(belief);
  const mean = keys.flatMap((key) => {
    const at = belief.keys.indexOf(key);
    if (at >= 0) return belief.mean.slice(3 * at, 3 * at + 3);
    const own = [0, 0, 0];
    for (const [j, other] of belief.keys.entries()) {
      const [same, apart] = [priorOf(key, other, true), priorOf(key, other, false)];
      if (same !== 0)
        for (let u = 0; u < 3; u += 1)
          for (let v = 0; v < 3; v += 1) own[u]! += (u === v ? same : apart) * weighed[3 * j + v]!;
    }
    return own;
  });
  return { keys, mean };
}
