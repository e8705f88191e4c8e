import { keptPx, smallPx } from '@cosmesis/core/photos';
import exifr from 'exifr';
import { scaledPicture } from './scaledPicture';

/** What is made of a file: pictures without what the camera wrote into them, and what is kept of that. */
export interface MadePhoto {
  full: Blob;
  small: Blob;
  widthPx: number;
  heightPx: number;
  camera: { date: string; offset: string | null } | null;
  /** The file said where it was taken: that is left out. */
  hadPlace: boolean;
}
export type FromPhotoWorker = { id: number; made: MadePhoto } | { id: number; failed: true };

/** What the camera wrote, as text; nothing where nothing can be read. */
async function writtenIn(file: File): Promise<Pick<MadePhoto, 'camera' | 'hadPlace'>> {
  try {
    const pick = ['DateTimeOriginal', 'OffsetTimeOriginal', 'GPSLatitude'];
    const tags: Record<string, unknown> = (await exifr.parse(file, { pick, reviveValues: false })) ?? {};
    const { DateTimeOriginal: date, OffsetTimeOriginal: offset, GPSLatitude: place } = tags;
    const camera = typeof date === 'string' ? { date, offset: typeof offset === 'string' ? offset : null } : null;
    return { camera, hadPlace: place !== undefined };
  } catch {
    return { camera: null, hadPlace: false };
  }
}

async function make(file: File): Promise<MadePhoto> {
  // Turned as the camera was held.
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  try {
    const [full, small, written] = await Promise.all([
      scaledPicture(bitmap, keptPx),
      scaledPicture(bitmap, smallPx),
      writtenIn(file),
    ]);
    return { full: full.blob, small: small.blob, widthPx: full.size[0], heightPx: full.size[1], ...written };
  } finally {
    bitmap.close();
  }
}

self.addEventListener('message', ({ data: { id, file } }: MessageEvent<{ id: number; file: File }>) => {
  make(file).then(
    (made) => self.postMessage({ id, made } satisfies FromPhotoWorker),
    () => self.postMessage({ id, failed: true } satisfies FromPhotoWorker),
  );
});
