import { useState } from 'react';
import { useParts } from '../../store/useWorkshop';

const keyOf = (workshopId: string): string => `cosmesis/whose-day/${workshopId}`;

function keptFor(workshopId: string): string | null {
  try {
    return localStorage.getItem(keyOf(workshopId));
  } catch {
    return null;
  }
}

/** Whose day the list is of, on this device; null: everybody's. Who is not in the workshop any more has no day. */
export function useWhoseDay(): { personId: string | null; pick: (personId: string | null) => void } {
  const { id, settings } = useParts('id', 'settings');
  // Another workshop has other people: what was picked here is no matter of theirs.
  const [picked, setPicked] = useState<{ of: string; personId: string | null }>({ of: '', personId: null });
  if (picked.of !== id) setPicked({ of: id, personId: keptFor(id) });
  const personId =
    settings.people.length > 1 && settings.people.some((p) => p.id === picked.personId) ? picked.personId : null;
  const pick = (next: string | null) => {
    setPicked({ of: id, personId: next });
    try {
      if (next === null) localStorage.removeItem(keyOf(id));
      else localStorage.setItem(keyOf(id), next);
    } catch {
      // A browser that keeps nothing shows everybody's day the next time.
    }
  };
  return { personId, pick };
}
