import type { Settings, Weekday } from '@cosmesis/core/workshop';

type Shifts = Settings['workingHours'][Weekday];
type Read = { ok: true; shifts: Shifts } | { ok: false; message: string };

const noonMin = 12 * 60;
const dayMin = 24 * 60;
/** Nobody begins before, unless it is written as morning, minutes. */
const nightUntilMin = 5 * 60;
/** Hours before this, after a morning, are those of the afternoon, minutes. */
const afternoonBeforeMin = 7 * 60;

const pattern = /^(\d{1,2})(?::(\d\d))?\s*(am|pm)?\s*(?:-|–|to)\s*(\d{1,2})(?::(\d\d))?\s*(am|pm)?$/i;

/** Minutes of a time on the clock; with am or pm, of the half of the day it names. */
function minutesOf(hours: string, minutes: string | undefined, half: string | undefined): number {
  const h = Number(hours);
  const named = half === undefined ? h : (h % 12) + (half.toLowerCase() === 'pm' ? 12 : 0);
  return named * 60 + Number(minutes ?? 0);
}

const clock = (min: number): string => `${Math.floor(min / 60)}:${String(min % 60).padStart(2, '0')}`;

/**
 * Reads hours as typed: `8-12, 13-17`, `8-12, 1-5`, `8 to 4`, `8:30-16`, `8 am-4 pm`; empty for a day off. What ends before it
 * begins ends in the afternoon; what would lie in the night is asked back.
 */
export function parseHours(text: string): Read {
  const parts = text
    .split(/[,;]/)
    .map((p) => p.trim())
    .filter(Boolean);
  const shifts: { fromMin: number; toMin: number }[] = [];
  for (const part of parts) {
    const m = pattern.exec(part);
    if (!m) return { ok: false, message: 'Write 8-12, 13-17, or leave it empty for a day off.' };
    const named = m[3] !== undefined || m[6] !== undefined;
    let fromMin = minutesOf(m[1]!, m[2], m[3] ?? (m[6]?.toLowerCase() === 'am' ? m[6] : undefined));
    let toMin = minutesOf(m[4]!, m[5], m[6]);
    const before = shifts.at(-1);
    // One to five, after a morning.
    if (!named && before && before.toMin <= fromMin + noonMin && fromMin < afternoonBeforeMin && toMin <= noonMin) {
      fromMin += noonMin;
      toMin += noonMin;
    }
    if (m[6] === undefined && toMin <= fromMin && toMin + noonMin <= dayMin) toMin += noonMin;
    if (!named && fromMin < nightUntilMin)
      return {
        ok: false,
        message: `${clock(fromMin)} to ${clock(toMin)} is at night. Write ${clock(fromMin + noonMin)}-${clock(toMin + noonMin)} for the afternoon, or am behind both.`,
      };
    shifts.push({ fromMin, toMin });
  }
  if (shifts.some((s) => s.fromMin >= s.toMin || s.toMin > dayMin))
    return { ok: false, message: 'Write 8-12, 13-17, or leave it empty for a day off.' };
  shifts.sort((a, b) => a.fromMin - b.fromMin);
  const overlap = shifts.some((s, i) => i > 0 && s.fromMin < shifts[i - 1]!.toMin);
  if (shifts.length > 4 || overlap)
    return { ok: false, message: 'Hours of one day may not overlap; four stretches at most.' };
  return { ok: true, shifts };
}
