import { useEffect } from 'react';
import { useLocation, useMatches } from 'react-router';
import { useStorePart } from '../store/useWorkshop';
import { fromTheMenu, rooms } from './rooms';

let current = document.title;

/** What the window is called where nothing is to be told. */
export const screenTitle = (): string => current;

/** What a window, its tab and the history of the browser are called: the screen, and the piece it is of. */
export function useTitle(): void {
  const matches = useMatches();
  const location = useLocation();
  const own = matches.findLast((m) => typeof m.handle === 'string')?.handle as string | undefined;
  const screen = own ?? [...rooms, ...fromTheMenu].find((r) => r.to === location.pathname)?.name;
  const pieceId = matches.at(-1)?.params.pieceId;
  const piece = useStorePart(({ workshop }) => (pieceId === undefined ? undefined : workshop?.pieces[pieceId]?.name));
  // biome-ignore lint/correctness/useExhaustiveDependencies: said anew wherever one goes
  useEffect(() => {
    current = [screen, piece, 'Cosmesis'].filter(Boolean).join(' · ');
    document.title = current;
  }, [location, screen, piece]);
}
