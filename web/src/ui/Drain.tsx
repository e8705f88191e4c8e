import { nextOfWet, type WetZone } from '@cosmesis/core/reckoning';
import { clockTime, dayName, dayTime } from '@cosmesis/core/units';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { Big } from './layout';
import './Drain.css';

/** Length of the shared clock, minutes. */
const drainSpanMin = 48 * 60;
/** The clock begins a little before now, so that the line of now stands inside it. */
const pastMin = 120;

interface Segment {
  from: number;
  to: number;
  kind: 'wet' | 'open' | 'close' | 'curing';
}

const segmentsOf = (wet: WetZone): Segment[] => {
  const open = wet.recoatUntilMin ?? wet.lightUseMin;
  return [
    { from: wet.laidAtMin, to: wet.recoatFromMin, kind: 'wet' },
    { from: wet.recoatFromMin, to: Math.max(open, wet.recoatFromMin), kind: 'open' },
    ...(wet.recoatUntilMin !== null
      ? [{ from: wet.recoatUntilMin, to: Math.max(wet.lightUseMin, wet.recoatUntilMin), kind: 'close' as const }]
      : []),
    { from: Math.max(wet.lightUseMin, open), to: wet.cureMin, kind: 'curing' },
  ];
};

interface Props {
  title: string;
  wet: WetZone;
  nowMin: number;
  timeZone: string;
  /** What can be said of it. */
  children?: ReactNode;
}

/** A wet zone as a bar on the shared clock: wet, window open, abrade first, curing, with its marks. */
export function Drain({ title, wet, nowMin, timeZone, children }: Props) {
  const start = nowMin - pastMin;
  const at = (minute: number) => (100 * (minute - start)) / (drainSpanMin + pastMin);
  const inside = (minute: number) => at(minute) >= 0 && at(minute) <= 100;
  const next = nextOfWet(wet, nowMin);
  const clip = (x: number) => Math.min(100, Math.max(0, x));
  const full = `${title}: ${next.words} ${dayTime(next.atMin, nowMin, timeZone)}; touch ${dayTime(wet.touchMin, nowMin, timeZone)}, tape from ${dayTime(wet.tapeSafeMin, nowMin, timeZone)}, light use ${dayTime(wet.lightUseMin, nowMin, timeZone)}, cured ${dayName(wet.cureMin, timeZone)}`;
  return (
    <div className="drain">
      <div className="drain-head">
        <p>
          <b>{title}</b>
          <br />
          <Typography component="span" variant="body2">
            {wet.what}
          </Typography>
          {children}
        </p>
        <p>
          <Typography component="span" variant="body2">
            {next.words}
          </Typography>
          <Big>{dayTime(next.atMin, nowMin, timeZone)}</Big>
        </p>
      </div>
      <div className="drain-bar" role="img" aria-label={full}>
        {segmentsOf(wet)
          .filter((s) => s.to > s.from && at(s.to) > 0 && at(s.from) < 100)
          .map((s) => (
            <i
              key={s.kind}
              className={s.kind}
              style={{ left: `${clip(at(s.from))}%`, width: `${clip(at(s.to)) - clip(at(s.from))}%` }}
            />
          ))}
        {inside(wet.recoatFromMin) && <i className="mark opens" style={{ left: `${at(wet.recoatFromMin)}%` }} />}
        {inside(wet.tapeSafeMin) && <i className="mark tape" style={{ left: `${at(wet.tapeSafeMin)}%` }} />}
        {inside(wet.lightUseMin) && <i className="mark light" style={{ left: `${at(wet.lightUseMin)}%` }} />}
        <i className="nowline" style={{ left: `${at(nowMin)}%` }} />
      </div>
    </div>
  );
}

/** The clock over the drains: now, and every twelve hours after. */
export function DrainScale({ nowMin, timeZone }: { nowMin: number; timeZone: string }) {
  const marks = [12, 24, 36, 48].map((h) => nowMin + h * 60);
  return (
    <div className="scale" aria-hidden="true">
      <span style={{ paddingLeft: `${(100 * pastMin) / (drainSpanMin + pastMin) - 2}%` }}>
        now {clockTime(nowMin, timeZone)}
      </span>
      {marks.map((m, i) => (
        <span key={m} className={i % 2 === 0 ? 'hide-small' : ''}>
          {dayTime(m, nowMin, timeZone)}
        </span>
      ))}
    </div>
  );
}

/** What the patterns and letters mean. */
export function DrainLegend() {
  const sample = (kind: string) => (
    <span className="drain-bar" aria-hidden="true">
      <i className={kind} />
    </span>
  );
  return (
    <div className="legend">
      <span>{sample('wet')} wet</span>
      <span>{sample('open')} window open</span>
      <span>{sample('close')} abrade first</span>
      <span>{sample('curing')} curing</span>
      <span>
        <b>T</b> bears tape
      </span>
      <span>
        <b>L</b> light use
      </span>
    </div>
  );
}
