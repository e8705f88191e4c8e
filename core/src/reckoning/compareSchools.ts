import { houseOf, houseRuleTable } from '../finishing';
import { good, type Result } from '../units';
import type { HouseRuleId } from '../workshop';
import { type ReckonInput, reckonPiece } from './reckonPiece';
import { toBuyPrice } from './toBuyPrice';

/** What a piece would take under one school. */
export interface SchoolFigures {
  schoolId: string;
  /** Followed now. */
  current: boolean;
  steps: number;
  handsOnMin: number;
  productL: number;
  /** Cans still to be bought, less the shelf. */
  price: number;
  labourPrice: number;
  lightUseAtMin: number | null;
  findings: number;
}

/**
 * The schools of a house rule side by side on one piece, worked out by planning, pricing and scheduling it under each.
 * Nothing is stored; what is logged stays as it was.
 */
export function compareSchools(input: ReckonInput, ruleId: HouseRuleId): Result<SchoolFigures[]> {
  const { piece, settings } = input;
  const now = houseOf(settings, piece)[ruleId];
  const schools = houseRuleTable.find((r) => r.id === ruleId)?.schools ?? [];
  const figures: SchoolFigures[] = [];
  for (const school of schools) {
    const under = { ...piece, houseRules: { ...piece.houseRules, [ruleId]: school.id } };
    const reckoned = reckonPiece({ ...input, piece: under });
    if (!reckoned.ok) return reckoned;
    const { totals, findings, steps } = reckoned.value;
    figures.push({
      schoolId: school.id,
      current: school.id === now,
      steps: steps.length,
      handsOnMin: totals.handsOnMin,
      productL: totals.productL,
      price: toBuyPrice(input, reckoned.value),
      labourPrice: totals.labourPrice,
      lightUseAtMin: totals.lightUseAtMin,
      findings: findings.filter((f) => f.severity !== 'advice' && f.overruledBecause === null).length,
    });
  }
  return good(figures);
}
