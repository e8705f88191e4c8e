import { type Reckoning, reckoningInTurn, type WorkshopPlan } from '../reckoning';
import type { PaperKind } from './Paper';

/**
 * A piece as a paper tells it: in its turn among all pieces. An offer is made before what holds the work is settled, its own approval
 * for one: where no day can be named for that reason it has the soonest one, of the piece by itself.
 * @param plan the schedule of all pieces; undefined: it is not known
 */
export function paperReckoning(kind: PaperKind, reckoning: Reckoning, plan: WorkshopPlan | undefined): Reckoning {
  const placed = reckoningInTurn(reckoning, plan);
  return kind === 'offer' && placed.totals.lightUseAtMin === null ? reckoning : placed;
}
