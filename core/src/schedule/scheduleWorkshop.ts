import { seededRandom } from '../units';
import { choicesOf, coatsOfSets, firstGenes, type Genes, genesLike, orderOf, shuffled, varied } from './Genes';
import { Layout } from './Layout';
import { scheduleCost, troubleIn } from './scheduleCost';
import { type TaskNode, taskNodesOf } from './TaskNode';
import type { WorkshopOrder, WorkshopProblem, WorkshopSchedule } from './WorkshopProblem';

/** So many tries without a better answer are enough of one neighbourhood. */
const leastPatience = 150;
const patiencePerTask = 15;

/** Genes, and what comes of them. */
interface Laid {
  genes: Genes;
  layout: Layout;
  /** As of a schedule. */
  cost: number;
  /** All finishes from now × priority, minutes, to tell equal ones apart. */
  sum: number;
}

const answerOf = (
  layout: Layout,
  nodes: readonly TaskNode[],
  cost: number,
  order: WorkshopOrder,
): WorkshopSchedule => ({
  placed: nodes.flatMap((n) => layout.placed.get(n) ?? []),
  missed: nodes.flatMap((n) => layout.missed.get(n) ?? []),
  unplaced: nodes.flatMap((n) => {
    const because = layout.unplaced.get(n);
    return because ? [{ id: n.task.id, because }] : [];
  }),
  cost,
  order,
});

/**
 * Places the sittings of a whole workshop: no pair of hands at two things at once, each lag, window, barred hour, place and air
 * kept. A first answer, then better ones for a number of tries; the same input and seed give the same answer.
 * Serial schedule generation with time lags (Neumann, Schwindt & Zimmermann, Project Scheduling with Time Windows; recalled,
 * not looked up), varied by random keys.
 * @param tries how many other orders are tried, 0 or more
 * @param like what an answer was made by to the same question as it was a little before: begun with, so that little changes
 * @yields the answer whenever a better one is found, and how many tries were made
 * @throws DomainError out_of_range (no hands, an id twice), not_converged (no working hours)
 */
export function* improvingSchedule(
  problem: WorkshopProblem,
  tries: number,
  seed: number,
  like: WorkshopOrder | null = null,
): Generator<{ tried: number; schedule: WorkshopSchedule | null }, WorkshopSchedule> {
  const nodes = taskNodesOf(problem.tasks);
  const sets = coatsOfSets(problem);
  const choices = choicesOf(nodes, problem.people.length, sets);
  const random = seededRandom(seed);
  const laid = (genes: Genes): Laid => {
    const layout = new Layout(problem, nodes, genes).run();
    const [cost, sum] = scheduleCost(layout, problem, sets);
    return { genes, layout, cost, sum };
  };
  const answer = ({ genes, layout, cost }: Laid) => answerOf(layout, nodes, cost, orderOf(genes, problem, sets));
  const plain = firstGenes(problem, sets);
  let now = laid(like ? genesLike(like, problem, sets) : plain);
  let best = now;
  const patience = Math.max(leastPatience, patiencePerTask * nodes.length);
  let changed = 0;
  let trouble = troubleIn(now.layout, problem);
  yield { tried: 0, schedule: answer(best) };
  // Where there is nothing to do there is nothing to vary.
  for (let i = 1; nodes.length > 0 && i <= tries; i += 1) {
    // What was found before may be worse by now than what a person would begin with.
    const other = laid(like && i === 1 ? plain : varied(now.genes, nodes, choices, trouble, random));
    // Now and then a worse one is gone on with, less and less.
    const bearable = other.cost - now.cost <= 0.02 * now.cost * (1 - i / tries) && random() < 0.15;
    if (other.cost < now.cost || (other.cost === now.cost && other.sum <= now.sum) || bearable) {
      now = other;
      trouble = troubleIn(now.layout, problem);
    }
    const better = now.cost < best.cost || (now.cost === best.cost && now.sum < best.sum);
    if (better) best = now;
    else if (i - changed > patience) {
      // Nothing better near here: begun again elsewhere.
      now = laid(shuffled(nodes, choices, random));
      trouble = troubleIn(now.layout, problem);
      changed = i;
    }
    if (better) changed = i;
    yield { tried: i, schedule: better ? answer(best) : null };
  }
  return answer(best);
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
