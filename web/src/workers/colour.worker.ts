import { type CardKind, type Patch, type PatchReading, type Pixels, readPatch } from '@cosmesis/core/colour';
import { fitWithin } from '@cosmesis/core/photos';
import type { Result } from '@cosmesis/core/units';

/** A picture is read at this longest side at the most, px. */
const readPx = 1600;

/** To the worker: a file to open, or a place of the open picture to read. */
export type ToColourWorker =
  | { id: number; open: File }
  | { id: number; card: { patch: Patch; kind: CardKind } | null; place: Patch };
/** What an opened picture is shown as. */
export interface OpenedPicture {
  preview: Blob;
  widthPx: number;
  heightPx: number;
}
export type FromColourWorker =
  | { id: number; opened: OpenedPicture }
  | { id: number; reading: Result<PatchReading> }
  | { id: number; failed: true };

let pixels: Pixels | null = null;

async function open(file: File): Promise<OpenedPicture> {
  // Turned as the camera was held; its own colours are kept as far as the canvas holds them.
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  try {
    const [widthPx, heightPx] = fitWithin(bitmap.width, bitmap.height, readPx);
    const canvas = new OffscreenCanvas(widthPx, heightPx);
    const pen = canvas.getContext('2d', { colorSpace: 'display-p3', willReadFrequently: true })!;
    pen.fillStyle = '#fff';
    pen.fillRect(0, 0, widthPx, heightPx);
    pen.imageSmoothingQuality = 'high';
    pen.drawImage(bitmap, 0, 0, widthPx, heightPx);
    const { data, colorSpace } = pen.getImageData(0, 0, widthPx, heightPx);
    pixels = { data, widthPx, heightPx, space: colorSpace === 'display-p3' ? 'display-p3' : 'srgb' };
    return { preview: await canvas.convertToBlob({ type: 'image/png' }), widthPx, heightPx };
  } finally {
    bitmap.close();
  }
}

self.addEventListener('message', ({ data }: MessageEvent<ToColourWorker>) => {
  const { id } = data;
  const failed = () => self.postMessage({ id, failed: true } satisfies FromColourWorker);
  if ('open' in data)
    open(data.open).then((opened) => self.postMessage({ id, opened } satisfies FromColourWorker), failed);
  else if (pixels)
    self.postMessage({ id, reading: readPatch(pixels, data.card, data.place) } satisfies FromColourWorker);
  else failed();
});
