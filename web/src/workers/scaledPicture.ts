import { fitWithin } from '@cosmesis/core/photos';

const quality = 0.85;

/** A picture within a longest side, as JPEG, without anything that a camera wrote. */
export async function scaledPicture(
  bitmap: ImageBitmap,
  longestPx: number,
): Promise<{ blob: Blob; size: [number, number] }> {
  const size = fitWithin(bitmap.width, bitmap.height, longestPx);
  const canvas = new OffscreenCanvas(...size);
  const context = canvas.getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  // What is clear in a PNG becomes white, not black.
  context.fillStyle = '#fff';
  context.fillRect(0, 0, ...size);
  context.drawImage(bitmap, 0, 0, ...size);
  return { blob: await canvas.convertToBlob({ type: 'image/jpeg', quality }), size };
}
