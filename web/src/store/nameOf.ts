const names = new WeakMap<object, number>();
let count = 0;

/** A short name for an object as it is: records are never changed in place, so a new object is a new name. */
export function nameOf(record: object): number {
  const known = names.get(record);
  if (known !== undefined) return known;
  count += 1;
  names.set(record, count);
  return count;
}
