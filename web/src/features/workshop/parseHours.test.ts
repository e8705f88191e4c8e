import { describe, expect, it } from 'vitest';
import { parseHours } from './parseHours';

describe('parseHours', () => {
  it.each([
    ['8-12, 13-17', [480, 720, 780, 1020]],
    ['13-17;8-12', [480, 720, 780, 1020]],
    ['8:30 – 16', [510, 960]],
    ['9 to 17:15', [540, 1035]],
    ['8-12, 1-5', [480, 720, 780, 1020]],
    ['8 to 4', [480, 960]],
    ['9-5', [540, 1020]],
    ['8 am-4 pm', [480, 960]],
    ['1 am-5 am', [60, 300]],
    ['6-12, 12:30-3', [360, 720, 750, 900]],
    ['', []],
  ])('reads "%s"', (text, minutes) => {
    const read = parseHours(text);
    expect(read.ok && (read.shifts ?? []).flatMap((s) => [s.fromMin, s.toMin])).toEqual(minutes);
  });
  it.each(['morning', '8-25', '8-12, 11-17', '8', '1-2,3-4,5-6,7-8,9-10'])('refuses "%s"', (text) =>
    expect(parseHours(text).ok).toBe(false),
  );
  it('asks back what would lie in the night', () => {
    const read = parseHours('01:00-05:00');
    expect(!read.ok && read.message).toBe(
      '1:00 to 5:00 is at night. Write 13:00-17:00 for the afternoon, or am behind both.',
    );
  });
});
