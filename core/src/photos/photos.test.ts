import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { perform } from '../deeds';
import { demoWorkshop } from '../demo';
import { instantOf, minuteOf } from '../units';
import type { Photo } from '../workshop';
import { fitWithin, keptPx, notAPhoto, takenAt } from './index';

const nowMin = minuteOf('2026-11-25T10:07:00Z');
const london = 'Europe/London';

describe('when a photograph was taken', () => {
  // Worked by hand. Exif 2.32: DateTimeOriginal has no zone, OffsetTimeOriginal names it.
  it.each<[string, string | null, string, string, string]>([
    ['2026:11:20 09:30:15', null, london, '2026-11-20T09:30', 'in winter the camera’s clock is the workshop’s'],
    ['2026:07:20 09:30:15', null, london, '2026-07-20T08:30', 'in summer an hour ahead of Greenwich'],
    ['2026:07:20 09:30:15', '+02:00', london, '2026-07-20T07:30', 'where the camera names its offset, that holds'],
    ['2026:11:20 09:30:15', '-05:30', london, '2026-11-20T15:00', 'west of Greenwich too'],
  ])('%s %s in %s is %s: %s', (date: string, offset: string | null, zone: string, expected: string) => {
    const told = takenAt({ date, offset }, null, nowMin, zone);
    expect(told).toMatchObject({ from: 'camera', clockOff: false });
    expect(minuteOf(told.at)).toBe(minuteOf(`${expected}Z`));
  });

  it('is the time of its file, or now, where the camera says nothing that can be meant, and never to come', () => {
    const fileMin = nowMin - 500;
    for (const date of ['0000:00:00 00:00:00', '2026:02:31 10:00:00', '2026-11-20', '', '2026:13:01 10:00:00'])
      expect(takenAt({ date, offset: null }, fileMin, nowMin, london)).toMatchObject({ from: 'file', clockOff: false });
    const ahead = takenAt({ date: '2027:01:01 10:00:00', offset: null }, fileMin, nowMin, london);
    expect(ahead).toEqual({ at: instantOf(fileMin), from: 'file', clockOff: true });
    expect(takenAt(null, nowMin + 9000, nowMin, london)).toEqual({
      at: instantOf(nowMin),
      from: 'added',
      clockOff: false,
    });
    const any = fc.record({ date: fc.string(), offset: fc.option(fc.string()) });
    fc.assert(
      fc.property(fc.option(any), fc.option(fc.integer({ min: 0, max: 2 * nowMin })), (camera, file) => {
        expect(minuteOf(takenAt(camera, file, nowMin, london).at)).toBeLessThanOrEqual(nowMin);
      }),
    );
  });
});

describe('a file as a photograph', () => {
  it('is refused before it is read where it is a film, empty, huge or something else, with what to do', () => {
    const file = (type: string, size: number) => notAPhoto({ name: 'x', type, size });
    expect(file('image/jpeg', 5e6)).toBeNull();
    // A phone names no type for some pictures: they are tried.
    expect(file('', 5e6)).toBeNull();
    expect(file('video/mp4', 2e8)).toMatch(/film/);
    expect(file('image/jpeg', 0)).toMatch(/empty/);
    expect(file('image/tiff', 2e8)).toMatch(/200 MB.*smaller/);
    expect(file('text/plain', 10)).toMatch(/choose JPEG/);
  });

  it('is scaled to its longest side, keeps its shape, and is never made larger', () => {
    expect(fitWithin(4096, 3072, keptPx)).toEqual([2048, 1536]);
    expect(fitWithin(3072, 4096, keptPx)).toEqual([1536, 2048]);
    expect(fitWithin(800, 600, keptPx)).toEqual([800, 600]);
    const side = fc.integer({ min: 1, max: 20_000 });
    fc.assert(
      fc.property(side, side, (w, h) => {
        const [a, b] = fitWithin(w, h, keptPx);
        expect(Math.max(a, b)).toBeLessThanOrEqual(keptPx);
        expect(Math.min(a, b)).toBeGreaterThanOrEqual(1);
        if (Math.min(a, b) > 20) expect(a / b / (w / h)).toBeCloseTo(1, 1);
      }),
    );
  });
});

describe('deeds with photographs', () => {
  const demo = demoWorkshop(nowMin, london);
  const id = 'ticket-cupboard';
  const photo = (name: string): Photo => ({
    id: name,
    name: `${name}.jpg`,
    at: '2026-11-25T10:00:00+00:00',
    atFrom: 'camera',
    widthPx: 20,
    heightPx: 10,
    of: { kind: 'piece' },
    note: '',
  });
  const did = (w: typeof demo, ...deeds: Parameters<typeof perform>[1][]) =>
    deeds.reduce((now, deed) => perform(now, deed, instantOf(nowMin), () => 'id') as typeof demo, w);
  const add = { do: 'add-photos', pieceId: id, photos: [photo('before'), photo('after')] } as const;
  const change = (photoId: string, to: object) => ({ do: 'change-photo', pieceId: id, photoId, change: to }) as const;
  const remove = (photoId: string) => ({ do: 'remove-photo', pieceId: id, photoId }) as const;

  it('come once, are held against one from before, and stand alone when that is taken away', () => {
    const pair = did(
      demo,
      add,
      add,
      change('after', { beforeId: 'before', lineUp: { rightFrac: 0.1, downFrac: 0, scale: 1 } }),
    );
    expect(pair.pieces[id]!.photos?.map((p) => [p.id, p.beforeId])).toEqual([
      ['before', undefined],
      ['after', 'before'],
    ]);
    expect(did(pair, change('after', { beforeId: null })).pieces[id]!.photos![1]).toEqual(photo('after'));
    expect(did(pair, remove('before')).pieces[id]!.photos?.map((p) => [p.id, p.beforeId])).toEqual([
      ['after', undefined],
    ]);
    // With the last one the piece is as it was, byte for byte.
    expect(did(pair, remove('before'), remove('after'))).toEqual(demo);
  });

  it('are refused where they cannot be meant', () => {
    const there = did(demo, add);
    expect(() => did(there, change('after', { beforeId: 'after' }))).toThrow(/not held against itself/);
    expect(() => did(there, change('after', { beforeId: 'gone' }))).toThrow(/is gone/);
    expect(() => did(there, remove('gone'))).toThrow(/is gone/);
  });
});
