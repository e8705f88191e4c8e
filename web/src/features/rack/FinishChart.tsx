import type { WorkshopRehearsal } from '@cosmesis/core/reckoning';
import { dayName } from '@cosmesis/core/units';
import Typography from '@mui/material/Typography';
import { Bar, BarChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';

const dayMin = 1440;

/** On which days a piece was ready, in so many of the runs; and the day that was promised. */
export default function FinishChart({
  outcome,
  name,
  runs,
  timeZone,
}: {
  outcome: WorkshopRehearsal['pieces'][number];
  name: string;
  runs: number;
  timeZone: string;
}) {
  const { days, dueMin, p10Min, p50Min, p90Min } = outcome;
  const label = (minute: number) => dayName(minute + dayMin / 2, timeZone);
  const rows = days.map((d) => ({ day: label(d.fromMin), runs: d.runs }));
  const due = dueMin === null ? null : label(Math.floor(dueMin / dayMin) * dayMin);
  return (
    <figure style={{ margin: 0, maxWidth: 720 }}>
      <Typography component="figcaption">
        <b>{name}</b>: ready on these days, of {runs} runs. One in ten by {dayName(p10Min, timeZone)}, half by{' '}
        {dayName(p50Min, timeZone)}, nine in ten by {dayName(p90Min, timeZone)}.
      </Typography>
      <div aria-hidden="true">
        <ResponsiveContainer width="100%" height={200}>
          <BarChart accessibilityLayer={false} data={rows} margin={{ top: 18, right: 8, bottom: 4, left: 0 }}>
            <XAxis dataKey="day" stroke="var(--ink-2)" />
            <YAxis width={48} stroke="var(--ink-2)" />
            <Bar dataKey="runs" fill="var(--verdigris)" isAnimationActive={false} />
            {due !== null && rows.some((r) => r.day === due) && (
              <ReferenceLine
                x={due}
                stroke="var(--oxide)"
                strokeWidth={3}
                label={{ value: 'promised', position: 'top', fill: 'var(--ink)' }}
              />
            )}
          </BarChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
