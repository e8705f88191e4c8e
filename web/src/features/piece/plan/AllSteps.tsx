import { comesBefore, doWhat, lowerFirst, stepKind, stepNameOf, whereOf } from '@cosmesis/core/finishing';
import { hasTime, inTurn, noTimeWords, type ReckonedStep, type Reckoning } from '@cosmesis/core/reckoning';
import { aboutTime, dayTime } from '@cosmesis/core/units';
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
import ArrowDownward from '@mui/icons-material/ArrowDownward';
import ArrowUpward from '@mui/icons-material/ArrowUpward';
import DragIndicator from '@mui/icons-material/DragIndicator';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { theStore } from '../../../store/theStore';
import { useEditPiece } from '../../../store/useEditPiece';
import { useNowMin } from '../../../store/useNowMin';
import { useSettings } from '../../../store/useWorkshop';
import { useTurn } from '../../../store/useWorkshopPlan';
import { Mark, Pick } from '../../../ui/layout';
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
    edit(`Move: ${lowerFirst(doWhat(step))}`, (draft) => {
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
  const { status, startMin } = reckoned;
  const at = dayTime(status === 'planned' ? Math.max(startMin, nowMin) : startMin, nowMin, settings.timeZone);
  const when = hasTime(reckoned) ? (status === 'done' ? `done ${at}` : at) : noTimeWords(reckoned);
  const name = `${whereOf(reckoned)}, ${doWhat(reckoned)}`;
  const onKey = (event: KeyboardEvent) => {
    if (!onMove || !event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    onMove(event.key === 'ArrowUp' ? 'earlier' : 'later');
  };
  return (
    <li
      ref={setNodeRef}
      style={{
        display: 'flex',
        alignItems: 'center',
        transform: CSS.Translate.toString(transform) ?? '',
        ...(isDragging && {
          position: 'relative',
          zIndex: 3,
          background: 'var(--raised)',
          outline: '2px solid var(--ink)',
        }),
      }}
    >
      {onMove && (
        <IconButton
          sx={{ cursor: 'grab', touchAction: 'none', minHeight: 48 }}
          {...attributes}
          {...listeners}
          ref={setActivatorNodeRef}
          aria-label={`Drag: ${name}`}
        >
          <DragIndicator />
        </IconButton>
      )}
      <Pick aria-pressed={selected} onClick={onSelect} onKeyDown={onKey}>
        <Mark style={{ background: reckoned.step.zoneId ? reckoned.bandColour : 'transparent' }} />
        <span>
          <b>{doWhat(reckoned)}</b>
          <br />
          <Typography component="span" variant="body2">
            {whereOf(reckoned)} · {when}
          </Typography>
        </span>
        <span className="n">{reckoned.handsOnMin > 0 ? aboutTime(reckoned.handsOnMin) : 'waits'}</span>
      </Pick>
      {onMove && (
        <>
          <IconButton color="primary" aria-label={`Earlier: ${name}`} onClick={() => onMove('earlier')}>
            <ArrowUpward />
          </IconButton>
          <IconButton color="primary" aria-label={`Later: ${name}`} onClick={() => onMove('later')}>
            <ArrowDownward />
          </IconButton>
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
  const turn = useTurn(piece.id);
  const placed = useMemo(
    () => new Map((turn ? inTurn(reckoning.steps, turn) : reckoning.steps).map((s) => [s.step.id, s])),
    [reckoning.steps, turn],
  );
  const inItsTurn = (s: ReckonedStep): ReckonedStep => placed.get(s.step.id)!;
  // What is moved is moved among the steps of the piece; what is next, among those of all pieces.
  const shown = all
    ? inTime
    : ahead
        .filter((s) => s.handsOnMin > 0)
        .map(inItsTurn)
        .sort((a, b) => Number(hasTime(b)) - Number(hasTime(a)) || a.startMin - b.startMin)
        .slice(0, 6);
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
      <Stack direction="row">
        <Typography variant="h2">{all ? 'Every step in order' : 'Next on this piece'}</Typography>
        <Button sx={{ ml: 'auto' }} onClick={() => setAll(!all)}>
          {all ? 'Only what is next' : `All ${inTime.length} steps`}
        </Button>
      </Stack>
      {all && (
        <Typography variant="body2">
          Drag a step by its grip, or move it with the arrows or Alt and an arrow key. What has to come first stays
          first.
        </Typography>
      )}
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
        <SortableContext items={order.map((s) => s.step.id)} strategy={verticalListSortingStrategy}>
          <ol className="bare">
            {shown.map((s) => (
              <StepRow
                key={s.step.id}
                reckoned={inItsTurn(s)}
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
    <Stack style={{ marginTop: 14 }}>
      <Typography variant="h3">Your changes to this plan</Typography>
      <ul className="bare">
        {dropped.map((id) => (
          <Stack component="li" direction="row" key={id}>
            <span>Left out: {stepNameOf(id)}</span>
            <Button
              variant="outlined"
              sx={{ ml: 'auto' }}
              aria-label={`Put back ${stepNameOf(id)}`}
              onClick={() =>
                edit('Put a step back', (draft) => {
                  draft.edits.dropped = draft.edits.dropped.filter((d) => d !== id);
                })
              }
            >
              Put back
            </Button>
          </Stack>
        ))}
        {extra.map((e) => (
          <Stack component="li" direction="row" key={e.id}>
            <span>
              Added: {stepKind(e.kind).verb.toLowerCase()}, after {stepNameOf(e.afterId).toLowerCase()}
            </span>
            <Button
              variant="outlined"
              sx={{ ml: 'auto' }}
              aria-label={`Take away ${stepKind(e.kind).verb.toLowerCase()}`}
              onClick={() =>
                edit('Take a step away', (draft) => {
                  draft.edits.extra = draft.edits.extra.filter((x) => x.id !== e.id);
                })
              }
            >
              Take away
            </Button>
          </Stack>
        ))}
        {pins.map(({ beforeId, afterId }) => (
          <Stack component="li" direction="row" key={`${beforeId}>${afterId}`}>
            <span>
              {stepNameOf(beforeId)}, before {stepNameOf(afterId).toLowerCase()}
            </span>
            <Button
              variant="outlined"
              sx={{ ml: 'auto' }}
              aria-label={`Release ${stepNameOf(beforeId)}`}
              onClick={() =>
                edit('Release an order', (draft) => {
                  draft.edits.pins = draft.edits.pins.filter((p) => p.beforeId !== beforeId || p.afterId !== afterId);
                })
              }
            >
              Release
            </Button>
          </Stack>
        ))}
      </ul>
    </Stack>
  );
}
