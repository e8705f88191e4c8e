import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { isZip, openZip, type Packed, zipOf } from './photoZip';

const workshop = new Blob(['{"format":"cosmesis-workshop"}'], { type: 'application/json' });
/** Bytes like those of a picture, with the marks of a ZIP in them. */
const picture = Uint8Array.from({ length: 40_000 }, (_, i) => (i * 7919) >> 3);
picture.set([0x50, 0x4b, 0x07, 0x08, 1, 2, 3, 4, 5, 6, 7, 8], 1000);
picture.set([0x50, 0x4b, 0x03, 0x04, 20, 0, 0, 0], 9000);
async function* pictures(...ids: string[]): AsyncIterable<Packed> {
  for (const id of ids) yield { id, blob: new Blob([picture], { type: 'image/jpeg' }) };
}
const bytesOf = async (blob: Blob) => new Uint8Array(await blob.arrayBuffer());
const asZip = (files: Record<string, Uint8Array>) => new Blob([zipSync(files) as BlobPart]);
const whyNot = async (file: Blob): Promise<string> => {
  const told = await openZip(file);
  return told.ok ? 'it was taken' : told.issues[0]!.message;
};

describe('a workshop with its photographs as a ZIP', () => {
  it('comes back byte for byte, and is read by fflate and by unzip', async () => {
    const zip = await zipOf(workshop, pictures('a', 'b'));
    expect(await isZip(zip)).toBe(true);
    const told = await openZip(zip);
    if (!told.ok) throw new Error(told.issues[0]!.message);
    expect(await told.value.workshop.text()).toBe(await workshop.text());
    expect(told.value.ids).toEqual(['a', 'b']);
    expect(await bytesOf((await told.value.picture('b'))!)).toEqual(picture);
    expect(await told.value.picture('c')).toBeNull();
    const other = unzipSync(await bytesOf(zip));
    expect(Object.keys(other)).toEqual(['workshop.json', 'photographs/a.jpg', 'photographs/b.jpg']);
    expect(other['photographs/a.jpg']).toEqual(picture);
    const folder = mkdtempSync(join(tmpdir(), 'zip-'));
    writeFileSync(join(folder, 'w.zip'), await bytesOf(zip));
    execFileSync('unzip', ['-q', join(folder, 'w.zip'), '-d', folder]);
    expect(new Uint8Array(readFileSync(join(folder, 'photographs/a.jpg')))).toEqual(picture);
  });

  it('is refused with the reason where it climbs out, is cut short, or holds no workshop', async () => {
    expect(await whyNot(asZip({ '../../evil.jpg': picture, 'workshop.json': strToU8('{}') }))).toMatch(
      /names a place outside itself/,
    );
    expect(await whyNot(asZip({ '/etc/evil.jpg': picture }))).toMatch(/outside itself/);
    expect(await whyNot(asZip({ 'holiday/beach.jpg': picture }))).toMatch(/no workshop\.json/);
    const zip = await zipOf(workshop, pictures('a'));
    expect(await whyNot(zip.slice(0, zip.size - 60))).toMatch(/not whole/);
  });

  it('is no bomb: what unpacks to more than a picture is left alone, whatever it says of its size', async () => {
    const zeros = new Uint8Array(60_000_000);
    const bomb = zipSync({ 'workshop.json': strToU8('{}'), 'photographs/big.jpg': zeros }, { level: 9 });
    expect(bomb.length).toBeLessThan(200_000);
    const honest = await openZip(new Blob([bomb as BlobPart]));
    expect(honest.ok && (await honest.value.picture('big'))).toBeNull();
    // The same with a size of ten bytes written into its directory.
    const lying = bomb.slice();
    const view = new DataView(lying.buffer);
    for (let i = 0; i + 46 < lying.length; i += 1)
      if (view.getUint32(i, true) === 0x02014b50 && view.getUint32(i + 24, true) === zeros.length)
        view.setUint32(i + 24, 10, true);
    const told = await openZip(new Blob([lying as BlobPart]));
    expect(told.ok && (await told.value.picture('big'))).toBeNull();
  });

  it('leaves what belongs to no workshop, and counts it', async () => {
    const told = await openZip(
      asZip({ 'workshop.json': strToU8('{}'), 'readme.txt': strToU8('x'), 'photographs/x/y.jpg': picture }),
    );
    expect(told).toMatchObject({ ok: true, value: { ids: [], others: 2 } });
  });
});
