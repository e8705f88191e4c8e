import type { Lab } from './observer';

const bump = 0.02;
/** How a colour goes with each figure, by small steps. */
export function slopes(
  lab: (mean: readonly number[]) => Lab,
  mean: readonly number[],
  used: readonly number[],
): number[][] {
  const at = lab(mean);
  const rows: number[][] = [0, 1, 2].map(() => new Array<number>(mean.length).fill(0));
  for (const i of used) {
    const off = lab(mean.map((x, k) => (k === i ? x + bump : x)));
    for (let c = 0; c < 3; c += 1) rows[c]![i] = (off[c]! - at[c]!) / bump;
  }
  return rows;
}
/** Where the figures of some keys stand among all. */
export const placesOf = (keys: readonly string[], used: readonly string[]): number[] =>
  used.flatMap((k) => {
    const i = keys.indexOf(k);
    return i < 0 ? [] : [3 * i, 3 * i + 1, 3 * i + 2];
  });
