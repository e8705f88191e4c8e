import { type Deed, DeedRefused, performOn } from '@cosmesis/core/deeds';
import { good, type Result, refused } from '@cosmesis/core/units';
import { keepInstruments } from './instruments';
import { newId, nowIso, theStore } from './theStore';

/**
 * Does a deed now, as one change that can be undone. A deed that no longer fits is refused with the reason, and nothing is
 * changed.
 * @returns the id of what first came into being by it
 */
export function doDeed(label: string, deed: Deed, mergeKey: string | null = null): Result<string> {
  const [at, seed] = [nowIso(), newId()];
  try {
    theStore().transact(
      label,
      (draft) => {
        keepInstruments(draft);
        // Done again on what another tab left, a deed gives the same ids.
        let n = 0;
        performOn(draft, deed, at, () => {
          n += 1;
          return n === 1 ? seed : `${seed}-${n}`;
        });
      },
      mergeKey,
    );
    return good(seed);
  } catch (error) {
    if (!(error instanceof DeedRefused)) throw error;
    return refused({ code: error.code, path: '', message: error.message });
  }
}
