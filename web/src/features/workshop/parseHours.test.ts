import { describe, expect, it } from 'vitest';
import { parseHours } from './parseHours';

describe('parseHours', () => {
  it.each([
    ['8-12, 13-17', [480, 720, 780, 1020]],
    ['13-17;8-12', [480, 720, 780, 1020]],
    ['8:30 – 16', [510, 960]],
    ['9 to 17:15', [540, 1035]],
    ['', []],
  ])('reads "%s"', (text, minutes) => {
    const read = parseHours(text);
    expect(read.ok && (read.shifts ?? []).flatMap((s) => [s.fromMin, s.toMin])).toEqual(minutes);
  });
  it.each(['9-5', 'morning', '8-25', '8-12, 11-17', '8', '1-2,3-4,5-6,7-8,9-10'])('refuses "%s"', (text) =>
    expect(parseHours(text).ok).toBe(false),
  );
});
