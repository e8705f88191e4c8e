import type { Piece, Settings, Workshop } from '@cosmesis/core/workshop';
import { useCallback, useRef, useSyncExternalStore } from 'react';
import { theStore } from './theStore';
import type { StoreState } from './WorkshopStore';

const shallowEqual = (a: unknown, b: unknown): boolean => {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((k) => Object.is((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]))
  );
};

/**
 * A part of the state of the store; renders again only when that part changes. Parts picked into a fresh object count as the
 * same while each of them is.
 */
export function useStorePart<T>(pick: (state: StoreState) => T, same: (a: T, b: T) => boolean = Object.is): T {
  const store = theStore();
  const last = useRef<{ value: T } | null>(null);
  const snapshot = useCallback((): T => {
    const value = pick(store.get());
    if (last.current && same(last.current.value, value)) return last.current.value;
    last.current = { value };
    return value;
  }, [store, pick, same]);
  return useSyncExternalStore(store.subscribe, snapshot);
}

const openWorkshop = ({ workshop }: StoreState): Workshop => {
  if (!workshop) throw new Error('no workshop is open');
  return workshop;
};

/** A part of the open workshop; renders again only when that part changes. */
export const useWorkshopPart = <T>(pick: (workshop: Workshop) => T): T =>
  useStorePart(useCallback((state: StoreState) => pick(openWorkshop(state)), [pick]));

/** Some collections of the open workshop; renders again only when one of them changes. */
export function useParts<K extends keyof Workshop>(...keys: readonly K[]): Pick<Workshop, K> {
  const named = keys.join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the names of the parts stand for the list
  const pick = useCallback(
    (state: StoreState) => {
      const workshop = openWorkshop(state);
      return Object.fromEntries(keys.map((k) => [k, workshop[k]])) as Pick<Workshop, K>;
    },
    [named],
  );
  return useStorePart(pick, shallowEqual);
}

const openingsOf = ({ openings }: StoreState): number => openings;

/** Which opening of a workshop this is: what is known of the one before it does not hold. */
export const useOpening = (): number => useStorePart(openingsOf);

const settingsOf = (state: StoreState): Settings => openWorkshop(state).settings;

/** The open workshop, whole: renders again at every change of it. */
export const useWorkshop = (): Workshop => useStorePart(openWorkshop);

/** Settings of the open workshop. */
export const useSettings = (): Settings => useStorePart(settingsOf);

/** A piece, or undefined where there is none under this id. */
export const usePiece = (id: string): Piece | undefined =>
  useStorePart(
    useCallback(
      (state: StoreState) => {
        const { pieces } = openWorkshop(state);
        return Object.hasOwn(pieces, id) ? pieces[id] : undefined;
      },
      [id],
    ),
  );
