import { leftL } from '../stock';
import type { Container, LedgerRow, Settings, Workshop } from '../workshop';
import { hashOf, type Parts, partsOf, workshopOf } from './parts';

/** Which of two it shall be. */
export type Side = 'mine' | 'theirs';

/** Something that was changed on both devices. Null: it was taken away there. */
export interface Conflict {
  key: string;
  mine: unknown;
  theirs: unknown;
}

export interface Merged {
  workshop: Workshop;
  /** What was changed on both, and what was decided of it; without a decision it stays as it is here. */
  conflicts: readonly (Conflict & { decided: Side | null })[];
  /** How many parts came, were changed, or were taken away by what was taken over, by their first word. */
  taken: Readonly<Record<string, number>>;
  /** Cans of which more was drawn on both devices together than was in them. */
  overdrawn: readonly string[];
}

type Received = Readonly<Record<string, string>>;

/** Names of parts are kept short: a table of them goes with every file. */
const shortKey = (key: string): string => hashOf(key);

/** What was there is over: in a table of what was received. */
const gone = '-';

/** The table of all that a copy holds, as it is handed on. */
function tableOf(parts: Parts): Record<string, string> {
  const table: Record<string, string> = {};
  for (const [key, value] of parts) if (!key.startsWith('readings/')) table[shortKey(key)] = hashOf(value);
  return table;
}

/** A workshop that came from another device, with a note of what it was then: what is changed from now on is changed here. */
export const asReceived = (workshop: Workshop): Workshop => ({
  ...workshop,
  settings: { ...workshop.settings, received: tableOf(partsOf(workshop)) },
});

/** What never changes once it is there: it is united. */
const isUnited = (key: string): boolean => key.startsWith('readings/') || key.includes('/ledger/');

/**
 * Which side a part is taken from, by what each side last received of it from the other: the one that is still what was received was
 * not changed since. Null: both were, or each says it of the other.
 */
function sideOf(mine: string, theirs: string, mineWas: string | undefined, theirsWas: string | undefined): Side | null {
  if (mine === theirs) return 'mine';
  const mineIsNewer = theirs === mineWas || theirs === theirsWas;
  const theirsIsNewer = mine === mineWas || mine === theirsWas;
  if (mineIsNewer === theirsIsNewer) return null;
  return mineIsNewer ? 'mine' : 'theirs';
}

/** Whether a part that only one side has was taken away by the other: changed since, it is for somebody to say. */
function lonely(there: string, ownerWas: string | undefined, otherWas: string | undefined): 'keep' | 'drop' | 'ask' {
  if (otherWas === there) return 'drop';
  if (ownerWas === gone) return 'keep';
  if (ownerWas === there) return 'drop';
  // Neither ever received it: it was made here.
  return ownerWas === undefined && otherWas === undefined ? 'keep' : 'ask';
}

/** More drawn than there was is counted as nothing left. */
function settled(can: Container): { can: Container; over: boolean } {
  const left = leftL(can);
  if (left >= 0) return { can, over: false };
  const last = can.ledger.reduce((a, b) => (Date.parse(b.at) > Date.parse(a.at) ? b : a));
  const counted: LedgerRow = { at: last.at, deed: 'typed', ofId: null, changeL: null, countedL: 0 };
  return { can: { ...can, ledger: [...can.ledger, counted] }, over: true };
}

/**
 * Another copy of the same workshop taken into this one. What was changed on one side wins; what was changed on both is a conflict, and
 * stays as it is here until it is decided; deeds, photographs, readings and the rows of ledgers are united. Nothing is dropped unsaid,
 * merging the same copy twice changes nothing, and which copy is merged into which does not matter where both decide alike.
 * @param partial the file holds some records only: what it does not hold was not taken away
 * @param decide decisions, by key of the conflict
 */
export function mergeWorkshops(
  mine: Workshop,
  theirs: Workshop,
  decide: Readonly<Record<string, Side>> = {},
  partial = false,
): Merged {
  const [ours, other] = [partsOf(mine), partsOf(theirs)];
  const mineWas: Received = mine.settings.received ?? {};
  const theirsWas: Received = theirs.settings.received ?? {};
  const merged: Parts = new Map();
  const conflicts: Merged['conflicts'][number][] = [];
  const taken: Record<string, number> = {};
  const took = (key: string) => {
    const [word] = key.split('/') as [string];
    taken[word] = (taken[word] ?? 0) + 1;
  };
  for (const key of new Set([...ours.keys(), ...other.keys()])) {
    const [hasMine, hasTheirs] = [ours.has(key), other.has(key)];
    const [m, t] = [ours.get(key), other.get(key)];
    if (isUnited(key)) {
      merged.set(key, hasMine ? m : t);
      if (!hasMine) took(key);
      continue;
    }
    const short = shortKey(key);
    const [was, wasThere] = [mineWas[short], theirsWas[short]];
    let side: Side | null;
    if (hasMine && hasTheirs) side = sideOf(hashOf(m), hashOf(t), was, wasThere);
    else {
      const there = hashOf(hasMine ? m : t);
      const verdict =
        !hasTheirs && partial ? 'keep' : lonely(there, hasMine ? was : wasThere, hasMine ? wasThere : was);
      const owner: Side = hasMine ? 'mine' : 'theirs';
      side = verdict === 'ask' ? null : verdict === 'keep' ? owner : owner === 'mine' ? 'theirs' : 'mine';
    }
    if (side === null) {
      const decided = decide[key] ?? null;
      conflicts.push({ key, mine: m ?? null, theirs: t ?? null, decided });
      side = decided ?? 'mine';
    }
    const has = side === 'mine' ? hasMine : hasTheirs;
    if (has) merged.set(key, side === 'mine' ? m : t);
    if (side === 'theirs') took(key);
  }
  // What was seen of the other copy is known from now on; what it does not hold any more as well.
  const received: NonNullable<Settings['received']> = { ...mineWas };
  for (const [key, hash] of Object.entries(tableOf(other))) received[key] = hash;
  if (!partial)
    for (const key of merged.keys())
      if (!other.has(key) && !isUnited(key) && (shortKey(key) in mineWas || shortKey(key) in theirsWas))
        received[shortKey(key)] = gone;
  const workshop = workshopOf(mine.id, merged, received);
  const overdrawn: string[] = [];
  for (const [id, own] of Object.entries(workshop.containers)) {
    const { can, over } = settled(own);
    if (!over) continue;
    workshop.containers[id] = can;
    overdrawn.push(id);
  }
  return { workshop, conflicts, taken, overdrawn };
}
