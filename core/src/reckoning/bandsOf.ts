import { stepKind } from '../finishing';
import type { StepKindId } from '../workshop';
import type { ReckonedStep } from './Reckoning';

/** One band of a stick: a stretch of steps that leave the surface looking one way. */
export interface Band {
  steps: readonly ReckonedStep[];
  name: string;
  colour: string;
  height: number;
  cut: boolean;
  wood: boolean;
  state: 'done' | 'now' | 'planned';
  severity: 'stop' | 'warn' | null;
}

/** Steps that are one thing on a stick: washing, stripping, a ladder, a light sanding with its dust. */
const joined = new Set<StepKindId>([
  'de-dust',
  'inspect',
  'unmask',
  'dispose',
  'seal-edge',
  'make-sample',
  'approve',
  'test',
  'judge',
  'dry',
  'dry-out',
  'clamp',
  'wipe-back',
  'drill',
  'feather',
  'spot-prime',
]);
const washing = new Set<StepKindId>(['degrease', 'wipe-down', 'rinse', 'vacuum', 'wash', 'treat-pests']);
const stripping = new Set<StepKindId>([
  'strip-chemical',
  'strip-abrasive',
  'scrape',
  'remove-residue',
  'peel',
  'wash-glue',
]);
const opaque = new Set<StepKindId>(['paint', 'prime', 'block', 'blend', 'metallic', 'patina', 'paper', 'leaf', 'foil']);
const groupOf = (s: ReckonedStep): string => {
  const { kind } = s.step;
  if (washing.has(kind)) return 'wash';
  if (stripping.has(kind)) return 'strip';
  return joined.has(kind) ? 'with-last' : kind;
};

function nameOf(group: string, steps: readonly ReckonedStep[]): string {
  const grits = steps.flatMap((s) => s.step.grit ?? []);
  const first = steps[0]!.step;
  if (group === 'sand') return grits.length > 1 ? `P${grits[0]}–${grits.at(-1)}` : `P${grits[0]}`;
  // What is only wiped down is not called washed.
  if (first.kind === 'wipe-down' && !steps.some((s) => s.step.kind === 'rinse')) return stepKind(first.kind).band;
  if (group === 'wash' || group === 'strip') return group;
  return first.of > 1 ? `${stepKind(first.kind).band} ${first.ordinal}` : stepKind(first.kind).band;
}

/** Lays the steps of a zone out as bands. @param worst the worst finding of a step */
export function bandsOf(
  steps: readonly ReckonedStep[],
  nextId: string | undefined,
  worst: (stepId: string) => 'stop' | 'warn' | null,
): Band[] {
  const groups: { group: string; steps: ReckonedStep[] }[] = [];
  // What is ordered lies on no surface.
  for (const s of steps.filter((x) => x.step.kind !== 'obtain')) {
    const group = groupOf(s);
    const last = groups.at(-1);
    const joins =
      last &&
      (group === 'with-last' ||
        ((group === 'wash' || group === 'strip' || group === 'sand') && last.group === group) ||
        (group === 'wash' && last.group === 'strip'));
    if (joins) last.steps.push(s);
    else groups.push({ group, steps: [s] });
  }
  let height = 58;
  return groups.map(({ group, steps: own }) => {
    height = Math.max(40, height + own.reduce((sum, s) => sum + stepKind(s.step.kind).rise, 0));
    const done = own.every((s) => s.status === 'done');
    const now = own.some((s) => s.status === 'running' || s.step.id === nextId);
    const severities = own.map((s) => worst(s.step.id));
    return {
      steps: own,
      name: nameOf(group, own),
      colour: own.at(-1)!.bandColour,
      height,
      cut: own.some((s) => stepKind(s.step.kind).abrasive),
      wood: !own.some((s) => opaque.has(s.step.kind)),
      state: done ? 'done' : now ? 'now' : 'planned',
      severity: severities.includes('stop') ? 'stop' : severities.includes('warn') ? 'warn' : null,
    };
  });
}
