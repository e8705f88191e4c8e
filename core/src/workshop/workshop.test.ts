import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { demoWorkshop } from '../demo';
import {
  canonicalJson,
  fileSizeIssue,
  readWorkshopFile,
  recordUpToDate,
  workshopFileSchema,
  workshopFromFile,
  writeWorkshopFile,
} from './index';

const at = '2026-11-25T10:07:00+00:00';
const text = writeWorkshopFile(demoWorkshop(Date.parse(at) / 60_000, 'Europe/London'), at);
const codes = (t: string) => {
  const r = readWorkshopFile(t);
  return r.ok ? [] : r.issues.map((i) => i.code);
};
const changed = (
  change: (
    file: Record<string, unknown> & {
      pieces: Record<string, unknown>[];
      products: Record<string, unknown>[];
      settings: Record<string, unknown>;
    },
  ) => void,
) => {
  const file = JSON.parse(text);
  change(file);
  return JSON.stringify(file);
};

describe('workshop file', () => {
  it('comes back byte for byte', () => {
    const read = readWorkshopFile(text);
    if (!read.ok) throw new Error(read.issues.map((i) => i.message).join());
    expect(writeWorkshopFile(workshopFromFile(read.value), at)).toBe(text);
  });

  it('is published as JSON Schema in docs, as the code has it', () => {
    const published = readFileSync(new URL('../../../docs/workshop-file.schema.json', import.meta.url), 'utf8');
    expect(`${JSON.stringify(z.toJSONSchema(workshopFileSchema, { unrepresentable: 'any' }), null, 2)}\n`).toBe(
      published,
    );
  });

  it.each([
    ['cut short', text.slice(0, 1000), ['file_not_json']],
    ['empty', '', ['file_not_json']],
    ['another JSON', '[1, 2]', ['file_other_format']],
    ['null', 'null', ['file_other_format']],
    [
      'no version',
      changed((f) => {
        delete f.schemaVersion;
      }),
      ['file_version_missing'],
    ],
    [
      'a newer version',
      changed((f) => {
        f.schemaVersion = 4;
      }),
      ['file_newer'],
    ],
    [
      'a spreading rate of nothing',
      changed((f) => {
        Object.assign(f.products.find((x) => x.id === 'enamel')!, {
          spreadM2PerL: { low: 0, likely: 9, high: 10, tag: 'own' },
        });
      }),
      ['file_custom'],
    ],
    [
      'an unknown step kind',
      changed((f) => {
        (f.pieces[0]!.steps as { kind: string }[])[0]!.kind = 'polish-with-cheese';
      }),
      ['file_invalid_value'],
    ],
    [
      'a negative height',
      changed((f) => {
        f.pieces[0]!.heightM = -1;
      }),
      ['file_too_small'],
    ],
    [
      'an unknown time zone',
      changed((f) => {
        f.settings.timeZone = 'Moor/Halt';
      }),
      ['file_custom'],
    ],
    [
      'an id twice',
      changed((f) => {
        f.pieces.push(f.pieces[0]!);
      }),
      ['file_duplicate_id'],
    ],
    [
      'several things wrong, all at once',
      changed((f) => {
        f.pieces[0]!.heightM = 'x';
        f.pieces[1]!.widthM = 'y';
      }),
      ['file_invalid_type', 'file_invalid_type'],
    ],
  ])('refuses a file that is %s', (_, t, expected) => expect(codes(t)).toEqual(expected));

  it('of version 1 is brought up to date: nothing of it is lost, and what is new stands at its usual value', () => {
    const old = readFileSync(new URL('./old/version1.json', import.meta.url), 'utf8');
    const before = JSON.parse(old) as { pieces: Record<string, unknown>[] };
    const read = readWorkshopFile(old);
    if (!read.ok) throw new Error(read.issues.map((i) => i.message).join());
    expect(read.value.schemaVersion).toBe(3);
    expect(read.value.pieces[0]).toMatchObject(before.pieces[0]!);
    expect(read.value.pieces[1]).toMatchObject({ additions: {}, ownership: 'own', hardware: { treatment: 'keep' } });
    expect(read.value.settings.tools).toContain('clamps');
    // A stored record of version 1 is read alone, as the browser keeps it, and again once it is up to date.
    const once = recordUpToDate('piece', before.pieces[0]);
    expect(recordUpToDate('piece', once)).toEqual(once);
    expect(recordUpToDate('piece', 'not a piece')).toBe('not a piece');
  });

  it('of version 2 is brought up to date, and what was unticked since stays unticked', () => {
    const old = readFileSync(new URL('./old/version2.json', import.meta.url), 'utf8');
    const before = JSON.parse(old) as { pieces: { log: unknown[] }[]; settings: unknown };
    const read = readWorkshopFile(old);
    if (!read.ok) throw new Error(read.issues.map((i) => i.message).join());
    const { pieces, products, settings, containers } = read.value;
    expect([read.value.schemaVersion, containers, pieces[0]!.keptPlans]).toEqual([3, [], []]);
    expect(pieces.map((p) => p.log.length)).toEqual(before.pieces.map((p) => p.log.length));
    expect(products.find((p) => p.thinner === null)?.thinnerCarrier).toBeNull();
    expect(settings.tools).toContain('gloves');
    const bare = { ...settings, tools: ['clamps'] };
    expect(recordUpToDate('settings', bare)).toEqual(bare);
  });

  it('names a word it does not know', () => {
    const r = readWorkshopFile(
      changed((f) => {
        (f.pieces[0]!.surfaces as { top: { material: { kind: string } } }).top.material.kind = 'cardboard';
      }),
    );
    expect(!r.ok && r.issues[0]?.message).toBe(
      'pieces → "Cane-backed chair" → surfaces → top → material → kind: "cardboard" is not known to this Cosmesis; the file is left as it is.',
    );
  });

  it('names the piece and says what to do', () => {
    const r = readWorkshopFile(
      changed((f) => {
        f.pieces[0]!.heightM = 'tall';
      }),
    );
    expect(!r.ok && r.issues[0]?.message).toMatch(/^pieces → "Cane-backed chair" → heightM: .*expected number/);
  });

  it('opens with a warning where a plan names a product that is gone', () => {
    const r = readWorkshopFile(
      changed((f) => {
        f.products = f.products.filter((p) => p.id !== 'enamel');
      }),
    );
    expect(r.ok && [...new Set(r.warnings.map((w) => w.code))]).toEqual(['product_missing']);
  });

  it('is read up to 50 MB', () => {
    expect(fileSizeIssue(50_000_000)).toBeUndefined();
    expect(fileSizeIssue(50_000_001)?.code).toBe('file_too_large');
  });

  it('never throws on any JSON', () => {
    fc.assert(
      fc.property(fc.json(), (json) => {
        expect(readWorkshopFile(json).ok).toBe(false);
      }),
    );
  });
});

describe('canonicalJson', () => {
  it('does not depend on the order of keys', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), (record) => {
        expect(canonicalJson(Object.fromEntries(Object.entries(record).reverse()))).toBe(canonicalJson(record));
        expect(JSON.parse(canonicalJson(record))).toEqual(JSON.parse(JSON.stringify(record)));
      }),
    );
  });
});
