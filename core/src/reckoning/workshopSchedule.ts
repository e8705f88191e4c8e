import {
  type Binding,
  keptWorkCalendar,
  type PlacedTask,
  type Unplaced,
  type WorkCalendar,
  type WorkshopProblem,
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
export const ownHands = 'hands';

/** Hands go to another piece where that is worth so much: what lies about is put away, minutes (common practice, no source). */
const changeMin = 3;

/** The schedule of a workshop as a question: every piece that has something to be done, in one pair of hands. */
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

/** What keeps a task from being begun sooner, in words. @param nameOf a task in words: its piece and what is done */
export function bindingWords(binding: Binding, nameOf: (taskId: string) => string): string {
  switch (binding.kind) {
    case 'now':
      return 'nothing keeps it';
    case 'wait':
      return `waits for ${nameOf(binding.beforeId)}: ${binding.because}`;
    case 'hands':
      return binding.beforeId === '' ? 'hands are at what runs' : `hands are at ${nameOf(binding.beforeId)}`;
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
export function unplacedWords(because: Unplaced, nameOf: (taskId: string) => string): string {
  switch (because.kind) {
    case 'window':
      return `it cannot come within the window of ${nameOf(because.beforeId)}: longer hours, or a later start of that`;
    case 'hours':
      return 'no working hours come in which it fits: longer hours';
    case 'place':
      return `there is no room for it: ${because.placeId}`;
    case 'air':
      return 'the air never lets it: another space';
    case 'held':
      return `held: ${because.because}`;
    case 'waits':
      return `waits for ${nameOf(because.beforeId)}, which has no place`;
  }
}
