import { say } from './say';

/** Hands a file to the browser to be kept, and says where it went. */
export function downloadBlob(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  say({ text: `${name} (${Math.max(1, Math.round(blob.size / 1000))} kB) went to the downloads of this browser.` });
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** Hands a text to the browser as a file. */
export const download = (name: string, type: string, text: string): void =>
  downloadBlob(name, new Blob([text], { type }));

/** A name a file system takes, made from what a person called something. */
export const fileName = (name: string, ending: string): string =>
  `${
    name
      .trim()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'cosmesis'
  }.${ending}`;
