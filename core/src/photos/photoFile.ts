/** Longest side of a picture as it is kept, and of its small one, px. */
export const keptPx = 2048;
export const smallPx = 360;
/** Nothing larger is read as a photograph, bytes. */
const largestBytes = 60 * 1000 * 1000;

/** Why a file is not taken as a photograph, before it is read; null: it is tried. */
export function notAPhoto({ name, type, size }: { name: string; type: string; size: number }): string | null {
  if (type.startsWith('video/')) return `${name} is a film: photographs only.`;
  if (size === 0) return `${name} is empty: take it from the camera again.`;
  if (size > largestBytes)
    return `${name} is ${Math.round(size / 1e6)} MB: photographs up to ${largestBytes / 1e6} MB are taken. Make it smaller first.`;
  if (type !== '' && !type.startsWith('image/')) return `${name} is no photograph: choose JPEG, PNG or WebP files.`;
  return null;
}

/** Why a file that was tried is not taken. */
export const unreadablePhoto = (name: string): string =>
  `${name} cannot be read as a picture: it is damaged, or of a kind this browser does not know. Save it as JPEG and take that.`;

/** Width and height within a longest side, never larger than it was; whole pixels, at least one. */
export function fitWithin(widthPx: number, heightPx: number, longestPx: number): [number, number] {
  const share = Math.min(1, longestPx / Math.max(widthPx, heightPx));
  return [Math.max(1, Math.round(widthPx * share)), Math.max(1, Math.round(heightPx * share))];
}
