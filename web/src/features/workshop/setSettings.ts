import { type Settings, settingsSchema } from '@cosmesis/core/workshop';
import type { Draft } from 'immer';
import { theStore } from '../../store/theStore';

/** What the settings may not become. */
class Refused extends Error {}

/**
 * Changes the settings, as one change that can be undone. What the file would refuse is not taken over.
 * @returns why it was refused; null: it is done
 */
export function setSettings(
  label: string,
  change: (settings: Draft<Settings>) => void,
  mergeKey: string | null = null,
): string | null {
  try {
    theStore().transact(
      label,
      (draft) => {
        change(draft.settings);
        const checked = settingsSchema.safeParse(JSON.parse(JSON.stringify(draft.settings)));
        if (!checked.success) throw new Refused(checked.error.issues[0]?.message ?? 'it is not valid');
      },
      mergeKey,
    );
    return null;
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return error.message;
  }
}
