import type { ReckonedStep } from '@cosmesis/core/reckoning';
import { minuteOf } from '@cosmesis/core/units';
import type { LogEntry, Piece, Workshop } from '@cosmesis/core/workshop';
import { current, type Draft } from 'immer';
import { latestReading } from './latestReading';
import { plain, shelfFollows } from './shelfOfLog';
import { newId, nowIso, theStore } from './theStore';

/** How old a reading may be to be noted with a step, minutes. */
const freshReadingMin = 180;

function airNow(readings: Workshop['readings'], at: string): LogEntry['air'] {
  const reading = latestReading(readings);
  if (!reading || minuteOf(at) - minuteOf(reading.at) > freshReadingMin) return null;
  return { airTempC: reading.airTempC, relHumFrac: reading.relHumFrac };
}

const iso = (minute: number): string => new Date(minute * 60_000).toISOString().replace('.000Z', '+00:00');

/** What the plan said, kept so that History can hold it against what happened. */
const plannedOf = (step: ReckonedStep): LogEntry['planned'] => ({
  startAt: iso(step.startMin),
  endAt: iso(step.endMin),
  volumeL: step.productL?.likely ?? null,
});

/** A step that the schedule put in is written into the plan when it is begun. */
function keepSteps(piece: Draft<Piece>, step: ReckonedStep, all: readonly ReckonedStep[]): void {
  if (step.inserted)
    piece.steps = all
      .filter((s) => !s.inserted || s.step.id.startsWith(step.step.id.replace(/\/(scuff|de-dust)$/, '/')))
      .map((s) => s.step) as Draft<Piece>['steps'];
}

/** The mix that was made for a step, the last one first. */
const batchOf = (mixes: Workshop['mixes'], pieceId: string, stepId: string): string | null =>
  Object.values(mixes)
    .filter((m) => m.steps.some((s) => s.pieceId === pieceId && s.stepId === stepId))
    .sort((a, b) => (a.at < b.at ? 1 : -1))[0]?.name ?? null;

/** Marks a step started or done, now. */
export function logStep(
  pieceId: string,
  what: 'start' | 'done',
  step: ReckonedStep,
  all: readonly ReckonedStep[],
): void {
  const at = nowIso();
  const id = newId();
  theStore().transact(what === 'start' ? 'Start a step' : 'Step done', (draft) => {
    const piece = draft.pieces[pieceId];
    if (!piece) throw new Error('the piece is gone');
    keepSteps(piece, step, all);
    const entry = piece.log.find((e) => e.stepId === step.step.id);
    if (entry) {
      if (what === 'done') {
        const before = { ...plain(entry) };
        entry.doneAt = at;
        shelfFollows(draft, pieceId, step.step.id, before, plain(entry));
      }
      return;
    }
    piece.log.push({
      id,
      stepId: step.step.id,
      startedAt: what === 'start' ? at : null,
      doneAt: what === 'done' ? at : null,
      actualL: null,
      air: airNow(current(draft.readings), at),
      note: '',
      planned: plannedOf(step),
      batch: batchOf(current(draft.mixes), pieceId, step.step.id),
    });
    const added = piece.log.at(-1);
    if (added) shelfFollows(draft, pieceId, step.step.id, null, plain(added));
  });
}
