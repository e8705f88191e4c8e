import { notAPhoto, takenAt, unreadablePhoto } from '@cosmesis/core/photos';
import { minuteOf } from '@cosmesis/core/units';
import type { Photo } from '@cosmesis/core/workshop';
import type { FromPhotoWorker, MadePhoto } from '../workers/photo.worker';
import type { Pictures } from './photoStore';

/** What came of a number of files. */
export interface TakenPhotos {
  photos: readonly Photo[];
  /** Files that were not taken, each with the reason. */
  refused: readonly string[];
  /** Files that were not taken because the disk is full. */
  noRoom: readonly string[];
  /** How many said where they were taken: that is left out. */
  hadPlace: number;
  /** How many named a time to come: their cameras' clocks are off. */
  clocksOff: number;
}

/** Reads files as photographs. */
export interface PhotoReader {
  /** Null: it is no picture that can be read. */
  read: (file: File) => Promise<MadePhoto | null>;
  close: () => void;
}

/** Reads photographs in a worker of its own, one after the other. */
export function photoReader(): PhotoReader {
  const worker = new Worker(new URL('../workers/photo.worker.ts', import.meta.url), { type: 'module', name: 'photo' });
  let last = 0;
  const read = (file: File) =>
    new Promise<MadePhoto | null>((resolve) => {
      last += 1;
      const id = last;
      const answer = ({ data }: MessageEvent<FromPhotoWorker>) => {
        if (data.id !== id) return;
        worker.removeEventListener('message', answer);
        resolve('made' in data ? data.made : null);
      };
      worker.addEventListener('message', answer);
      worker.addEventListener('error', () => resolve(null), { once: true });
      worker.postMessage({ id, file });
    });
  return { read, close: () => worker.terminate() };
}

interface Shelf {
  put: (id: string, pictures: Pictures) => Promise<void>;
}
interface When {
  nowMin: number;
  timeZone: string;
}

const isFull = (error: unknown): boolean => error instanceof DOMException && error.name === 'QuotaExceededError';

/**
 * Takes files as photographs: each is read, scaled and kept by itself, so that what was kept stays where a later one fails.
 * @param onEach told after each file, with how many are through
 */
export async function takePhotos(
  files: readonly File[],
  of: Photo['of'],
  { nowMin, timeZone }: When,
  reader: PhotoReader,
  shelf: Shelf,
  newId: () => string,
  onEach: (through: number) => void = () => {},
): Promise<TakenPhotos> {
  const photos: Photo[] = [];
  const refused: string[] = [];
  const noRoom: string[] = [];
  let [hadPlace, clocksOff] = [0, 0];
  for (const [i, file] of files.entries()) {
    const why = notAPhoto(file);
    // Where the disk is full, what is smaller would be kept by chance: the rest is named.
    const made = why || noRoom.length > 0 ? null : await reader.read(file);
    if (why) refused.push(why);
    else if (noRoom.length > 0) noRoom.push(file.name);
    else if (!made) refused.push(unreadablePhoto(file.name));
    else {
      const id = newId();
      try {
        await shelf.put(id, { full: made.full, small: made.small });
        const fileMin = file.lastModified > 0 ? minuteOf(new Date(file.lastModified).toISOString()) : null;
        const taken = takenAt(made.camera, fileMin, nowMin, timeZone);
        if (made.hadPlace) hadPlace += 1;
        if (taken.clockOff) clocksOff += 1;
        const { widthPx, heightPx } = made;
        photos.push({
          id,
          name: file.name.slice(0, 200),
          at: taken.at,
          atFrom: taken.from,
          widthPx,
          heightPx,
          of,
          note: '',
        });
      } catch (error) {
        if (!isFull(error)) throw error;
        noRoom.push(file.name);
      }
    }
    onEach(i + 1);
  }
  return { photos, refused, noRoom, hadPlace, clocksOff };
}
