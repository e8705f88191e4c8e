import type { LogEntry } from './schema';

type Done = Pick<LogEntry, 'doneAt' | 'planned'>;
type Uses = NonNullable<NonNullable<LogEntry['planned']>['uses']>;

/** A step that is done and was to use up supplies. */
export interface UsedUp<E> {
  entry: E;
  /** Milliseconds since 1970. */
  doneMs: number;
  uses: Uses;
}

const read = new WeakMap<readonly Done[], UsedUp<Done>[]>();

/** The steps of a log that used up supplies; a log is read once for as long as it stays as it is. */
export function usedUpIn<E extends Done>(log: readonly E[]): readonly UsedUp<E>[] {
  const known = read.get(log);
  if (known) return known as UsedUp<E>[];
  const made = log.flatMap((entry) => {
    const uses = entry.planned?.uses;
    return entry.doneAt !== null && uses?.length ? [{ entry, doneMs: Date.parse(entry.doneAt), uses }] : [];
  });
  read.set(log, made);
  return made;
}
