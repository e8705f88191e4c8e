import { TZDate } from '@date-fns/tz';
import Papa from 'papaparse';
import { good, type Issue, instantOf, minuteOf, type Result, refused } from '../units';
import type { Forecast } from '../workshop';

const hourMin = 60;
/** Days a forecast may tell of. */
const mostHours = 16 * 24;
/** Air outdoors is never so dry, %: what lies below is a share of one. */
const leastPercent = 2;
/** Temperatures above this in a column of °C were meant in °F. */
const hottestC = 50;

type Column = 'time' | 'airTempC' | 'airTempF' | 'relHum';
const headings: readonly [RegExp, Column][] = [
  [/^(time|date|datetime|hour|at)\b/i, 'time'],
  [/(temp).*(°? ?f\b|fahrenheit)/i, 'airTempF'],
  [/temp|°c/i, 'airTempC'],
  [/hum|^rh\b/i, 'relHum'],
];

const issue = (message: string, path = ''): Issue => ({ code: 'bad_forecast', path, message });

/** Minute of a time as files write it: with an offset, or by the clock of the workshop. */
export type ReadTime = (text: string) => number;

const toC = (f: number): number => ((f - 32) * 5) / 9;

/** A row as typed; null where a value is missing. */
interface Row {
  hour: number;
  airTempC: number | null;
  relHumFrac: number | null;
}

/**
 * Reads a forecast from CSV with a heading row: time, temperature (°C, or °F where the heading says so), humidity (%).
 * Hours that stand twice count as the last says, hours that are missing stay open; both are told. A file that cannot be meant
 * so is refused whole, with what to change.
 * @param readTime minute since 1970 of a written time; NaN where it is none
 * @param takenMin when it was taken
 */
export function forecastFromCsv(text: string, readTime: ReadTime, takenMin: number): Result<Forecast> {
  const parsed = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const [head, ...lines] = parsed.data;
  const columns = (head ?? []).map((h) => headings.find(([pattern]) => pattern.test(h.trim()))?.[1]);
  const time = columns.indexOf('time');
  const temp = columns.findIndex((c) => c === 'airTempC' || c === 'airTempF');
  const hum = columns.indexOf('relHum');
  if (time < 0 || temp < 0 || hum < 0)
    return refused(issue('The first row has to name three columns: time, temperature °C, and humidity %.'));
  if (lines.length === 0) return refused(issue('There is no hour in this file: give a row for each hour.'));
  const inF = columns[temp] === 'airTempF';
  const number = (cell: string | undefined): number | null =>
    cell === undefined || cell.trim() === ''
      ? null
      : Number(
          cell
            .replace(/[\s°]*(%|°?[cf])?\s*$/i, '')
            .trim()
            .replace(',', '.'),
        );
  const rows: Row[] = [];
  const warnings: Issue[] = [];
  for (const [i, line] of lines.entries()) {
    const where = `row ${i + 2}`;
    const minute = readTime((line[time] ?? '').trim());
    if (!Number.isFinite(minute))
      return refused(issue(`In ${where} “${line[time] ?? ''}” is no time: write it like 2026-11-25 14:00.`, where));
    const [t, h] = [number(line[temp]), number(line[hum])];
    if (Number.isNaN(t) || Number.isNaN(h))
      return refused(issue(`In ${where} a temperature or a humidity is no number: write 8.5 and 85.`, where));
    const airTempC = t === null ? null : inF ? toC(t) : t;
    if (airTempC !== null && airTempC > hottestC)
      return refused(
        issue(
          `In ${where} it is ${t} °C, which cannot be: if the file has °F, write “temperature °F” at the head of the column.`,
          where,
        ),
      );
    if (airTempC !== null && airTempC < -40) return refused(issue(`In ${where} it is ${t}°, which cannot be.`, where));
    if (h !== null && (h < leastPercent || h > 100))
      return refused(
        issue(
          `In ${where} the humidity is ${h}: it is written in %, from ${leastPercent} to 100. A share of 0.8 is 80.`,
          where,
        ),
      );
    rows.push({ hour: Math.floor(minute / hourMin), airTempC, relHumFrac: h === null ? null : h / 100 });
  }
  const byHour = new Map(rows.map((r) => [r.hour, r]));
  if (byHour.size < rows.length)
    warnings.push(issue(`Hours that stand there twice: ${rows.length - byHour.size}. The later row counts.`));
  const hours = [...byHour.keys()].sort((a, b) => a - b);
  const [first] = hours as [number];
  const count = Math.min(mostHours, hours.at(-1)! - first + 1);
  if (hours.at(-1)! - first + 1 > mostHours)
    warnings.push(issue('It tells of more than sixteen days: the rest is left out.'));
  const whole = Array.from({ length: count }, (_, i) => byHour.get(first + i));
  const open = whole.filter((r) => !r || r.airTempC === null || r.relHumFrac === null).length;
  if (open > 0)
    warnings.push(
      issue(
        `Hours that are missing: ${open}. Short gaps are drawn through; in longer ones the usual day of the season holds.`,
      ),
    );
  if ((first + count) * hourMin <= takenMin)
    return refused(issue('All its hours are past: take a forecast of the days to come.'));
  return good(
    {
      takenAt: instantOf(takenMin),
      from: 'file',
      startAt: instantOf(first * hourMin),
      airTempC: whole.map((r) => r?.airTempC ?? null),
      relHumFrac: whole.map((r) => r?.relHumFrac ?? null),
    },
    warnings,
  );
}

/** Reads times with an offset of their own, and others by the clock of a time zone; NaN for what is no time. */
export const zonedTime =
  (timeZone: string): ReadTime =>
  (text) => {
    if (/\d\d:\d\d.*(Z|[+-]\d\d:?\d\d)$/i.test(text)) return minuteOf(text.replace(' ', 'T'));
    const parts = /^(\d{4})-(\d\d?)-(\d\d?)(?:[T ]+(\d\d?)(?::(\d\d))?(?::\d\d)?)?$/.exec(text);
    if (!parts) return Number.NaN;
    const [year, month, day, hour, minute] = parts.slice(1).map((p) => Number(p ?? 0)) as [
      number,
      number,
      number,
      number,
      number,
    ];
    if (hour > 23 || minute > 59) return Number.NaN;
    // The 31st of February is no day.
    const date = new Date(Date.UTC(year, month - 1, day));
    if (date.getUTCMonth() !== month - 1 || date.getUTCDate() !== day) return Number.NaN;
    return Math.floor(new TZDate(year, month - 1, day, hour, minute, 0, timeZone).getTime() / 60_000);
  };
