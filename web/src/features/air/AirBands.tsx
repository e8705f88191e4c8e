import { breachNames } from '@cosmesis/core/climate';
import type { AirAhead, CoatAhead } from '@cosmesis/core/reckoning';
import { clockTime, dayTime, weekdayName } from '@cosmesis/core/units';
import { short } from './airWords';
import './AirBands.css';

const [rowPx, bandPx, headPx] = [52, 20, 30];
const dayMin = 1440;

interface Props {
  air: AirAhead;
  fromMin: number;
  days: number;
  nowMin: number;
  timeZone: string;
  /** A week does not fit on a phone: it scrolls. */
  pxPerDay: number;
}

/** When a coat may go on, in words. */
export function coatWords({ stretches }: CoatAhead, nowMin: number, timeZone: string): string {
  const [first, second] = stretches;
  if (!first) return 'nothing is known';
  const at = (minute: number) => dayTime(minute, nowMin, timeZone);
  const [breach] = first.breaches;
  if (breach) {
    const open = stretches.find((s) => s.breaches.length === 0);
    return open
      ? `not before ${at(open.fromMin)}: ${breachNames[breach.limit]}`
      : `not in these ten days: ${breachNames[breach.limit]}`;
  }
  return second?.breaches[0]
    ? `may go on until ${at(first.untilMin)}, then ${breachNames[second.breaches[0].limit]}`
    : 'may go on all the time';
}

/** Coats whose labels bear the same hours share a band. */
function alike(coats: readonly CoatAhead[]): CoatAhead[][] {
  const groups = new Map<string, CoatAhead[]>();
  for (const c of coats) {
    const key = c.stretches.map((s) => `${s.untilMin}${s.breaches[0]?.limit ?? ''}`).join();
    groups.set(key, [...(groups.get(key) ?? []), c]);
  }
  return [...groups.values()];
}

const namesOf = (coats: readonly CoatAhead[], all: number): string =>
  coats.length === all && all > 1
    ? `All ${all} coats planned here`
    : `${coats
        .slice(0, 3)
        .map((c) => short(c.name))
        .join(', ')}${coats.length > 3 ? ` and ${coats.length - 3} more` : ''}`;

/** When coats to come may go on in a space: a band for those alike, open where they may, barred where they may not. */
export function AirBands({ air, fromMin, days, nowMin, timeZone, pxPerDay }: Props) {
  const width = days * pxPerDay;
  const untilMin = fromMin + days * dayMin;
  const x = (minute: number) => ((Math.min(untilMin, Math.max(fromMin, minute)) - fromMin) / dayMin) * pxPerDay;
  const groups = alike(air.coats);
  const height = headPx + groups.length * rowPx + 6;
  const midnights = air.hours.filter(
    (h) => h.atMin >= fromMin && h.atMin < untilMin && clockTime(h.atMin, timeZone) === '00:00',
  );
  return (
    <svg
      className="air-bands"
      width={width}
      height={height}
      role="img"
      aria-label={`When coats may go on. ${air.coats.map((c) => `${c.name}: ${coatWords(c, nowMin, timeZone)}.`).join(' ')}`}
    >
      <defs>
        <pattern id="air-barred" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill="var(--oxide-tint)" />
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--oxide)" strokeWidth="2.5" />
        </pattern>
      </defs>
      {midnights.map((h) => (
        <g key={h.atMin}>
          <line className="night" x1={x(h.atMin)} x2={x(h.atMin)} y1={0} y2={height} />
          <text x={x(h.atMin) + 6} y={19}>
            {weekdayName(h.atMin + 60, timeZone)}
          </text>
        </g>
      ))}
      {groups.map((coats, i) => {
        const y = headPx + i * rowPx;
        return (
          <g key={coats[0]!.productId}>
            <text className="name" x={12} y={y + 16}>
              {namesOf(coats, air.coats.length)}
            </text>
            {coats[0]!.stretches.map((s) => {
              const wide = x(s.untilMin) - x(s.fromMin);
              return wide <= 0 ? null : (
                <rect
                  key={s.fromMin}
                  className={s.breaches.length === 0 ? 'may' : 'maynot'}
                  x={x(s.fromMin)}
                  y={y + 22}
                  width={wide}
                  height={bandPx}
                />
              );
            })}
          </g>
        );
      })}
      {air.foretoldUntilMin !== null && air.foretoldUntilMin < untilMin && (
        <g>
          <line
            className="foretold"
            x1={x(air.foretoldUntilMin)}
            x2={x(air.foretoldUntilMin)}
            y1={headPx}
            y2={height}
          />
          <text x={x(air.foretoldUntilMin) + 6} y={headPx - 2}>
            usual days from here
          </text>
        </g>
      )}
      <line className="now" x1={x(nowMin) + 2} x2={x(nowMin) + 2} y1={headPx - 8} y2={height} />
      <text x={x(nowMin) + 8} y={19} fontWeight="700">
        now
      </text>
    </svg>
  );
}
