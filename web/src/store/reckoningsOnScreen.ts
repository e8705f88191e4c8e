import type { Result } from '@cosmesis/core/units';
import type { Piece, Workshop } from '@cosmesis/core/workshop';
import { callCore } from '../workers/callCore';
import type { Reckoned } from '../workers/Engine';
import { nameOf } from './nameOf';
import type { Book } from './SummaryBook';
import { minuteNow } from './useNowMin';
import { theBook } from './useSummaries';

export const shopParts = ['products', 'settings', 'readings', 'containers', 'supplies'] as const;
type Shop = Pick<Workshop, (typeof shopParts)[number]>;
export const shopKey = (shop: Shop, nowMin: number): string =>
  [nowMin, ...shopParts.map((part) => nameOf(shop[part]))].join('/');

/** What the rest of the workshop means for some pieces, as a name: it changes when any other one takes something else. */
function othersKey({ missing, turns, turnsOf }: Book, ids: readonly string[]): string {
  const own = ids.length === 1 ? (turnsOf.get(ids[0]!) ?? 0) : 0;
  // Looked at again once all of them are known.
  return `${missing === 0}/${turns - own}`;
}

export const reckonKey = (pieces: readonly Piece[], shop: Shop, nowMin: number, book: Book): string => {
  const others = othersKey(
    book,
    pieces.map((p) => p.id),
  );
  return ['reckon', shopKey(shop, nowMin), others, ...pieces.map(nameOf)].join('/');
};

export type Reckonings = ReadonlyMap<string, Result<Reckoned>>;
export const reckonAll = async (ids: readonly string[], nowMin: number): Promise<Reckonings> =>
  new Map(
    await Promise.all(
      ids.map(async (id) => {
        const told = await callCore('reckon', [id, nowMin], { key: `reckon/${id}`, urgent: true, needs: [id] });
        return [id, told] as const;
      }),
    ),
  );

/** Lists of pieces whose reckonings are on screen, with the key they were last asked for under. */
export const onScreen = new Set<{ ids: readonly string[]; key: string | null }>();

/** What was asked for before the screen was drawn again, by key. */
const ahead = new Map<string, Promise<Reckonings>>();

/** Takes what was asked for ahead under a key, if it was. */
export function askedAhead(key: string): Promise<Reckonings> | undefined {
  const answer = ahead.get(key);
  ahead.delete(key);
  return answer;
}

/**
 * Asks for what is on screen as soon as the workshop is another one: while the page draws the change itself, its consequences are
 * worked out already.
 */
export function askAhead(workshop: Workshop): void {
  const nowMin = minuteNow();
  for (const shown of onScreen) {
    const pieces = shown.ids.flatMap((id) => (Object.hasOwn(workshop.pieces, id) ? [workshop.pieces[id]!] : []));
    if (shown.key === null || pieces.length < shown.ids.length) continue;
    const key = reckonKey(pieces, workshop, nowMin, theBook().get());
    if (key === shown.key) continue;
    // What was asked for and has changed again before it was drawn nobody asks for any more.
    ahead.delete(shown.key);
    shown.key = key;
    if (!ahead.has(key)) ahead.set(key, reckonAll(shown.ids, nowMin));
  }
}
