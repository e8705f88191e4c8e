import { seededRandom } from '../units';
import { choicesOf, coatsOfSets, firstGenes, shuffled, varied } from './Genes';
import { Layout } from './Layout';
import { scheduleCost, troubleIn } from './scheduleCost';
import { type TaskNode, taskNodesOf } from './TaskNode';
import type { WorkshopProblem, WorkshopSchedule } from './WorkshopProblem';

/** So many tries without a better answer are enough of one neighbourhood. */
const leastPatience = 150;
const patiencePerTask = 15;

const answerOf = (layout: Layout, nodes: readonly TaskNode[], cost: number): WorkshopSchedule => ({
  placed: nodes.flatMap((n) => layout.placed.get(n) ?? []),
  missed: nodes.flatMap((n) => layout.missed.get(n) ?? []),
  unplaced: nodes.flatMap((n) => {
    const because = layout.unplaced.get(n);
    return because ? [{ id: n.task.id, because }] : [];
  }),
  cost,
});

/**
 * Places the sittings of a whole workshop: no pair of hands at two things at once, each lag, window, barred hour, place and air
 * kept. A first answer, then better ones for a number of tries; the same input and seed give the same answer.
 * Serial schedule generation with time lags (Neumann, Schwindt & Zimmermann, Project Scheduling with Time Windows; recalled,
 * not looked up), varied by random keys.
 * @param tries how many other orders are tried, 0 or more
 * @param like an answer to the same question as it was a little before: its order is begun with, so that little changes
 * @yields the answer whenever a better one is found, and how many tries were made
 * @throws DomainError out_of_range (no hands, an id twice), not_converged (no working hours)
 */
export function* improvingSchedule(
  problem: WorkshopProblem,
  tries: number,
  seed: number,
  like: WorkshopSchedule | null = null,
): Generator<{ tried: number; schedule: WorkshopSchedule | null }, WorkshopSchedule> {
  const nodes = taskNodesOf(problem.tasks);
  const sets = coatsOfSets(problem);
  const choices = choicesOf(nodes, problem.people.length, sets);
  const random = seededRandom(seed);
  let genes = firstGenes(problem, like, sets);
  let layout = new Layout(problem, nodes, genes).run();
  let [cost, sum] = scheduleCost(layout, problem, sets);
  let [bestLayout, bestCost, bestSum] = [layout, cost, sum];
  const patience = Math.max(leastPatience, patiencePerTask * nodes.length);
  let changed = 0;
  let trouble = troubleIn(layout, problem);
  yield { tried: 0, schedule: answerOf(bestLayout, nodes, bestCost) };
  // Where there is nothing to do there is nothing to vary.
  for (let i = 1; nodes.length > 0 && i <= tries; i += 1) {
    const other = varied(genes, nodes, choices, trouble, random);
    const otherLayout = new Layout(problem, nodes, other).run();
    const [otherCost, otherSum] = scheduleCost(otherLayout, problem, sets);
    // Now and then a worse one is gone on with, less and less.
    const bearable = otherCost - cost <= 0.02 * cost * (1 - i / tries) && random() < 0.15;
    if (otherCost < cost || (otherCost === cost && otherSum <= sum) || bearable) {
      [genes, layout, cost, sum] = [other, otherLayout, otherCost, otherSum];
      trouble = troubleIn(layout, problem);
    }
    const better = cost < bestCost || (cost === bestCost && sum < bestSum);
    if (better) [bestLayout, bestCost, bestSum] = [layout, cost, sum];
    else if (i - changed > patience) {
      // Nothing better near here: begun again elsewhere.
      genes = shuffled(nodes, choices, random);
      layout = new Layout(problem, nodes, genes).run();
      [cost, sum] = scheduleCost(layout, problem, sets);
      trouble = troubleIn(layout, problem);
      changed = i;
    }
    if (better) changed = i;
    yield { tried: i, schedule: better ? answerOf(bestLayout, nodes, bestCost) : null };
  }
  return answerOf(bestLayout, nodes, bestCost);
}

/** The last answer of improvingSchedule, in one go. @param anyWillDo the first in which everything has a place is enough */
export function scheduleWorkshop(
  problem: WorkshopProblem,
  tries: number,
  seed: number,
  anyWillDo = false,
): WorkshopSchedule {
  const search = improvingSchedule(problem, tries, seed);
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
    if (anyWillDo && value.schedule?.unplaced.length === 0) return value.schedule;
  }
}
