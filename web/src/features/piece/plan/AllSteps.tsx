import { comesBefore, doWhat, stepKind, stepNameOf, whereOf } from '@cosmesis/core/finishing';
import type { ReckonedStep, Reckoning } from '@cosmesis/core/reckoning';
import type { Piece, Step } from '@cosmesis/core/workshop';
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { type KeyboardEvent, useState } from 'react';
import { theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { dayTime, duration } from '../../../ui/formatTime';
import { say } from '../../../ui/say';

/** Puts a step before or after another one by pinning the two; what has to come first stays first, and is named. */
function useMove(piece: Piece, steps: readonly Step[]) {
  const edit = useEditPiece(piece.id);
  return (step: ReckonedStep, passed: readonly ReckonedStep[], where: 'earlier' | 'later') => {
    const other = passed.at(-1);
    if (!other) return;
    const [before, after] = where === 'earlier' ? [step, other] : [other, step];
    const done = new Set(piece.log.map((e) => e.step.id));
    const inTheWay = passed.find((p) =>
      where === 'earlier'
        ? comesBefore(steps, p.step.id, step.step.id, done)
        : comesBefore(steps, step.step.id, p.step.id, done),
    );
    if (inTheWay) {
      const first = where === 'earlier' ? inTheWay : step;
      say({ text: `${stepNameOf(first.step.id)} has to come first.` });
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
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, isDragging } = useSortable({
    id: reckoned.step.id,
    disabled: !onMove,
  });
  const settings = useSettings();
  const nowMin = useNowMin();
  const when = dayTime(reckoned.startMin, nowMin, settings.timeZone);
  const name = `${whereOf(reckoned)}, ${doWhat(reckoned)}`;
  const onKey = (event: KeyboardEvent) => {
    if (!onMove || !event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    onMove(event.key === 'ArrowUp' ? 'earlier' : 'later');
  };
  return (
    <li
      ref={setNodeRef}
      className={`row ${isDragging ? 'dragged' : ''}`}
      style={{ flexWrap: 'nowrap', gap: 0, transform: CSS.Translate.toString(transform) }}
    >
      {onMove && (
        <button
          type="button"
          className="step-grip"
          {...attributes}
          {...listeners}
          ref={setActivatorNodeRef}
          aria-label={`Drag: ${name}`}
        >
          ⠿
        </button>
      )}
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
  const move = useMove(
    piece,
    reckoning.steps.map((s) => s.step),
  );
  const inTime = [...reckoning.steps].sort((a, b) => a.startMin - b.startMin);
  const ahead = inTime.filter((s) => s.status !== 'done');
  const shown = all ? inTime : ahead.filter((s) => s.handsOnMin > 0).slice(0, 6);
  const movable = (s: ReckonedStep) => s.status === 'planned' && !s.inserted && s.step.kind !== 'cure';
  const order = ahead.filter(movable);
  const passing = (s: ReckonedStep, by: number): ReckonedStep[] => {
    const at = order.indexOf(s);
    return by < 0 ? order.slice(Math.max(0, at + by), at).reverse() : order.slice(at + 1, at + 1 + by);
  };
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const dropped = ({ active, over }: DragEndEvent) => {
    const from = order.findIndex((s) => s.step.id === active.id);
    const to = order.findIndex((s) => s.step.id === over?.id);
    const step = order[from];
    if (step && to >= 0 && to !== from) move(step, passing(step, to - from), to < from ? 'earlier' : 'later');
  };
  return (
    <section aria-label="Steps">
      <div className="row">
        <h2>{all ? 'Every step in order' : 'Next on this piece'}</h2>
        <button type="button" className="plain spread" onClick={() => setAll(!all)}>
          {all ? 'Only what is next' : `All ${inTime.length} steps`}
        </button>
      </div>
      {all && (
        <p className="quiet">
          Drag a step by its grip, or move it with the arrows or Alt and an arrow key. What has to come first stays
          first.
        </p>
      )}
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
        <SortableContext items={order.map((s) => s.step.id)} strategy={verticalListSortingStrategy}>
          <ol className="bare">
            {shown.map((s) => (
              <StepRow
                key={s.step.id}
                reckoned={s}
                selected={s.step.id === selectedId}
                onSelect={() => onSelect(s.step.id)}
                {...(all && movable(s)
                  ? { onMove: (where: 'earlier' | 'later') => move(s, passing(s, where === 'earlier' ? -1 : 1), where) }
                  : {})}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <Edits piece={piece} />
    </section>
  );
}

/** What the user changed in the generated plan, each to be taken back. */
function Edits({ piece }: { piece: Piece }) {
  const edit = useEditPiece(piece.id);
  const { dropped, pins, extra } = piece.edits;
  if (dropped.length + pins.length + extra.length === 0) return null;
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
        {extra.map((e) => (
          <li key={e.id} className="row">
            <span>
              Added: {stepKind(e.kind).verb.toLowerCase()}, after {stepNameOf(e.afterId).toLowerCase()}
            </span>
            <button
              type="button"
              className="line spread"
              aria-label={`Take away ${stepKind(e.kind).verb.toLowerCase()}`}
              onClick={() =>
                edit('Take a step away', (draft) => {
                  draft.edits.extra = draft.edits.extra.filter((x) => x.id !== e.id);
                })
              }
            >
              Take away
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
