import { comesBefore, stepNameOf } from '@cosmesis/core/finishing';
import type { ReckonedStep, Reckoning } from '@cosmesis/core/reckoning';
import type { Piece } from '@cosmesis/core/workshop';
import { type KeyboardEvent, useState } from 'react';
import { theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useWorkshop } from '../../../store/useWorkshop';
import { dayTime, duration } from '../../../ui/formatTime';
import { say } from '../../../ui/say';
import { doWhat, whereOf } from '../../../ui/stepWords';

/** Puts a step before the one above it, or after the one below it, by pinning the two. */
function useMove(piece: Piece) {
  const edit = useEditPiece(piece.id);
  return (step: ReckonedStep, other: ReckonedStep | undefined, where: 'earlier' | 'later') => {
    if (!other) return;
    const [before, after] = where === 'earlier' ? [step, other] : [other, step];
    if (comesBefore(piece.steps, after.step.id, before.step.id)) {
      say({ text: `${stepNameOf(after.step.id)} has to come first.` });
      return;
    }
    edit(`Move: ${doWhat(step).toLowerCase()}`, (draft) => {
      const kept = draft.edits.pins.filter((p) => !(p.beforeId === after.step.id && p.afterId === before.step.id));
      draft.edits.pins = [...kept, { beforeId: before.step.id, afterId: after.step.id }];
    });
    say({
      text: `${stepNameOf(before.step.id)} now comes before ${stepNameOf(after.step.id).toLowerCase()}.`,
      action: { name: 'Undo', run: () => theStore().undo() },
    });
  };
}

function StepRow({
  reckoned,
  selected,
  onSelect,
  onMove,
}: {
  reckoned: ReckonedStep;
  selected: boolean;
  onSelect: () => void;
  onMove?: (where: 'earlier' | 'later') => void;
}) {
  const { settings } = useWorkshop();
  const nowMin = useNowMin();
  const when = dayTime(reckoned.startMin, nowMin, settings.timeZone);
  const name = `${whereOf(reckoned)}, ${doWhat(reckoned)}`;
  const onKey = (event: KeyboardEvent) => {
    if (!onMove || !event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    onMove(event.key === 'ArrowUp' ? 'earlier' : 'later');
  };
  return (
    <li className="row" style={{ flexWrap: 'nowrap', gap: 0 }}>
      <button type="button" className="pick" aria-pressed={selected} onClick={onSelect} onKeyDown={onKey}>
        <span className="mark" style={{ background: reckoned.step.zoneId ? reckoned.bandColour : 'transparent' }} />
        <span>
          <b>{doWhat(reckoned)}</b>
          <br />
          <span className="quiet">
            {whereOf(reckoned)} · {reckoned.held ? 'held' : reckoned.status === 'done' ? `done ${when}` : when}
          </span>
        </span>
        <span className="n">{reckoned.handsOnMin > 0 ? duration(reckoned.handsOnMin) : 'waits'}</span>
      </button>
      {onMove && (
        <>
          <button
            type="button"
            className="step-arrow"
            aria-label={`Earlier: ${name}`}
            onClick={() => onMove('earlier')}
          >
            ↑
          </button>
          <button type="button" className="step-arrow" aria-label={`Later: ${name}`} onClick={() => onMove('later')}>
            ↓
          </button>
        </>
      )}
    </li>
  );
}

/** The steps over all zones: what is next, or every one in order, to be moved. */
export function AllSteps({
  piece,
  reckoning,
  selectedId,
  onSelect,
}: {
  piece: Piece;
  reckoning: Reckoning;
  selectedId: string | null;
  onSelect: (id: string) => void;
}) {
  const [all, setAll] = useState(false);
  const move = useMove(piece);
  const inTime = [...reckoning.steps].sort((a, b) => a.startMin - b.startMin);
  const ahead = inTime.filter((s) => s.status !== 'done');
  const shown = all ? inTime : ahead.filter((s) => s.handsOnMin > 0).slice(0, 6);
  const movable = (s: ReckonedStep) => s.status === 'planned' && !s.inserted && s.step.kind !== 'cure';
  const neighbour = (s: ReckonedStep, by: number) => ahead.filter(movable)[ahead.filter(movable).indexOf(s) + by];
  return (
    <section aria-label="Steps">
      <div className="row">
        <h2>{all ? 'Every step in order' : 'Next on this piece'}</h2>
        <button type="button" className="plain spread" onClick={() => setAll(!all)}>
          {all ? 'Only what is next' : `All ${inTime.length} steps`}
        </button>
      </div>
      {all && (
        <p className="quiet">Arrows, or Alt with an arrow key, move a step. What has to come first stays first.</p>
      )}
      <ol className="bare">
        {shown.map((s) => (
          <StepRow
            key={s.step.id}
            reckoned={s}
            selected={s.step.id === selectedId}
            onSelect={() => onSelect(s.step.id)}
            {...(all && movable(s)
              ? { onMove: (where: 'earlier' | 'later') => move(s, neighbour(s, where === 'earlier' ? -1 : 1), where) }
              : {})}
          />
        ))}
      </ol>
      <Edits piece={piece} />
    </section>
  );
}

/** What the user changed in the generated plan, each to be taken back. */
function Edits({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const { dropped, pins } = piece.edits;
  if (dropped.length + pins.length === 0) return null;
  return (
    <div className="stack" style={{ marginTop: 14 }}>
      <h3>Your changes to this plan</h3>
      <ul className="bare">
        {dropped.map((id) => (
          <li key={id} className="row">
            <span>Left out: {stepNameOf(id)}</span>
            <button
              type="button"
              className="line spread"
              aria-label={`Put back ${stepNameOf(id)}`}
              onClick={() =>
                edit('Put a step back', (draft) => {
                  draft.edits.dropped = draft.edits.dropped.filter((d) => d !== id);
                })
              }
            >
              Put back
            </button>
          </li>
        ))}
        {pins.map(({ beforeId, afterId }) => (
          <li key={`${beforeId}>${afterId}`} className="row">
            <span>
              {stepNameOf(beforeId)}, before {stepNameOf(afterId).toLowerCase()}
            </span>
            <button
              type="button"
              className="line spread"
              aria-label={`Release ${stepNameOf(beforeId)}`}
              onClick={() =>
                edit('Release an order', (draft) => {
                  draft.edits.pins = draft.edits.pins.filter((p) => p.beforeId !== beforeId || p.afterId !== afterId);
                })
              }
            >
              Release
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
