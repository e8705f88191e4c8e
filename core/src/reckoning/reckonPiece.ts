import { type Belief, woodRead } from '../colour';
import { hiddenAfterCoats, stepVolume } from '../coverage';
import {
  type AirReading,
  type Around,
  bandColour,
  cautionsOf,
  checkPlan,
  dustAfter,
  type Finding,
  facesOfStep,
  type Hold,
  type House,
  handOverWords,
  handsOnMinutes,
  houseOf,
  inSittings,
  type LagOnSurface,
  lagsOf,
  lateScuff,
  lookOf,
  type Member,
  membersOf,
  nothingAround,
  planIssues,
  planOf,
  runPlan,
  type SpaceBars,
  type StepStates,
  type SurfaceState,
  silencedFindings,
  statesAsFound,
  stepKind,
  wearIn,
  workedFaces,
} from '../finishing';
import { asTaught, hidesKey, litresKey, minutesKey, type Taught } from '../learning';
import { buildFaces, type Face, type Shape, shapeOf, type Zone, zonesOf } from '../piece';
import { keptWorkCalendar } from '../schedule';
import type { Result } from '../units';
import { good, minuteOf, once, refused } from '../units';
import type { Container, LogEntry, Piece, Product, Settings, Step, WorkedShape, ZoneId } from '../workshop';
import { consumablesOf, usesOf } from './consumablesOf';
import { labelWins } from './labelWins';
import { needsOf } from './needsOf';
import { stepNotFinite, sumNotFinite } from './notFinite';
import type { ReckonedStep, Reckoning } from './Reckoning';
import { type Place, placeOf, type Rooms, readyIn, roomsThatBear, spaceBar } from './roomOf';
import { scheduleSteps, setsUpBehind } from './scheduleSteps';
import { cutIntoSittings } from './sittingsOf';
import { tasksOf } from './tasksOf';
import { wetZones } from './wetZones';
import { asYours, minutesWorking } from './workings';

/** What a reckoning is made from; nowMin: whole minutes since 1970. */
export interface ReckonInput {
  piece: Piece;
  products: Readonly<Record<string, Product>>;
  settings: Pick<
    Settings,
    | 'timeZone'
    | 'workingHours'
    | 'people'
    | 'daysOff'
    | 'room'
    | 'houseRules'
    | 'methods'
    | 'tools'
    | 'sprayCarriers'
    | 'labour'
  > & { taught?: Taught; colours?: Belief };
  nowMin: number;
  /** The rooms there are; left out: nothing is known of the air to come. */
  rooms?: Rooms | null;
  /** Last reading of the air; left out: none. */
  air?: AirReading | null;
  /** What the rest of the workshop means for it; left out: nothing. */
  around?: Around;
  /** The shelf, where what is still to be bought is asked; left out: an empty one. */
  containers?: readonly Container[];
  /** Whether the tasks of the workshop's schedule are asked for; left out: they are not made. */
  withTasks?: boolean;
}

/** A plan on its surfaces. */
interface LaidOut {
  faces: Face[];
  zones: Zone[];
  run: StepStates[];
  lags: Map<string, LagOnSurface[]>;
  sittings: Step[][];
  hands: HandsOn;
  /** What the log had taught by then. */
  taught: Taught | undefined;
}

/** What the steps of a plan ask of the hands, each worked out once. */
interface HandsOn {
  /** Area it covers, m². */
  areaOf: (step: Step) => number;
  minutesOf: (step: Step, setsUp: boolean) => number;
  /** The same by typical figures, before what the log taught. */
  typicalMinutesOf: (step: Step, setsUp: boolean) => number;
  shapeOf: (step: Step) => WorkedShape;
  workingOf: (step: Step, setsUp: boolean) => ReckonedStep['minutesWorking'];
}

const lieLoose: readonly Member['id'][] = ['drawers', 'doors'];

function handsOn(
  piece: Piece,
  zones: readonly Zone[],
  run: readonly StepStates[],
  products: ReckonInput['products'],
  house: House,
  taught: Taught | undefined,
): HandsOn {
  const loose = membersOf(piece, house, zones).filter((m) => m.off && lieLoose.includes(m.member.id));
  const isLoose = (face: Face) => loose.some((m) => m.member.has(face));
  const zoneById = new Map<Step['zoneId'], Zone>(zones.map((z) => [z.id, z]));
  const statesBefore = new Map(run.map((at) => [at.step.id, at.distinct.before]));
  const on = once((step: Step) => {
    const faces = facesOfStep(step, zones);
    const ownM2 =
      step.faceIds === null ? (zoneById.get(step.zoneId)?.areaM2 ?? 0) : faces.reduce((sum, f) => sum + f.areaM2, 0);
    const kind = step.productId === null ? null : (products[step.productId]?.kind ?? null);
    return workedFaces(piece, faces, step.areaFrac * ownM2, statesBefore.get(step.id), kind, isLoose);
  });
  const minutes = (setsUp: boolean) => once((step: Step) => handsOnMinutes(step, on(step), setsUp));
  const [settingUp, goingOn] = [minutes(true), minutes(false)];
  const typicalMinutesOf: HandsOn['minutesOf'] = (step, setsUp) => (setsUp ? settingUp : goingOn)(step);
  const shapeOf = (step: Step): WorkedShape => (on(step).narrowFrac > 0.5 ? 'narrow' : 'flat');
  const learned = once((step: Step) => taught?.[minutesKey(step, shapeOf(step))]);
  const minutesOf: HandsOn['minutesOf'] = (step, setsUp) => {
    const [typical, own] = [typicalMinutesOf(step, setsUp), learned(step)];
    return own && typical > 0 ? Math.max(1, Math.ceil(typical * own.factor - 1e-9)) : typical;
  };
  const working = (setsUp: boolean) =>
    once((step: Step) => minutesWorking(step, on(step), minutesOf(step, setsUp), setsUp, learned(step)));
  const [workingSettingUp, workingGoingOn] = [working(true), working(false)];
  return {
    areaOf: (step) => on(step).areaM2,
    minutesOf,
    typicalMinutesOf,
    shapeOf,
    workingOf: (step, setsUp) => (setsUp ? workingSettingUp : workingGoingOn)(step),
  };
}

/** A plan is made once for as long as nothing it reads changes; so is what follows from it alone. */
const plansLaidOut = new WeakMap<readonly Step[], LaidOut>();

function laidOut(steps: readonly Step[], shape: Shape, { piece, products, settings }: ReckonInput): LaidOut {
  const known = plansLaidOut.get(steps);
  const { taught } = settings;
  if (known && known.taught === taught) return known;
  const faces = buildFaces(shape);
  const zones = zonesOf(piece, faces);
  const house = houseOf(settings, piece);
  const run = runPlan(piece, zones, steps, products, house);
  const lags = lagsOf({ run, products, house, wear: wearIn(piece) });
  const hands = handsOn(piece, zones, run, products, house, taught);
  const made = { faces, zones, run, lags, sittings: inSittings(steps, lags), hands, taught };
  plansLaidOut.set(steps, made);
  return made;
}

/** Share of a step's area that is bare softwood or board and drinks its first coat. */
function thirstyFrac(at: StepStates): number {
  const total = at.faces.reduce((sum, f) => sum + f.areaM2, 0);
  if (!stepKind(at.step.kind).film || total === 0) return 0;
  const isThirsty = (state: SurfaceState) =>
    state.layers.length === 0 &&
    (state.material === 'mdf' || state.material === 'particleboard' || state.species.softwood);
  return at.faces.reduce((sum, f, i) => sum + (isThirsty(at.before[i]!) ? f.areaM2 : 0), 0) / total;
}

/** Coats, by typical figures, in which a paint hides what its first coat is laid over. */
function hidesInCoats(
  step: Step,
  product: Product | undefined,
  ground: string | undefined,
  taught: Taught | undefined,
): number | null {
  if (step.kind !== 'paint' || step.ordinal !== 1 || !product || !ground || product.hidingFrac <= 0) return null;
  const own = hiddenAfterCoats(product, ground, step.method === 'brush');
  return own === null ? null : own / (taught?.[hidesKey(product.id)]?.factor ?? 1);
}

/** The face that stands for the colour of a zone: its largest. */
const largestFace = (zone: Zone): string => zone.faces.reduce((best, f) => (f.areaM2 > best.areaM2 ? f : best)).id;

const statusOf = (entry: LogEntry | undefined): ReckonedStep['status'] =>
  entry?.doneAt ? 'done' : entry?.startedAt ? 'running' : 'planned';

function totalsOf(
  steps: readonly ReckonedStep[],
  usedFrom: (step: ReckonedStep) => number,
  products: Reckoning['products'],
  labour: (handsOnMin: number) => number,
): Reckoning['totals'] {
  const films = steps.filter((s) => stepKind(s.step.kind).film || s.step.kind === 'wax');
  const lightUse = films.map(usedFrom);
  const work = steps.filter((s) => s.step.kind !== 'cure');
  const cure = steps.find((s) => s.step.kind === 'cure');
  const handsOnMin = steps.reduce((sum, s) => sum + s.handsOnMin, 0);
  return {
    handsOnMin,
    labourPrice: labour(handsOnMin),
    productL: products.reduce((sum, p) => sum + p.needL.likely, 0),
    price: products.reduce((sum, p) => sum + p.packs.price, 0),
    lightUseAtMin: work.length > 0 ? Math.max(...lightUse, ...work.map((s) => s.endMin)) : null,
    curedAtMin: cure ? cure.endMin : null,
  };
}

/** What the hours of a piece cost: by the hour, as a share of its sale price, or nothing. */
function labourPrice(
  handsOnMin: number,
  piece: Piece,
  { labour }: ReckonInput['settings'],
  house: Pick<House, 'labour'>,
): number {
  if (house.labour === 'none') return 0;
  return house.labour === 'share'
    ? (piece.salePrice ?? 0) * labour.shareOfSaleFrac
    : (handsOnMin / 60) * labour.ratePerHour;
}

/** Steps that go on with what is set up for others of their kind in their sitting. */
function goingOnIn(worked: Parameters<typeof cutIntoSittings>[0]): Set<string> {
  const ids = new Set<string>();
  for (const sitting of cutIntoSittings(worked)) {
    const own = sitting.map((s) => s.step);
    own.forEach((step, i) => {
      if (!setsUpBehind(own.slice(0, i), step)) ids.add(step.id);
    });
  }
  return ids;
}

/** Coats before which the piece is brought to another space, and which are laid there. */
function movedBefore(steps: readonly Step[]): Set<string> {
  const moved = new Set<Step['zoneId']>();
  const ids = new Set<string>();
  for (const step of steps) {
    if (step.kind === 'move-to-space') moved.add(step.zoneId);
    if (moved.has(step.zoneId) || moved.has(null)) ids.add(step.id);
  }
  return ids;
}

/** What the rules ask of the space a piece stands in. */
function spaceFor(place: Place, products: ReckonInput['products'], movedFor: ReadonlySet<string>): SpaceBars | null {
  const { room } = place;
  if (!room) return null;
  const productOf = ({ productId }: Step) => (productId === null ? undefined : products[productId]);
  return {
    bars: (step, startMin, handsMin) =>
      movedFor.has(step.id) ? null : spaceBar(step, productOf(step), handsMin, place, startMin),
    bearing: (step, startMin, handsMin) => roomsThatBear(step, productOf(step), handsMin, place, startMin),
  };
}

/** From the first step that a locked finding names on, the rest of its zone is held. */
function withHolds(steps: readonly ReckonedStep[], findings: readonly Finding[]): ReckonedStep[] {
  const heldZones = new Map<Step['zoneId'], Hold>();
  const starts = new Map<string, Hold>();
  for (const { stepId, ruleId, holds, sentence } of findings)
    if (holds !== null && !starts.has(stepId)) starts.set(stepId, { ruleId, words: holds, sentence });
  return steps.map((s) => {
    const start = starts.get(s.step.id);
    if (start && !heldZones.has(s.step.zoneId)) heldZones.set(s.step.zoneId, start);
    const held = s.status === 'planned' ? heldZones.get(s.step.zoneId) : undefined;
    return held ? { ...s, held } : s;
  });
}

/**
 * Works out everything about one piece from its plan and its log: areas, litres, cans, times, findings.
 * Pure: the same input gives the same figures in the page, in a worker and on the command line.
 * Refused where the piece has not been measured.
 */
export function reckonPiece(input: ReckonInput): Result<Reckoning> {
  const { piece, products, settings, nowMin } = input;
  const shape = shapeOf(piece);
  if (!shape.ok) return refused(...shape.issues);
  const plan = planOf(piece, input);
  const laid = laidOut(plan.steps, shape.value, input);
  const { faces, zones, run: runOfPlan, lags: lagsOfPlan, sittings, hands } = laid;
  const zoneById = new Map<Step['zoneId'], Zone>(zones.map((z) => [z.id, z]));
  const house = houseOf(settings, piece);
  const wear = wearIn(piece);
  const place = placeOf(piece, input.rooms);
  const movedFor = movedBefore(plan.steps);
  const scheduled = scheduleSteps({
    steps: plan.steps,
    lags: lagsOfPlan,
    sittings,
    lagsIn: (zoneId, steps) => {
      const own = zones.filter((z) => z.id === zoneId);
      return lagsOf({ run: runPlan(piece, own, steps, products, house), products, house, wear });
    },
    products,
    handsOnMin: hands.minutesOf,
    log: piece.log,
    nowMin,
    startMin: piece.startAt ? minuteOf(piece.startAt) : null,
    calendar: keptWorkCalendar(settings),
    openElsewhere: input.around?.wet ?? [],
    place,
    movedFor,
  });
  const run = scheduled.steps === plan.steps ? runOfPlan : runPlan(piece, zones, scheduled.steps, products, house);
  const byId = new Map(scheduled.steps.map((s) => [s.id, s]));
  const placed = new Map(scheduled.answer.placed.map((p) => [p.id, p]));
  const logged = new Map(piece.log.map((entry) => [entry.step.id, entry]));
  const cures = new Set(scheduled.steps.filter((s) => s.kind === 'cure').map((s) => s.id));
  const goingOn = goingOnIn(
    scheduled.steps
      .filter((s) => hands.minutesOf(s, true) > 0)
      .map((step) => ({ step, status: statusOf(logged.get(step.id)), ...placed.get(step.id)! })),
  );
  const readyMin = new Map<string, number>();
  for (const [id, lags] of scheduled.lags) {
    if (cures.has(id)) continue;
    for (const lag of lags) {
      const at = placed.get(lag.beforeId)!.endMin + lag.minMin;
      readyMin.set(lag.beforeId, Math.max(at, readyMin.get(lag.beforeId) ?? at));
    }
  }
  const asFound = statesAsFound(piece, faces);
  const largest = new Map(zones.map((z) => [z.id, largestFace(z)]));
  const woodOf = (zoneId: ZoneId) => ({
    state: piece.colours?.[zoneId]?.state ?? ('usual' as const),
    read: woodRead(piece, zoneId),
  });
  const colours = new Map(
    zones.map((z) => [z.id, bandColour(asFound.get(largest.get(z.id)!)!, products, woodOf(z.id), settings.colours)]),
  );
  const found = zones.map((z) => ({
    id: z.id,
    look: lookOf(piece, z.id),
    areaM2: z.areaM2,
    colour: colours.get(z.id)!,
  }));

  const handOver = handOverWords(piece);
  const worked = run.map((at): ReckonedStep => {
    const { step } = at;
    const zone = zoneById.get(step.zoneId);
    const shown = zone ? at.faces.findIndex((f) => f.id === largest.get(zone.id)) : -1;
    const ground = step.zoneId ? colours.get(step.zoneId) : undefined;
    if (zone && shown >= 0)
      colours.set(zone.id, bandColour(at.after[shown]!, products, woodOf(zone.id), settings.colours));
    const product = step.productId ? products[step.productId] : undefined;
    const setsUp = !goingOn.has(step.id);
    const minutes = hands.minutesOf(step, setsUp);
    const volume = product
      ? stepVolume(step, product, stepKind(step.kind).covers * hands.areaOf(step), thirstyFrac(at), setsUp)
      : undefined;
    const learned = settings.taught?.[litresKey(step)];
    const productL = volume ? asTaught(volume.productL, learned, 'litres') : null;
    const lags = scheduled.lags.get(step.id) ?? [];
    const waitsFor = lags.flatMap(({ beforeId, wait, minMin, maxMin }) => {
      const { endMin: from } = placed.get(beforeId)!;
      const untilMin = maxMin === null ? null : from + maxMin;
      return minMin > 0 || untilMin !== null ? [{ stepId: beforeId, wait, fromMin: from + minMin, untilMin }] : [];
    });
    const opens = waitsFor.map((w) => w.fromMin);
    const closes = waitsFor.flatMap((w) => w.untilMin ?? []);
    const { startMin, endMin } = placed.get(step.id)!;
    return {
      step,
      status: scheduled.over.has(step.id) ? 'done' : statusOf(logged.get(step.id)),
      areaM2: hands.areaOf(step),
      handsOnMin: minutes,
      setsUp,
      productL,
      thinnerL: volume && volume.thinnerL.likely > 0 ? asTaught(volume.thinnerL, learned, 'litres') : null,
      actualL: logged.get(step.id)?.actualL ?? null,
      working: volume && productL ? asYours(volume.working, productL.likely, learned) : null,
      minutesWorking: hands.workingOf(step, setsUp),
      typical: {
        minutes: hands.typicalMinutesOf(step, setsUp),
        litres: volume?.productL.likely ?? null,
        shape: hands.shapeOf(step),
      },
      uses: usesOf({ step, areaM2: hands.areaOf(step), setsUp }, settings.taught),
      hidesInCoats: hidesInCoats(step, product, ground, settings.taught),
      startMin,
      endMin,
      readyMin: Math.max(endMin, readyMin.get(step.id) ?? endMin),
      waitsFor,
      opensAtMin: opens.length > 0 ? Math.max(...opens) : null,
      closesAtMin: closes.length > 0 ? Math.min(...closes) : null,
      held: null,
      inserted: scheduled.inserted.has(step.id),
      missedAtMin: scheduled.inserted.get(step.id) ?? null,
      bandColour: (step.zoneId && colours.get(step.zoneId)) || '#cccccc',
      labelSays: labelWins(
        step,
        product,
        lags.map((lag) => ({ step: byId.get(lag.beforeId)!, lag })),
        house,
      ),
      cautions: cautionsOf(step, product, handOver),
    };
  });

  const spoiled = stepNotFinite(worked);
  if (spoiled) return refused(spoiled);
  const times = new Map(
    worked.map((s) => [
      s.step.id,
      {
        startMin: s.startMin,
        endMin: s.endMin,
        logged: s.status !== 'planned',
        handsOnMin: s.handsOnMin,
        highL: s.actualL ?? s.productL?.high ?? 0,
        uses: s.uses,
      },
    ]),
  );
  const ready = readyIn(place.room);
  // What children or food touch is used when it has cured through.
  const usedFrom = ({ step: { id, productId, zoneId }, endMin }: ReckonedStep): number => {
    const product = productId === null ? undefined : products[productId];
    if (!product) return endMin;
    const { cureMin, lightUseMin } = product.times;
    const labelMin = zoneId && wear[zoneId] === 'child-food' ? cureMin.high : lightUseMin.high;
    return ready(product, logged.get(id))(endMin, labelMin);
  };
  const lightUse = totalsOf(worked, usedFrom, [], () => 0).lightUseAtMin;
  const context = {
    piece,
    zones,
    run,
    products,
    settings,
    house,
    times,
    lags: scheduled.lags,
    lightUseAtMin: lightUse,
    nowMin,
    air: input.air ?? null,
    around: input.around ?? nothingAround,
    space: spaceFor(place, products, movedFor),
  };
  const findings = checkPlan(context);
  const steps = withHolds(worked, findings);
  const needs = needsOf(steps, products);
  const reckoning: Reckoning = {
    pieceId: piece.id,
    zones: found,
    steps,
    products: needs,
    consumables: consumablesOf(steps, house),
    findings,
    silenced: silencedFindings(context),
    wet: wetZones(steps, products, nowMin, { log: logged, room: place.room }),
    tasks: input.withTasks
      ? tasksOf({
          piece,
          steps,
          lags: scheduled.lags,
          products,
          lateMinOf: (id) => {
            const scuffed = lateScuff(byId.get(id)!, '');
            return hands.minutesOf(scuffed, true) + hands.minutesOf(dustAfter(byId.get(id)!), true);
          },
          nowMin,
          startMin: piece.startAt ? minuteOf(piece.startAt) : null,
          log: piece.log,
          place,
          movedFor,
        })
      : [],
    issues: [...plan.issues, ...planIssues(piece, new Set(zones.map((z) => z.id)), plan.steps)],
    totals: totalsOf(steps, usedFrom, needs, (minutes) => labourPrice(minutes, piece, settings, house)),
  };
  const wrong = sumNotFinite(reckoning);
  return wrong ? refused(wrong) : good(reckoning);
}
