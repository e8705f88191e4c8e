import { buildFaces, shapeOf, zonesOf } from '../piece';
import type { Issue } from '../units';
import type { LogEntry, Piece, Step } from '../workshop';
import { coverFromLater } from './coverExposed';
import { generatePlan, type Shop } from './generatePlan';
import { houseOf } from './houseRules';
import { dustAfter, isLateScuff } from './lateScuff';
import { needsNobody } from './stepKinds';

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

/**
 * What was logged, with the waits between that nobody logs: between what it waits for and what comes after it on its zone, where
 * both were begun.
 */
function withWaits(logged: readonly Step[], planned: readonly Step[]): Step[] {
  const all = [...logged];
  const done = new Set(logged.map((s) => s.id));
  planned.forEach((wait, i) => {
    if (!needsNobody(wait.kind) || wait.zoneId === null || done.has(wait.id)) return;
    const behind = planned.slice(0, i).findLast((s) => s.zoneId === wait.zoneId && !needsNobody(s.kind));
    if (!behind || !done.has(behind.id)) return;
    const later = new Set(planned.slice(i + 1).flatMap((s) => (s.zoneId === wait.zoneId ? s.id : [])));
    const from = all.findIndex((s) => s.id === behind.id);
    const at = all.findIndex((s, k) => k > from && later.has(s.id));
    if (at >= 0) all.splice(at, 0, wait);
  });
  return all;
}

function makePlan(piece: Piece, shop: Shop): Plan {
  const logged = loggedSteps(piece);
  const fresh = generatePlan(piece, shop);
  if (!fresh.ok) return { steps: logged, issues: fresh.issues, ok: false };
  const frozen = logged.length > 0 ? withWaits(logged, fresh.value) : logged;
  const kept = new Set(frozen.map((s) => s.id));
  const known = new Set([...kept, ...fresh.value.map((s) => s.id)]);
  const following = fresh.value
    .filter((s) => !kept.has(s.id))
    .map((s) => ({ ...s, after: s.after.filter((id) => known.has(id)) }));
  const steps = [...frozen, ...withDustOff(frozen, following)];
  const shape = shapeOf(piece);
  if (!shape.ok) return { steps, issues: fresh.warnings, ok: true };
  const zones = zonesOf(piece, buildFaces(shape.value));
  const covered = coverFromLater(steps, kept, {
    piece,
    zones,
    products: shop.products,
    house: houseOf(shop.settings, piece),
  });
  // A cover of the present state that the user left out is a step this plan would have.
  const issues = fresh.warnings.filter(
    (i) => i.code !== 'edit_unused' || !covered.leftOut.has(i.path.slice('edits.'.length)),
  );
  return { steps: covered.steps, issues, ok: true };
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
  'money',
  'photos',
  'sticks',
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
