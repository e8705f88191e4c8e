import type { PlaceKind, PlannedSitting, SpaceBand, Tried, WorkshopPlan } from '@cosmesis/core/reckoning';
import { clockTime, dayTime } from '@cosmesis/core/units';
import { DndContext, type DragMoveEvent, MouseSensor, TouchSensor, useSensor, useSensors } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import { useEffect, useRef } from 'react';
import { lanesOf } from './lanesOf';
import { SittingBlock } from './SittingBlock';
import type { TimeScale } from './timeScale';
import './RackDrawing.css';

/** Heights, px: the days, the line of the hands, a rail. */
const daysPx = 44;
const handsPx = 58;
const railPx = 60;
/** A band of air at the foot. */
const bandPx = 44;
/** What lies in the first part of a rail: the name of its piece. */
const gutterPx = 8;
/** A block is never thinner. */
const leastPx = 3;
/** The name of whoever's line it is. */
const lineNamePx = 16;
/** A lane of a place, and the name above the lanes of a kind. */
const lanePx = 22;
const laneNamePx = 22;
/** So wide a band of curing has its word. */
const curesPx = 60;
/** A sitting is dragged in steps of so much, minutes. */
const snapMin = 5;
/** A finger rests so long before it drags, ms, and may slip so far, px: a swipe scrolls. */
const touchHold = { delay: 250, tolerance: 8 };

const hourOf = (minute: number): number => Math.floor(minute / 60) * 60;
const openWords = { all: 'all coats may go on', some: 'some coats may go on', none: 'no coat may go on' } as const;
/** The first stretches of a band in words. */
const bandWords = ({ stretches }: SpaceBand, nowMin: number, timeZone: string): string =>
  stretches
    .slice(0, 6)
    .map((s) => `${openWords[s.open]} until ${dayTime(s.untilMin, nowMin, timeZone)}`)
    .join(', then ');

/** What is dragged is told where it is dropped, in words of the screen. */
const silent = { onDragStart: () => '', onDragOver: () => '', onDragEnd: () => '', onDragCancel: () => '' };

interface Props {
  plan: WorkshopPlan;
  /** When coats may go on in each space. */
  bands: readonly SpaceBand[];
  rails: readonly { pieceId: string; name: string }[];
  /** Whose hands have a line, the first on top. */
  lines: readonly { personId: string; name: string }[];
  /** What there may be too little room for, drawn as lanes; none: no lanes are wanted. */
  lanes: readonly { id: PlaceKind; name: string; capacity: number | null }[];
  scale: TimeScale;
  nowMin: number;
  timeZone: string;
  picked: PlannedSitting | undefined;
  /** The sitting that is tried at another minute; null: none is. */
  tried: Tried | null;
  onPick: (sitting: PlannedSitting) => void;
  /** A sitting is held over another minute, and another line. */
  onDrag: (sitting: PlannedSitting, startMin: number, personId: string) => void;
}

/** The workshop in time: the hands on top with their sittings, below a rail for each piece on which what is wet hangs. */
export function RackDrawing(props: Props) {
  const { plan, bands, rails, lines, lanes, scale, nowMin, timeZone, picked, tried, onPick, onDrag } = props;
  const { sittings } = plan;
  const line = new Map(lines.map((l, i) => [l.personId, i]));
  const lineOf = (s: PlannedSitting) => (s.personId === null ? 0 : (line.get(s.personId) ?? 0));
  // Where several work here, each line has its name above it.
  const namePx = lines.length > 1 ? lineNamePx : 0;
  const lineY = (i: number) => daysPx + 4 + namePx + i * (handsPx + namePx);
  const handsPxAll = lines.length * (handsPx + namePx);
  const names = new Map(rails.map((r) => [r.pieceId, r.name]));
  const row = new Map(rails.map((r, i) => [r.pieceId, i]));
  const railY = (pieceId: string) => daysPx + handsPxAll + 26 + (row.get(pieceId) ?? 0) * railPx + 30;
  const placesY = daysPx + handsPxAll + 36 + rails.length * railPx;
  const { drawn: drawnLanes, height: lanesPx } = lanesOf(sittings, lanes, { lanePx, namePx: laneNamePx });
  const airY = placesY + lanesPx;
  const height = airY + bands.length * bandPx;
  const x = (minute: number) => gutterPx + scale.at(minute);
  const shown = sittings.filter((s) => s.startMin <= (scale.stretches.at(-1)?.endMin ?? 0) && row.has(s.pieceId));
  const place = new Map(sittings.map((s) => [s.id, s]));
  const bound = picked?.boundTo ? place.get(picked.boundTo) : undefined;
  const triedSitting = tried ? place.get(tried.taskId) : undefined;
  const triedLine = tried?.personId ? (line.get(tried.personId) ?? 0) : triedSitting ? lineOf(triedSitting) : 0;
  const group = useRef<SVGGElement>(null);
  const focusNext = useRef(false);
  useEffect(() => {
    if (!focusNext.current || !picked) return;
    focusNext.current = false;
    group.current?.querySelector<SVGGElement>(`[data-id="${CSS.escape(picked.id)}"]`)?.focus();
  }, [picked]);
  const onKey = (event: KeyboardEvent, at: number) => {
    const to = event.key === 'ArrowRight' ? at + 1 : event.key === 'ArrowLeft' ? at - 1 : at;
    const next = shown[to];
    if (event.key === 'Enter' || event.key === ' ') onPick(shown[at]!);
    else if (to !== at && next) {
      focusNext.current = true;
      onPick(next);
    } else return;
    event.preventDefault();
  };
  const reached = picked && shown.includes(picked) ? picked : shown[0];
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: touchHold }),
  );
  const onMove = ({ active, delta }: DragMoveEvent) => {
    const s = place.get(String(active.id));
    if (!s) return;
    const at = scale.minuteAt(scale.at(s.startMin) + delta.x);
    const to = Math.min(lines.length - 1, Math.max(0, lineOf(s) + Math.round(delta.y / (handsPx + namePx))));
    onDrag(s, Math.max(nowMin, Math.round(at / snapMin) * snapMin), lines[to]!.personId);
  };
  const width = scale.width + 2 * gutterPx;
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }) => onPick(place.get(String(active.id))!)}
      onDragMove={onMove}
      accessibility={{ screenReaderInstructions: { draggable: '' }, announcements: silent }}
    >
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing of things to press is no set of fields */}
      <svg
        className="rack"
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="group"
        aria-label="Rack"
      >
        <defs>
          <pattern id="rack-barred" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill="var(--oxide-tint)" />
            <line x1="0" y1="0" x2="0" y2="7" stroke="var(--oxide)" strokeWidth="2.5" />
          </pattern>
          <pattern id="rack-cures" width="6" height="6" patternUnits="userSpaceOnUse">
            <circle cx="3" cy="3" r="1.4" fill="var(--prussian)" />
          </pattern>
          <pattern id="rack-wet" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="6" height="6" fill="var(--prussian-tint)" />
            <line className="wet-line" x1="0" y1="0" x2="0" y2="6" strokeWidth="2" />
          </pattern>
        </defs>
        {scale.stretches.map((s, i) => {
          const before = scale.stretches[i - 1];
          const day = before === undefined || s.startMin - before.endMin > 240;
          return (
            <g key={s.startMin}>
              <rect
                className="hours"
                x={x(s.startMin)}
                y={daysPx}
                width={x(s.endMin) - x(s.startMin)}
                height={height}
              />
              {before && (
                <rect
                  className="fold"
                  x={x(before.endMin)}
                  y={daysPx}
                  width={x(s.startMin) - x(before.endMin)}
                  height={height}
                />
              )}
              {day && (
                <text x={x(s.startMin) + 2} y={18} fontWeight="700">
                  {dayTime(s.startMin, nowMin, timeZone).replace(/,? ?\d\d:\d\d$/, '') || 'Today'}
                </text>
              )}
              <text x={x(s.startMin) + 2} y={37} style={{ fontFamily: 'var(--mono)', fontSize: 13 }}>
                {x(s.endMin) - x(s.startMin) > 44 ? clockTime(s.startMin, timeZone) : ''}
              </text>
            </g>
          );
        })}
        {rails.map(({ pieceId }) => {
          const ready = plan.ready.find((r) => r.pieceId === pieceId);
          const y = railY(pieceId);
          const late = ready?.atMin && ready.dueMin !== null && ready.atMin > ready.dueMin;
          const lastMin = Math.max(
            0,
            ...sittings.filter((s) => s.pieceId === pieceId && s.endMin <= (ready?.atMin ?? 0)).map((s) => s.endMin),
          );
          const cures = ready?.atMin && lastMin > 0 && x(ready.atMin) - x(lastMin) > 2;
          return (
            <g key={pieceId}>
              <line className="rail" x1={0} x2={scale.width + 2 * gutterPx} y1={y} y2={y} />
              {cures && (
                <g>
                  <title>Cures to light use</title>
                  <rect className="cures" x={x(lastMin)} y={y - 5} width={x(ready.atMin!) - x(lastMin)} height={10} />
                  {x(ready.atMin!) - x(lastMin) > curesPx && (
                    <text x={x(lastMin) + 6} y={y + 20} style={{ fontSize: 13 }}>
                      cures
                    </text>
                  )}
                </g>
              )}
              {ready?.atMin && <path className={late ? 'late' : 'ready'} d={`M${x(ready.atMin)} ${y - 9}l9 9l-9 9z`} />}
              {ready?.dueMin !== null && ready && <path className="due" d={`M${x(ready.dueMin)} ${y - 12}v24`} />}
            </g>
          );
        })}
        {shown.map((s) => {
          const y = railY(s.pieceId);
          const wide = Math.max(leastPx, x(s.endMin) - x(s.startMin));
          return (
            <g key={s.id}>
              {(s.dryMin > 0 || s.id === picked?.id) && (
                <path
                  className={s.id === picked?.id ? 'thread own' : 'thread'}
                  d={`M${x(s.startMin) + wide / 2} ${lineY(lineOf(s)) + handsPx - 10}V${y - 8}`}
                />
              )}
              {s.dryMin > 0 && (
                <rect
                  className="wet"
                  x={x(s.endMin)}
                  y={y - 7}
                  width={Math.max(2, x(s.endMin + s.dryMin) - x(s.endMin))}
                  height={14}
                />
              )}
              <rect x={x(s.startMin)} y={y - 8} width={wide} height={16} fill="var(--verdigris)" />
            </g>
          );
        })}
        {rails.map(({ pieceId, name }) => (
          <text key={pieceId} className="name" x={4} y={railY(pieceId) - 13}>
            {name}
          </text>
        ))}
        <g ref={group}>
          {shown.map((s, i) => (
            <SittingBlock
              key={s.id}
              sitting={s}
              x={x(s.startMin)}
              y={lineY(lineOf(s))}
              width={Math.max(leastPx, x(s.endMin) - x(s.startMin) - 1)}
              height={handsPx - 10}
              name={rails[row.get(s.pieceId)!]!.name}
              label={`${dayTime(s.startMin, nowMin, timeZone)}, ${rails[row.get(s.pieceId)!]!.name}: ${s.words}${s.saidMin === null ? '' : ', as you said'}`}
              picked={picked?.id === s.id}
              reached={s === reached}
              onPick={() => onPick(s)}
              onKey={(event) => onKey(event, i)}
            />
          ))}
        </g>
        {lines.length > 1 &&
          lines.map(({ personId, name }, i) => (
            <text key={personId} className="name" x={4} y={lineY(i) - 3} style={{ fontSize: 13 }}>
              {name}
            </text>
          ))}
        {drawnLanes.map(({ id, name, y, stays, height: high, full }) => (
          <g key={id}>
            <text className="name" x={4} y={placesY + y + 16}>
              {name}
              {full && ': full at times'}
            </text>
            <rect className="lane" x={0} y={placesY + y + laneNamePx} width={width} height={high} />
            {stays.map((s) => (
              <rect
                key={`${s.sittingId}/${s.fromMin}`}
                className={s.pieceId === picked?.pieceId ? 'stay own' : 'stay'}
                x={x(s.fromMin)}
                y={placesY + y + laneNamePx + s.lane * lanePx + 3}
                width={Math.max(leastPx, x(s.untilMin) - x(s.fromMin))}
                height={lanePx - 6}
              >
                <title>{names.get(s.pieceId)}</title>
              </rect>
            ))}
          </g>
        ))}
        {bands.map((band, i) => {
          const y = airY + i * bandPx;
          return (
            <g key={band.spaceId}>
              <title>{`Air in ${band.name}: ${bandWords(band, nowMin, timeZone)}`}</title>
              {band.stretches.map((s) => {
                const [from, to] = [Math.max(s.fromMin, hourOf(nowMin)), s.untilMin];
                const wide = x(to) - x(from);
                return wide <= 0 ? null : (
                  <rect key={s.fromMin} className={`air ${s.open}`} x={x(from)} y={y + 22} width={wide} height={14} />
                );
              })}
              <text className="name" x={4} y={y + 15}>
                Air in {band.name}
              </text>
            </g>
          );
        })}
        {picked && bound && (
          <path
            className="pull"
            d={`M${x(bound.endMin)} ${railY(bound.pieceId)}C${x(bound.endMin) + 20} ${daysPx + handsPxAll + 10} ${x(picked.startMin)} ${railY(bound.pieceId)} ${x(picked.startMin)} ${lineY(lineOf(picked)) + handsPx - 8}`}
          />
        )}
        {triedSitting && tried && (
          <g className="tried">
            <rect
              x={x(tried.startMin)}
              y={lineY(triedLine)}
              width={Math.max(
                leastPx,
                x(tried.startMin + triedSitting.endMin - triedSitting.startMin) - x(tried.startMin),
              )}
              height={handsPx - 10}
            />
            <text x={x(tried.startMin) + 3} y={lineY(triedLine) - 8}>
              {clockTime(tried.startMin, timeZone)}
            </text>
          </g>
        )}
        <line className="now" x1={x(nowMin)} x2={x(nowMin)} y1={daysPx - 6} y2={height} />
      </svg>
    </DndContext>
  );
}
