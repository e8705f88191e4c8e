import { useCallback, useSyncExternalStore } from 'react';
import { callCore } from '../workers/callCore';
import { type Book, SummaryBook, type Wanted } from './SummaryBook';

const book = new SummaryBook({
  nowMin: () => Math.floor(Date.now() / 60_000),
  ask: (ids, nowMin) => callCore('summariesOf', [ids, nowMin], { needs: ids }),
  later: (work, ms) => void setTimeout(work, ms),
});

/** Up to so many pieces a list waits until all of them are known; with more it is shown as far as it is. */
export const fewPieces = 100;

/** The book of this page. */
export const theBook = (): SummaryBook => book;

/**
 * Summaries of all pieces, as far as they are worked out.
 * @param wanted those that are worked out without waiting for a rest
 */
export function useSummaries(wanted: Wanted = 'all'): Book {
  const name = wanted === 'all' ? wanted : wanted.join('/');
  const subscribe = useCallback(
    (listener: () => void) => book.subscribe(listener, name === 'all' ? name : name.split('/').filter(Boolean)),
    [name],
  );
  return useSyncExternalStore(subscribe, book.get);
}
/** For what goes with every screen: the pieces are worked out when there is a rest, or sooner where another part looks at them. */
export const none: Wanted = [];
