/** Values by a key of theirs, in the order in which the keys came. */
export function groupedBy<K, T>(values: readonly T[], keyOf: (value: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const value of values) {
    const key = keyOf(value);
    const own = groups.get(key);
    if (own) own.push(value);
    else groups.set(key, [value]);
  }
  return groups;
}
