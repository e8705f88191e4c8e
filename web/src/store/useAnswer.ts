import { useEffect } from 'react';
import useSWR, { type Cache, useSWRConfig } from 'swr';
import { AnswersSeen } from './AnswersSeen';

const asked = { compare: Object.is, keepPreviousData: true, revalidateOnFocus: false, revalidateIfStale: false };

const seenIn = new WeakMap<Cache, AnswersSeen>();
function seenOf(cache: Cache): AnswersSeen {
  const known =
    seenIn.get(cache) ??
    new AnswersSeen(
      (name) => cache.delete(name),
      (work) => queueMicrotask(work),
    );
  seenIn.set(cache, known);
  return known;
}

/**
 * An answer of the core, undefined until it is there. The last one stays while another is worked out; what nobody looks at any
 * more is forgotten.
 * @param name of all that it depends on: it changes when any of it does; null: nothing is asked
 */
export function useAnswer<T>(name: string | null, ask: () => Promise<T>): T | undefined {
  const seen = seenOf(useSWRConfig().cache);
  useEffect(() => (name === null ? undefined : seen.look(name)), [name, seen]);
  const { data } = useSWR<T, Error>(
    name,
    async () => {
      const answer = await ask();
      seen.came(name!);
      return answer;
    },
    asked,
  );
  return data;
}
