import type { TaskNode } from './TaskNode';
import type { OrderedTask, WorkshopOrder, WorkshopProblem } from './WorkshopProblem';

/** What a search varies. */
export interface Genes {
  /** In which order tasks are placed: less goes first. */
  keys: Float64Array;
  /** Whether a window is let pass for what it costs. */
  letsPass: Uint8Array;
  /** Minutes for which a task is held back of itself: what follows it may be barred, or closed, otherwise. */
  holds: Uint16Array;
  /** The index of the task right behind which each is done, without setting up anew; −1: any that is at hand; alone: none. */
  behind: Int32Array;
  /** In whose hands each is, by their index; −1: in any. */
  who: Int8Array;
  /** Whether what closes a window goes before the order. */
  urgentFirst: boolean;
}

/** Of a task that sets up for itself, whatever is at hand. */
export const alone = -2;

/** Steps and length of holding back, minutes. */
export const holdStepMin = 30;
const longestHoldMin = 300;

/** The order a person would begin with: what is promised soonest, what is begun, what stands first; each piece in its order. */
export function firstGenes({ tasks, pieces }: WorkshopProblem, sets: readonly number[][]): Genes {
  const begun = new Set(tasks.filter((t) => t.fixed).map((t) => t.pieceId));
  const rank = new Map(
    [...pieces]
      .map((p, i) => ({ p, i }))
      .sort(
        (a, b) =>
          (a.p.dueMin ?? Number.POSITIVE_INFINITY) - (b.p.dueMin ?? Number.POSITIVE_INFINITY) ||
          b.p.priority - a.p.priority ||
          Number(begun.has(b.p.id)) - Number(begun.has(a.p.id)) ||
          a.i - b.i,
      )
      .map(({ p }, i) => [p.id, i]),
  );
  const keys = Float64Array.from(tasks, (t, i) => (rank.get(t.pieceId) ?? pieces.length) + i / (tasks.length + 1));
  sideBySide(keys, { tasks, pieces }, rank);
  return { keys, ...plainGenes(tasks.length), behind: inSets(tasks.length, sets), urgentFirst: true };
}

/** What an order was made by, for a question that may be another one: what is new follows the last thing of its piece. */
export function genesLike(order: WorkshopOrder, problem: WorkshopProblem, sets: readonly number[][]): Genes {
  const { tasks, people } = problem;
  const genes = { ...firstGenes(problem, sets), urgentFirst: order.urgentFirst };
  const known = new Map(order.tasks.map((t) => [t.id, t]));
  const indexOf = new Map(tasks.map((t, i) => [t.id, i]));
  const last = new Map<string, number>();
  for (const [i, { id, pieceId }] of tasks.entries()) {
    const was = known.get(id);
    const before = last.get(pieceId);
    // A piece that is new begins where it would without the others.
    genes.keys[i] = was?.key ?? (before === undefined ? genes.keys[i]! : before + 1e-6);
    last.set(pieceId, Math.max(before ?? Number.NEGATIVE_INFINITY, genes.keys[i]!));
    if (!was) continue;
    genes.letsPass[i] = Number(was.letsPass);
    genes.holds[i] = was.holdMin;
    genes.who[i] = people.findIndex((p) => p.id === was.personId);
    const { behind } = was;
    if (typeof behind === 'object') genes.behind[i] = indexOf.get(behind.id) ?? genes.behind[i]!;
    else if (behind !== 'any') genes.behind[i] = behind === 'alone' ? alone : -1;
  }
  return genes;
}

/** The genes of an answer by the names of what they are of, so that the next question can begin with them. */
export function orderOf(
  { keys, letsPass, holds, behind, who, urgentFirst }: Genes,
  { tasks, people }: WorkshopProblem,
  sets: readonly number[][],
): WorkshopOrder {
  const behindOther = new Set(sets.flatMap((coats) => coats.slice(1)));
  const behindOf = (i: number): OrderedTask['behind'] => {
    const at = behind[i]!;
    if (at >= 0) return { id: tasks[at]!.id };
    if (at === alone) return 'alone';
    return behindOther.has(i) ? 'apart' : 'any';
  };
  return {
    urgentFirst,
    tasks: tasks.map(({ id }, i) => ({
      id,
      key: keys[i]!,
      letsPass: letsPass[i] === 1,
      holdMin: holds[i]!,
      behind: behindOf(i),
      personId: people[who[i]!]?.id ?? null,
    })),
  };
}

/** The pieces of a set in step with each other, with the first of them: one that is done before another is begun waits for it no more. */
function sideBySide(
  keys: Float64Array,
  { tasks, pieces }: Pick<WorkshopProblem, 'tasks' | 'pieces'>,
  rank: ReadonlyMap<string, number>,
): void {
  const sets = new Map(pieces.flatMap((p) => (p.set === undefined ? [] : [[p.id, p.set] as const])));
  const firstOf = new Map<string, number>();
  for (const [id, set] of sets) firstOf.set(set, Math.min(firstOf.get(set) ?? Number.POSITIVE_INFINITY, rank.get(id)!));
  const count = new Map<string, number>();
  for (const { pieceId } of tasks) count.set(pieceId, (count.get(pieceId) ?? 0) + 1);
  const nth = new Map<string, number>();
  for (const [i, { pieceId }] of tasks.entries()) {
    const set = sets.get(pieceId);
    if (set === undefined) continue;
    const own = nth.get(pieceId) ?? 0;
    nth.set(pieceId, own + 1);
    keys[i] = firstOf.get(set)! + (own + 0.5) / count.get(pieceId)! + rank.get(pieceId)! * 1e-9;
  }
}

/** The coats of each set that belong together, its first with its first, its second with its second, by their index. */
export function coatsOfSets({ tasks, pieces }: Pick<WorkshopProblem, 'tasks' | 'pieces'>): readonly number[][] {
  const sets = new Map(pieces.flatMap((p) => (p.set === undefined ? [] : [[p.id, p.set] as const])));
  const count = new Map<string, number>();
  const together = new Map<string, number[]>();
  for (const [i, { pieceId, setUp, fixed }] of tasks.entries()) {
    const set = sets.get(pieceId);
    if (set === undefined || !setUp || fixed) continue;
    const own = `${pieceId}/${setUp.key}`;
    const nth = (count.get(own) ?? 0) + 1;
    count.set(own, nth);
    const coat = `${set}/${setUp.key}/${nth}`;
    together.set(coat, [...(together.get(coat) ?? []), i]);
  }
  // Where one of them was said to begin at a time, the others follow it.
  const said = (i: number) => (tasks[i]!.pin ? 0 : 1);
  return [...together.values()].filter((c) => c.length > 1).map((c) => c.sort((a, b) => said(a) - said(b)));
}

/** The coats of sets right behind each other: they look alike then. */
function inSets(length: number, sets: readonly number[][]): Int32Array {
  const behind = new Int32Array(length).fill(-1);
  for (const coats of sets) for (const [i, n] of coats.entries()) if (i > 0) behind[n] = coats[i - 1]!;
  return behind;
}

/** Nothing let pass, held back, joined or given to anybody. */
const plainGenes = (length: number) => ({
  letsPass: new Uint8Array(length),
  holds: new Uint16Array(length),
  behind: new Int32Array(length).fill(-1),
  who: new Int8Array(length).fill(-1),
});

/** Tasks whose windows may be let pass, and those that may be held back for what follows them. */
export interface Choices {
  windows: readonly TaskNode[];
  holdable: readonly TaskNode[];
  /** Those that set up the same as others, with them. */
  alike: readonly (readonly [TaskNode, readonly TaskNode[]])[];
  /** Pairs of hands. */
  people: number;
  /** Coats of sets that belong together: only whether they lie together is varied. */
  sets: readonly number[][];
}

function alikeOf(nodes: readonly TaskNode[], inSets: ReadonlySet<number>): Choices['alike'] {
  const byKey = new Map<string, TaskNode[]>();
  for (const n of nodes) if (n.task.setUp) byKey.set(n.task.setUp.key, [...(byKey.get(n.task.setUp.key) ?? []), n]);
  return nodes.flatMap((n) => {
    if (inSets.has(n.index)) return [];
    const others = n.task.setUp && !n.task.fixed ? byKey.get(n.task.setUp.key)!.filter((o) => o !== n) : [];
    return others.length > 0 ? [[n, others] as const] : [];
  });
}

export const choicesOf = (nodes: readonly TaskNode[], people: number, sets: readonly number[][]): Choices => ({
  alike: alikeOf(nodes, new Set(sets.flat())),
  people,
  sets,
  windows: nodes.filter((n) => n.task.lags.some((l) => l.lateMin !== null)),
  holdable: nodes.filter(
    (n) =>
      !n.task.fixed &&
      n.after.some((f) => f.before.some((b) => b.node === n && (b.lag.blocked !== null || b.lag.maxMin !== null))),
  ),
});

/** Another order near a given one. @param trouble pieces that are late, or of which something has no place */
export function varied(
  genes: Genes,
  nodes: readonly TaskNode[],
  choices: Choices,
  trouble: ReadonlySet<string>,
  random: () => number,
): Genes {
  const { keys } = genes;
  const next: Genes = { ...genes, keys: keys.slice() };
  const any = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
  // What is late, or has no place, is looked at more often than the rest.
  const looked = random() < 0.5 ? trouble : null;
  const one = (all: readonly TaskNode[]): TaskNode => {
    let n = any(all);
    for (let again = 0; again < 3 && looked && looked.size > 0 && !looked.has(n.task.pieceId); again += 1) n = any(all);
    return n;
  };
  if (choices.people > 1 && random() < 0.12) {
    next.who = genes.who.slice();
    next.who[one(nodes).index] = Math.floor(random() * (choices.people + 1)) - 1;
    return next;
  }
  if (choices.sets.length > 0 && random() < 0.06) {
    // A coat of a set by itself, for what it costs, or with the others again.
    const coats = any(choices.sets);
    const at = 1 + Math.floor(random() * (coats.length - 1));
    next.behind = genes.behind.slice();
    next.behind[coats[at]!] = genes.behind[coats[at]!] === -1 ? coats[at - 1]! : -1;
    return next;
  }
  if (choices.alike.length > 0 && random() < 0.12) {
    const [n, others] = any(choices.alike);
    next.behind = genes.behind.slice();
    const free = random() < 0.5 ? -1 : alone;
    next.behind[n.index] = random() < 0.3 ? free : one(others).index;
    const to = next.behind[n.index]!;
    if (to >= 0) next.keys[n.index] = keys[to]! + 1e-6;
    // In whose hands the tool is decides whether it goes at all.
    if (to >= 0 && choices.people > 1 && random() < 0.6) {
      next.who = genes.who.slice();
      next.who[to] = Math.floor(random() * choices.people);
      next.who[n.index] = next.who[to]!;
    }
    return next;
  }
  const kind = random();
  if (kind < 0.35) {
    // One task elsewhere in the order.
    next.keys[one(nodes).index] = keys[one(nodes).index]! + (random() - 0.5) * 1e-3;
  } else if (kind < 0.6) {
    // Two change places.
    const [a, b] = [one(nodes).index, one(nodes).index];
    [next.keys[a], next.keys[b]] = [keys[b]!, keys[a]!];
  } else if (kind < 0.8) {
    // All of one piece sooner or later.
    const { pieceId } = one(nodes).task;
    const by = (random() - 0.5) * 4;
    for (const n of nodes) if (n.task.pieceId === pieceId) next.keys[n.index] = keys[n.index]! + by;
  } else if (kind < 0.85) next.urgentFirst = !genes.urgentFirst;
  else if (kind < 0.92 && choices.windows.length > 0) {
    const { index } = one(choices.windows);
    next.letsPass = genes.letsPass.slice();
    next.letsPass[index] = 1 - genes.letsPass[index]!;
  } else if (choices.holdable.length > 0) {
    const { index } = one(choices.holdable);
    next.holds = genes.holds.slice();
    next.holds[index] = random() < 0.4 ? 0 : holdStepMin * Math.ceil((random() * longestHoldMin) / holdStepMin);
  }
  return next;
}

/** An order without a wish. */
export function shuffled(
  nodes: readonly TaskNode[],
  { windows, holdable, alike, sets }: Choices,
  random: () => number,
): Genes {
  const { length } = nodes;
  const genes: Genes = {
    keys: Float64Array.from({ length }, random),
    ...plainGenes(length),
    behind: inSets(length, sets),
    urgentFirst: random() < 0.5,
  };
  for (const n of windows) if (random() < 0.2) genes.letsPass[n.index] = 1;
  for (const [n, others] of alike)
    if (random() < 0.3) genes.behind[n.index] = others[Math.floor(random() * others.length)]!.index;
  for (const n of holdable)
    if (random() < 0.2) genes.holds[n.index] = holdStepMin * Math.ceil((random() * longestHoldMin) / holdStepMin);
  return genes;
}
