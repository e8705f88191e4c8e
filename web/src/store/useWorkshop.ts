import type { Piece, Settings, Workshop } from '@cosmesis/core/workshop';
import useSWRSubscription from 'swr/subscription';
import { theStore } from './theStore';
import type { StoreState } from './WorkshopStore';

/** The state of the store; renders again at every change. */
export function useStoreState(): StoreState {
  const store = theStore();
  const { data } = useSWRSubscription<StoreState, Error, string>(
    'store',
    (_key, { next }) => {
      next(null, store.get());
      return store.subscribe(() => next(null, store.get()));
    },
    // Records are never changed in place: identity tells all, and hashing a whole workshop would be slow.
    { fallbackData: store.get(), compare: Object.is },
  );
  return data ?? store.get();
}

/** The open workshop. */
export function useWorkshop(): Workshop {
  const { workshop } = useStoreState();
  if (!workshop) throw new Error('no workshop is open');
  return workshop;
}

/** Settings of the open workshop. */
export const useSettings = (): Settings => useWorkshop().settings;

/** A piece, or undefined where there is none under this id. */
export const usePiece = (id: string): Piece | undefined => useWorkshop().pieces[id];
