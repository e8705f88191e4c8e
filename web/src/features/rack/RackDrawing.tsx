import type { PlannedSitting, SpaceBand, WorkshopPlan } from '@cosmesis/core/reckoning';
import type { KeyboardEvent } from 'react';
import { useEffect, useRef } from 'react';
import { clockTime, dayTime } from '../../ui/formatTime';
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
/** So wide a block holds words. */
const wordsPx = 54;

/** As many letters as a block holds. */
const fitting = (words: string, widePx: number): string => {
  const most = Math.floor((widePx - 8) / 7.4);
  return words.length <= most ? words : `${words.slice(0, Math.max(1, most - 1))}…`;
};

const hourOf = (minute: number): number => Math.floor(minute / 60) * 60;
const openWords = { all: 'all coats may go on', some: 'some coats may go on', none: 'no coat may go on' } as const;
/** The first stretches of a band in words. */
const bandWords = ({ stretches }: SpaceBand, nowMin: number, timeZone: string): string =>
  stretches
    .slice(0, 6)
    .map((s) => `${openWords[s.open]} until ${dayTime(s.untilMin, nowMin, timeZone)}`)
    .join(', then ');

interface Props {
  plan: WorkshopPlan;
  /** When coats may go on in each space. */
  bands: readonly SpaceBand[];
  rails: readonly { pieceId: string; name: string }[];
  scale: TimeScale;
  nowMin: number;
  timeZone: string;
  picked: PlannedSitting | undefined;
  onPick: (sitting: PlannedSitting) => void;
}

/** The workshop in time: the hands on top with their sittings, below a rail for each piece on which what is wet hangs. */
export function RackDrawing({ plan, bands, rails, scale, nowMin, timeZone, picked, onPick }: Props) {
  const { sittings } = plan;
  const row = new Map(rails.map((r, i) => [r.pieceId, i]));
  const railY = (pieceId: string) => daysPx + handsPx + 26 + (row.get(pieceId) ?? 0) * railPx + 30;
  const airY = daysPx + handsPx + 36 + rails.length * railPx;
  const height = airY + bands.length * bandPx;
  const x = (minute: number) => gutterPx + scale.at(minute);
  const shown = sittings.filter((s) => s.startMin <= (scale.stretches.at(-1)?.endMin ?? 0) && row.has(s.pieceId));
  const place = new Map(sittings.map((s) => [s.id, s]));
  const bound = picked?.boundTo ? place.get(picked.boundTo) : undefined;
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
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing of things to press is no set of fields
    <svg className="rack" width={scale.width + 2 * gutterPx} height={height} role="group" aria-label="Rack">
      <defs>
        <pattern id="rack-barred" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill="var(--oxide-tint)" />
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--oxide)" strokeWidth="2.5" />
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
            <rect className="hours" x={x(s.startMin)} y={daysPx} width={x(s.endMin) - x(s.startMin)} height={height} />
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
        return (
          <g key={pieceId}>
            <line className="rail" x1={0} x2={scale.width + 2 * gutterPx} y1={y} y2={y} />
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
                d={`M${x(s.startMin) + wide / 2} ${daysPx + handsPx - 6}V${y - 8}`}
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
        {shown.map((s, i) => {
          const wide = Math.max(leastPx, x(s.endMin) - x(s.startMin) - 1);
          const name = rails[row.get(s.pieceId)!]!.name;
          const isPicked = picked?.id === s.id;
          return (
            // biome-ignore lint/a11y/useSemanticElements: a drawing has no button of its own
            <g
              key={s.id}
              data-id={s.id}
              className={`sitting ${s.status === 'running' ? 'running' : ''} ${isPicked ? 'picked' : ''}`}
              role="button"
              tabIndex={s === reached ? 0 : -1}
              aria-pressed={isPicked}
              aria-label={`${dayTime(s.startMin, nowMin, timeZone)}, ${name}: ${s.words}`}
              onClick={() => onPick(s)}
              onKeyDown={(event) => onKey(event, i)}
            >
              <rect x={x(s.startMin)} y={daysPx + 4} width={wide} height={handsPx - 10} />
              {wide > wordsPx && (
                <text x={x(s.startMin) + 5} y={daysPx + 23} style={{ fontSize: 14 }}>
                  <tspan fontWeight="700">{fitting(name, wide)}</tspan>
                  <tspan x={x(s.startMin) + 5} dy={19}>
                    {fitting(s.words, wide)}
                  </tspan>
                </text>
              )}
            </g>
          );
        })}
      </g>
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
          d={`M${x(bound.endMin)} ${railY(bound.pieceId)}C${x(bound.endMin) + 20} ${daysPx + handsPx + 10} ${x(picked.startMin)} ${railY(bound.pieceId)} ${x(picked.startMin)} ${daysPx + handsPx - 4}`}
        />
      )}
      <line className="now" x1={x(nowMin)} x2={x(nowMin)} y1={daysPx - 6} y2={height} />
    </svg>
  );
}
