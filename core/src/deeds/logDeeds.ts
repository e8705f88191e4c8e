import type { Draft } from 'immer';
import { untriedTests } from '../piece';
import { latestFirst, minuteOf } from '../units';
import { type LogEntry, type Piece, seenKinds, type Workshop } from '../workshop';
import type { DeedOf } from './Deed';
import { DeedRefused } from './DeedRefused';
import { readingFor } from './latestReading';
import { settleEntry, withdrawRows } from './settle';

/** How old a reading may be to be noted with a step, minutes. */
const freshReadingMin = 180;

function airNow(draft: Draft<Workshop>, pieceId: string, at: string): LogEntry['air'] {
  const reading = readingFor(draft, draft.pieces[pieceId]?.spaceId);
  if (!reading || minuteOf(at) - minuteOf(reading.at) > freshReadingMin) return null;
  return { airTempC: reading.airTempC, relHumFrac: reading.relHumFrac };
}

/** The mix that was made for a step, the last one first. */
const batchOf = (mixes: Workshop['mixes'], pieceId: string, stepId: string): string | null =>
  Object.values(mixes)
    .filter((m) => m.steps.some((s) => s.pieceId === pieceId && s.stepId === stepId))
    .sort((a, b) => latestFirst(a.at, b.at))[0]?.name ?? null;

/** A piece of a draft. @throws DeedRefused where it is gone */
export function pieceOf(draft: Draft<Workshop>, pieceId: string): Draft<Piece> {
  const piece = draft.pieces[pieceId];
  if (!piece) throw new DeedRefused('piece_gone', 'The piece is gone: it was deleted in the meantime.');
  return piece;
}

function entryOf(draft: Draft<Workshop>, pieceId: string, entryId: string): Draft<LogEntry> {
  const entry = pieceOf(draft, pieceId).log.find((e) => e.id === entryId);
  if (!entry) throw new DeedRefused('entry_gone', 'The entry is gone: it was taken out in the meantime.');
  return entry;
}

/** Begins or finishes a step, with the step as it was then. A step that runs is finished; one that is done stays as it is. */
export function logStep(
  draft: Draft<Workshop>,
  { do: what, pieceId, step, planned }: DeedOf<'start-step' | 'finish-step'>,
  at: string,
  newId: () => string,
): void {
  const piece = pieceOf(draft, pieceId);
  const running = piece.log.find((e) => e.step.id === step.id);
  if (running) {
    if (what === 'start-step' || running.doneAt !== null) return;
    running.doneAt = at;
    for (const p of running.pauses ?? []) p.until ??= at;
    // What was mixed or read while the step ran belongs to it too.
    running.batch ??= batchOf(draft.mixes, pieceId, step.id);
    running.air ??= airNow(draft, pieceId, at);
    settleEntry(draft, pieceId, running);
    return;
  }
  delete piece.plannedBefore;
  piece.log.push({
    id: newId(),
    step: step as Draft<LogEntry>['step'],
    startedAt: what === 'start-step' ? at : null,
    doneAt: what === 'finish-step' ? at : null,
    actualL: null,
    air: airNow(draft, pieceId, at),
    note: '',
    planned,
    batch: batchOf(draft.mixes, pieceId, step.id),
  });
  const entry = piece.log.at(-1);
  if (entry) settleEntry(draft, pieceId, entry);
}

type SittingDeed = DeedOf<'start-sitting' | 'finish-sitting'>;
type OnSitting = (draft: Draft<Workshop>, deed: SittingDeed, at: string, newId: () => string) => void;

const entryFor = (piece: Piece, stepId: string) => piece.log.find((e) => e.step.id === stepId);

/** Steps of a sitting that are not done. */
const notDone = (piece: Piece, { steps }: SittingDeed) =>
  steps.filter((s) => (entryFor(piece, s.step.id)?.doneAt ?? null) === null);

/** Begins a sitting: the first of its steps that is not done runs from now. */
export const startSitting: OnSitting = (draft, deed, at, newId) => {
  const { pieceId } = deed;
  const first = notDone(pieceOf(draft, pieceId), deed)[0];
  if (first) logStep(draft, { do: 'start-step', pieceId, ...first }, at, newId);
};

/**
 * Finishes what is left of a sitting. Its steps followed each other: each has its share of the time since it was begun, by
 * their hands-on minutes; where nobody pressed Start, of as long as was planned, but not before what was done before it.
 */
export const finishSitting: OnSitting = (draft, deed, at, newId) => {
  const { pieceId } = deed;
  const piece = pieceOf(draft, pieceId);
  const due = notDone(piece, deed);
  const totalMin = due.reduce((sum, s) => sum + s.handsOnMin, 0);
  // To the millisecond: what is pressed twice within a minute keeps its order.
  const doneMs = Date.parse(at);
  const begunMs = due.flatMap((s) => entryFor(piece, s.step.id)?.startedAt ?? []).map(Date.parse);
  const beforeMs = piece.log.flatMap((e) => (e.doneAt === null ? [] : Date.parse(e.doneAt)));
  const sinceMs = Math.min(
    doneMs,
    ...(begunMs.length > 0 ? begunMs : [Math.max(doneMs - totalMin * 60_000, ...beforeMs)]),
  );
  let spentMin = 0;
  let previous: string | null = null;
  for (const [i, own] of due.entries()) {
    spentMin += own.handsOnMin;
    const share = totalMin > 0 ? spentMin / totalMin : 1;
    const endAt = i === due.length - 1 ? at : new Date(sinceMs + (doneMs - sinceMs) * share).toISOString();
    logStep(draft, { do: 'finish-step', pieceId, ...own }, endAt, newId);
    const entry = entryFor(piece, own.step.id) as Draft<LogEntry>;
    if (previous !== null) entry.startedAt ??= previous;
    previous = endAt;
  }
};

/** Corrects an entry: what it drew follows. */
export function correctEntry(draft: Draft<Workshop>, { pieceId, entryId, change }: DeedOf<'correct-entry'>): void {
  const entry = entryOf(draft, pieceId, entryId);
  // What was noted once and is put right is no measurement of its own.
  if (change.actualL !== undefined && entry.actualL !== null && change.actualL !== entry.actualL)
    entry.amountIs = 'corrected';
  const moved = (key: 'startedAt' | 'doneAt') => change[key] !== undefined && change[key] !== entry[key];
  if (moved('startedAt') || moved('doneAt')) {
    entry.timeIs = 'corrected';
    entry.timesBefore ??= { startedAt: entry.startedAt, doneAt: entry.doneAt };
  }
  Object.assign(entry, change);
  settleEntry(draft, pieceId, entry);
}

/** What was seen at steps is noted on each of them, once, or struck out. */
export function noteSeen(draft: Draft<Workshop>, { pieceId, entryIds, seen, noted }: DeedOf<'note-seen'>): void {
  for (const id of entryIds) {
    const entry = entryOf(draft, pieceId, id);
    const rest = (entry.seen ?? []).filter((s) => s !== seen);
    if (noted) rest.push(seen);
    if (rest.length > 0) entry.seen = seenKinds.filter((s) => rest.includes(s));
    else delete entry.seen;
  }
}

/** What was used at one go: each of its steps has its share of it, as it had of what was planned. */
export function noteUsed(
  draft: Draft<Workshop>,
  { pieceId, productId, stepIds, litres, guess }: DeedOf<'note-used'>,
): void {
  const entries = pieceOf(draft, pieceId).log.filter(
    (e) => e.doneAt !== null && e.step.productId === productId && stepIds.includes(e.step.id),
  );
  if (entries.length === 0)
    throw new DeedRefused('entry_gone', 'The steps are gone: they were taken out in the meantime.');
  const plannedL = entries.reduce((sum, e) => sum + (e.planned?.volumeL ?? 0), 0);
  for (const entry of entries) {
    const share = plannedL > 0 ? (entry.planned?.volumeL ?? 0) / plannedL : 1 / entries.length;
    const amount = litres * share;
    if (entry.actualL !== null && entry.actualL !== amount) entry.amountIs = 'corrected';
    else if (guess) entry.amountIs = 'guess';
    entry.actualL = amount;
    settleEntry(draft, pieceId, entry);
  }
}

/** Notes how the film of a step was found: what waits for it is worked out again from that. */
export function testFilm(
  draft: Draft<Workshop>,
  { pieceId, stepId, found, expectedMin }: DeedOf<'test-film'>,
  at: string,
): void {
  const entry = pieceOf(draft, pieceId).log.find((e) => e.step.id === stepId && e.doneAt !== null);
  if (!entry)
    throw new DeedRefused('entry_gone', 'This coat is not logged as done: log it, then say how it was found.');
  const test = { at, found, ...(expectedMin === undefined ? {} : { expectedMin }) };
  entry.filmTests = [...(entry.filmTests ?? []), test];
}

/** Pauses what runs, or goes on with it. What is paused already, or runs already, stays so. */
export function pause(
  draft: Draft<Workshop>,
  { do: what, pieceId, entryId }: DeedOf<'pause' | 'go-on'>,
  at: string,
): void {
  const entry = entryOf(draft, pieceId, entryId);
  if (entry.startedAt === null || entry.doneAt !== null)
    throw new DeedRefused('not_running', 'This does not run: only what was started and is not done can be paused.');
  const open = (entry.pauses ?? []).find((p) => p.until === null);
  if (what === 'pause' && !open) entry.pauses = [...(entry.pauses ?? []), { from: at, until: null }];
  if (what === 'go-on' && open) open.until = at;
}

/** Notes what a test of a film, or of the wood under it, read. Moisture is that of its zone from then on. */
export function checkFilm(
  draft: Draft<Workshop>,
  { pieceId, stepId, kind, value }: DeedOf<'check-film'>,
  at: string,
): void {
  const piece = pieceOf(draft, pieceId);
  const entry = piece.log.find((e) => e.step.id === stepId && e.doneAt !== null);
  if (!entry)
    throw new DeedRefused('entry_gone', 'This step is not logged as done: log it, then say how it was found.');
  entry.checks = [...(entry.checks ?? []), { at, kind, value }];
  const { zoneId } = entry.step;
  if (kind !== 'moisture' || zoneId === null) return;
  piece.tests[zoneId] = { ...untriedTests, ...piece.tests[zoneId], moistureFrac: value / 100, moistureAt: at };
}

/** Takes an entry out of the log: the step is planned again, and what it drew is back. */
export function removeEntry(draft: Draft<Workshop>, { pieceId, entryId }: DeedOf<'remove-entry'>): void {
  entryOf(draft, pieceId, entryId);
  const piece = pieceOf(draft, pieceId);
  piece.log = piece.log.filter((e) => e.id !== entryId);
  withdrawRows(draft, 'coat', entryId);
}
