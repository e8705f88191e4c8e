import type { HouseRuleId, ZoneId } from '../workshop';
import type { Fix } from './rules/Fix';

/** How bad a finding is: `stop-locked` can only be satisfied, never overruled. */
export type Severity = 'stop-locked' | 'stop' | 'warn' | 'advice';

/** Something in a plan that would ruin work or hurt someone, said in one sentence with the figure that triggered it. */
export interface Finding {
  /** Rule, zone and first offending step: the same finding after regeneration. */
  id: string;
  ruleId: string;
  severity: Severity;
  zoneId: ZoneId | null;
  stepId: string;
  sentence: string;
  why: string;
  /** How the figure in the sentence came about; null: it speaks for itself. */
  working: string | null;
  /** What is not settled while it holds its zone, in a few words; null: it holds nothing. */
  holds: string | null;
  /** Ways out in words. */
  remedies: readonly string[];
  /** Ways out that the program can take by itself. */
  fixes: readonly Fix[];
  /** The house rule that changes or silences it. */
  house: HouseRuleId | null;
  /** Why the user overruled it; null: it stands. */
  overruledBecause: string | null;
  tag: 'P' | 'T' | 'M' | 'label' | 'computed';
}

/** Why a step may not be begun: the finding that holds it. */
export interface Hold {
  ruleId: string;
  /** What is not settled, in a few words: "lead not tested". */
  words: string;
  sentence: string;
}

/** Something that would be said, were it not for a school of the house. */
export interface Silenced {
  ruleId: string;
  house: HouseRuleId;
  zoneId: ZoneId | null;
  stepId: string;
  sentence: string;
}
