import type { CardKind, Patch, PatchReading } from '@cosmesis/core/colour';
import { notAPhoto, unreadablePhoto } from '@cosmesis/core/photos';
import { good, type Result, refused } from '@cosmesis/core/units';
import type { FromColourWorker, OpenedPicture, ToColourWorker } from '../workers/colour.worker';

type Asked = ToColourWorker extends infer M ? (M extends { id: number } ? Omit<M, 'id'> : never) : never;

/** Opens pictures and reads colours from them, in a worker of its own. */
export interface PictureColours {
  open: (file: File) => Promise<Result<OpenedPicture>>;
  read: (card: { patch: Patch; kind: CardKind } | null, place: Patch) => Promise<Result<PatchReading>>;
  close: () => void;
}

const cannot = (message: string): Result<never> => refused({ code: 'picture_unreadable', path: '', message });

/** A reader of colours from pictures; nothing leaves this device. */
export function pictureColours(): PictureColours {
  const worker = new Worker(new URL('../workers/colour.worker.ts', import.meta.url), {
    type: 'module',
    name: 'colour',
  });
  let last = 0;
  const ask = (asked: Asked) =>
    new Promise<FromColourWorker>((resolve) => {
      last += 1;
      const id = last;
      const answer = ({ data }: MessageEvent<FromColourWorker>) => {
        if (data.id !== id) return;
        worker.removeEventListener('message', answer);
        resolve(data);
      };
      worker.addEventListener('message', answer);
      worker.addEventListener('error', () => resolve({ id, failed: true }), { once: true });
      worker.postMessage({ id, ...asked });
    });
  return {
    async open(file) {
      const why = notAPhoto(file);
      if (why) return cannot(why);
      const told = await ask({ open: file });
      return 'opened' in told ? good(told.opened) : cannot(unreadablePhoto(file.name));
    },
    async read(card, place) {
      const told = await ask({ card, place });
      return 'reading' in told ? told.reading : cannot('The picture could not be read: open it once more.');
    },
    close: () => worker.terminate(),
  };
}
