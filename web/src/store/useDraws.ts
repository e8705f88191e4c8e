import { type Draw, drawsInTurn, type WorkshopPlan } from '@cosmesis/core/reckoning';
import { groupedBy } from '@cosmesis/core/units';
import type { Book, Wanted } from './SummaryBook';
import { useSummaries } from './useSummaries';
import { useWorkshopPlanAtRest } from './useWorkshopPlan';

interface Draws {
  of: Book;
  plan: WorkshopPlan | undefined;
  all: readonly Draw[];
  byProduct: ReadonlyMap<string, readonly Draw[]>;
}
let known: Draws | undefined;

/** Put together once for a book and a schedule, whoever looks at it. */
function useKnown(wanted: Wanted): Draws {
  const of = useSummaries(wanted);
  const { plan } = useWorkshopPlanAtRest();
  if (known?.of !== of || known.plan !== plan) {
    const all = drawsInTurn(
      [...of.byId.values()].flatMap((s) => s.draws),
      plan,
    );
    known = { of, plan, all, byProduct: groupedBy(all, (d) => d.productId) };
  }
  return known;
}

/** What all pieces will take off the shelf, as far as it is worked out: each at its turn, once the schedule of all is known. */
export const useDraws = (wanted: Wanted = 'all'): readonly Draw[] => useKnown(wanted).all;

const none: readonly Draw[] = [];
/** The same of one product. */
export const useDrawsOf = (productId: string | null, wanted: Wanted = 'all'): readonly Draw[] =>
  useKnown(wanted).byProduct.get(productId ?? '') ?? none;
