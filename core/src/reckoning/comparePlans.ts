import { planOf } from '../finishing';
import { good, type Result } from '../units';
import type { KeptPlan, Piece, Step } from '../workshop';
import type { Reckoning } from './Reckoning';
import { type ReckonInput, reckonPiece } from './reckonPiece';
import { toBuyPrice } from './toBuyPrice';

/** What makes one plan of a piece differ from another. */
const planFields = ['looks', 'additions', 'effects', 'bands', 'decisions', 'choices', 'houseRules', 'edits'] as const;

/** The plan of a piece as it can be kept. */
export const keepPlan = (piece: Piece, id: string, name: string, keptAt: string): KeptPlan =>
  structuredClone({
    id,
    name,
    keptAt,
    looks: piece.looks,
    additions: piece.additions,
    effects: piece.effects,
    bands: piece.bands,
    decisions: piece.decisions,
    choices: piece.choices,
    houseRules: piece.houseRules,
    edits: piece.edits,
  }) as KeptPlan;

/** Gives a piece the looks, choices and edits of a kept plan; its steps are then to be made again. */
export function takePlan(piece: Piece, plan: KeptPlan): void {
  const taken = structuredClone(plan) as KeptPlan;
  for (const field of planFields) Object.assign(piece, { [field]: taken[field] });
}

/** A step that one plan has and the other has not, or has otherwise. */
interface StepDifference {
  zoneId: Step['zoneId'];
  kind: Step['kind'];
  /** Of each plan how often, and with which products. */
  one: { times: number; products: readonly string[] };
  other: { times: number; products: readonly string[] };
}

/** Figures of one of two plans. */
export interface PlanFigures {
  steps: number;
  handsOnMin: number;
  productL: number;
  /** Cans still to be bought, less the shelf. */
  price: number;
  lightUseAtMin: number | null;
  findings: readonly { severity: string; sentence: string }[];
}

/** Two plans of one piece side by side. */
export interface PlanComparison {
  one: PlanFigures;
  other: PlanFigures;
  differences: readonly StepDifference[];
}

const figures = (input: ReckonInput, r: Reckoning): PlanFigures => ({
  steps: r.steps.length,
  handsOnMin: r.totals.handsOnMin,
  productL: r.totals.productL,
  price: toBuyPrice(input, r),
  lightUseAtMin: r.totals.lightUseAtMin,
  findings: r.findings
    .filter((f) => f.overruledBecause === null && f.severity !== 'advice')
    .map(({ severity, sentence }) => ({ severity, sentence })),
});

function byKind(r: Reckoning, products: ReckonInput['products']) {
  const found = new Map<string, { step: Step; times: number; products: Set<string> }>();
  for (const { step } of r.steps) {
    const key = `${step.zoneId}/${step.kind}`;
    const at = found.get(key) ?? { step, times: 0, products: new Set<string>() };
    at.times += 1;
    const name = step.productId ? products[step.productId]?.name : undefined;
    if (name) at.products.add(name);
    found.set(key, at);
  }
  return found;
}

/**
 * Holds the plan of a piece against a kept one, each planned, priced and scheduled as it stands.
 * Refused where either cannot be made.
 */
export function comparePlans(input: ReckonInput, kept: KeptPlan): Result<PlanComparison> {
  const one = reckonPiece(input);
  if (!one.ok) return one;
  const copy = structuredClone(input.piece) as Piece;
  takePlan(copy, kept);
  const planned = planOf(copy, input);
  if (!planned.ok) return { ok: false, issues: [...planned.issues] };
  const other = reckonPiece({ ...input, piece: copy });
  if (!other.ok) return other;
  const [a, b] = [byKind(one.value, input.products), byKind(other.value, input.products)];
  const none = { times: 0, products: new Set<string>() };
  const differences = [...new Map([...a, ...b])].flatMap(([key, { step }]): StepDifference[] => {
    const [mine, theirs] = [a.get(key) ?? none, b.get(key) ?? none];
    const [p, q] = [[...mine.products].sort(), [...theirs.products].sort()];
    return mine.times === theirs.times && p.join() === q.join()
      ? []
      : [
          {
            zoneId: step.zoneId,
            kind: step.kind,
            one: { times: mine.times, products: p },
            other: { times: theirs.times, products: q },
          },
        ];
  });
  return good({ one: figures(input, one.value), other: figures({ ...input, piece: copy }, other.value), differences });
}
