import type { Issue } from '../units';
import type { LogEntry, Piece, Step } from '../workshop';
import { generatePlan, type Shop } from './generatePlan';
import { dustAfter, isLateScuff } from './lateScuff';

/** The plan of a piece: what was begun or done, as it was then, and what is still to come. */
export interface Plan {
  steps: readonly Step[];
  /** What could not be kept or made. */
  issues: readonly Issue[];
  /** False where no plan could be made; the steps are then the logged ones. */
  ok: boolean;
}

const timeOf = (entry: LogEntry): number => Date.parse(entry.doneAt ?? entry.startedAt ?? '') || 0;

/** Logged steps in the order they were done; what was noted at one instant in the order it was noted. */
export const loggedSteps = (piece: Pick<Piece, 'log'>): Step[] =>
  piece.log
    .map((entry, i) => ({ entry, i, at: timeOf(entry) }))
    .sort((a, b) => a.at - b.at || a.i - b.i)
    .map(({ entry }) => entry.step);

/** A scuff that a passed window asked for was begun: the dust it leaves is taken off before its coat. */
function withDustOff(frozen: readonly Step[], following: readonly Step[]): Step[] {
  const done = new Set(frozen.map((s) => s.id));
  const scuffs = new Map(frozen.filter(isLateScuff).map((s) => [s.id.slice(0, s.id.lastIndexOf('/')), s]));
  return following.flatMap((coat) => {
    const scuff = scuffs.get(coat.id);
    if (!scuff) return [coat];
    const dust = dustAfter(coat);
    return done.has(dust.id) ? [coat] : [dust, coat];
  });
}

function makePlan(piece: Piece, shop: Shop): Plan {
  const frozen = loggedSteps(piece);
  const fresh = generatePlan(piece, shop);
  if (!fresh.ok) return { steps: frozen, issues: fresh.issues, ok: false };
  const kept = new Set(frozen.map((s) => s.id));
  const known = new Set([...kept, ...fresh.value.map((s) => s.id)]);
  const following = fresh.value
    .filter((s) => !kept.has(s.id))
    .map((s) => ({ ...s, after: s.after.filter((id) => known.has(id)) }));
  return { steps: [...frozen, ...withDustOff(frozen, following)], issues: fresh.warnings, ok: true };
}

/** What a plan does not depend on: a note or a name typed makes no plan again. */
const besides: ReadonlySet<string> = new Set([
  'name',
  'note',
  'stepNotes',
  'overrules',
  'setName',
  'home',
  'salePrice',
  'keptPlans',
  'plannedBefore',
  'createdAt',
] satisfies (keyof Piece)[]);

const samePiece = (a: Piece, b: Piece): boolean =>
  a === b ||
  [...new Set([...Object.keys(a), ...Object.keys(b)])].every(
    (key) => besides.has(key) || a[key as keyof Piece] === b[key as keyof Piece],
  );

const sameShop = (a: Shop, b: Shop): boolean =>
  a.products === b.products &&
  (['houseRules', 'methods', 'tools', 'sprayCarriers'] as const).every((k) => a.settings[k] === b.settings[k]);

interface Kept {
  piece: Piece;
  shop: Shop;
  plan: Plan;
}
const byPiece = new WeakMap<Piece, Kept>();
const byId = new Map<string, Kept>();
/** More pieces than a workshop has. */
const mostKept = 25_000;

/**
 * The plan of a piece, derived from what was entered and from the shelf: made once for as long as nothing it reads changes.
 * Records are never changed in place, so identity tells. Steps that were begun or done stand first, as they were then.
 */
export function planOf(piece: Piece, shop: Shop): Plan {
  const own = byPiece.get(piece);
  if (own && sameShop(own.shop, shop)) return own.plan;
  const last = byId.get(piece.id);
  const plan = last && samePiece(last.piece, piece) && sameShop(last.shop, shop) ? last.plan : makePlan(piece, shop);
  const kept = { piece, shop, plan };
  byPiece.set(piece, kept);
  if (byId.size >= mostKept) byId.clear();
  byId.set(piece.id, kept);
  return plan;
}
