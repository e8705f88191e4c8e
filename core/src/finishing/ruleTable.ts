import type { Finding, Severity, Silenced } from './Finding';
import { applicationRules } from './rules/application';
import { benchRules } from './rules/bench';
import { commissionRules } from './rules/commission';
import { compatibilityRules } from './rules/compatibility';
import { conditionRules } from './rules/conditions';
import { finishRules } from './rules/finish';
import { hazardRules } from './rules/hazards';
import { labelRules } from './rules/labels';
import { maskingRules } from './rules/masking';
import { orderRules } from './rules/order';
import type { Rule, RuleContext } from './rules/Rule';
import { safetyRules } from './rules/safety';
import { substrateRules } from './rules/substrate';

/** The rules a plan is held against. A new rule is a new row. */
export const ruleTable: readonly Rule[] = [
  ...safetyRules,
  ...hazardRules,
  ...substrateRules,
  ...orderRules,
  ...conditionRules,
  ...compatibilityRules,
  ...labelRules,
  ...maskingRules,
  ...applicationRules,
  ...benchRules,
  ...finishRules,
  ...commissionRules,
];

const order: readonly Severity[] = ['stop-locked', 'stop', 'warn', 'advice'];

/** The reason a finding was overruled with; what is locked can only be satisfied. */
const overruled = (context: RuleContext, findingId: string, severity: Severity): string | null =>
  severity === 'stop-locked' ? null : (context.piece.overrules.find((o) => o.findingId === findingId)?.why ?? null);

/** Whether a rule keeps still under the schools of the house. */
const silenced = (rule: Rule, context: RuleContext): boolean => {
  const school = rule.house ? (context.house as Readonly<Record<string, string>>)[rule.house] : undefined;
  return school !== undefined && (rule.silencedBy?.includes(school) ?? false);
};

/**
 * What the schools of the house keep quiet: the rule, and the school, where a finding would have been.
 * The steps are those the rule would have named.
 */
export function silencedFindings(context: RuleContext, rules: readonly Rule[] = ruleTable): Silenced[] {
  return rules.flatMap((rule) => {
    if (!silenced(rule, context)) return [];
    const [first] = rule.check(context);
    return first
      ? [
          {
            ruleId: rule.id,
            house: rule.house!,
            zoneId: first.step.zoneId,
            stepId: first.step.id,
            sentence: first.sentence,
          },
        ]
      : [];
  });
}

/** Findings of a plan, the worst first, one per rule and zone: the first offending step stands for it. */
export function checkPlan(context: RuleContext, rules: readonly Rule[] = ruleTable): Finding[] {
  return rules
    .flatMap((rule) => {
      const seen = new Set<string | null>();
      if (silenced(rule, context)) return [];
      return rule.check(context).flatMap(({ step, sentence, severity, holds, fixes, working }): Finding[] => {
        if (seen.has(step.zoneId)) return [];
        seen.add(step.zoneId);
        return [
          {
            id: `${rule.id}/${step.zoneId}/${step.id}`,
            ruleId: rule.id,
            severity: severity ?? rule.severity,
            zoneId: step.zoneId,
            stepId: step.id,
            sentence,
            why: rule.why,
            working: working ?? null,
            holds: (severity ?? rule.severity) === 'stop-locked' ? (holds ?? rule.holds ?? 'not settled') : null,
            remedies: rule.remedies,
            fixes: fixes ?? [],
            house: rule.house ?? null,
            overruledBecause: overruled(context, `${rule.id}/${step.zoneId}/${step.id}`, severity ?? rule.severity),
            tag: rule.tag,
          },
        ];
      });
    })
    .sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity));
}
