import {
  breachNames,
  broughtInto,
  chemistryOf,
  type DryingClock,
  dryingClock,
  type Film,
  type HourVerdict,
  hourVerdict,
  openAgain,
  type SpaceAir,
  spaceAir,
  waterFactor,
  waterShare,
} from '../climate';
import { isSprayed, type LagOnSurface, stepKind } from '../finishing';
import { dryKey, type Taught } from '../learning';
import { type AirBar, closesAt, type LagInAir, opensAt } from '../schedule';
import { minuteOf } from '../units';
import type { LogEntry, Piece, Product, Settings, Space, Step, WaitKind, Workshop } from '../workshop';
import { type ColdCan, type ShelfWarmth, shelfWarmth } from './shelfWarmth';

/** The space a piece stands in, with what its air means for films. */
export interface Room {
  air: SpaceAir;
  clock: DryingClock;
  /** The piece was brought there, and its wood may be colder or warmer than what stands there. */
  brought: boolean;
  /** How many times as long films of a product took here before as they are expected to, by what the log taught. */
  paceOf: (productId: string) => number;
  /** Verdicts on a product in each hour of it. */
  verdictOf: (product: Product) => HourVerdict;
}

type RoomSettings = Pick<Settings, 'timeZone' | 'spaces' | 'forecast' | 'usualAir'> & { taught?: Taught };

/** The space a piece stands in: its own, or the usual one of the workshop; null: none is described. */
export const spaceOf = ({ spaceId }: Pick<Piece, 'spaceId'>, spaces: readonly Space[]): Space | null =>
  spaces.find((s) => s.id === spaceId) ?? spaces[0] ?? null;

let latest: { of: readonly unknown[]; rooms: Map<string, Room> } | undefined;

/**
 * The room of a space, kept as long as nothing it is read from changes; null where none is described: then the times of labels
 * hold, and nothing is said of the air to come.
 */
export function roomOf(space: Space | null, settings: RoomSettings, readings: Workshop['readings']): Room | null {
  if (!space) return null;
  const { timeZone, spaces, forecast, usualAir, taught } = settings;
  const of = [timeZone, spaces, forecast, usualAir, readings, taught];
  if (!latest || latest.of.some((x, i) => x !== of[i])) latest = { of, rooms: new Map() };
  let room = latest.rooms.get(space.id);
  if (!room) {
    room = roomIn(spaceAir(space, settings, Object.values(readings)), false, taught);
    latest.rooms.set(space.id, room);
  }
  return room;
}

/** The room round a piece: that of its space; of one that was brought there, the air it stood in before, and wood that warms or cools. */
function roomAround(
  piece: Pick<Piece, 'spaceId' | 'brought'>,
  settings: RoomSettings,
  readings: Workshop['readings'],
): Room | null {
  const room = roomOf(spaceOf(piece, settings.spaces), settings, readings);
  const { brought } = piece;
  const from = brought && settings.spaces.find((s) => s.id === brought.fromId);
  if (!room || !brought || !from) return room;
  const before = roomOf(from, settings, readings)!;
  const key = `${room.air.space.id}/${from.id}/${brought.at}`;
  let around = latest!.rooms.get(key);
  if (!around) {
    around = roomIn(broughtInto(room.air, before.air, minuteOf(brought.at)), true, settings.taught);
    latest!.rooms.set(key, around);
  }
  return around;
}

/** The room of some air: clocks and verdicts are made once for it. */
export function roomIn(air: SpaceAir, brought = false, taught: Taught = {}): Room {
  const verdicts = new Map<Product['air'], HourVerdict>();
  return {
    air,
    brought,
    clock: dryingClock(air),
    paceOf: (productId) => taught[dryKey(productId)]?.factor ?? 1,
    verdictOf: ({ air: limits }) => {
      let verdict = verdicts.get(limits);
      if (!verdict) {
        verdict = hourVerdict(limits, air);
        verdicts.set(limits, verdict);
      }
      return verdict;
    },
  };
}

/** The rooms of a workshop: that of a piece, and all there are. */
export interface Rooms {
  of: (piece: Pick<Piece, 'spaceId' | 'brought'>) => Room | null;
  all: () => readonly Room[];
  /** How warm cans are; null, or left out: it is not said where the shelf stands. */
  shelf?: ShelfWarmth | null;
}

/** The rooms of a workshop with what was read in them, and where its cans stand. @param nowMin whole minutes since 1970 */
export function roomsOf(
  { settings, readings, containers }: Pick<Workshop, 'settings' | 'readings' | 'containers'>,
  nowMin: number,
): Rooms {
  const airOf = (space: Space) => roomOf(space, settings, readings)?.air ?? null;
  return {
    of: (piece) => roomAround(piece, settings, readings),
    all: () => settings.spaces.flatMap((s) => roomOf(s, settings, readings) ?? []),
    shelf: shelfWarmth({ settings, containers }, airOf, nowMin),
  };
}

/** Within so much of what was planned, what was used says nothing of how thick it lies: edges drink, and tools keep some. */
const tellsNothingRatio = 1.25;
/** Thinner or thicker than this is a slip of the pen, or went elsewhere. */
const [thinnest, thickest] = [0.7, 1.5];

/** How thick a film lies by what was used for it, against the coat that was planned. */
function thicknessOf(usedL: number, plannedL: number): number {
  const ratio = usedL / plannedL;
  if (ratio > tellsNothingRatio) return Math.min(thickest, ratio / tellsNothingRatio);
  return ratio < 1 / tellsNothingRatio ? Math.max(thinnest, ratio * tellsNothingRatio) : 1;
}
/** A film that was touched is believed to be so many times as fast or as slow at the most. */
const [fastestPace, slowestPace] = [0.2, 5];
const within = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x));

/** The film a product leaves, before anything was found of it; null: nothing that air would slow. */
function plainFilm(product: Product): Film | null {
  const chemistry = chemistryOf(product);
  if (chemistry === null) return null;
  const mostMin = chemistry === 'waterborne' ? waterShare * product.times.recoatFromMin.likely : 0;
  return { chemistry, water: { share: waterShare, mostMin }, thicknessRatio: 1, paceRatio: 1 };
}

/** In what time a film of a product is expected to be dry to the touch, and to sand, by its label in the air it lies in; minutes. */
export function expectedDrying(product: Product, room: Room | null, laidMin: number): { touch: number; sand: number } {
  const film = plainFilm(product);
  const by = (labelMin: number): number =>
    room && film
      ? (room.clock('slow', film, laidMin, labelMin) + room.clock('fast', film, laidMin, labelMin)) / 2 - laidMin
      : labelMin;
  return { touch: by(product.times.dustFreeMin.likely), sand: by(product.times.sandFromMin.likely) };
}

/**
 * The film as it was laid and found: as thick as what was used says, as fast as it was when it was touched, and until then as fast as
 * films of its product were before.
 * @param pace how many times as long they took
 */
export function filmOf(product: Product, entry: LogEntry | undefined, clock: DryingClock, pace = 1): Film | null {
  const plain = plainFilm(product);
  if (!plain) return null;
  if (!entry?.doneAt) return { ...plain, paceRatio: within(pace, fastestPace, slowestPace) };
  const planned = entry.planned?.volumeL ?? null;
  const thicknessRatio =
    entry.actualL !== null && planned !== null && planned > 0 ? thicknessOf(entry.actualL, planned) : 1;
  const laid = { ...plain, thicknessRatio };
  const laidMin = minuteOf(entry.doneAt);
  const { dustFreeMin, sandFromMin } = product.times;
  // What was wet at its time is slower than expected; what was dry before it, faster.
  let [atLeast, atMost] = [0, Number.POSITIVE_INFINITY];
  for (const { at, found } of entry.filmTests ?? []) {
    const label = found === 'sandable' ? sandFromMin.likely : dustFreeMin.likely;
    const expected = (clock('slow', laid, laidMin, label) + clock('fast', laid, laidMin, label)) / 2 - laidMin;
    const took = minuteOf(at) - laidMin;
    if (expected <= 0 || took <= 0) continue;
    if (found === 'wet') atLeast = Math.max(atLeast, took / expected);
    else atMost = Math.min(atMost, took / expected);
  }
  // What was found decides; what says nothing leaves it as fast as those before.
  const found = atLeast > 1 ? atLeast : atMost < 1 ? atMost : null;
  const own = found ?? within(pace, atLeast, atMost);
  return { ...laid, paceRatio: within(own, fastestPace, slowestPace) };
}

/** Waits that are waits for a film to harden. */
const hardens: ReadonlySet<WaitKind> = new Set(['recoat', 'film', 'sand', 'tape', 'handle', 'light-use', 'cure']);
/** What may be done when it has been found that a film sands. */
const provenBySanding: ReadonlySet<WaitKind> = new Set(['recoat', 'film', 'sand']);

/** When a film is ready for something that a label gives so many minutes, in the air it lies in; never before the label. */
export type Ready = (laidMin: number, labelMin: number) => number;

/** The clock of a room for labels; with no room a label's minutes hold. */
export const readyIn =
  (room: Room | null) =>
  (product: Product, entry: LogEntry | undefined): Ready => {
    const film = room && filmOf(product, entry, room.clock, room.paceOf(product.id));
    if (!room || !film) return (laidMin, labelMin) => laidMin + labelMin;
    const { clock } = room;
    return (laidMin, labelMin) => Math.max(laidMin + labelMin, Math.ceil(clock('slow', film, laidMin, labelMin)));
  };

/** What may be done when a fingernail left no mark: all that, and taping and handling. */
const provenByNail: ReadonlySet<WaitKind> = new Set([...provenBySanding, 'tape', 'handle']);

/** The minute by which it was found that a film is ready for something: it sands, or is hard; null: it was not. */
function provenMinOf(entry: LogEntry | undefined, wait: WaitKind): number | null {
  const sands = (entry?.filmTests ?? []).filter((t) => t.found === 'sandable');
  const hard = (entry?.checks ?? []).filter((c) => c.kind === 'fingernail' && c.value === 0);
  const proofs = [...(provenBySanding.has(wait) ? sands : []), ...(provenByNail.has(wait) ? hard : [])];
  return proofs.length > 0 ? Math.min(...proofs.map((t) => minuteOf(t.at))) : null;
}

/** Air of which nothing is known: a label's minutes are what they are. */
const labelClock: DryingClock = (_end, _film, laidMin, labelMin) => laidMin + labelMin;

/** A wait in the air of its room. */
export interface LagInRoom extends LagInAir {
  /** What is sooner than this its label certainly forbids. */
  early: (endMin: number) => number;
}

/** What a label gives of a wait, minutes. */
type LabelTimes = Pick<LagOnSurface, 'minMin' | 'earlyMin' | 'maxMin' | 'blocked'>;

/**
 * The times of a film in air: it is ready when the slow end of the range has come, and never before the label says so; its
 * window closes with the fast end.
 * @param provenMin when it was found ready, since 1970: from then on it is not waited for; null: never
 */
function timesOf(film: Film, clock: DryingClock, label: LabelTimes, provenMin: number | null): LagInRoom {
  const { minMin, earlyMin, maxMin, blocked } = label;
  const slow = (endMin: number, labelMin: number) => Math.ceil(clock('slow', film, endMin, labelMin));
  const fast = (endMin: number, labelMin: number) => Math.floor(clock('fast', film, endMin, labelMin));
  const opens = (endMin: number): number => {
    const expected = Math.max(endMin + minMin, slow(endMin, minMin));
    return provenMin === null ? expected : Math.max(endMin, Math.min(expected, provenMin));
  };
  return {
    opens,
    early: (endMin) => Math.min(opens(endMin), Math.max(endMin + earlyMin, fast(endMin, earlyMin))),
    closes: (endMin) => (maxMin === null ? null : Math.max(opens(endMin), fast(endMin, maxMin))),
    barred: (endMin) =>
      blocked && {
        fromMin: Math.min(endMin + blocked.from, fast(endMin, blocked.from)),
        untilMin: Math.max(endMin + blocked.to, slow(endMin, blocked.to)),
      },
  };
}

/** When a coat may go on, and until when without abrading, in the air it lies in; with no room as the label says. */
export function recoatIn(
  room: Room | null,
  product: Product,
  entry: LogEntry | undefined,
  laidMin: number,
  from: Product['times']['recoatFromMin'],
  until: Product['times']['recoatUntilMin'],
): { fromMin: number; untilMin: number | null } {
  const label = { minMin: from.high, earlyMin: from.low, maxMin: until?.low ?? null, blocked: null };
  const film = room && filmOf(product, entry, room.clock, room.paceOf(product.id));
  const inAir = room && film ? { inAir: timesOf(film, room.clock, label, provenMinOf(entry, 'recoat')) } : {};
  return { fromMin: opensAt({ ...label, ...inAir }, laidMin), untilMin: closesAt({ ...label, ...inAir }, laidMin) };
}

/**
 * A wait of a plan in the air of its room. A film that was found to sand has no wait for a coat or for paper any more.
 * @returns undefined where air decides nothing
 */
export function lagInRoom(
  lag: LagOnSurface,
  before: Step,
  product: Product | undefined,
  entry: LogEntry | undefined,
  room: Room | null,
): LagInRoom | undefined {
  if (room && before.kind === 'dry-out' && lag.wait === 'dry') return driesOut(lag, room);
  // A season under insect fluid is counted by the calendar.
  if (!product || !hardens.has(lag.wait) || before.kind === 'treat-pests') return undefined;
  const provenMin = provenMinOf(entry, lag.wait);
  // Without a room only what was found of it is another time than its label's.
  if (!room && provenMin === null) return undefined;
  const clock = room?.clock ?? labelClock;
  const film = filmOf(product, entry, clock, room?.paceOf(product.id));
  return film ? timesOf(film, clock, lag, provenMin) : undefined;
}

/** Air in which what was washed is dry when it is said to be, overnight for one (common practice, no source). */
const usualDryingFactor = waterFactor(20, 0.5).fast;
const water: Film = {
  chemistry: 'waterborne',
  water: { share: 1, mostMin: Number.POSITIVE_INFINITY },
  thicknessRatio: 1,
  paceRatio: 1,
};

/** What was washed dries out as the air takes its water up, and never sooner than it is said to. */
function driesOut({ minMin, maxMin, blocked }: LagOnSurface, { clock }: Room): LagInRoom {
  const opens = (endMin: number) =>
    Math.max(endMin + minMin, Math.ceil(clock('fast', water, endMin, minMin / usualDryingFactor)));
  return {
    opens,
    early: opens,
    closes: (endMin) => (maxMin === null ? null : Math.max(opens(endMin), endMin + maxMin)),
    barred: (endMin) => blocked && { fromMin: endMin + blocked.from, untilMin: endMin + blocked.to },
  };
}

/** What a space has to allow for a step; null: it may be done anywhere. */
function useOfSpace(step: Step, dustElsewhere: boolean) {
  const { film, abrasive } = stepKind(step.kind);
  if (step.zoneId === null) return null;
  if (film) return isSprayed(step.method) ? ('spray' as const) : ('coat' as const);
  return abrasive && !dustElsewhere ? ('abrade' as const) : null;
}
const useWords = { coat: 'coat', spray: 'spray', abrade: 'sand' } as const;

/** Where a step is worked: its room, the other rooms there are, and whether its dust is made elsewhere. */
export interface Place {
  room: Room | null;
  others: readonly Room[];
  dustElsewhere: boolean;
  shelf: ShelfWarmth | null;
}

/** What bars a step in a room at a minute: until when, and in words; null: nothing does. */
function barIn(
  step: Step,
  product: Product | undefined,
  handsMin: number,
  room: Room,
  { dustElsewhere, shelf }: Pick<Place, 'dustElsewhere' | 'shelf'>,
  startMin: number,
): ReturnType<AirBar> {
  const { space } = room.air;
  const use = useOfSpace(step, dustElsewhere);
  if (use && !space.allows.includes(use))
    return { untilMin: Number.POSITIVE_INFINITY, because: `${space.name} is no place to ${useWords[use]} in` };
  if (!product || !bearsAir(step)) return null;
  const bar = openAgain(room.verdictOf(product), startMin, handsMin);
  if (bar)
    return { untilMin: bar.untilMin, because: `${space.name} is ${breachNames[bar.breach.limit]} for ${product.name}` };
  const warmMin = shelf?.coldUntilMin(product, room.air, startMin) ?? null;
  return warmMin === null
    ? null
    : { untilMin: warmMin, because: `${product.name} comes cold off the shelf: it warms up first` };
}

/** What has to be brought in from a cold shelf for a step; null: nothing. */
export const toBringIn = (
  step: Step,
  product: Product | undefined,
  { room, shelf }: Place,
  startMin: number,
): ColdCan | null => (room && shelf && product && bearsAir(step) ? shelf.toBringIn(product, room.air, startMin) : null);

/** Whether a step lays what wants the air of a label. */
const bearsAir = (step: Step): boolean => stepKind(step.kind).film || step.kind === 'glue';

/** Rooms in which a step could be begun at a minute. */
export const roomsThatBear = (
  step: Step,
  product: Product | undefined,
  handsMin: number,
  place: Place,
  startMin: number,
): Space[] =>
  place.others
    .filter((room) => barIn(step, product, handsMin, room, place, startMin) === null)
    .map((room) => room.air.space);

/** What bars a step at a minute where its piece stands; null: nothing does. */
export const spaceBar = (
  step: Step,
  product: Product | undefined,
  handsMin: number,
  place: Place,
  startMin: number,
): ReturnType<AirBar> => place.room && barIn(step, product, handsMin, place.room, place, startMin);

/** A room that bears it is named where it is waited for longer than this, minutes: a day. */
const longWaitMin = 1440;

/** Whether the air of its room, and what is allowed there, lets a step begin; undefined: it always may. */
export function airBarOf(step: Step, product: Product | undefined, handsMin: number, place: Place): AirBar | undefined {
  const { room, dustElsewhere } = place;
  if (!room) return undefined;
  if (!useOfSpace(step, dustElsewhere) && !(product && bearsAir(step))) return undefined;
  return (startMin) => {
    const bar = barIn(step, product, handsMin, room, place, startMin);
    if (!bar || bar.untilMin - startMin <= longWaitMin) return bar;
    const [other] = roomsThatBear(step, product, handsMin, place, startMin);
    return other ? { ...bar, because: `${bar.because}, and ${other.name} bears it` } : bar;
  };
}

/** The place of a piece among the rooms of its workshop. */
export function placeOf(piece: Pick<Piece, 'spaceId' | 'decisions'>, rooms: Rooms | null | undefined): Place {
  const room = rooms?.of(piece) ?? null;
  const dustElsewhere = piece.decisions['piece/dust']?.choice === 'other-space';
  return {
    room,
    others: room ? rooms!.all().filter((r) => r !== room) : [],
    dustElsewhere,
    shelf: rooms?.shelf ?? null,
  };
}
