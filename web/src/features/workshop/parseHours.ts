import type { Settings, Weekday } from '@cosmesis/core/workshop';

type Shifts = Settings['workingHours'][Weekday];

/** Reads hours as typed: `8-12, 13-17`, `8:30-16`; empty for a day off. */
export function parseHours(text: string): { ok: true; shifts: Shifts } | { ok: false; message: string } {
  const parts = text
    .split(/[,;]/)
    .map((p) => p.trim())
    .filter(Boolean);
  const shifts = parts.flatMap((part) => {
    const m = /^(\d{1,2})(?::(\d\d))?\s*(?:-|–|to)\s*(\d{1,2})(?::(\d\d))?$/.exec(part);
    return m ? [{ fromMin: Number(m[1]) * 60 + Number(m[2] ?? 0), toMin: Number(m[3]) * 60 + Number(m[4] ?? 0) }] : [];
  });
  if (shifts.length < parts.length || shifts.some((s) => s.fromMin >= s.toMin || s.toMin > 1440))
    return { ok: false, message: 'Write 8-12, 13-17, or leave it empty for a day off.' };
  shifts.sort((a, b) => a.fromMin - b.fromMin);
  const overlap = shifts.some((s, i) => i > 0 && s.fromMin < shifts[i - 1]!.toMin);
  if (shifts.length > 4 || overlap)
    return { ok: false, message: 'Hours of one day may not overlap; four stretches at most.' };
  return { ok: true, shifts };
}
