/** Whole parts of so many things, each at least one, none divisible by a common number: 1:1 and not 2:2. */
export function wholeParts(things: number, mostParts: number): number[][] {
  const found: number[][] = [];
  const go = (so: readonly number[], left: number): void => {
    if (so.length === things) {
      if (so.reduce(gcd) === 1) found.push([...so]);
      return;
    }
    for (let n = 1; n <= left - (things - so.length - 1); n += 1) go([...so, n], left - n);
  };
  if (things > 0) go([], mostParts);
  return found;
}

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/** All choices of so many of a list, in its order. */
export function choicesOf<T>(list: readonly T[], so: number): T[][] {
  if (so === 0) return [[]];
  return list.flatMap((first, i) => choicesOf(list.slice(i + 1), so - 1).map((rest) => [first, ...rest]));
}
