/**
 * JSON with sorted keys and no spaces: equal values give equal bytes, so that undo and export can be compared.
 * `indent` spaces make it readable.
 */
export function canonicalJson(value: unknown, indent = 0): string {
  return JSON.stringify(sorted(value), null, indent);
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (value === null || typeof value !== 'object') return value;
  const record = value as Record<string, unknown>;
  return Object.fromEntries(
    Object.keys(record)
      .sort()
      .map((key) => [key, sorted(record[key])]),
  );
}
