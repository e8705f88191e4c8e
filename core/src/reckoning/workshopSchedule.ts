import { lowerFirst, waitWords } from '../finishing';
import {
  type Binding,
  closesAt,
  keptWorkCalendar,
  type PlacedTask,
  type Unplaced,
  type WorkCalendar,
  type WorkshopProblem,
  type WorkshopSchedule,
} from '../schedule';
import { minuteOf } from '../units';
import type { Piece, Settings } from '../workshop';
import type { PieceTask } from './Reckoning';

/** A piece with its tasks. */
export interface PieceWithTasks {
  piece: Pick<Piece, 'id' | 'name' | 'promisedAt'>;
  tasks: readonly PieceTask[];
}

/** The one pair of hands a workshop has as long as no other is named. */
const ownHands = 'hands';

/** Hands go to another piece where that is worth so much: what lies about is put away, minutes (common practice, no source). */
const changeMin = 3;

/** The schedule of a workshop as a question: every piece that has something to be done, in one pair of hands. @param nowMin whole minutes since 1970 */
export function workshopProblem(
  pieces: readonly PieceWithTasks[],
  settings: Pick<Settings, 'timeZone' | 'workingHours'>,
  nowMin: number,
): WorkshopProblem {
  const busy = pieces.filter((p) => p.tasks.some((t) => !t.fixed));
  return {
    nowMin,
    tasks: busy.flatMap((p) => p.tasks),
    pieces: busy.map(({ piece }) => ({
      id: piece.id,
      dueMin: piece.promisedAt === null ? null : minuteOf(piece.promisedAt),
      priority: 1,
    })),
    people: [{ id: ownHands, calendar: keptWorkCalendar(settings) }],
    places: {},
    changeMin,
  };
}

/** A step where the schedule of the workshop has it. Whole minutes since 1970. */
export interface StepInTime {
  stepId: string;
  startMin: number;
  endMin: number;
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

/** The steps of a task in time, one after the other; what a passed window asks for goes before them. */
export function stepsInTime(
  { stepIds, stepMin, handsMin, fixed }: PieceTask,
  placed: PlacedTask,
  calendar: WorkCalendar,
): StepInTime[] {
  if (handsMin === 0 || fixed)
    return stepIds.map((stepId) => ({ stepId, startMin: placed.startMin, endMin: placed.endMin }));
  const whole = placed.endMin - placed.startMin;
  const lateMin = whole > handsMin && calendar.shiftAt(placed.startMin).endMin >= placed.endMin ? whole - handsMin : 0;
  let worked = lateMin;
  return stepIds.map((stepId, i) => {
    const startMin = clockAt(calendar, placed, worked, handsMin + lateMin);
    worked += stepMin[i]!;
    return { stepId, startMin, endMin: clockAt(calendar, placed, worked, handsMin + lateMin) };
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
  /** How long what it leaves has to dry or to set before what follows, at the most. */
  dryMin: number;
  /** When the window of what it waits for closes; null: none does. */
  closesAtMin: number | null;
  /** What keeps it from being begun sooner, and the sitting that is named there. */
  binds: string;
  boundTo: string | null;
}

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
  }[];
}

/** The schedule of a workshop in words: waits that need nobody are only named by what waits for them. @param nowMin whole minutes since 1970 */
export function workshopPlan(
  own: readonly PieceWithTasks[],
  schedule: WorkshopSchedule,
  nowMin: number,
  calendar: WorkCalendar,
): WorkshopPlan {
  const tasks = new Map(own.flatMap((p) => p.tasks).map((t) => [t.id, t]));
  const names = new Map(own.map(({ piece }) => [piece.id, piece.name]));
  // Of its own piece a sitting says only what is done, and of that the first thing.
  const nameFor = (ownId: string) => (id: string) => {
    const { pieceId, words } = tasks.get(id)!;
    const what = `“${lowerFirst(words.split('; then ')[0]!)}”`;
    return pieceId === ownId ? what : `${names.get(pieceId)}, ${what}`;
  };
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
        steps: stepsInTime(t, at, calendar),
        startMin: at.startMin,
        endMin: at.endMin,
        handsMin: t.handsMin,
        status: t.fixed ? 'running' : 'planned',
        dryMin: dryMin(at.id),
        closesAtMin: windowEnd(t.lags, ends),
        binds: bindingWords(at.binding, nameFor(t.pieceId)),
        boundTo: boundTo(at.binding),
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
        : [{ pieceId, sittingId: sittingOf(id), stepIds, handsMin, because: words, inVain }];
    }),
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
      return `waits for room: ${binding.placeId}`;
    case 'window':
      return `held back, so that ${nameOf(binding.laterId)} comes within its window`;
  }
}

/** Why a task has no place, in words, with what would give it one. */
function unplacedWords(because: Unplaced, nameOf: (taskId: string) => string): string {
  switch (because.kind) {
    case 'window':
      return `it cannot come within the window of ${nameOf(because.beforeId)}: longer hours, or a later start of that`;
    case 'hours':
      return 'no working hours come in which it fits: longer hours';
    case 'place':
      return `there is no room for it: ${because.placeId}`;
    case 'air':
      return `${because.because}, and does not become fit for it in four months: another space`;
    case 'held':
      return `held: ${because.because}`;
    case 'waits':
      return `waits for ${nameOf(because.beforeId)}, which has no place`;
  }
}
