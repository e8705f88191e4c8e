import type { Step, StepKindId } from '../workshop';
import type { LagOnSurface } from './lagsOf';
import { stepKind } from './stepKinds';
import { isBand } from './waitBetween';

/** What is done right behind another kind, at the same go: washed is rinsed, what raised dust is dusted off, stain is wiped back. */
const rightBehind: Readonly<Partial<Record<StepKindId, (before: StepKindId) => boolean>>> = {
  rinse: (before) => before === 'wash' || before === 'degrease' || before === 'rinse',
  'de-dust': (before) => stepKind(before).abrasive || before === 'scrape' || before === 'de-dust',
  'wipe-back': (before) => stepKind(before).colours || before === 'glaze' || before === 'wipe-back',
  'seal-edge': (before) => before === 'mask' || before === 'seal-edge',
  // The light is held to it while the brush is cleaned; the sample is shown as soon as it is made; what was scraped is washed.
  inspect: (before) => before === 'prime' || before === 'block' || before === 'seal',
  approve: (before) => before === 'make-sample',
  'remove-residue': (before) => before === 'scrape',
};

/** Kinds that go up a ladder of grits with one tool. */
const ladder: ReadonlySet<StepKindId> = new Set(['sand', 'strip-abrasive']);

/** What is done to the piece while it goes together again. */
const together: ReadonlySet<StepKindId> = new Set(['refit-part', 'oil-runners', 'felt', 'fit-restraint']);

/** Whether a kind of step belongs to the same go as the one before it. */
export const belongsBehind = (kind: StepKindId): boolean => kind === 'dispose' || rightBehind[kind] !== undefined;

const tools = new WeakMap<Step, string>();
/** The tool, as it is filled and set up: what is done with it on any zone can be done at one go. Steps are never changed in place. */
function toolOf(step: Step): string {
  const known = tools.get(step);
  if (known !== undefined) return known;
  const { kind, productId, method, grit, byHand, part } = step;
  // Of a sander or block the paper is changed, and the work goes on.
  const paper = ladder.has(kind) ? null : grit;
  const tool = [kind, productId, method, paper, byHand, part].join('/');
  tools.set(step, tool);
  return tool;
}

/** Whether a kind of step can go on in any sitting that began with another: a first look that is soon had. */
export const mayGoOn = (first: StepKindId, kind: StepKindId): boolean =>
  kind === first || belongsBehind(kind) || (together.has(first) && together.has(kind));

/**
 * Whether a step can go on in a sitting: the same tool on another face, or what is done right behind what was done there.
 * Whole-piece steps stand alone, but for parts that come off or go on one after the other, and tape.
 * @param sitting steps of it so far, at least one
 */
export function goesOn(sitting: readonly Step[], step: Step): boolean {
  const first = sitting[0]!;
  if (!mayGoOn(first.kind, step.kind)) return false;
  if (step.kind === 'dispose') return sitting.some((s) => s.zoneId === step.zoneId);
  if (step.zoneId === null || first.zoneId === null) {
    if (step.kind === 'unmask') return first.kind === 'unmask' && !step.apart && !first.apart;
    const parts = step.kind === first.kind && stepKind(step.kind).group === 'parts';
    return step.zoneId === first.zoneId && (parts || (together.has(first.kind) && together.has(step.kind)));
  }
  // Colours of one round go on wet into each other: on each zone each of them once.
  if (isBand(step) && sitting.some((s) => s.kind === step.kind && s.zoneId === step.zoneId && isBand(s)))
    return sitting.every((s) => s.zoneId !== step.zoneId || s.productId !== step.productId);
  const behind = sitting.findLast((s) => s.zoneId === step.zoneId && s.kind !== 'dispose');
  if (behind && rightBehind[step.kind]?.(behind.kind)) return true;
  // What the user split off is a sitting of its own.
  if (step.apart || first.apart) return false;
  if (step.kind !== first.kind || toolOf(step) !== toolOf(first)) return false;
  // Up the ladder on each zone; down again is another go.
  const rung = ladder.has(step.kind) ? sitting.findLast((s) => s.zoneId === step.zoneId && s.kind === step.kind) : null;
  return !rung || (rung.grit ?? 0) <= (step.grit ?? 0);
}

/** Whether a step of a sitting has to meet the one right before it wet: the next colour of a blend, a wash and its wiping, oily rags. */
export const meetsWet = (before: Step, step: Step): boolean =>
  before.zoneId === step.zoneId &&
  (step.kind === 'wipe-back' || step.kind === 'dispose' || (step.kind === 'blend' && before.kind === 'blend'));

/**
 * The steps of a plan in sittings, in an order that keeps every wait: each takes up all that its tool can do by then, on
 * whatever zones are ready, as long as nothing in it has to wait for something else in it.
 * @param lags what each step waits for
 */
export function inSittings(steps: readonly Step[], lags: ReadonlyMap<string, readonly LagOnSurface[]>): Step[][] {
  const left = new Set(steps);
  const known = new Set(steps.map((s) => s.id));
  const done = new Set<string>();
  const ready = (step: Step, sitting: ReadonlySet<string>) =>
    (lags.get(step.id) ?? []).every(
      (l) => !known.has(l.beforeId) || done.has(l.beforeId) || (sitting.has(l.beforeId) && l.minMin === 0),
    );
  const sittings: Step[][] = [];
  const none: ReadonlySet<string> = new Set();
  while (left.size > 0) {
    // Lags lead backwards in the plan, so that its first step is always ready; a circle in a file keeps its own order.
    const first = [...left].find((s) => ready(s, none)) ?? [...left][0]!;
    const sitting = [first];
    const ids = new Set([first.id]);
    left.delete(first);
    for (let more = true; more; ) {
      more = false;
      for (const step of left) {
        if (!mayGoOn(first.kind, step.kind) || !goesOn(sitting, step) || !ready(step, ids)) continue;
        sitting.push(step);
        ids.add(step.id);
        left.delete(step);
        more = true;
      }
    }
    for (const id of ids) done.add(id);
    sittings.push(sitting);
  }
  return sittings;
}
