import { describe, expect, it } from 'vitest';
import type { MadePhoto } from '../workers/photo.worker';
import { takePhotos } from './takePhotos';

const nowMin = 29_700_000;
const file = (name: string, type = 'image/jpeg', lastModified = (nowMin - 60) * 60_000): File =>
  new File(['picture'], name, { type, lastModified });
const made = (more: Partial<MadePhoto> = {}): MadePhoto => ({
  full: new Blob(['full']),
  small: new Blob(['small']),
  widthPx: 20,
  heightPx: 10,
  camera: null,
  hadPlace: false,
  ...more,
});
/** Takes files with a reader that answers as told, and room for so many. */
async function take(files: readonly File[], read: (f: File) => MadePhoto | null = () => made(), room = 100) {
  const kept: string[] = [];
  const put = async (id: string) => {
    if (kept.length >= room) throw new DOMException('full', 'QuotaExceededError');
    kept.push(id);
  };
  const through: number[] = [];
  let n = 0;
  const told = await takePhotos(
    files,
    { kind: 'piece' },
    { nowMin, timeZone: 'Europe/London' },
    { read: async (f) => read(f), close: () => {} },
    { put },
    () => `p${++n}`,
    (done) => through.push(done),
  );
  return { told, kept, through };
}

describe('taking photographs', () => {
  it('keeps each under its own id, with its hour, and says that places were left out and clocks are off', async () => {
    const { told, kept, through } = await take([file('a.jpg'), file('b.jpg'), file('c.jpg')], (f) =>
      f.name === 'b.jpg'
        ? made({ hadPlace: true, camera: { date: '2099:01:01 10:00:00', offset: null } })
        : made(f.name === 'c.jpg' ? { hadPlace: true } : {}),
    );
    expect(told.photos.map((p) => [p.id, p.name, p.atFrom])).toEqual([
      ['p1', 'a.jpg', 'file'],
      ['p2', 'b.jpg', 'file'],
      ['p3', 'c.jpg', 'file'],
    ]);
    expect(kept).toEqual(['p1', 'p2', 'p3']);
    expect([told.hadPlace, told.clocksOff]).toEqual([2, 1]);
    expect(through).toEqual([1, 2, 3]);
  });

  it('names what is no photograph, and goes on with the rest', async () => {
    const files = [file('clip.mp4', 'video/mp4'), file('notes.jpg'), file('ok.jpg')];
    const { told } = await take(files, (f) => (f.name === 'notes.jpg' ? null : made()));
    expect(told.photos.map((p) => p.name)).toEqual(['ok.jpg']);
    expect(told.refused).toEqual([
      expect.stringMatching(/^clip\.mp4 is a film/),
      expect.stringMatching(/^notes\.jpg cannot be read as a picture/),
    ]);
  });

  it('with the disk full at the thirtieth of forty keeps thirty and names ten', async () => {
    const { told, kept } = await take(
      Array.from({ length: 40 }, (_, i) => file(`${i + 1}.jpg`)),
      () => made(),
      30,
    );
    expect([told.photos.length, kept.length]).toEqual([30, 30]);
    expect(told.noRoom).toEqual(Array.from({ length: 10 }, (_, i) => `${i + 31}.jpg`));
  });
});
