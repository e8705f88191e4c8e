import { doWhat } from '@cosmesis/core/finishing';
import { zoneNames } from '@cosmesis/core/piece';
import { hasTime, type Reckoning } from '@cosmesis/core/reckoning';
import { dayName } from '@cosmesis/core/units';
import { TZDate } from '@date-fns/tz';
import { addDays, startOfDay } from 'date-fns';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import './Timeline.css';

const rowHeight = 54;
const headHeight = 34;
const labelWidth = 104;

/** Steps of each zone on one clock: work as blocks, waits as hatching, nights and days marked. */
export function Timeline({ reckoning, nowMin, timeZone }: { reckoning: Reckoning; nowMin: number; timeZone: string }) {
  const all = reckoning.steps.filter((s) => s.step.kind !== 'cure');
  // Where nothing has a time yet it is drawn as it would be.
  const steps = all.some(hasTime) ? all.filter(hasTime) : all;
  const from = Math.min(...steps.map((s) => s.startMin));
  const to = Math.max(reckoning.totals.lightUseAtMin ?? 0, ...steps.map((s) => s.endMin));
  const days: { start: number; weekend: boolean }[] = [];
  for (
    let day = startOfDay(new TZDate(from * 60_000, timeZone));
    day.getTime() / 60_000 <= to && days.length < 400;
    day = addDays(day, 1)
  ) {
    days.push({ start: Math.round(day.getTime() / 60_000), weekend: day.getDay() === 0 || day.getDay() === 6 });
  }
  const start = days[0]!.start;
  const perDay = Math.max(64, Math.min(150, 1000 / days.length));
  const x = (minute: number) => labelWidth + ((minute - start) / 1440) * perDay;
  const rows = [null, ...reckoning.zones.filter((z) => steps.some((s) => s.step.zoneId === z.id)).map((z) => z.id)];
  const width = x(start + days.length * 1440) + 8;
  const height = headHeight + rows.length * rowHeight;
  const words = `From ${dayName(from, timeZone)} to ${dayName(to, timeZone)}; every step is listed below.`;
  return (
    <ScrollRegion label="Timeline">
      <div className="timeline">
        <svg width={width} height={height} role="img" aria-label={words}>
          <defs>
            <pattern id="wait" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(35)">
              <rect width="8" height="8" fill="var(--prussian-tint)" />
              <rect width="3" height="8" fill="var(--prussian)" />
            </pattern>
          </defs>
          {days.map((d) => (
            <g key={d.start}>
              <rect
                x={x(d.start)}
                y={0}
                width={perDay}
                height={height}
                fill={d.weekend ? 'var(--hair)' : 'transparent'}
              />
              <path d={`M${x(d.start)} 0V${height}`} stroke="var(--line)" />
              <text className="day" x={x(d.start) + 6} y={21}>
                {dayName(d.start + 720, timeZone).slice(0, perDay < 120 ? 6 : 10)}
              </text>
            </g>
          ))}
          {rows.map((zoneId, i) => {
            const y = headHeight + i * rowHeight;
            return (
              <g key={zoneId ?? 'piece'}>
                <path d={`M0 ${y}H${width}`} stroke="var(--line)" />
                <text x={4} y={y + 32} fontWeight={700}>
                  {zoneId ? zoneNames[zoneId] : 'Piece'}
                </text>
                {steps
                  .filter((s) => s.step.zoneId === zoneId)
                  .map((s) => (
                    <g key={s.step.id}>
                      <title>{doWhat(s)}</title>
                      <rect
                        x={x(s.endMin)}
                        y={y + 20}
                        width={Math.max(0, x(s.readyMin) - x(s.endMin))}
                        height={14}
                        fill="url(#wait)"
                      />
                      {s.handsOnMin > 0 && (
                        <rect
                          x={x(s.startMin)}
                          y={y + 9}
                          width={Math.max(3, x(s.endMin) - x(s.startMin))}
                          height={36}
                          fill={s.status === 'done' ? 'var(--ink)' : s.inserted ? 'var(--amber)' : 'var(--verdigris)'}
                        />
                      )}
                    </g>
                  ))}
              </g>
            );
          })}
          {nowMin >= start && nowMin <= to && (
            <path d={`M${x(nowMin)} 24V${height}`} stroke="var(--oxide)" strokeWidth={3} />
          )}
        </svg>
      </div>
    </ScrollRegion>
  );
}
