import { lowerFirst, waitWords } from '../finishing';
import {
  type Binding,
  closesAt,
  type PlacedTask,
  peopleOf,
  type Unplaced,
  type WorkCalendar,
  type WorkshopProblem,
  type WorkshopSchedule,
} from '../schedule';
import { minuteOf } from '../units';
import type { Piece, Settings } from '../workshop';
import type { PieceTask } from './Reckoning';
import type { ColdCan } from './shelfWarmth';

/** A piece with its tasks. */
export interface PieceWithTasks {
  piece: Pick<Piece, 'id' | 'name' | 'promisedAt' | 'pressing' | 'setName'>;
  tasks: readonly PieceTask[];
}

/** Hands go to another piece where that is worth so much: what lies about is put away, minutes (common practice, no source). */
const changeMin = 3;

/** A piece that is ready a day sooner is worth half an hour of setting up anew (no source: our choice). */
const earlyFrac = 0.02;

/** What the promise of a pressing piece weighs against that of another (no source: our choice). */
const pressingWeight = 3;

/** The settings that a schedule is made with. */
type ScheduleSettings = Pick<Settings, 'timeZone' | 'workingHours' | 'people' | 'daysOff' | 'room'>;

/**
 * Pieces as a workshop goes about them where nothing else says so: begun and promised ones first, then as they came in. However
 * they are stored, their schedule is the same.
 */
export function inOrderOfWork(pieces: readonly Piece[]): Piece[] {
  const weight = (p: Piece) => Number(p.log.length > 0) * 2 + Number(p.promisedAt !== null);
  const came = (p: Piece) => Date.parse(p.createdAt);
  return [...pieces].sort((a, b) => weight(b) - weight(a) || came(a) - came(b) || (a.id < b.id ? -1 : 1));
}

/** The schedule of a workshop as a question: every piece that has something to be done, in the hands there are. @param nowMin whole minutes since 1970 */
export function workshopProblem(
  pieces: readonly PieceWithTasks[],
  settings: ScheduleSettings,
  nowMin: number,
): WorkshopProblem {
  const busy = pieces.filter((p) => p.tasks.some((t) => !t.fixed));
  return {
    nowMin,
    tasks: busy.flatMap((p) => p.tasks),
    pieces: busy.map(({ piece }) => ({
      id: piece.id,
      dueMin: piece.promisedAt === null ? null : minuteOf(piece.promisedAt),
      priority: piece.pressing ? pressingWeight : 1,
      ...(piece.setName === null ? {} : { set: piece.setName }),
    })),
    people: peopleOf(settings),
    places: Object.fromEntries(
      Object.entries(settings.room).flatMap(([id, capacity]) => (capacity === null ? [] : [[id, capacity]])),
    ),
    changeMin,
    earlyFrac,
  };
}

/** A step where the schedule of the workshop has it. Whole minutes since 1970. */
export interface StepInTime {
  stepId: string;
  startMin: number;
  endMin: number;
  /** Hands-on minutes, without what is set up already for the sitting before. */
  handsMin: number;
}

/** The minute of the clock at which so many minutes of a task are worked: what lies in breaks is none of them. */
function clockAt(
  calendar: WorkCalendar,
  { startMin, endMin }: PlacedTask,
  workedMin: number,
  handsMin: number,
): number {
  if (endMin - startMin === handsMin) return startMin + workedMin;
  let left = workedMin;
  for (let at = startMin; ; ) {
    const shift = calendar.shiftAt(at);
    const from = Math.max(at, shift.startMin);
    if (left <= shift.endMin - from) return from + left;
    left -= shift.endMin - from;
    at = shift.endMin;
  }
}

/** The steps of a task in time, one after the other, by the hours of whoever does it; what a passed window asks for goes before them. */
export function stepsInTime(
  { stepIds, stepMin, handsMin: plannedMin, fixed, setUp }: PieceTask,
  placed: PlacedTask,
  calendar: WorkCalendar,
): StepInTime[] {
  // What is set up already for the sitting before is not set up again.
  const savedMin = placed.sharesWith === null ? 0 : (setUp?.setUpMin ?? 0);
  const handsMin = plannedMin - savedMin;
  if (handsMin === 0 || fixed)
    return stepIds.map((stepId, i) => ({
      stepId,
      startMin: placed.startMin,
      endMin: placed.endMin,
      handsMin: stepMin[i]!,
    }));
  const whole = placed.endMin - placed.startMin;
  const lateMin = whole > handsMin && calendar.shiftAt(placed.startMin).endMin >= placed.endMin ? whole - handsMin : 0;
  let worked = lateMin;
  return stepIds.map((stepId, i) => {
    const startMin = clockAt(calendar, placed, worked, handsMin + lateMin);
    const ownMin = stepMin[i]! - (i === 0 ? savedMin : 0);
    worked += ownMin;
    return { stepId, startMin, endMin: clockAt(calendar, placed, worked, handsMin + lateMin), handsMin: ownMin };
  });
}

/** A sitting in the schedule of the workshop. Whole minutes since 1970. */
export interface PlannedSitting {
  /** Piece and first step. */
  id: string;
  pieceId: string;
  sittingId: string;
  words: string;
  steps: readonly StepInTime[];
  startMin: number;
  endMin: number;
  handsMin: number;
  status: 'planned' | 'running';
  /** Who does it; null: it is not known, or nobody is needed. */
  personId: string | null;
  /** The sitting right behind which it is done with the tool that is filled already; null: none. */
  sharesWith: string | null;
  /** When you said that it begins; null: it was not said. */
  saidMin: number | null;
  /** The places it takes, each with from when until when. */
  places: readonly { id: PlaceKind; fromMin: number; untilMin: number }[];
  /** How long what it leaves has to dry or to set before what follows, at the most. */
  dryMin: number;
  /** When the window of what it waits for closes; null: none does. */
  closesAtMin: number | null;
  /** What keeps it from being begun sooner, and the sitting that is named there. */
  binds: string;
  /** It is the air of its space that keeps it. */
  waitsForAir: boolean;
  /** What has to be brought in from a cold shelf for it. */
  coldCans: readonly ColdCan[];
  boundTo: string | null;
}

const stepBackMin = 15;

/** What there may be too little room for. */
export type PlaceKind = keyof Settings['room'];

const placeNames: Readonly<Record<PlaceKind, string>> = {
  bench: 'the benches',
  spray: 'the spray space',
  drying: 'the places where films dry',
};
/** The places of a workshop in words. */
export const placeName = (id: string): string => placeNames[id as PlaceKind] ?? id;

/** The whole workshop in time. */
export interface WorkshopPlan {
  atMin: number;
  sittings: readonly PlannedSitting[];
  /** What needs nobody, drying for one. */
  waits: readonly PlannedSitting[];
  /** Light use of each piece, and what was promised. */
  ready: readonly { pieceId: string; atMin: number | null; dueMin: number | null }[];
  missed: readonly { pieceId: string; sittingId: string; closedAtMin: number; lateMin: number }[];
  unplaced: readonly {
    pieceId: string;
    sittingId: string;
    stepIds: readonly string[];
    handsMin: number;
    because: string;
    /** Whether it only waits for something else that has none. */
    inVain: boolean;
    /** Held until something is settled: nothing that is let go of would help. */
    held: boolean;
  }[];
}

/** The schedule of a workshop in words: waits that need nobody are only named by what waits for them. @param nowMin whole minutes since 1970 */
export function workshopPlan(
  own: readonly PieceWithTasks[],
  schedule: WorkshopSchedule,
  nowMin: number,
  settings: ScheduleSettings,
): WorkshopPlan {
  const people = peopleOf(settings);
  const hoursOf = ({ personId }: PlacedTask) => (people.find((p) => p.id === personId) ?? people[0]!).calendar;
  /** A minute, or the last before it at which somebody is there. */
  const whileThere = (minute: number): number => {
    for (let at = minute; at > nowMin; at -= stepBackMin)
      if (people.some(({ calendar }) => calendar.shiftAt(at).startMin <= at)) return at;
    return nowMin;
  };
  const tasks = new Map(own.flatMap((p) => p.tasks).map((t) => [t.id, t]));
  const nameFor = taskNames(own);
  const dryMin = dryMinutesOf(tasks);
  const ends = new Map(schedule.placed.map((p) => [p.id, p.endMin]));
  const sittingOf = (id: string) => tasks.get(id)!.stepIds[0] ?? '';
  const planned = schedule.placed.flatMap((at): PlannedSitting[] => {
    const t = tasks.get(at.id)!;
    if (t.stepIds.length === 0 || (t.fixed && !t.runs)) return [];
    return [
      {
        id: at.id,
        pieceId: t.pieceId,
        sittingId: sittingOf(at.id),
        words: t.words,
        steps: stepsInTime(t, at, hoursOf(at)),
        startMin: at.startMin,
        endMin: at.endMin,
        handsMin: t.handsMin - (at.sharesWith === null ? 0 : (t.setUp?.setUpMin ?? 0)),
        status: t.fixed ? 'running' : 'planned',
        personId: at.personId,
        sharesWith: at.sharesWith,
        saidMin: t.pin?.startMin ?? null,
        places: t.places.map((p) => ({
          id: p.id as PlaceKind,
          fromMin: p.afterwards ? at.endMin : at.startMin,
          untilMin: p.until?.(at.endMin) ?? at.endMin + p.afterMin,
        })),
        dryMin: dryMin(at.id),
        closesAtMin: windowEnd(t.lags, ends),
        binds:
          at.sharesWith === null
            ? bindingWords(at.binding, nameFor(t.pieceId))
            : `right behind ${nameFor(t.pieceId)(at.sharesWith)}, with the same still in the same tool`,
        waitsForAir: at.binding.kind === 'air',
        coldCans: (t.coldCans?.(at.startMin) ?? []).map((can) => ({ ...can, byMin: whileThere(can.byMin) })),
        boundTo: at.sharesWith ?? boundTo(at.binding),
      },
    ];
  });
  return {
    atMin: nowMin,
    sittings: planned.filter((s) => s.handsMin > 0),
    waits: planned.filter((s) => s.handsMin === 0),
    ready: own.map(({ piece }) => ({
      pieceId: piece.id,
      atMin: ends.get(`${piece.id}/light-use`) ?? null,
      dueMin: piece.promisedAt === null ? null : minuteOf(piece.promisedAt),
    })),
    missed: schedule.missed.map((m) => ({
      pieceId: tasks.get(m.id)!.pieceId,
      sittingId: sittingOf(m.id),
      closedAtMin: m.closedAtMin,
      lateMin: m.lateMin,
    })),
    unplaced: schedule.unplaced.flatMap(({ id, because }) => {
      const { pieceId, handsMin, stepIds } = tasks.get(id)!;
      const words = unplacedWords(because, nameFor(pieceId));
      const inVain = because.kind === 'waits';
      return stepIds.length === 0
        ? []
        : [
            {
              pieceId,
              sittingId: sittingOf(id),
              stepIds,
              handsMin,
              because: words,
              inVain,
              held: because.kind === 'held',
            },
          ];
    }),
  };
}

/** Tasks in words: of its own piece a sitting says only what is done, and of that the first thing. @returns names for whoever reads of a piece */
export function taskNames(own: readonly PieceWithTasks[]): (ownId: string) => (taskId: string) => string {
  const tasks = new Map(own.flatMap((p) => p.tasks).map((t) => [t.id, t]));
  const names = new Map(own.map(({ piece }) => [piece.id, piece.name]));
  return (ownId) => (id) => {
    const { pieceId, words } = tasks.get(id)!;
    const what = `“${lowerFirst(words.split('; then ')[0]!)}”`;
    return pieceId === ownId ? what : `${names.get(pieceId)}, ${what}`;
  };
}

/** When the first window that a task has to keep closes; null: none does. */
function windowEnd(lags: PieceTask['lags'], ends: ReadonlyMap<string, number>): number | null {
  const closes = lags.flatMap((lag) => {
    const endMin = ends.get(lag.beforeId);
    return endMin === undefined ? [] : (closesAt(lag, endMin) ?? []);
  });
  return closes.length > 0 ? Math.min(...closes) : null;
}

/** The task that a binding names. */
function boundTo(binding: Binding): string | null {
  const id =
    binding.kind === 'wait' || binding.kind === 'hands'
      ? binding.beforeId
      : binding.kind === 'dust'
        ? binding.otherId
        : binding.kind === 'window'
          ? binding.laterId
          : '';
  return id === '' ? null : id;
}

/** How long what a task leaves has to dry before what follows, with the waits that need nobody; what is ordered dries nowhere. */
function dryMinutesOf(tasks: ReadonlyMap<string, PieceTask>): (id: string) => number {
  const after = new Map<string, { waitMin: number; next: string | null }[]>();
  for (const { id, lags, handsMin, stepIds, counts } of tasks.values()) {
    // Light use and the full cure are no matter of what comes next.
    const waits = handsMin === 0;
    if (waits && (stepIds.length === 0 || !counts)) continue;
    for (const l of lags) {
      const own = after.get(l.beforeId) ?? [];
      after.set(l.beforeId, [...own, { waitMin: l.minMin, next: waits ? id : null }]);
    }
  }
  // Waits in a circle, as a file may have them, have no place: nothing of them is asked.
  const dryMin = (id: string, seen: readonly string[] = []): number =>
    tasks.get(id)!.ordered || seen.includes(id)
      ? 0
      : Math.max(
          0,
          ...(after.get(id) ?? []).map(
            ({ waitMin, next }) => waitMin + (next === null ? 0 : dryMin(next, [...seen, id])),
          ),
        );
  return dryMin;
}

/** What keeps a task from being begun sooner, in words. @param nameOf a task in words: its piece and what is done */
function bindingWords(binding: Binding, nameOf: (taskId: string) => string): string {
  switch (binding.kind) {
    case 'now':
      return 'nothing keeps it';
    case 'wait':
      return binding.because === waitWords.none
        ? `after ${nameOf(binding.beforeId)}`
        : `after ${nameOf(binding.beforeId)}: ${binding.because}`;
    case 'hands':
      return binding.beforeId === '' ? 'after what runs' : `the hands are at ${nameOf(binding.beforeId)}`;
    case 'hours':
      return 'the next hours in which it fits';
    case 'not-before':
      return binding.because;
    case 'air':
      return binding.because;
    case 'dust':
      return `the film of ${nameOf(binding.otherId)} has to be free of dust`;
    case 'place':
      return `waits for room: ${placeName(binding.placeId)}`;
    case 'pin':
      return 'you said that it begins then';
    case 'window':
      return `held back, so that ${nameOf(binding.laterId)} comes within its window`;
  }
}

/** What keeps a task from being begun at a minute that was said, in words. */
function notThen(binding: Binding, nameOf: (taskId: string) => string): string {
  switch (binding.kind) {
    case 'now':
      return 'that has passed';
    case 'hours':
      return 'no working hours are left for it then';
    case 'wait':
      return `it comes ${bindingWords(binding, nameOf)}`;
    case 'window':
      return `${nameOf(binding.laterId)} would come too late after it`;
    default:
      return bindingWords(binding, nameOf);
  }
}

/** Why a task has no place, in words, with what would give it one. */
export function unplacedWords(because: Unplaced, nameOf: (taskId: string) => string): string {
  switch (because.kind) {
    case 'window':
      return `it cannot come within the window of ${nameOf(because.beforeId)}: longer hours, or a later start of that`;
    case 'hours':
      return 'no working hours come in which it fits: longer hours';
    case 'place':
      return `there is no room for it: ${placeName(because.placeId)}`;
    case 'air':
      return `${because.because}, and does not become fit for it in four months: another space`;
    case 'pin':
      return `it cannot begin when you said: ${notThen(because.binding, nameOf)}`;
    case 'held':
      return `held: ${because.because}`;
    case 'waits':
      return `waits for ${nameOf(because.beforeId)}, which has no time yet`;
  }
}
