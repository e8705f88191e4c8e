import { type Settings, settingsSchema } from '@cosmesis/core/workshop';
import type { Draft } from 'immer';
import { theStore } from '../../store/theStore';

/** Changes the settings, as one change that can be undone. @throws Error where the file would refuse what comes of it */
export const setSettings = (
  label: string,
  change: (settings: Draft<Settings>) => void,
  mergeKey: string | null = null,
): void =>
  theStore().transact(
    label,
    (draft) => {
      change(draft.settings);
      const checked = settingsSchema.safeParse(JSON.parse(JSON.stringify(draft.settings)));
      if (!checked.success) throw new Error(checked.error.issues[0]?.message ?? 'not valid');
    },
    mergeKey,
  );
