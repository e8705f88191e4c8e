/** A function that works a thing out once for each object it is asked about, and remembers it as long as the object lives. */
export function once<K extends object, V>(work: (key: K) => V): (key: K) => V {
  const known = new WeakMap<K, { value: V }>();
  return (key) => {
    let kept = known.get(key);
    if (!kept) {
      kept = { value: work(key) };
      known.set(key, kept);
    }
    return kept.value;
  };
}
