import { lowerFirst } from '../finishing';
import {
  type Cause,
  type Outcome,
  peopleOf,
  type Rehearsal,
  rehearse,
  type Task,
  type WorkshopProblem,
  type WorkshopSchedule,
} from '../schedule';
import type { Settings } from '../workshop';
import type { PieceWithTasks } from './workshopSchedule';

/** What could be bought, and what it would change. */
interface Bought {
  id: 'as-it-is' | 'longer-days' | 'saturday' | 'second-hands' | 'one-more-place' | 'warm-air';
  /** Share of all promises that are kept; null: none was made. */
  metFrac: number | null;
  /** When half of the runs have every piece ready, minutes since 1970. */
  lastMin: number;
}

/** A rehearsal in the words of the workshop. */
export interface WorkshopRehearsal extends Pick<Rehearsal, 'runs' | 'causes'> {
  pieces: readonly Outcome[];
  missed: readonly { pieceId: string; words: string; frac: number }[];
  lateBy: readonly { pieceId: string; words: string; cause: Cause; frac: number }[];
  alternatives: readonly Bought[];
}

/** Runs for each thing that could be bought, against so many of the whole. */
const alternativeShare = 0.2;
const longerMin = 60;
const dayEndMin = 24 * 60;
/** A warm dry room dries in so much of the time that cold or damp air takes (from memory). */
const warmAirShare = 0.75;

/** Each working day an hour longer, as far as the day has one. */
const longerDays = (hours: Settings['workingHours']): Settings['workingHours'] =>
  Object.fromEntries(
    Object.entries(hours).map(([day, shifts]) => [
      day,
      shifts.map((s, i) => (i === shifts.length - 1 ? { ...s, toMin: Math.min(dayEndMin, s.toMin + longerMin) } : s)),
    ]),
  ) as Settings['workingHours'];

/** The first day off, worked as the day before it. */
function oneDayMore(hours: Settings['workingHours']): Settings['workingHours'] | null {
  const week = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
  const off = week.findIndex(
    (day, i) => i > 0 && (hours[day] ?? []).length === 0 && (hours[week[i - 1]!] ?? []).length > 0,
  );
  return off < 0 ? null : { ...hours, [week[off]!]: hours[week[off - 1]!] };
}

const inWarmAir = (task: Task): Task => {
  const { airBar: _, ...rest } = task;
  return {
    ...rest,
    lags: task.lags.map((l) => (l.inAir ? { ...l, minMin: l.minMin * warmAirShare } : l)),
  };
};

type WorkingHours = Settings['workingHours'];
type PeopleSettings = Pick<Settings, 'timeZone' | 'workingHours' | 'people' | 'daysOff'>;

function changes(problem: WorkshopProblem, settings: PeopleSettings) {
  /** The same with other hours for everybody. */
  const withHours = (changed: (hours: WorkingHours) => WorkingHours): WorkshopProblem => ({
    ...problem,
    people: peopleOf({
      ...settings,
      workingHours: changed(settings.workingHours),
      people: settings.people.map((p) => ({ ...p, workingHours: p.workingHours && changed(p.workingHours) })),
    }),
  });
  const day = oneDayMore(settings.workingHours);
  const { drying } = problem.places;
  const barred = problem.tasks.some((t) => t.airBar || t.lags.some((l) => l.inAir));
  const all: [Bought['id'], WorkshopProblem | null][] = [
    ['longer-days', withHours(longerDays)],
    ['saturday', day && withHours((hours) => oneDayMore(hours) ?? hours)],
    ['second-hands', { ...problem, people: [...problem.people, { ...problem.people[0]!, id: 'second' }] }],
    ['one-more-place', drying === undefined ? null : { ...problem, places: { ...problem.places, drying: drying + 1 } }],
    ['warm-air', barred ? { ...problem, tasks: problem.tasks.map(inWarmAir) } : null],
  ];
  return all.flatMap(([id, changed]) => (changed ? [{ id, problem: changed }] : []));
}

function alternative(id: Bought['id'], { pieces }: Rehearsal): Bought {
  const promised = pieces.flatMap((p) => p.metFrac ?? []);
  return {
    id,
    metFrac: promised.length > 0 ? promised.reduce((sum, x) => sum + x, 0) / promised.length : null,
    lastMin: Math.max(...pieces.map((p) => p.p50Min)),
  };
}

/**
 * Rehearses the schedule of a workshop, and what longer days, one day more, another pair of hands or warm dry air would change.
 * @yields how much of it is done, as a share of one
 */
export function* rehearseWorkshop(
  own: readonly PieceWithTasks[],
  problem: WorkshopProblem,
  schedule: WorkshopSchedule,
  settings: PeopleSettings,
  runs: number,
  seed: number,
): Generator<number, WorkshopRehearsal> {
  const order = new Map(schedule.placed.map((p) => [p.id, p.startMin]));
  const others = changes(problem, settings);
  const otherRuns = Math.max(1, Math.round(runs * alternativeShare));
  const allRuns = runs + others.length * otherRuns;
  let before = 0;
  function* played(of: WorkshopProblem, times: number): Generator<number, Rehearsal> {
    const play = rehearse(of, order, times, seed);
    for (;;) {
      const next = play.next();
      if (next.done) {
        before += times;
        return next.value;
      }
      yield (before + next.value) / allRuns;
    }
  }
  const whole = yield* played(problem, runs);
  const alternatives = [alternative('as-it-is', whole)];
  for (const { id, problem: changed } of others) alternatives.push(alternative(id, yield* played(changed, otherRuns)));
  const tasks = new Map(own.flatMap((p) => p.tasks).map((t) => [t.id, t]));
  const wordsOf = (id: string) => {
    const { pieceId, words } = tasks.get(id)!;
    return { pieceId, words: lowerFirst(words.split('; then ')[0]!) };
  };
  return {
    runs: whole.runs,
    causes: whole.causes,
    pieces: whole.pieces,
    missed: whole.missed.map(({ id, frac }) => ({ ...wordsOf(id), frac })),
    lateBy: whole.lateBy.map(({ id, cause, frac }) => ({ ...wordsOf(id), cause, frac })),
    alternatives,
  };
}
