import type { Draw } from '@cosmesis/core/reckoning';
import { useSyncExternalStore } from 'react';
import { callCore } from '../workers/callCore';
import { type Book, SummaryBook } from './SummaryBook';

const book = new SummaryBook({
  nowMin: () => Math.floor(Date.now() / 60_000),
  ask: (ids, nowMin) => callCore('summariesOf', [ids, nowMin], { needs: ids }),
  later: (work, ms) => void setTimeout(work, ms),
});

/** The book of this page. */
export const theBook = (): SummaryBook => book;

/** Summaries of all pieces, as far as they are worked out. */
export const useSummaries = (): Book => useSyncExternalStore(book.subscribe, book.get);

let flat: { of: Book; draws: readonly Draw[] } | undefined;

/** What all pieces will take off the shelf, as far as it is worked out. */
export function useDraws(): readonly Draw[] {
  const now = useSummaries();
  if (flat?.of !== now) flat = { of: now, draws: [...now.byId.values()].flatMap((s) => s.draws) };
  return flat.draws;
}
