import { borderOf, type Face, type Zone, zoneNames } from '../../piece';
import type { HouseRuleId, Piece, Product, Settings, Space, Step, ZoneId } from '../../workshop';
import type { Around } from '../Around';
import { type Exposure, exposuresOf } from '../exposure';
import type { Finding, Severity } from '../Finding';
import type { House } from '../houseRules';
import type { LagOnSurface } from '../lagsOf';
import { zonesApart } from '../members';
import type { StepStates } from '../runPlan';
import { type Consumption, stepKind } from '../stepKinds';
import type { SurfaceState } from '../surfaceState';
import type { Fix } from './Fix';

/** What rules read. Times are whole minutes since 1970 and absent for steps that could not be scheduled. */
export interface RuleContext {
  piece: Piece;
  zones: readonly Zone[];
  run: readonly StepStates[];
  products: Readonly<Record<string, Product>>;
  settings: Pick<Settings, 'methods' | 'tools'>;
  house: House;
  times: ReadonlyMap<string, StepTime>;
  /** What each step waits for, as the schedule kept it. */
  lags: ReadonlyMap<string, readonly LagOnSurface[]>;
  /** When the piece can be used lightly, or null where that is not known. */
  lightUseAtMin: number | null;
  nowMin: number;
  /** The last reading of the air; null: there is none. */
  air: AirReading | null;
  around: Around;
  /** The space it stands in, as it will be; null or left out: nothing is known of it. */
  space?: SpaceBars | null;
}

/** What bars steps in the space of a piece. Minutes. */
export interface SpaceBars {
  /** Why a step cannot be begun then, and until when not; Infinity: for months. Null: it can. */
  bars: (step: Step, startMin: number, handsMin: number) => { untilMin: number; because: string } | null;
  /** Other spaces in which it can. */
  bearing: (step: Step, startMin: number, handsMin: number) => readonly Pick<Space, 'id' | 'name'>[];
}

/** When a step is, and what it takes. */
export interface StepTime {
  startMin: number;
  endMin: number;
  logged: boolean;
  handsOnMin: number;
  /** Litres of its product, high end; what was logged as it was. */
  highL: number;
  /** What it uses up besides its product, each in its own unit: pieces, m or m². */
  uses: readonly (Pick<Consumption, 'what' | 'unit'> & { amount: number })[];
}

/** Air as last read; the surface is null where it was not measured. */
export interface AirReading {
  airTempC: number;
  relHumFrac: number;
  surfaceTempC: number | null;
  atMin: number;
}

/** One offence: the step, and words for what was found. */
export interface Offence {
  step: Step;
  sentence: string;
  severity?: Severity;
  /** What is not settled, where it is another thing than its rule says. */
  holds?: string;
  fixes?: readonly Fix[];
  /** How the figure in the sentence came about. */
  working?: string;
}

/** A rule as a row: what it looks for, how bad it is, why, and the ways out. */
export interface Rule {
  id: string;
  severity: Severity;
  tag: Finding['tag'];
  why: string;
  /** What is not settled while it holds a zone, in a few words; of every rule that can lock. */
  holds?: string;
  /** Ways out in words, for what no edit of the plan can do. */
  remedies: readonly string[];
  /** The house rule that changes or silences it. */
  house?: HouseRuleId;
  /** The schools under which it keeps still. */
  silencedBy?: readonly string[];
  check: (context: RuleContext) => Offence[];
}

/** The zone of a step in words. */
export const where = (step: Step): string => (step.zoneId ? zoneNames[step.zoneId] : 'The piece');
/** A step in words, within a sentence. */
export const name = (step: Step): string =>
  `${stepKind(step.kind).verb.toLowerCase()}${step.grit ? ` P${step.grit}` : ''}${step.of > 1 ? ` ${step.ordinal}` : ''}`;
/** Minutes in words. */
export const hours = (minutes: number): string =>
  minutes < 120 ? `${Math.round(minutes)} min` : `${+(minutes / 60).toFixed(1)} h`;

/** Whether a step lays a coat or colour. */
export const isFilm = (step: Step): boolean => stepKind(step.kind).film;
/** Whether a step abrades. */
export const isAbrasive = (step: Step): boolean => stepKind(step.kind).abrasive;
/** Whether a step wets or abrades the surface it works on. */
export const disturbs = (step: Step): boolean =>
  step.zoneId !== null && (isFilm(step) || isAbrasive(step) || stepKind(step.kind).wet || step.kind === 'scrape');

/** What every rule asks of a plan again, worked out once for each. */
const sorted = new WeakMap<readonly StepStates[], Map<ZoneId | null, StepStates[]>>();

function byZone({ run }: RuleContext): Map<ZoneId | null, StepStates[]> {
  const known = sorted.get(run);
  if (known) return known;
  const zones = new Map<ZoneId | null, StepStates[]>();
  for (const at of run) {
    const own = zones.get(at.step.zoneId);
    if (own) own.push(at);
    else zones.set(at.step.zoneId, [at]);
  }
  sorted.set(run, zones);
  return zones;
}

/** The steps of one zone with their states, in the order of the plan. */
export const inZone = (context: RuleContext, zoneId: ZoneId | null): readonly StepStates[] =>
  byZone(context).get(zoneId) ?? [];

/** Zones that have steps of their own. */
export const workedZones = (context: RuleContext): ZoneId[] => [...byZone(context).keys()].filter((z) => z !== null);

/** Offences of steps whose faces, before or after them, are in a state that breaks a rule. */
export const offending =
  (
    which: 'before' | 'after',
    applies: (step: Step, context: RuleContext) => boolean,
    broken: (state: SurfaceState, step: Step, context: RuleContext) => string | false | Omit<Offence, 'step'>,
    fixes?: (step: Step, context: RuleContext) => readonly Fix[],
  ): Rule['check'] =>
  (context) => {
    const found: Offence[] = [];
    for (const at of context.run) {
      if (!applies(at.step, context)) continue;
      for (const state of at.distinct[which]) {
        const told = broken(state, at.step, context);
        if (told === false) continue;
        const offence = typeof told === 'string' ? { sentence: told } : told;
        found.push({ ...(fixes ? { fixes: fixes(at.step, context) } : {}), ...offence, step: at.step });
        break;
      }
    }
    return found;
  };

const places = new WeakMap<readonly StepStates[], Map<Step, number>>();

/** Place of a step in the plan. */
export function indexOf({ run }: RuleContext, step: Step): number {
  const known = places.get(run) ?? new Map(run.map((at, i) => [at.step, i]));
  places.set(run, known);
  return known.get(step) ?? -1;
}

/** What single steps give, in the order of the plan: a plain loop, because every rule goes through every step. */
export function eachStep<T = Offence>(
  context: Pick<RuleContext, 'run'>,
  look: (at: StepStates, index: number) => readonly T[],
): T[] {
  const found: T[] = [];
  context.run.forEach((at, i) => {
    for (const one of look(at, i)) found.push(one);
  });
  return found;
}

const facesOf = (context: RuleContext, zoneId: ZoneId): readonly Face[] =>
  context.zones.find((z) => z.id === zoneId)?.faces ?? [];

const apart = new WeakMap<readonly StepStates[], ReadonlySet<ZoneId>>();

/** Zones that are worked beside the body. */
export function apartIn({ run, piece, house, zones }: RuleContext): ReadonlySet<ZoneId> {
  const known = apart.get(run) ?? zonesApart(piece, house, zones);
  apart.set(run, known);
  return known;
}

/** Whether two zones meet along an edge where they stay together while they are worked. */
export function meet(context: RuleContext, a: ZoneId, b: ZoneId): boolean {
  if (a === b || apartIn(context).has(a) || apartIn(context).has(b)) return false;
  const [one, other] = [a, b].map((id) => context.zones.find((z) => z.id === id));
  return one !== undefined && other !== undefined && borderOf(one, other) > 0;
}

/** Product of a step. */
export const productOf = (context: RuleContext, step: Step): Product | undefined =>
  step.productId ? context.products[step.productId] : undefined;

/** Faces of a zone. */
export const facesIn = facesOf;

export { lightness } from '../lightness';

const exposed = new WeakMap<RuleContext['times'], Map<string, Exposure[]>>();

/** What each step can reach and hurt, by the hours at which the steps are worked. */
export function exposuresIn(context: RuleContext): ReadonlyMap<string, readonly Exposure[]> {
  const known = exposed.get(context.times);
  if (known) return known;
  const start = (at: StepStates) => context.times.get(at.step.id)?.startMin ?? 0;
  const run = context.run
    .map((at, i) => ({ at, i }))
    .sort((a, b) => start(a.at) - start(b.at) || a.i - b.i)
    .map(({ at }) => at);
  const found = exposuresOf({ ...context, run });
  exposed.set(context.times, found);
  return found;
}

/** Whether a zone is covered when a step of another zone is worked. */
export function coveredAt(context: RuleContext, zone: Step['zoneId'], step: Step): boolean {
  const before = context.run.slice(0, indexOf(context, step)).findLast((at) => at.step.zoneId === zone);
  return before?.after.every((s) => s.covered) ?? false;
}
