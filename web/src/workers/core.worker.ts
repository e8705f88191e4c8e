import { demoWorkshop } from '@cosmesis/core/demo';
import type { Fix } from '@cosmesis/core/finishing';
import {
  type ChangeOfMind,
  changeOfMind,
  comparePlans,
  compareSchools,
  compareTreatments,
  type Draw,
  drawsOf,
  type FixPreview,
  type PlanComparison,
  previewFix,
  type Question,
  type ReckonInput,
  type Reckoning,
  reckonPiece,
  type SchoolFigures,
} from '@cosmesis/core/reckoning';
import { type BuyList, buyList, type NeedOf } from '@cosmesis/core/stock';
import { quantitiesToCsv, stepsToICalendar } from '@cosmesis/core/takeaway';
import { good, type Result, refused } from '@cosmesis/core/units';
import type {
  Container,
  HouseRuleId,
  KeptPlan,
  LookKind,
  Piece,
  Product,
  Workshop,
  ZoneId,
} from '@cosmesis/core/workshop';
import { expose } from 'comlink';

/** Runs core and turns whatever it throws into an issue: nothing is thrown across the border. */
function guarded<T>(work: () => Result<T>): Result<T> {
  try {
    return work();
  } catch (error) {
    return refused({
      code: 'core_failed',
      path: '',
      message: `This could not be worked out (${error instanceof Error ? error.message : String(error)}). The record is kept as it is.`,
    });
  }
}

const core = {
  reckon: (input: ReckonInput): Result<Reckoning> => guarded(() => reckonPiece(input)),
  schools: (input: ReckonInput, ruleId: HouseRuleId): Result<SchoolFigures[]> =>
    guarded(() => compareSchools(input, ruleId)),
  treatments: (input: ReckonInput): Result<Question[]> => guarded(() => compareTreatments(input)),
  preview: (input: ReckonInput, fix: Fix): Result<FixPreview> => guarded(() => previewFix(input, fix)),
  changeOfMind: (input: ReckonInput, zoneId: ZoneId, look: LookKind): Result<ChangeOfMind> =>
    guarded(() => changeOfMind(input, zoneId, look)),
  plans: (input: ReckonInput, kept: KeptPlan): Result<PlanComparison> => guarded(() => comparePlans(input, kept)),
  draws: (pieces: readonly Piece[], shop: Omit<ReckonInput, 'piece'>): Result<Draw[][]> =>
    guarded(() =>
      good(
        pieces.map((piece) => {
          const reckoned = reckonPiece({ ...shop, piece });
          return reckoned.ok ? drawsOf(piece, reckoned.value) : [];
        }),
      ),
    ),
  buy: (
    needs: readonly NeedOf[],
    containers: readonly Container[],
    products: Record<string, Product>,
    nowMin: number,
  ): Result<BuyList> => guarded(() => good(buyList(needs, containers, products, nowMin))),
  demo: (nowMin: number, timeZone: string): Result<Workshop> => guarded(() => good(demoWorkshop(nowMin, timeZone))),
  calendar: (name: string, reckoning: Reckoning, products: Record<string, Product>, nowMin: number): Result<string> =>
    guarded(() => good(stepsToICalendar(name, reckoning, products, nowMin))),
  csv: (name: string, reckoning: Reckoning, products: Record<string, Product>): Result<string> =>
    guarded(() => good(quantitiesToCsv(name, reckoning, products))),
};

/** What the worker offers. */
export type Core = typeof core;

expose(core);
