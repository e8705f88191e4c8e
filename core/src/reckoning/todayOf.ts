import { taughtWorkshop } from '../learning';
import { scheduleWorkshop } from '../schedule';
import { hasPlan, type Workshop } from '../workshop';
import { actsOf, inWorkshopOrder, type TodayInShort, todayInShort } from './acts';
import { summaryOf } from './PieceSummary';
import { reckonPiece } from './reckonPiece';
import { roomsOf } from './roomOf';
import { inOrderOfWork, workshopPlan, workshopProblem } from './workshopSchedule';

/**
 * Today of a small workshop at once: its pieces, their common schedule as it is first found, and what is done in its order.
 * Pieces that cannot be worked out are left out.
 * @param nowMin whole minutes since 1970
 */
export function todayOf(workshop: Workshop, nowMin: number): TodayInShort {
  const { pieces, products, settings, readings, containers } = taughtWorkshop(workshop);
  const rooms = roomsOf({ settings, readings, containers }, nowMin);
  const told = inOrderOfWork(Object.values(pieces).filter(hasPlan)).flatMap((piece) => {
    const reckoned = reckonPiece({ piece, products, settings, nowMin, rooms, air: null, withTasks: true });
    return reckoned.ok ? [{ piece, reckoning: reckoned.value }] : [];
  });
  const own = told.map(({ piece, reckoning }) => ({ piece, tasks: reckoning.tasks }));
  const plan = workshopPlan(own, scheduleWorkshop(workshopProblem(own, settings, nowMin), 0, 1), nowMin, settings);
  const summaries = told.map(({ piece, reckoning }) => summaryOf(piece, reckoning, nowMin));
  return todayInShort(workshop, inWorkshopOrder(actsOf(summaries, { pieces, settings }, nowMin), plan), nowMin);
}
