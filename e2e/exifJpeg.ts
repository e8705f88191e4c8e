/** What a camera writes into a picture. */
interface Written {
  /** 1 to 8 (Exif 2.32, Orientation). */
  orientation: number;
  /** "2026:11:20 09:30:15" */
  date: string;
  /** Where it was taken. */
  place: boolean;
}

const ascii = (text: string): number[] => [...`${text}\0`].map((c) => c.charCodeAt(0));
const u16 = (n: number): number[] => [n & 255, n >> 8];
const u32 = (n: number): number[] => [...u16(n & 0xffff), ...u16(n >>> 16)];

/** A directory of TIFF tags, little endian, lying at an offset; values longer than four bytes lie behind it. */
function directory(
  at: number,
  tags: readonly (readonly [id: number, type: number, count: number, value: number[]])[],
): number[] {
  let behind = at + 2 + tags.length * 12 + 4;
  const entries: number[] = [];
  const values: number[] = [];
  for (const [id, type, count, value] of tags) {
    entries.push(...u16(id), ...u16(type), ...u32(count));
    if (value.length <= 4) entries.push(...value, ...Array<number>(4 - value.length).fill(0));
    else {
      entries.push(...u32(behind));
      values.push(...value);
      behind += value.length;
    }
  }
  return [...u16(tags.length), ...entries, ...u32(0), ...values];
}

/** A JPEG with what a camera would have written into it. @param jpeg without any of that */
export function exifJpeg(jpeg: Uint8Array, { orientation, date, place }: Written): Buffer {
  const [short, long, text, rational] = [3, 4, 2, 5];
  const header = [0x49, 0x49, ...u16(42), ...u32(8)];
  const own = place ? 3 : 2;
  const exifAt = 8 + 2 + own * 12 + 4;
  const exif = directory(exifAt, [[0x9003, text, 20, ascii(date)]]);
  const gpsAt = exifAt + exif.length;
  const degrees = [51, 1, 30, 1, 0, 1].flatMap(u32);
  const gps = directory(gpsAt, [
    [1, text, 2, ascii('N')],
    [2, rational, 3, degrees],
  ]);
  const first = directory(8, [
    [0x0112, short, 1, u16(orientation)],
    [0x8769, long, 1, u32(exifAt)],
    ...(place ? ([[0x8825, long, 1, u32(gpsAt)]] as const) : []),
  ]);
  const body = [...ascii('Exif'), 0, ...header, ...first, ...exif, ...(place ? gps : [])];
  const length = body.length + 2;
  const segment = [0xff, 0xe1, length >> 8, length & 255, ...body];
  return Buffer.concat([Buffer.from(jpeg.subarray(0, 2)), Buffer.from(segment), Buffer.from(jpeg.subarray(2))]);
}
