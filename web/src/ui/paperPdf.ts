import { type Paper, paperDocument, paperFontFiles } from '@cosmesis/core/papers';
import type { Settings } from '@cosmesis/core/workshop';

/** Where the fonts of papers lie in the build, by the name of their file. */
const urls = import.meta.glob<string>(
  [
    '../../../node_modules/@fontsource/atkinson-hyperlegible-next/files/*-latin{,-ext}-{400,700}-normal.woff',
    '../../../node_modules/@fontsource/bricolage-grotesque/files/*-latin{,-ext}-{400,700}-normal.woff',
  ],
  { query: '?url', import: 'default', eager: true },
);

const inBase64 = (bytes: Uint8Array): string => {
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
};

async function fontFiles(): Promise<Record<string, string>> {
  const read = paperFontFiles.map(async ({ key, path }) => {
    const url = Object.entries(urls).find(([file]) => file.endsWith(path))![1];
    return [key, inBase64(new Uint8Array(await (await fetch(url)).arrayBuffer()))] as const;
  });
  return Object.fromEntries(await Promise.all(read));
}

/** A paper as PDF, made in a worker of its own. @param pictures those at hand, by id @throws Error where it cannot be made, with a reason */
export async function paperPdf(
  paper: Paper,
  pictures: ReadonlyMap<string, Blob>,
  settings: Pick<Settings, 'name' | 'papers' | 'unitSystem'>,
): Promise<Blob> {
  const fonts = await fontFiles();
  const document = paperDocument(paper, settings, new Set(pictures.keys()));
  const images: Record<string, string> = {};
  for (const id of document.pictures)
    images[id] = `data:image/jpeg;base64,${inBase64(new Uint8Array(await pictures.get(id)!.arrayBuffer()))}`;
  const worker = new Worker(new URL('../workers/pdf.worker.ts', import.meta.url), { type: 'module', name: 'pdf' });
  try {
    const bytes = await new Promise<Uint8Array>((resolve, reject) => {
      worker.addEventListener('message', ({ data }: MessageEvent<{ bytes?: Uint8Array; failed?: string }>) =>
        data.bytes ? resolve(data.bytes) : reject(new Error(data.failed)),
      );
      worker.addEventListener('error', (event) => reject(new Error(event.message || 'its worker did not start')));
      worker.postMessage({ document, fonts, images });
    });
    return new Blob([bytes as BlobPart], { type: 'application/pdf' });
  } finally {
    worker.terminate();
  }
}
