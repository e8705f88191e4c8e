import { groupedBy, minuteOf } from '../units';
import { type LogEntry, type Piece, pausedMs, type Supply, usedUpIn } from '../workshop';
import { dryKey, hidesKey, litresKey, minutesKey, usesKey } from './figureKeys';
import type { Evidence, LeftOut } from './Learned';

/** Beyond so many times its typical time a sitting was left running, and was not worked (our choice). */
const leftRunning = 4;
/** Nobody works longer at one go, minutes (our choice). */
const longestMin = 12 * 60;
/** What is planned below this is rounding more than work, minutes. */
const leastTypicalMin = 3;

const sameNumber = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-6 * Math.max(a, b);

/** What was typical of an entry; what was planned before figures were learnt is the typical one. */
const typicalL = ({ planned }: LogEntry): number => planned?.typicalL ?? planned?.volumeL ?? 0;

function litresEvidence(piece: Piece): Evidence[] {
  const goes: { entries: LogEntry[]; ratio: number }[] = [];
  for (const entry of piece.log) {
    const { actualL, doneAt, step } = entry;
    if (actualL === null || actualL <= 0 || doneAt === null || step.productId === null || !(typicalL(entry) > 0))
      continue;
    const ratio = actualL / typicalL(entry);
    const key = litresKey(step);
    // What was noted for several steps at one go was shared out between them: it is one observation.
    const last = goes.findLast((g) => litresKey(g.entries[0]!.step) === key);
    const soon = last && minuteOf(doneAt) - minuteOf(last.entries.at(-1)!.doneAt!) < longestMin;
    if (last && soon && sameNumber(last.ratio, ratio)) last.entries.push(entry);
    else goes.push({ entries: [entry], ratio });
  }
  const sum = (entries: readonly LogEntry[], of: (e: LogEntry) => number) => entries.reduce((s, e) => s + of(e), 0);
  return goes.map(({ entries }): Evidence => {
    const planned = sum(entries, (e) => e.planned?.volumeL ?? 0);
    const actual = sum(entries, (e) => e.actualL!);
    const said = entries.find((e) => e.amountIs !== undefined)?.amountIs;
    return {
      key: litresKey(entries[0]!.step),
      pieceId: piece.id,
      stepKind: entries[0]!.step.kind,
      productId: entries[0]!.step.productId,
      entryIds: entries.map((e) => e.id),
      at: entries.at(-1)!.doneAt!,
      typical: sum(entries, typicalL),
      planned,
      actual,
      share: 1,
      left: said ?? (sameNumber(planned, actual) ? 'as-planned' : null),
    };
  });
}

/** Steps that were worked one after the other from one press of Start; what nobody started is in none. */
function goesOf(log: readonly LogEntry[]): LogEntry[][] {
  const done = log
    .filter((e) => e.doneAt !== null)
    .sort(
      (a, b) =>
        Date.parse(a.doneAt!) - Date.parse(b.doneAt!) || Date.parse(a.startedAt ?? '') - Date.parse(b.startedAt ?? ''),
    );
  const goes: LogEntry[][] = [];
  for (const entry of done) {
    const before = goes.find((go) => entry.startedAt !== null && go.at(-1)!.doneAt === entry.startedAt);
    if (before) before.push(entry);
    else goes.push([entry]);
  }
  return goes.filter((go) => go[0]!.startedAt !== null);
}

function minutesEvidence(piece: Piece): Evidence[] {
  return goesOf(piece.log).flatMap((go) => {
    const typicalOf = (e: LogEntry) => e.planned?.typicalMin ?? 0;
    const typical = go.reduce((sum, e) => sum + typicalOf(e), 0);
    const planned = go.reduce((sum, e) => sum + (e.planned?.handsOnMin ?? typicalOf(e)), 0);
    const at = go.at(-1)!.doneAt!;
    const [beganMs, endedMs] = [Date.parse(go[0]!.startedAt!), Date.parse(at)];
    const actual = (endedMs - beganMs - pausedMs(go, beganMs, endedMs)) / 60_000;
    // Without its typical time, or too short to be told from a slip of the finger, it says nothing.
    if (typical < leastTypicalMin || go.some((e) => e.planned?.typicalMin === undefined) || actual < 1) return [];
    const ran = actual > longestMin || actual > leftRunning * typical;
    const left: LeftOut | null = go.some((e) => e.timeIs === 'corrected') ? 'corrected' : ran ? 'left-running' : null;
    const byKey = groupedBy(
      go.filter((e) => typicalOf(e) > 0),
      (e) => minutesKey(e.step, e.planned?.shape ?? 'flat'),
    );
    return [...byKey].map(([key, own]): Evidence => {
      const share = own.reduce((sum, e) => sum + typicalOf(e), 0) / typical;
      return {
        key,
        pieceId: piece.id,
        stepKind: own[0]!.step.kind,
        productId: null,
        entryIds: own.map((e) => e.id),
        at,
        typical: typical * share,
        planned: planned * share,
        actual: actual * share,
        share,
        left,
      };
    });
  });
}

/** How much a film counts that was found on one side only: not wet any more, or still wet, and nobody looked between (our choice). */
const oneSided = 0.5;

/** What touched films say of drying: between the last time they were wet and the first time they were not. */
function dryingEvidence(piece: Piece): Evidence[] {
  return piece.log.flatMap((entry): Evidence[] => {
    const { step, doneAt, filmTests = [] } = entry;
    if (doneAt === null || step.productId === null) return [];
    let [wet, dry, expected] = [0, Number.POSITIVE_INFINITY, 0];
    for (const { at, found, expectedMin } of filmTests) {
      const took = (Date.parse(at) - Date.parse(doneAt)) / 60_000;
      if (!expectedMin || took <= 0) continue;
      expected = expectedMin;
      if (found === 'wet') wet = Math.max(wet, took / expectedMin);
      else dry = Math.min(dry, took / expectedMin);
    }
    const both = wet > 0 && dry >= wet && Number.isFinite(dry);
    // Wet before its time and dry after it is what was expected, and says no more than that.
    const ratio = both ? Math.sqrt(wet * dry) : wet > 1 ? wet : dry < 1 ? dry : null;
    if (ratio === null) return [];
    return [
      {
        key: dryKey(step.productId),
        pieceId: piece.id,
        stepKind: step.kind,
        productId: step.productId,
        entryIds: [entry.id],
        at: filmTests.at(-1)!.at,
        typical: expected,
        planned: expected,
        actual: ratio * expected,
        share: both ? 1 : oneSided,
        left: null,
      },
    ];
  });
}

/** Coats of one paint on a zone, one over the other, in the order they were laid; what came over the last is told. */
function runsOfPaint(log: readonly LogEntry[]): { coats: LogEntry[]; covered: boolean }[] {
  const done = log
    .filter((e) => e.doneAt !== null && e.step.zoneId !== null)
    .sort((a, b) => Date.parse(a.doneAt!) - Date.parse(b.doneAt!));
  const over = done.some((e) => e.step.kind === 'hand-over');
  const runs: { coats: LogEntry[]; covered: boolean }[] = [];
  for (const entry of done) {
    const { zoneId, productId, kind } = entry.step;
    const last = runs.findLast((r) => r.coats[0]!.step.zoneId === zoneId);
    if (productId !== null && last && !last.covered && last.coats[0]!.step.productId === productId)
      last.coats.push(entry);
    else {
      // Another film lies over it: what it hid by then, it hid.
      if (last && productId !== null) last.covered = true;
      if (kind === 'paint' && entry.planned?.hidesInCoats !== undefined) runs.push({ coats: [entry], covered: false });
    }
  }
  return over ? runs.map((r) => ({ ...r, covered: true })) : runs;
}

/** In how many coats a paint hid what is under it: more than those after which it was said to show, no more than the next. */
function hidingEvidence(piece: Piece): Evidence[] {
  return runsOfPaint(piece.log).flatMap(({ coats, covered }): Evidence[] => {
    const first = coats[0]!;
    const [typical, productId] = [first.planned!.hidesInCoats!, first.step.productId!];
    const shows = coats.findLastIndex((e) => e.seen?.includes('still-shows')) + 1;
    const last = coats.at(-1)!;
    const hid = coats.length > shows && (shows > 0 || covered || last.seen?.includes('went-well'));
    const between = shows > 0 && hid;
    // Hidden by coats that were planned for it, or not yet by fewer, is what was expected.
    const actual = between
      ? Math.sqrt(shows * (shows + 1))
      : hid && coats.length < typical
        ? coats.length
        : shows > typical
          ? shows
          : null;
    if (actual === null || !(typical > 0)) return [];
    return [
      {
        key: hidesKey(productId),
        pieceId: piece.id,
        stepKind: first.step.kind,
        productId,
        entryIds: coats.map((e) => e.id),
        at: last.doneAt!,
        typical,
        planned: first.step.of,
        actual,
        share: between ? 1 : oneSided,
        left: null,
      },
    ];
  });
}

/**
 * What was used up of supplies between two counts of them, against what the steps done meanwhile were to take. More than before, with
 * nothing bought, is a count that was wrong, and says nothing.
 */
export function suppliesEvidence(supplies: readonly Supply[], pieces: readonly Piece[]): Evidence[] {
  return supplies.flatMap(({ kind, counts = [] }) =>
    counts.slice(1).flatMap((now, i): Evidence[] => {
      const [fromMs, untilMs] = [Date.parse(counts[i]!.at), Date.parse(now.at)];
      const used = pieces.flatMap(({ log }) =>
        usedUpIn(log).flatMap(({ entry, doneMs, uses }) => {
          const own = uses.find((u) => u.what === kind);
          return own && doneMs > fromMs && doneMs <= untilMs ? [{ id: entry.id, ...own }] : [];
        }),
      );
      const typical = used.reduce((sum, u) => sum + u.typical, 0);
      const actual = now.was - now.found;
      if (!(typical > 0) || actual <= 0) return [];
      return [
        {
          key: usesKey(kind),
          pieceId: null,
          stepKind: null,
          productId: null,
          entryIds: used.map((u) => u.id),
          at: now.at,
          typical,
          planned: used.reduce((sum, u) => sum + u.amount, 0),
          actual,
          share: 1,
          left: null,
        },
      ];
    }),
  );
}

/** Everything the log of a piece says of the figures that its plan was made with. */
export const evidenceOf = (piece: Piece): Evidence[] => [
  ...litresEvidence(piece),
  ...minutesEvidence(piece),
  ...dryingEvidence(piece),
  ...hidingEvidence(piece),
];
