import { scheduleWorkshop } from './scheduleWorkshop';
import type { WorkCalendar } from './WorkCalendar';
import type { Task, TaskLag, WorkshopProblem } from './WorkshopProblem';

/** Something that was asked of a schedule and could be let go of. */
export type Constraint =
  /** A window that has to be kept. */
  | { kind: 'window'; id: string; beforeId: string }
  /** Hours after something in which it may not be begun. */
  | { kind: 'barred'; id: string; beforeId: string }
  /** When a person said it begins. */
  | { kind: 'pin'; id: string }
  /** What is not there sooner. */
  | { kind: 'not-before'; id: string }
  /** The air a piece stands in. */
  | { kind: 'air'; pieceId: string }
  /** What one thing raises over the film of another. */
  | { kind: 'dust' }
  | { kind: 'place'; placeId: string }
  /** Working hours, of everybody. */
  | { kind: 'hours' }
  /** So many pairs of hands, and not one more. */
  | { kind: 'hands' }
  /** What is to be done on another piece. */
  | { kind: 'piece'; pieceId: string };

const mustBeKept = (lag: TaskLag): boolean => lag.maxMin !== null && lag.lateMin === null;

const keyOf = (c: Constraint): string =>
  [
    c.kind,
    ...('pieceId' in c
      ? [c.pieceId]
      : 'placeId' in c
        ? [c.placeId]
        : 'beforeId' in c
          ? [c.id, c.beforeId]
          : 'id' in c
            ? [c.id]
            : []),
  ].join('/');

/**
 * What a schedule could do without, those first that a person lets go of last: a smallest set is sought by leaving out from the
 * front, so what stays is what is easiest to change.
 * @param ownId the piece that is asked about: it is not let go of itself
 */
export function constraintsOf({ tasks, places }: WorkshopProblem, ownId: string): Constraint[] {
  const ahead = tasks.filter((t) => !t.fixed);
  const lagsWhere = (kind: 'window' | 'barred', holds: (lag: TaskLag) => boolean): Constraint[] =>
    ahead.flatMap(({ id, lags }) => lags.filter(holds).map(({ beforeId }) => ({ kind, id, beforeId })));
  const pieces = [...new Set(ahead.map((t) => t.pieceId))];
  const all: Constraint[] = [
    ...pieces.filter((id) => id !== ownId).map((pieceId): Constraint => ({ kind: 'piece', pieceId })),
    ...(ahead.some((t) => t.air?.raises) ? [{ kind: 'dust' } as const] : []),
    ...Object.keys(places).map((placeId): Constraint => ({ kind: 'place', placeId })),
    { kind: 'hands' },
    ...lagsWhere('barred', (lag) => lag.blocked !== null),
    ...ahead.flatMap((t): Constraint[] => (t.notBefore ? [{ kind: 'not-before', id: t.id }] : [])),
    ...pieces
      .filter((id) => ahead.some((t) => t.pieceId === id && (t.airBar || t.closed.length > 0)))
      .map((pieceId): Constraint => ({ kind: 'air', pieceId })),
    { kind: 'hours' },
    ...lagsWhere('window', mustBeKept),
    ...ahead.flatMap((t): Constraint[] => (t.pin ? [{ kind: 'pin', id: t.id }] : [])),
  ];
  // Several waits of one task for another are let go of together.
  return [...new Map(all.map((c) => [keyOf(c), c])).values()];
}

const dayMin = 24 * 60;
/** Work at any hour, a week in one go. */
const roundTheClock: WorkCalendar = {
  longestShiftMin: 7 * dayMin,
  shiftAt(minute) {
    const startMin = Math.floor(minute / dayMin) * dayMin;
    return { startMin, endMin: startMin + 7 * dayMin };
  },
};

/** A task without what is let go of. */
function freed(task: Task, gone: ReadonlySet<string>): Task {
  if (task.fixed) return task;
  const { id, pieceId } = task;
  const { airBar, ...rest } = task;
  const airGone = gone.has(`air/${pieceId}`);
  return {
    ...rest,
    ...(airBar && !airGone ? { airBar } : {}),
    closed: airGone ? [] : task.closed,
    notBefore: gone.has(`not-before/${id}`) ? null : task.notBefore,
    pin: gone.has(`pin/${id}`) ? null : task.pin,
    lags: task.lags.map((lag) => {
      const open = mustBeKept(lag) && gone.has(`window/${id}/${lag.beforeId}`);
      const unbarred = gone.has(`barred/${id}/${lag.beforeId}`);
      if (!open && !unbarred) return lag;
      const { inAir } = lag;
      return {
        ...lag,
        maxMin: open ? null : lag.maxMin,
        blocked: unbarred ? null : lag.blocked,
        ...(inAir
          ? {
              inAir: {
                ...inAir,
                ...(open ? { closes: () => null } : {}),
                ...(unbarred ? { barred: () => null } : {}),
              },
            }
          : {}),
      };
    }),
  };
}

/** A problem without some of what was asked. Hands let go of are one pair more, with everybody's hours. */
export function relaxed(problem: WorkshopProblem, gone: readonly Constraint[]): WorkshopProblem {
  const keys = new Set(gone.map(keyOf));
  const noDust = keys.has('dust');
  const calendarOf = (calendar: WorkCalendar) => (keys.has('hours') ? roundTheClock : calendar);
  const people = problem.people.map((p) => ({ ...p, calendar: calendarOf(p.calendar) }));
  return {
    ...problem,
    people: keys.has('hands') ? [...people, { ...people[0]!, id: 'one-more' }] : people,
    places: Object.fromEntries(Object.entries(problem.places).filter(([id]) => !keys.has(`place/${id}`))),
    tasks: problem.tasks
      .filter((t) => t.fixed || !keys.has(`piece/${t.pieceId}`))
      .map((t) => freed(t, keys))
      .map((t) => (noDust && t.air ? { ...t, air: { ...t.air, raises: null } } : t)),
  };
}

/** A problem without what is held, and without what cannot be done for that. */
function withoutHeld(problem: WorkshopProblem): WorkshopProblem {
  const out = new Set(problem.tasks.filter((t) => t.held !== null && !t.fixed).map((t) => t.id));
  const byId = new Map(problem.tasks.map((t) => [t.id, t]));
  for (let size = -1; size !== out.size; ) {
    size = out.size;
    for (const t of problem.tasks)
      for (const lag of t.lags) {
        if (!t.fixed && out.has(lag.beforeId)) out.add(t.id);
        const before = byId.get(lag.beforeId);
        if (out.has(t.id) && before && !before.fixed && mustBeKept(lag)) out.add(before.id);
      }
  }
  return { ...problem, tasks: problem.tasks.filter((t) => !out.has(t.id)) };
}

/**
 * Why a piece cannot be done as asked: a set of constraints that cannot be kept together, of which none can be left out: without
 * any one of them there is a schedule. Found by leaving out what is not needed for it (deletion filter: Chinneck & Dravnieks
 * 1991, recalled), once from either end; the smaller is told. That the rest can be kept is shown by a schedule; that the set
 * cannot is what the search did not find in its tries, and is held against an exact solver in the tests.
 * @param tries orders tried before something is called impossible
 * @yields after each question, so that it can be gone on with later
 * @returns null where a schedule is found after all, or where nothing that is let go of would help
 */
export function* seekConflict(
  problem: WorkshopProblem,
  pieceId: string,
  tries: number,
  seed: number,
): Generator<void, Constraint[] | null> {
  const asked = withoutHeld(problem);
  const possible = (gone: readonly Constraint[]): boolean =>
    scheduleWorkshop(relaxed(asked, gone), tries, seed, true).unplaced.length === 0;
  const all = constraintsOf(asked, pieceId);
  const others: readonly Constraint[] = all.filter((c) => c.kind === 'piece');
  if (possible([]) || !possible(all)) return null;
  yield;
  // Mostly it is a matter of the piece alone: then the others are let go of at once.
  const first = possible(others) ? [] : others;
  const ownId = (taskId: string) => asked.tasks.find((t) => t.id === taskId)?.pieceId;
  const isOwn = (c: Constraint) => ('id' in c ? ownId(c.id) === pieceId : !('pieceId' in c) || c.pieceId === pieceId);
  const sought = first.length > 0 ? all.filter(isOwn) : all;
  yield;
  function* smallest(order: readonly Constraint[]): Generator<void, Constraint[]> {
    const gone: Constraint[] = [...first];
    for (const c of order) {
      if (!possible([...gone, c])) gone.push(c);
      yield;
    }
    return order.filter((c) => !gone.includes(c));
  }
  const one = yield* smallest(sought);
  if (one.length < 3) return one;
  const other = yield* smallest([...sought].reverse());
  return other.length < one.length ? sought.filter((c) => other.includes(c)) : one;
}

/** The last word of seekConflict, in one go. */
export function conflictOf(...asked: Parameters<typeof seekConflict>): Constraint[] | null {
  const seek = seekConflict(...asked);
  for (;;) {
    const { done, value } = seek.next();
    if (done) return value;
  }
}
