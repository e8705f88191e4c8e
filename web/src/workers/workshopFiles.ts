import { good, type Issue, type Result, refused } from '@cosmesis/core/units';
import {
  fileSizeIssue,
  largestFileBytes,
  readWorkshopFile,
  type Workshop,
  workshopFromFile,
  writeWorkshopFile,
} from '@cosmesis/core/workshop';

/** A file to be taken away. */
export interface MadeFile {
  blob: Blob;
  ending: 'json' | 'json.gz';
}

const piped = (blob: Blob, through: ReadableWritablePair<Uint8Array, BufferSource>): ReadableStream<Uint8Array> =>
  blob.stream().pipeThrough(through as unknown as ReadableWritablePair<Uint8Array, Uint8Array<ArrayBuffer>>);

/** Larger workshops are packed, bytes. */
const packedFromBytes = 20 * 1000 * 1000;

/** The workshop as a file: plain while it is small, packed where it is large. */
export async function makeFile(workshop: Workshop, exportedAt: string, partial = false): Promise<MadeFile> {
  const plain = new Blob([writeWorkshopFile(workshop, exportedAt, partial)], { type: 'application/json' });
  if (plain.size < packedFromBytes) return { blob: plain, ending: 'json' };
  const packed = await new Response(piped(plain, new CompressionStream('gzip'))).blob();
  return { blob: new Blob([packed], { type: 'application/gzip' }), ending: 'json.gz' };
}

async function isPacked(file: Blob): Promise<boolean> {
  const [a, b] = new Uint8Array(await file.slice(0, 2).arrayBuffer());
  return a === 0x1f && b === 0x8b;
}

/** The text of a file, unpacked where it is packed, and never more of it than is read. */
async function textOf(file: Blob): Promise<Result<string>> {
  const tooLarge: Issue = {
    code: 'file_too_large',
    path: '',
    message: 'What is packed in this file is over 400 MB. Export the workshop without old pieces.',
  };
  if (!(await isPacked(file))) return good(await file.text());
  const reader = piped(file, new DecompressionStream('gzip'))
    .pipeThrough(new TextDecoderStream() as unknown as ReadableWritablePair<string, Uint8Array>)
    .getReader();
  const parts: string[] = [];
  let length = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return good(parts.join(''));
      length += value.length;
      if (length > largestFileBytes) {
        await reader.cancel();
        return refused(tooLarge);
      }
      parts.push(value);
    }
  } catch {
    return refused({
      code: 'file_not_whole',
      path: '',
      message: 'This packed file is not whole: it may be cut short. Copy or export it again.',
    });
  }
}

/** A workshop as a file holds it. */
export interface FileRead {
  workshop: Workshop;
  /** Some pieces of it only. */
  partial: boolean;
}

/** The workshop in a file that somebody brings, plain or packed. @param progress told how far it is, 0 to 1 */
export async function readFile(file: Blob, progress: (share: number) => void): Promise<Result<FileRead>> {
  const issue = fileSizeIssue(file.size);
  if (issue) return refused(issue);
  const text = await textOf(file);
  if (!text.ok) return text;
  progress(0.2);
  const read = readWorkshopFile(text.value, (share) => progress(0.2 + 0.7 * share));
  if (!read.ok) return read;
  return good({ workshop: workshopFromFile(read.value), partial: read.value.partial === true }, read.warnings);
}
