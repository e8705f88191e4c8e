/**
 * Words that every object answers to by itself: an id among them would be found where nothing was stored. They are refused
 * at every border, aloud; names of pieces and products may be anything.
 */
const reserved: ReadonlySet<string> = new Set(Object.getOwnPropertyNames(Object.prototype));

/** Whether an id is one of the words that every object answers to. */
export const isReservedId = (id: string): boolean => reserved.has(id);

/** Records by id, in an object that answers to nothing but what was put into it. */
export function recordsById<T extends { id: string }>(records: Iterable<T>): Record<string, T> {
  const byId = emptyRecords<T>();
  for (const record of records) byId[record.id] = record;
  return byId;
}

/** An empty collection that answers to nothing by itself. */
export const emptyRecords = <T>(): Record<string, T> => Object.create(null) as Record<string, T>;
