import type { AirAhead } from '@cosmesis/core/reckoning';
import { clockTime, dayTime, formatTemperature, type UnitSystem, weekdayName } from '@cosmesis/core/units';
import {
  CartesianGrid,
  Legend,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';

/** Air and dew point of a space over days, with its humidity; dashes tell the lines apart as colour does. */
export default function AirChart({
  air,
  fromMin,
  days,
  nowMin,
  timeZone,
  system,
}: {
  air: AirAhead;
  fromMin: number;
  days: number;
  nowMin: number;
  timeZone: string;
  system: UnitSystem;
}) {
  const shown = system === 'metric' ? (t: number) => t : (t: number) => t * 1.8 + 32;
  const rows = air.hours
    .filter((h) => h.atMin >= fromMin && h.atMin < fromMin + days * 1440)
    .map((h) => ({
      at: h.atMin,
      air: +shown(h.airTempC).toFixed(1),
      dew: +shown(h.dewPointC).toFixed(1),
      damp: Math.round(h.relHumFrac * 100),
    }));
  const midnights = rows.filter((r) => clockTime(r.at, timeZone) === '00:00').map((r) => r.at);
  const unit = system === 'metric' ? '°C' : '°F';
  const now = air.hours.find((h) => h.atMin + 60 > nowMin);
  return (
    <figure style={{ margin: 0 }}>
      <figcaption className="visually-hidden">
        {now &&
          `Now ${formatTemperature(now.airTempC, system)}, dew point ${formatTemperature(now.dewPointC, system)}, humidity ${Math.round(now.relHumFrac * 100)} %.`}
      </figcaption>
      <div aria-hidden="true">
        <ResponsiveContainer width="100%" height={240}>
          <LineChart data={rows} margin={{ top: 8, right: 4, bottom: 4, left: 0 }}>
            <CartesianGrid stroke="var(--hair)" />
            <XAxis
              dataKey="at"
              type="number"
              domain={['dataMin', 'dataMax']}
              ticks={midnights}
              tickFormatter={(at: number) => weekdayName(at + 60, timeZone).slice(0, 3)}
              stroke="var(--ink-2)"
            />
            <YAxis yAxisId="t" unit={` ${unit}`} width={64} stroke="var(--ink-2)" domain={['auto', 'auto']} />
            <YAxis yAxisId="h" orientation="right" unit=" %" width={56} domain={[0, 100]} stroke="var(--ink-2)" />
            <Tooltip labelFormatter={(at) => dayTime(Number(at), nowMin, timeZone)} />
            <Legend />
            <ReferenceLine x={nowMin} yAxisId="t" stroke="var(--ink)" strokeWidth={2} />
            <Line
              yAxisId="t"
              dataKey="air"
              name={`air, ${unit}`}
              stroke="var(--oxide)"
              strokeWidth={2.5}
              dot={false}
              isAnimationActive={false}
            />
            <Line
              yAxisId="t"
              dataKey="dew"
              name={`dew point, ${unit}`}
              stroke="var(--prussian)"
              strokeWidth={2}
              strokeDasharray="7 4"
              dot={false}
              isAnimationActive={false}
            />
            <Line
              yAxisId="h"
              dataKey="damp"
              name="humidity, %"
              stroke="var(--verdigris)"
              strokeWidth={2}
              strokeDasharray="2 3"
              dot={false}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
