import { DomainError } from '../units';
import type { Task, TaskLag } from './WorkshopProblem';

/** A task with what is looked up of it again and again. */
export interface TaskNode {
  index: number;
  task: Task;
  before: readonly { node: TaskNode; lag: TaskLag }[];
  /** The same, each task once. */
  waitsOn: readonly TaskNode[];
  after: TaskNode[];
}

export function taskNodesOf(tasks: readonly Task[]): TaskNode[] {
  const byId = new Map<string, TaskNode>();
  const nodes = tasks.map((task, index): TaskNode => ({ index, task, before: [], waitsOn: [], after: [] }));
  for (const n of nodes) {
    if (byId.has(n.task.id)) throw new DomainError('out_of_range', 'tasks', n.index, 'each id once');
    byId.set(n.task.id, n);
  }
  for (const n of nodes) {
    n.before = n.task.lags.flatMap((lag) => {
      const node = byId.get(lag.beforeId);
      return node && node !== n ? [{ node, lag }] : [];
    });
    n.waitsOn = [...new Set(n.before.map((x) => x.node))];
    for (const b of n.waitsOn) b.after.push(n);
  }
  return nodes;
}
