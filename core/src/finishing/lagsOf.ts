import { noWait, productWait, type Wait } from '../products';
import type { Piece, Product, Step, StepKindId, WaitKind } from '../workshop';
import type { House } from './houseRules';
import type { StepStates } from './runPlan';
import { stepKind } from './stepKinds';
import type { SurfaceState } from './surfaceState';
import { isBand, waitBetween } from './waitBetween';

/** What a step waits for: another step, by what of it, and in minutes from the end of that one's hands-on work. */
export interface LagOnSurface extends Wait {
  beforeId: string;
  wait: WaitKind;
}

/** Why a step waits for what an earlier one left. */
export const waitWords: Readonly<Record<WaitKind, string>> = {
  none: 'it comes first',
  dwell: 'it has to work',
  dry: 'it has to dry',
  recoat: 'the next coat of the same film',
  film: 'another film comes on it',
  sand: 'hard enough to be worked on',
  tape: 'it has to bear tape',
  handle: 'it has to bear being handled',
  'light-use': 'it may be used lightly',
  cure: 'it has to cure',
};

/** What takes its own time, and is nothing that dries. */
const ownTimeWords: Readonly<Partial<Record<StepKindId, string>>> = {
  obtain: 'it has to come',
  approve: 'it has to be approved',
  clamp: 'it has to set',
  'warm-up': 'it has to get warm',
  'treat-pests': 'the treatment has to work',
};

/** Why a step waits for what a kind of step left. */
export const waitWordsAfter = (before: StepKindId, wait: WaitKind): string =>
  (wait === 'dry' && ownTimeWords[before]) || waitWords[wait];

/** What the waits of a plan are read from. */
export interface LagsInput {
  run: readonly StepStates[];
  products: Readonly<Record<string, Product>>;
  house: Pick<House, 'tape-pull'>;
  wear: Piece['wear'];
}

/** A film of the plan on a face, and whether it has been scuffed. */
interface Laid {
  step: Step;
  keyed: boolean;
}

/** The films of the plan that show, the last one first; films of the old finish have no step. */
function filmsOn(state: SurfaceState, byId: ReadonlyMap<string, Step>): Laid[] {
  const films: Laid[] = [];
  for (let i = state.layers.length - 1; i >= 0; i -= 1) {
    const { stepId, keyed } = state.layers[i]!;
    const step = stepId === null ? undefined : byId.get(stepId);
    if (!step) continue;
    if (stepKind(step.kind).film) films.push({ step, keyed });
    else if (stepKind(step.kind).hides) break;
  }
  return films;
}

/** Whether a colour goes on wet into others of its round: they lie there once more often than it does. */
function goesIntoWet(step: Step, films: readonly Laid[]): boolean {
  if (!isBand(step)) return false;
  const end = films.findIndex((f) => !isBand(f.step) || f.step.kind !== step.kind);
  const colours = (end < 0 ? films : films.slice(0, end)).map((f) => f.step.productId);
  const times = (productId: string | null) => colours.filter((c) => c === productId).length;
  return colours.some((c) => times(c) > times(step.productId));
}

/** The last films laid: one, or every colour of a round. */
function lastRound(films: readonly Laid[]): Laid[] {
  const [last] = films;
  if (!last || !isBand(last.step)) return films.slice(0, 1);
  const colours = new Set<string | null>();
  const end = films.findIndex(({ step }) => {
    if (!isBand(step) || step.kind !== last.step.kind || colours.has(step.productId)) return true;
    colours.add(step.productId);
    return false;
  });
  // A scuff keys all that shows there.
  return (end < 0 ? films : films.slice(0, end)).map(({ step }) => ({ step, keyed: last.keyed }));
}

/** The films a step comes on; what the first colour of a round has waited for is not waited for again by the next. */
function comesOn(step: Step, state: SurfaceState, byId: ReadonlyMap<string, Step>): Laid[] {
  const films = filmsOn(state, byId);
  return goesIntoWet(step, films) ? [] : lastRound(films);
}

/** The minutes of a wait after a step, by the sheet of its product or by its own fixed time. */
function minutesOf(before: Step, wait: WaitKind, next: Step, keyed: boolean, products: LagsInput['products']): Wait {
  if (wait === 'none') return noWait;
  if (wait === 'dry') return { ...noWait, minMin: before.fixedWaitMin, earlyMin: before.fixedWaitMin };
  const product = before.productId ? products[before.productId] : undefined;
  if (!product) return noWait;
  const carrier = next.productId ? (products[next.productId]?.carrier ?? null) : null;
  const { minMin, earlyMin, maxMin, blocked } = productWait(product, wait, carrier);
  return {
    earlyMin,
    // A house rule may ask for more than the label before a clear coat, never for less.
    minMin: Math.max(minMin, wait === 'film' && next.kind === 'clear' ? before.fixedWaitMin : 0),
    // Only a coat has to hold on the one before, and leaf on its size: wax, gilding and transfers ask for no open window.
    maxMin: keyed || (before.kind === 'size') === stepKind(next.kind).film ? null : maxMin,
    blocked,
  };
}

/** Two waits for the same step, on faces in different states: from the later, until the earlier. */
function together(a: LagOnSurface, b: LagOnSurface): LagOnSurface {
  const ends = [a.maxMin, b.maxMin].filter((m) => m !== null);
  const longer = b.minMin > a.minMin || a.wait === 'none' ? b : a;
  return { ...longer, maxMin: ends.length > 0 ? Math.min(...ends) : null, blocked: a.blocked ?? b.blocked };
}

/** Waits by the step that is waited for: of several the longest counts. */
class Waits {
  private readonly byStep = new Map<string, LagOnSurface>();
  constructor(
    private readonly next: Step,
    private readonly products: LagsInput['products'],
  ) {}

  on(before: Step, wait: WaitKind, keyed = false): void {
    if (before.id === this.next.id) return;
    const lag = { beforeId: before.id, wait, ...minutesOf(before, wait, this.next, keyed, this.products) };
    const known = this.byStep.get(before.id);
    this.byStep.set(before.id, known ? together(known, lag) : lag);
  }

  all(): LagOnSurface[] {
    return [...this.byStep.values()];
  }
}

/** What a step waits for on the faces it works: the step before it there, what is wet, and the film it comes on. */
function onItsFaces(
  step: Step,
  states: readonly SurfaceState[],
  byId: ReadonlyMap<string, Step>,
  waits: Waits,
  products: LagsInput['products'],
): void {
  for (const state of states) {
    const last = state.lastStepId === null ? undefined : byId.get(state.lastStepId);
    // Tape is pulled however the piece lies.
    if (last && (step.kind !== 'unmask' || last.zoneId !== null)) waits.on(last, 'none');
    for (const wet of state.drying) {
      const wait = waitBetween(wet, step, products);
      if (wait !== 'none') waits.on(wet, wait);
    }
    for (const film of comesOn(step, state, byId)) {
      const wait = waitBetween(film.step, step, products);
      if (wait !== 'none') waits.on(film.step, wait, film.keyed);
    }
  }
}

/** What a step of the whole piece waits for: every film on it, as far as it is handled, used or cured then. */
function onThePiece(
  step: Step,
  states: readonly SurfaceState[],
  byId: ReadonlyMap<string, Step>,
  waits: Waits,
  wear: Piece['wear'],
): void {
  const { grips } = stepKind(step.kind);
  if (!grips && step.kind !== 'cure' && step.kind !== 'hand-over') return;
  for (const state of states) {
    const last = state.lastStepId === null ? undefined : byId.get(state.lastStepId);
    // What has to dry by itself is waited for; the answer of a client is not.
    const dries = last && last.fixedWaitMin > 0 && !stepKind(last.kind).film && stepKind(last.kind).group !== 'look';
    if (last) waits.on(last, dries ? 'dry' : 'none');
    if (grips) {
      const top = state.layers.findLast((l) => l.role !== 'decoration' && l.stepId !== null);
      // Wax is soon hard; the film under it may not be.
      const films = comesOn(step, state, byId).map((f) => f.step);
      for (const laid of [top && byId.get(top.stepId!), ...films]) if (laid) waits.on(laid, 'handle');
    } else {
      // Of all that lies there, whoever laid it, the last to be ready counts.
      for (const { stepId } of state.layers) {
        const laid = stepId === null ? undefined : byId.get(stepId);
        if (!laid) continue;
        // What children or food touch is cured through before it is given away.
        const eaten = laid.zoneId !== null && wear[laid.zoneId] === 'child-food';
        waits.on(laid, step.kind === 'cure' || eaten ? 'cure' : 'light-use');
        // It is wrapped for the way, and what wrapping marks, tape marks.
        if (step.kind === 'hand-over') waits.on(laid, 'tape');
      }
    }
  }
}

/**
 * What every step of a plan waits for, read from the surfaces: what lies on the faces it works when its turn comes, whoever
 * put it there. Pairs that someone wished in an order count beside it. Minutes; late ends of ranges for *from*, early ends
 * for *until*.
 */
export function lagsOf({ run, products, house, wear }: LagsInput): Map<string, LagOnSurface[]> {
  const byId = new Map(run.map(({ step }) => [step.id, step]));
  return new Map(
    run.map(({ step, distinct, whole }) => {
      const waits = new Waits(step, products);
      for (const id of step.after) {
        const before = byId.get(id);
        if (!before) continue;
        const { film } = stepKind(before.kind);
        // What comes by post, or has to get warm, takes its own time; hard tape is pulled when the film beside it is hard.
        const pulledDry = step.kind === 'unmask' && film && house['tape-pull'] === 'dry';
        const ownTime =
          before.kind === 'approve' ? waitBetween(before, step, products) === 'dry' : before.fixedWaitMin > 0;
        // What is built up against a film leans on it.
        const leans = step.kind === 'replace-part' && film;
        waits.on(before, ownTime && !film ? 'dry' : pulledDry || leans ? 'handle' : 'none');
      }
      if (step.zoneId === null) onThePiece(step, whole, byId, waits, wear);
      else if (stepKind(step.kind).group !== 'obtain') onItsFaces(step, distinct.before, byId, waits, products);
      return [step.id, waits.all()];
    }),
  );
}
