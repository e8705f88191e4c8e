import type { Layout } from './Layout';
import type { WorkshopProblem } from './WorkshopProblem';

/** What a task without a place costs. */
const unplacedCost = 1e12;
const latenessWeight = 1e6;
/** What each minute costs by which a window is missed that has to be kept: a near miss goes before a far one. */
const shortWeight = 1e9;

/** What each coat of a set costs that is not laid at one go with another of it, minutes: four hours (no source: our choice). */
const apartMin = 240;

/** What an answer costs, and the sum of all finishes to tell equal ones apart. */
export function scheduleCost(
  layout: Layout,
  { pieces, tasks, nowMin, changeMin, earlyFrac }: WorkshopProblem,
  sets: readonly number[][],
): [number, number] {
  const { placed, missed, unplaced } = layout;
  const ends = new Map<string, number>();
  for (const [{ task }, { endMin }] of placed)
    if (task.counts) ends.set(task.pieceId, Math.max(ends.get(task.pieceId) ?? nowMin, endMin));
  let [late, latest, sum] = [0, 0, 0];
  for (const { id, dueMin, priority } of pieces) {
    const end = ends.get(id);
    if (end === undefined) continue;
    if (dueMin !== null) late += Math.max(0, end - dueMin) * priority;
    latest = Math.max(latest, (end - nowMin) * priority);
    sum += (end - nowMin) * priority;
  }
  for (const m of missed.values()) latest += m.lateMin;
  // What is set up by itself.
  for (const [{ task }, { sharesWith }] of placed)
    if (!task.fixed && sharesWith === null) latest += task.setUp?.setUpMin ?? 0;
  if (sets.length > 0) latest += apartMin * apartIn(placed, tasks, sets);
  latest += Math.round(earlyFrac * sum);
  if (changeMin > 0) latest += changeMin * changesIn(placed);
  return [unplacedCost * unplaced.size + shortWeight * layout.shortMin + latenessWeight * late + latest, sum];
}

/** How many coats of sets are laid by themselves, apart from the first of each. */
function apartIn(placed: Layout['placed'], tasks: WorkshopProblem['tasks'], sets: readonly number[][]): number {
  const sharing = new Map([...placed].map(([{ task }, { sharesWith }]) => [task.id, sharesWith]));
  return sets.reduce((apart, coats) => {
    const ids = coats.map((i) => tasks[i]!.id).filter((id) => sharing.has(id));
    const joined = ids.filter((id) => ids.includes(sharing.get(id) ?? ''));
    return apart + Math.max(0, ids.length - joined.length - 1);
  }, 0);
}

/** How often hands go from one piece to another. */
function changesIn(placed: Layout['placed']): number {
  const inHands = [...placed].filter(([, at]) => at.personId !== null).sort((a, b) => a[1].startMin - b[1].startMin);
  const last = new Map<string | null, string>();
  let changes = 0;
  for (const [{ task }, { personId }] of inHands) {
    if (last.has(personId) && last.get(personId) !== task.pieceId) changes += 1;
    last.set(personId, task.pieceId);
  }
  return changes;
}

/** Pieces that are late, or of which something has no place. */
export function troubleIn(layout: Layout, { pieces }: WorkshopProblem): ReadonlySet<string> {
  const trouble = new Set([...layout.unplaced.keys()].map((n) => n.task.pieceId));
  const due = new Map(pieces.map((p) => [p.id, p.dueMin ?? Number.POSITIVE_INFINITY]));
  for (const [{ task }, { endMin }] of layout.placed)
    if (task.counts && endMin > (due.get(task.pieceId) ?? Number.POSITIVE_INFINITY)) trouble.add(task.pieceId);
  return trouble;
}
