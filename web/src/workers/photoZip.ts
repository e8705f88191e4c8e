import { type Issue, type Result, refused } from '@cosmesis/core/units';
import { largestFileBytes } from '@cosmesis/core/workshop';
import { BlobReader, BlobWriter, configure, type Entry, type FileEntry, ZipReader, ZipWriter } from '@zip.js/zip.js';

// It runs in a worker already.
configure({ useWebWorkers: false });

const workshopName = 'workshop.json';
const folder = 'photographs/';
/** A picture as it is kept is never larger, bytes. */
const largestPicture = 25_000_000;
const mostEntries = 40_000;

/** A picture of the ZIP. */
export interface Packed {
  id: string;
  blob: Blob;
}

/** A workshop file and its pictures as a ZIP, each picture read when its turn comes. Pictures are packed already: they are only stored. */
export async function zipOf(workshop: Blob, pictures: AsyncIterable<Packed>): Promise<Blob> {
  const writer = new ZipWriter(new BlobWriter('application/zip'), { level: 0 });
  await writer.add(workshopName, new BlobReader(workshop), { level: 6 });
  for await (const { id, blob } of pictures) await writer.add(`${folder}${id}.jpg`, new BlobReader(blob));
  return writer.close();
}

/** Whether a file is a ZIP, by how it begins. */
export async function isZip(file: Blob): Promise<boolean> {
  const [p, k] = new Uint8Array(await file.slice(0, 2).arrayBuffer());
  return p === 0x50 && k === 0x4b;
}

/** A ZIP that was looked through: its workshop file, and the pictures in it. */
export interface OpenedZip {
  workshop: Blob;
  ids: readonly string[];
  /** Null: it cannot be unpacked, or is larger than a picture is. */
  picture: (id: string) => Promise<Blob | null>;
  /** Files that belong to no workshop: they are left alone. */
  others: number;
}

const issue = (code: string, message: string): Issue => ({ code, path: '', message });
const climbs = (name: string): boolean =>
  name.startsWith('/') || /^[a-z]:/i.test(name) || name.split(/[\\/]/).includes('..');

/** The bytes of a file; null: damaged, or more than there may be, whatever it says of its size. */
async function unpacked(entry: FileEntry, most: number, type: string): Promise<Blob | null> {
  if (entry.uncompressedSize > most) return null;
  const parts: Uint8Array[] = [];
  let bytes = 0;
  const taken = new WritableStream<Uint8Array>({
    write: (chunk) => {
      bytes += chunk.length;
      if (bytes > most) throw new RangeError('more than it says');
      parts.push(chunk);
    },
  });
  try {
    await entry.getData(taken, { checkSignature: true });
    return new Blob(parts as BlobPart[], { type });
  } catch {
    return null;
  }
}

/** Looks a ZIP through. Nothing of it is unpacked yet but the workshop file. */
export async function openZip(file: Blob): Promise<Result<OpenedZip>> {
  let entries: Entry[];
  try {
    entries = await new ZipReader(new BlobReader(file)).getEntries();
  } catch {
    return refused(issue('zip_not_whole', 'This ZIP is not whole: it may be cut short. Copy or export it again.'));
  }
  const out = entries.find((e) => climbs(e.filename));
  if (out)
    return refused(
      issue(
        'zip_climbs',
        `This ZIP names a place outside itself (${out.filename}): it was not made here. Nothing of it was taken.`,
      ),
    );
  if (entries.length > mostEntries)
    return refused(
      issue(
        'zip_too_many',
        `There are ${entries.length} files in this ZIP: it was not made here. Nothing of it was taken.`,
      ),
    );
  const files = entries.filter((e): e is FileEntry => !e.directory);
  const own = files.find((e) => e.filename === workshopName);
  if (!own)
    return refused(
      issue(
        'zip_no_workshop',
        `There is no ${workshopName} in this ZIP. Choose the ZIP that “Export with photographs” made.`,
      ),
    );
  const workshop = await unpacked(own, largestFileBytes, 'application/json');
  if (!workshop)
    return refused(
      issue(
        'zip_workshop_damaged',
        'The workshop file in this ZIP is damaged, or larger than any workshop. Nothing of it was taken.',
      ),
    );
  const byId = new Map(
    files.flatMap((e) => {
      const id = /^photographs\/([^/]+)\.jpg$/.exec(e.filename)?.[1];
      return id ? [[id, e] as const] : [];
    }),
  );
  return {
    ok: true,
    value: {
      workshop,
      ids: [...byId.keys()],
      picture: async (id) => {
        const entry = byId.get(id);
        return entry ? unpacked(entry, largestPicture, 'image/jpeg') : null;
      },
      others: files.length - byId.size - 1,
    },
    warnings: [],
  };
}
