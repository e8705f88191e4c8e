import { inverse, Matrix } from 'ml-matrix';
import { type Belief, keysIn, nothingRead, priorMatrix, thetasOf } from './Belief';
import { lookAfter, type View } from './lookAfter';
import { labOf } from './observer';
import { laidAfter, type Stick } from './Stick';
import { placesOf, slopes } from './slopes';
import { woodAsRead } from './taught';

/** Standard deviation of a reading and of the model beside it, in L*, a* and b* (from memory). */
const readingSd = 1.2;
/** A reading farther off than so many deviations weighs less, so that one slip does not carry the rest (Huber). */
const robustAt = 2.5;

const rounds = 8;
/** Sticks of which one belief is made; more are not asked, the newest count. */
const mostSticks = 60;

/**
 * What read sticks teach of the figures of the model: most probable factors beside their priors, with what stays open.
 * @param sticks with what was read of them, the newest first
 * Method: Gauss–Newton on L*a*b* against a normal prior of the logarithms; far readings weigh less (Huber 1964).
 */
export function beliefFrom(sticks: readonly Stick[]): Belief {
  const asked = sticks.slice(0, mostSticks).filter((s) => s.readings.length > 0);
  if (asked.length === 0) return nothingRead;
  const readings = asked.flatMap((stick) =>
    stick.readings
      .filter((r) => !(r.after === 0 && !r.wet && stick.ground.read))
      .map((r) => {
        const laid = laidAfter(stick, r.after);
        return {
          ground: stick.ground,
          laid,
          view: (r.wet ? 'wet' : 'as-it-is') as View,
          lab: r.lab,
          keys: keysIn(stick.ground, laid).filter((k) => k !== woodAsRead),
        };
      }),
  );
  const keys = [...new Set(readings.flatMap((r) => r.keys))];
  if (keys.length === 0) return nothingRead;
  const precision = inverse(priorMatrix(keys));
  let mean: number[] = keys.flatMap(() => [0, 0, 0]);
  let covariance = priorMatrix(keys);
  for (let round = 0; round < rounds; round += 1) {
    const a = precision.clone();
    const b = precision.mmul(Matrix.columnVector(mean)).mul(-1);
    for (const r of readings) {
      const lab = (m: readonly number[]) => labOf(lookAfter(r.ground, r.laid, thetasOf(keys, m), r.view));
      const at = lab(mean);
      const off = [0, 1, 2].map((c) => r.lab[c]! - at[c]!);
      const far = Math.hypot(...off) / readingSd;
      const weight = Math.min(1, robustAt / Math.max(far, 1e-9)) / readingSd ** 2;
      const used = placesOf(keys, r.keys);
      const rows = slopes(lab, mean, used);
      for (const i of used) {
        let pull = 0;
        for (let c = 0; c < 3; c += 1) pull += rows[c]![i]! * off[c]!;
        b.set(i, 0, b.get(i, 0) + weight * pull);
        for (const j of used) {
          let sum = 0;
          for (let c = 0; c < 3; c += 1) sum += rows[c]![i]! * rows[c]![j]!;
          a.set(i, j, a.get(i, j) + weight * sum);
        }
      }
    }
    covariance = inverse(a);
    const change = covariance.mmul(b).to1DArray();
    const longest = Math.max(...change.map(Math.abs));
    const cut = Math.min(1, 0.5 / longest);
    mean = mean.map((x, i) => x + cut * change[i]!);
    if (longest < 1e-4) break;
  }
  const sticksOf = new Map<string, number>();
  for (const s of asked) {
    // A product that lies over the last band that was read was not read.
    const layers = s.layers.slice(0, Math.max(...s.readings.map((r) => r.after)));
    for (const id of new Set(layers.flatMap((l) => l.parts.map((p) => p.product.id))))
      sticksOf.set(id, (sticksOf.get(id) ?? 0) + 1);
  }
  return { keys, mean, covariance, sticksOf };
}
