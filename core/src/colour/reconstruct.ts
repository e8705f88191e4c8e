import { DomainError } from '../units';
import { type Lab, weights, type Xyz, xyzOf, xyzOfLab } from './observer';
import { bandNm, type Spectrum } from './spectrum';

const n = bandNm.length;
/** Newton steps allowed; a colour of the screen needs about a dozen. */
const mostSteps = 80;
/** Keeps the first step from dividing by nothing; too small to be seen in the answer, which the residual decides. */
const least = 1e-6;

/**
 * Solves a symmetric system whose only entries off the diagonal are −2 beside it, for several right-hand sides at once
 * (Thomas 1949): a general solver takes fifty times as long, and every colour of a workshop is made here.
 */
function solveBanded(diagonal: readonly number[], sides: readonly (readonly number[])[]): number[][] {
  const c = new Array<number>(n);
  const d = sides.map(() => new Array<number>(n));
  for (let i = 0; i < n; i += 1) {
    const pivot = diagonal[i]! + 2 * (i > 0 ? c[i - 1]! : 0);
    c[i] = -2 / pivot;
    for (let k = 0; k < sides.length; k += 1) d[k]![i] = (sides[k]![i]! + 2 * (i > 0 ? d[k]![i - 1]! : 0)) / pivot;
  }
  for (let i = n - 2; i >= 0; i -= 1) for (const side of d) side[i]! -= c[i]! * side[i + 1]!;
  return d;
}

const determinant = ([p, q, r]: readonly (readonly number[])[]): number =>
  p![0]! * (q![1]! * r![2]! - q![2]! * r![1]!) -
  p![1]! * (q![0]! * r![2]! - q![2]! * r![0]!) +
  p![2]! * (q![0]! * r![1]! - q![1]! * r![0]!);

/**
 * The smoothest reflectance that has given tristimulus values in daylight: least slope of its hyperbolic tangent, so that
 * it stays between 0 and 1.
 * @param wanted X, Y, Z under D65, Y of white 1
 * @returns reflectance in 31 bands, each above 0 and below 1
 * @throws DomainError out_of_gamut where no surface can have this colour
 * Source: S. A. Burns, "Numerical methods for smoothest reflectance reconstruction", Color Res. Appl. 45 (2020) 8:
 * least hyperbolic tangent slope squared (recalled). Many reflectances have one colour; the smoothest is a guess at paint and wood.
 */
function reflectanceOfXyz(wanted: Xyz): Spectrum {
  const w = weights.D65;
  let z = new Array<number>(n).fill(0);
  let multipliers: readonly number[] = [0, 0, 0];
  for (let step = 0; step < mostSteps; step += 1) {
    const tanh = z.map(Math.tanh);
    const flat = tanh.map((t) => (1 - t * t) / 2);
    const pull = w.map((b) => b[0] * multipliers[0]! + b[1] * multipliers[1]! + b[2] * multipliers[2]!);
    const seen = xyzOf(tanh.map((t) => (t + 1) / 2));
    const ends = (i: number) => (i === 0 || i === n - 1 ? 2 : 4);
    const diagonal = z.map((_, i) => ends(i) + least - 2 * flat[i]! * tanh[i]! * pull[i]!);
    const slope = z.map((x, i) => ends(i) * x - 2 * (z[i - 1] ?? 0) - 2 * (z[i + 1] ?? 0) + flat[i]! * pull[i]!);
    // The bands are solved for, given the three multipliers; what is left is a system of three.
    const borders = [0, 1, 2].map((k) => w.map((b, i) => b[k]! * flat[i]!));
    const [free, ...held] = solveBanded(diagonal, [slope.map((x) => -x), ...borders]);
    const dot = (x: readonly number[], y: readonly number[]) => x.reduce((sum, v, i) => sum + v * y[i]!, 0);
    const rows = borders.map((b) => held.map((h) => -dot(b, h)));
    const off = borders.map((b, k) => wanted[k]! - seen[k]! - dot(b, free!));
    // Cramer's rule: three unknowns do not ask for a package on the first screen.
    const whole = determinant(rows);
    const more = [0, 1, 2].map(
      (k) => determinant(rows.map((row, i) => row.map((x, j) => (j === k ? off[i]! : x)))) / whole,
    );
    const change = free!.map((x, i) => x - held.reduce((sum, h, k) => sum + h[i]! * more[k]!, 0));
    if (![...change, ...more].every(Number.isFinite)) break;
    // A long step is cut: far from the answer the curve is too flat to be trusted.
    const longest = Math.max(...change.map(Math.abs));
    const cut = Math.min(1, 2 / longest);
    z = z.map((x, i) => x + cut * change[i]!);
    multipliers = multipliers.map((x, k) => x + cut * more[k]!);
    if (longest < 1e-7) return z.map((x) => (Math.tanh(x) + 1) / 2);
  }
  throw new DomainError('out_of_gamut', 'colour', wanted[1], 'a colour that a surface can have');
}

const known = new Map<string, Spectrum>();
/** More than these are not kept. */
const mostKept = 4000;

/** The smoothest reflectance of L*a*b* in daylight, worked out once for each colour. @throws DomainError out_of_gamut */
export function reflectanceOf(lab: Lab): Spectrum {
  const key = lab.map((x) => x.toFixed(3)).join(' ');
  const before = known.get(key);
  if (before) return before;
  const made = reflectanceOfXyz(xyzOfLab(lab));
  if (known.size >= mostKept) known.clear();
  known.set(key, made);
  return made;
}
