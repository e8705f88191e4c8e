import { doWhat, isSprayed, methodMinutes, stepKind, waitWords, waitWordsAfter } from '../finishing';
import {
  type AirBar,
  dustFreeAt,
  type LagInAir,
  opensAt,
  plainTask,
  remembered,
  type SetUp,
  stillFilledMin,
  type TaskAir,
  type TaskLag,
  type TaskPlace,
} from '../schedule';
import { minuteOf } from '../units';
import type { LogEntry, Piece, Product } from '../workshop';
import type { PieceTask, ReckonedStep } from './Reckoning';
import { airBarOf, type Place, readyIn, toBringIn } from './roomOf';
import type { LagInTime } from './scheduleSteps';
import { cutIntoSittings, sittingWords } from './sittingsOf';

/** What tasks are made from. */
export interface TasksInput {
  piece: Pick<Piece, 'id' | 'startAt' | 'wear' | 'decisions' | 'edits'>;
  /** As worked out for the piece by itself. */
  steps: readonly ReckonedStep[];
  lags: ReadonlyMap<string, readonly LagInTime[]>;
  products: Readonly<Record<string, Product>>;
  /** Hands-on minutes of the scuff and dusting that a coat needs when its window has passed. */
  lateMinOf: (stepId: string) => number;
  nowMin: number;
  startMin: number | null;
  log: readonly LogEntry[];
  /** Where it stands. */
  place: Place;
  /** Steps before which it is brought to another space. */
  movedFor: ReadonlySet<string>;
}

/** The space that work is done in where no other is named. */
const oneSpace = 'workshop';

/** What works for a time is left on for so much longer at most, minutes (common practice, no source). */
const dwellsOnMin = 30;

/** Where each step lies: its task, and minutes of its hands-on work before and behind it there. */
interface Within {
  task: string;
  aheadMin: number;
  /** The same where the tool is filled already. */
  leastAheadMin: number;
  behindMin: number;
}

function withinTasks(groups: readonly (readonly ReckonedStep[])[], input: TasksInput): Map<string, Within> {
  const within = new Map<string, Within>();
  for (const own of groups) {
    const wholeMin = own.reduce((sum, s) => sum + s.handsOnMin, 0);
    const savedMin = setUpOf(own, input)?.setUpMin ?? 0;
    let aheadMin = 0;
    for (const [i, s] of own.entries()) {
      const behindMin = wholeMin - aheadMin - s.handsOnMin;
      const leastAheadMin = i === 0 ? 0 : aheadMin - savedMin;
      within.set(s.step.id, { task: own[0]!.step.id, aheadMin, leastAheadMin, behindMin });
      aheadMin += s.handsOnMin;
    }
  }
  return within;
}

/**
 * The waits of a task: those of its steps, each moved by what of the two tasks lies before and behind. Within one piece
 * nothing is begun before what it waits for is over, whoever does it.
 */
function lagsOfTask(own: readonly ReckonedStep[], within: ReadonlyMap<string, Within>, input: TasksInput): TaskLag[] {
  const lags: TaskLag[] = [];
  const task = own[0]!.step.id;
  for (const { step } of own) {
    const here = within.get(step.id)!;
    for (const { beforeId, wait, minMin, maxMin, blocked, inAir } of input.lags.get(step.id) ?? []) {
      const there = within.get(beforeId);
      if (!there || there.task === task) continue;
      const moved = here.aheadMin + there.behindMin;
      const movedLeast = here.leastAheadMin + there.behindMin;
      const least = Math.max(0, minMin - movedLeast);
      // What works for a time is taken off before it dries in, or is laid on again.
      if (wait === 'dwell' && maxMin === null) {
        const before = input.steps.find((s) => s.step.id === beforeId)!;
        const again = before.status === 'planned' ? null : before.handsOnMin;
        const because = waitWords[wait];
        lags.push({
          beforeId: there.task,
          minMin: least,
          maxMin: least + dwellsOnMin,
          blocked: null,
          lateMin: again,
          because,
        });
        continue;
      }
      // What takes its own time says of what kind: an order comes, a film dries.
      const own = wait === 'dry' ? input.steps.find((s) => s.step.id === beforeId) : undefined;
      lags.push({
        beforeId: there.task,
        minMin: least,
        maxMin: maxMin === null ? null : Math.max(least, maxMin - moved),
        blocked: blocked && { from: blocked.from - moved, to: blocked.to - movedLeast },
        lateMin: maxMin === null ? null : input.lateMinOf(step.id),
        because: own ? waitWordsAfter(own.step.kind, wait) : waitWords[wait],
        ...(inAir ? { inAir: movedInAir(inAir, there.behindMin, here) } : {}),
      });
    }
  }
  return strongest(lags);
}

/** A wait from a later part of a task for an earlier part of another, told from end to start of the whole tasks. */
function movedInAir(
  { opens, closes, barred }: LagInAir,
  behindMin: number,
  { aheadMin, leastAheadMin }: Pick<Within, 'aheadMin' | 'leastAheadMin'>,
): LagInAir {
  const from = (endMin: number) => Math.max(endMin, opens(endMin - behindMin) - leastAheadMin);
  return {
    opens: from,
    closes: (endMin) => {
      const at = closes(endMin - behindMin);
      return at === null ? null : Math.max(from(endMin), at - aheadMin);
    },
    barred: (endMin) => {
      const at = barred(endMin - behindMin);
      return at && { fromMin: at.fromMin - aheadMin, untilMin: at.untilMin - leastAheadMin };
    },
  };
}

/** Of two open waits the later at any time, in the words of the one that takes longer as things lie. */
const later = (a: TaskLag, b: TaskLag): TaskLag => ({
  ...(b.minMin > a.minMin ? b : a),
  inAir: {
    opens: (endMin) => Math.max(opensAt(a, endMin), opensAt(b, endMin)),
    closes: () => null,
    barred: () => null,
  },
});

/** Of several open waits for one task the longest says all. */
function strongest(lags: readonly TaskLag[]): TaskLag[] {
  const plain = new Map<string, TaskLag>();
  const special: TaskLag[] = [];
  for (const lag of lags) {
    const known = plain.get(lag.beforeId);
    if (lag.maxMin !== null || lag.blocked !== null) special.push(lag);
    else if (known && (known.inAir || lag.inAir)) plain.set(lag.beforeId, later(known, lag));
    else if (!known || lag.minMin > known.minMin) plain.set(lag.beforeId, lag);
  }
  return [...plain.values(), ...special];
}

function airOfTask(
  own: readonly ReckonedStep[],
  within: ReadonlyMap<string, Within>,
  { products, place: { room, dustElsewhere: elsewhere }, log }: TasksInput,
): TaskAir | null {
  let [openMin, raises, lays]: [number, string | null, string | null] = [0, null, null];
  const opens: ((endMin: number) => number)[] = [];
  for (const { step } of own) {
    const { film, abrasive } = stepKind(step.kind);
    if (step.zoneId === null || (!film && !abrasive)) continue;
    if (abrasive && !elsewhere) raises = 'dust';
    if (!film) continue;
    const product = step.productId ? products[step.productId] : undefined;
    const dustFreeMin = product?.times.dustFreeMin.high ?? 0;
    const { behindMin } = within.get(step.id)!;
    openMin = Math.max(openMin, dustFreeMin - behindMin);
    const entry = log.find((e) => e.step.id === step.id);
    if (room && product) {
      const ready = readyIn(room)(product, entry);
      opens.push((endMin) => ready(endMin - behindMin, dustFreeMin));
    }
    lays = step.productId;
    if (isSprayed(step.method)) raises ??= step.productId;
  }
  if (openMin <= 0 && raises === null) return null;
  const openUntil = (endMin: number) => opens.reduce((latest, open) => Math.max(latest, open(endMin)), endMin);
  const space = room?.air.space.id ?? oneSpace;
  return { space, openMin, raises, lays, ...(opens.length > 0 ? { openUntil } : {}) };
}

/** What a sitting stands on while hands are at it, and where what it lays dries until it may be handled. */
function placesOfTask(
  own: readonly ReckonedStep[],
  within: ReadonlyMap<string, Within>,
  { products, place: { room }, log }: TasksInput,
): TaskPlace[] {
  const worked = own.filter(({ step, handsOnMin }) => handsOnMin > 0 && step.kind !== 'obtain');
  if (worked.length === 0) return [];
  const sprays = worked.some(({ step }) => isSprayed(step.method));
  const places: TaskPlace[] = [{ id: sprays ? 'spray' : 'bench', afterwards: false, afterMin: 0 }];
  let afterMin = 0;
  const free: ((endMin: number) => number)[] = [];
  for (const { step } of worked) {
    const product = step.productId === null ? undefined : products[step.productId];
    if (!product || !stepKind(step.kind).film) continue;
    const { behindMin } = within.get(step.id)!;
    const handleMin = product.times.handleMin.high;
    afterMin = Math.max(afterMin, handleMin - behindMin);
    if (!room) continue;
    const ready = readyIn(room)(
      product,
      log.find((e) => e.step.id === step.id),
    );
    free.push((endMin) => ready(endMin - behindMin, handleMin));
  }
  if (afterMin <= 0) return places;
  const until = (endMin: number) => free.reduce((last, at) => Math.max(last, at(endMin)), endMin);
  return [...places, { id: 'drying', afterwards: true, afterMin, ...(free.length > 0 ? { until } : {}) }];
}

/** What is filled for the first coat of a sitting, where that is all it is filled with: it need not be filled again right behind it. */
function setUpOf(own: readonly ReckonedStep[], { place: { room } }: TasksInput): SetUp | null {
  const coats = own.filter(({ step }) => step.method !== null && step.productId !== null);
  const first = coats[0];
  if (!first || own[0] !== first || !first.setsUp) return null;
  const { method, productId, kind } = first.step;
  if (coats.some(({ step }) => step.method !== method || step.productId !== productId)) return null;
  const { setUp: setUpMin } = methodMinutes[method!];
  const handsMin = own.reduce((sum, s) => sum + s.handsOnMin, 0);
  if (setUpMin <= 0 || setUpMin >= handsMin || !stepKind(kind).minutes.coat) return null;
  return { key: `${productId}/${method}/${room?.air.space.id ?? oneSpace}`, setUpMin };
}

/** When the user said that one of its steps begins, moved by what of the sitting lies before that; what has passed binds no more. */
function pinOf(
  own: readonly ReckonedStep[],
  within: ReadonlyMap<string, Within>,
  { piece, nowMin }: TasksInput,
): PieceTask['pin'] {
  for (const { step } of own) {
    const said = piece.edits.begins?.[step.id];
    const startMin = said ? minuteOf(said.at) - within.get(step.id)!.aheadMin : 0;
    if (said && startMin >= nowMin) return { startMin, personId: said.personId };
  }
  return null;
}

/** Whether the air lets all of a sitting go on: the hours of each of its coats. */
function airBarOfTask(
  own: readonly ReckonedStep[],
  within: ReadonlyMap<string, Within>,
  { products, place, movedFor }: TasksInput,
): AirBar | undefined {
  const bars = own.flatMap(({ step, handsOnMin }) => {
    const product = step.productId ? products[step.productId] : undefined;
    const bar = movedFor.has(step.id) ? undefined : airBarOf(step, product, handsOnMin, place);
    return bar ? [{ bar, aheadMin: within.get(step.id)!.aheadMin }] : [];
  });
  if (bars.length === 0) return undefined;
  return remembered((startMin) => {
    let last: ReturnType<AirBar> = null;
    for (const { bar, aheadMin } of bars) {
      const own = bar(startMin + aheadMin);
      if (own && own.untilMin - aheadMin > (last?.untilMin ?? startMin))
        last = { ...own, untilMin: own.untilMin - aheadMin };
    }
    return last;
  });
}

/** What a sitting needs from a cold shelf. */
function coldCansOf(own: readonly ReckonedStep[], { products, place }: TasksInput): PieceTask['coldCans'] {
  if (!place.shelf) return undefined;
  return (startMin) => {
    const cold = own.flatMap(({ step }) => {
      const product = step.productId ? products[step.productId] : undefined;
      return toBringIn(step, product, place, startMin) ?? [];
    });
    return cold.filter((c, i) => cold.findIndex((o) => o.productId === c.productId) === i);
  };
}

/**
 * When the piece may be used lightly: a moment that waits for all work and for every film; what children or food touch waits
 * for the cure.
 */
function lightUse(steps: readonly ReckonedStep[], within: ReadonlyMap<string, Within>, input: TasksInput): PieceTask {
  const { piece, products } = input;
  const { room } = input.place;
  const lags = steps.flatMap(({ step: { id, kind, productId, zoneId } }): TaskLag[] => {
    if (kind === 'cure') return [];
    const film = stepKind(kind).film || kind === 'wax';
    const times = !film || productId === null ? undefined : products[productId]?.times;
    const cured = zoneId && piece.wear[zoneId] === 'child-food';
    const product = productId === null ? undefined : products[productId];
    const waitMin = (cured ? times?.cureMin.high : times?.lightUseMin.high) ?? 0;
    const entry = input.log.find((e) => e.step.id === id);
    const there = within.get(id);
    if (!there) return [];
    const minMin = Math.max(0, waitMin - there.behindMin);
    const because = film ? (cured ? waitWords.cure : waitWords['light-use']) : waitWords.none;
    const lag: TaskLag = { beforeId: there.task, minMin, maxMin: null, blocked: null, lateMin: null, because };
    if (!room || !product || !film) return [lag];
    const ready = readyIn(room)(product, entry);
    const opens = (endMin: number) => Math.max(endMin, ready(endMin - there.behindMin, waitMin));
    return [{ ...lag, inAir: { opens, closes: () => null, barred: () => null } }];
  });
  return { ...bareTask(piece.id, 'light-use'), lags: strongest(lags), counts: true };
}

const bareTask = (pieceId: string, id: string): PieceTask => ({
  ...plainTask(pieceId, id),
  stepIds: [],
  stepMin: [],
  words: 'Light use',
  ordered: false,
  runs: false,
});

/** Ids of tasks are told apart by their piece. */
const named = (pieceId: string, id: string): string => `${pieceId}/${id}`;

/**
 * What is still to be done on a piece, as tasks of the workshop's schedule: its sittings, its waits, and light use; with what is
 * done as far as something waits for it. Steps of a sitting keep together.
 */
export function tasksOf(input: TasksInput): PieceTask[] {
  const { piece, steps, nowMin, startMin } = input;
  const begun = steps.some((s) => s.status !== 'planned');
  const ahead = steps.filter((s) => s.status !== 'done');
  const groups = [
    ...cutIntoSittings(ahead.filter((s) => s.handsOnMin > 0)),
    ...ahead.filter((s) => s.handsOnMin === 0).map((s) => [s]),
    ...steps.filter((s) => s.status === 'done').map((s) => [s]),
  ];
  const within = withinTasks(groups, input);
  const tasks = groups.map((own): PieceTask => {
    const first = own[0]!;
    const { status, startMin: fromMin } = first;
    const fixed = status !== 'planned' || own.some((s) => s.status === 'running');
    const airBar = airBarOfTask(own, within, input);
    const coldCans = fixed ? undefined : coldCansOf(own, input);
    return {
      ...bareTask(piece.id, first.step.id),
      handsMin: own.reduce((sum, s) => sum + s.handsOnMin, 0),
      divisible: own.every((s) => stepKind(s.step.kind).divisible),
      lags: fixed ? [] : lagsOfTask(own, within, input),
      notBefore: !begun && startMin !== null && startMin > nowMin ? { minute: startMin, because: 'begun then' } : null,
      air: airOfTask(own, within, input),
      ...(airBar ? { airBar } : {}),
      ...(coldCans ? { coldCans } : {}),
      places: placesOfTask(own, within, input),
      setUp: setUpOf(own, input),
      pin: fixed ? null : pinOf(own, within, input),
      fixed: fixed ? { startMin: fromMin, endMin: own.at(-1)!.endMin } : null,
      held: own.find((s) => s.held)?.held?.words ?? null,
      counts: first.step.kind !== 'cure',
      stepIds: own.map((s) => s.step.id),
      stepMin: own.map((s) => s.handsOnMin),
      words: sittingWords({ steps: own }, doWhat),
      ordered: first.step.kind === 'obtain',
      runs: own.some((s) => s.status === 'running'),
    };
  });
  if (ahead.length > 0) tasks.push(lightUse(steps, within, input));
  const all = tasks.map((t) => ({
    ...t,
    id: named(piece.id, t.id),
    lags: t.lags.map((l) => ({ ...l, beforeId: named(piece.id, l.beforeId) })),
  }));
  return all.filter((t) => !t.fixed || stillMatters(t, all, nowMin));
}

/** Whether something done bears on what is to come: something waits for it still, its film lies open, or it cannot be taken from where it dries. */
function stillMatters(
  { id, fixed, air, places, setUp }: PieceTask,
  all: readonly PieceTask[],
  nowMin: number,
): boolean {
  const { endMin } = fixed!;
  if ((air ? dustFreeAt(air, endMin) : endMin) > nowMin) return true;
  if (setUp && endMin + stillFilledMin >= nowMin) return true;
  if (places.some((p) => (p.until?.(endMin) ?? endMin + p.afterMin) > nowMin)) return true;
  return all.some((t) =>
    t.lags.some(
      (l) =>
        l.beforeId === id &&
        (endMin + l.minMin > nowMin || l.maxMin !== null || endMin + (l.blocked?.to ?? 0) > nowMin),
    ),
  );
}
