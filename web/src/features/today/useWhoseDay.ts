import { useState } from 'react';
import { useParts } from '../../store/useWorkshop';

const keyOf = (workshopId: string): string => `cosmesis/whose-day/${workshopId}`;

/** Whose day the list is of, on this device; null: everybody's. Who is not in the workshop any more has no day. */
export function useWhoseDay(): { personId: string | null; pick: (personId: string | null) => void } {
  const { id, settings } = useParts('id', 'settings');
  const [picked, setPicked] = useState<string | null>(() => {
    try {
      return localStorage.getItem(keyOf(id));
    } catch {
      return null;
    }
  });
  const personId = settings.people.length > 1 && settings.people.some((p) => p.id === picked) ? picked : null;
  const pick = (next: string | null) => {
    setPicked(next);
    try {
      if (next === null) localStorage.removeItem(keyOf(id));
      else localStorage.setItem(keyOf(id), next);
    } catch {
      // A browser that keeps nothing shows everybody's day the next time.
    }
  };
  return { personId, pick };
}
