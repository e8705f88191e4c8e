import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { demoWorkshop } from '../demo';
import { planOf } from '../finishing';
import { typicalProducts } from '../products';
import { leftL } from '../stock';
import {
  canonicalJson,
  fileSizeIssue,
  readWorkshopFile,
  recordUpToDate,
  type Step,
  schemaVersion,
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

/** How often a piece is turned and when it is moved is planned otherwise since version 5. */
const isWork = ({ id }: { id: string }): boolean => !id.startsWith('piece/');
type Planned = Pick<Step, 'id' | 'productId' | 'method' | 'grit'>;
/** The work of a plan, whatever order it stands in. */
const _workOf = (steps: readonly Planned[]) =>
  steps
    .filter(isWork)
    .map(({ id, productId, method, grit }) => ({ id, productId, method, grit }))
    .sort((a, b) => (a.id < b.id ? -1 : 1));

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
        f.schemaVersion = schemaVersion + 1;
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
        const begun = f.pieces.find((p) => (p.log as unknown[]).length > 0)!;
        (begun.log as { step: { kind: string } }[])[0]!.step.kind = 'polish-with-cheese';
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
      'somebody named, and nobody with hours',
      changed((f) => {
        const none = { mon: [], tue: [], wed: [], thu: [], fri: [], sat: [], sun: [] };
        f.settings.people = [{ id: 'a', name: 'A', workingHours: none }] as never;
      }),
      ['file_custom'],
    ],
    [
      'no working day in three years',
      changed((f) => {
        f.settings.daysOff = [{ from: '2026-01-01', to: '2028-12-31', personId: null, note: '' }] as never;
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
    expect(read.value.schemaVersion).toBe(schemaVersion);
    const { steps: _, log: __, ...entered } = before.pieces[0]! as Record<string, unknown>;
    expect(read.value.pieces[0]).toMatchObject(entered);
    expect(read.value.pieces[1]).toMatchObject({ additions: {}, ownership: 'own', hardware: { treatment: 'keep' } });
    expect(read.value.settings.tools).toContain('clamps');
    expect(read.value.settings).toMatchObject({
      people: [],
      daysOff: [],
      room: { bench: null, spray: null, drying: null },
    });
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
    expect([read.value.schemaVersion, containers, pieces[0]!.keptPlans]).toEqual([schemaVersion, [], []]);
    expect(pieces.map((p) => p.log.length)).toEqual(before.pieces.map((p) => p.log.length));
    expect(products.find((p) => p.thinner === null)?.thinnerCarrier).toBeNull();
    expect(settings.tools).toContain('gloves');
    const bare = { ...settings, tools: ['clamps'] };
    expect(recordUpToDate('settings', bare)).toEqual(bare);
  });

  it.each([1, 2, 3])(
    'of version %i keeps every logged step as it was, and gives the plan that was stored or says where not',
    (version) => {
      const old = readFileSync(new URL(`./old/version${version}.json`, import.meta.url), 'utf8');
      type Old = {
        pieces: { id: string; steps: { id: string; waitsFor: unknown }[]; log: { stepId: string }[] }[];
        containers?: { id: string; leftL: number }[];
      };
      const before = JSON.parse(old) as Old;
      const read = readWorkshopFile(old);
      if (!read.ok) throw new Error(read.issues.map((i) => i.message).join());
      const workshop = workshopFromFile(read.value);
      for (const was of before.pieces) {
        const piece = workshop.pieces[was.id]!;
        // What a step waits for is read from the surfaces since.
        const stored = new Map(was.steps.map(({ waitsFor: _, ...s }) => [s.id, s]));
        for (const [i, entry] of piece.log.entries()) {
          expect(entry.step.id).toBe(was.log[i]!.stepId);
          if (stored.has(entry.step.id)) expect(entry.step).toMatchObject(stored.get(entry.step.id)!);
        }
        expect(piece.plannedBefore?.map((s) => s.id)).toEqual(was.steps.map((s) => s.id));
        // What it plans otherwise today is kept to be said; what was done stands in the plan as it was.
        const now = planOf(piece, workshop).steps;
        const own = new Map(now.map((s) => [s.id, s]));
        for (const { step } of piece.log) expect(own.get(step.id)).toEqual(step);
        if (version === 3) expect(now.filter((s) => isWork(s) && stored.has(s.id)).length).toBeGreaterThan(3);
      }
      for (const can of before.containers ?? []) expect(leftL(workshop.containers[can.id]!)).toBeCloseTo(can.leftL, 12);
    },
  );

  it('of version 5 keeps of a logged step what it came after, reads its waits from the surfaces, and plans as before', () => {
    const old = readFileSync(new URL('./old/version5.json', import.meta.url), 'utf8');
    const read = readWorkshopFile(old);
    if (!read.ok) throw new Error(read.issues.map((i) => i.message).join());
    const workshop = workshopFromFile(read.value);
    type Old = { pieces: { id: string; log: { step: { waitsFor: { stepId: string }[] } }[] }[] };
    const before = JSON.parse(old) as Old;
    let pairs = 0;
    for (const was of before.pieces) {
      const piece = workshop.pieces[was.id]!;
      for (const [i, entry] of was.log.entries()) {
        const ids = [...new Set(entry.step.waitsFor.map((w) => w.stepId))];
        pairs += ids.length;
        const { step } = piece.log[i]!;
        expect(step.after).toEqual(ids);
        expect(step).not.toHaveProperty('waitsFor');
      }
      // The trade's rows have changed since: what is planned otherwise can be said, and what was done stands.
      expect(piece.plannedBefore!.length).toBeGreaterThan(0);
      const now = new Set(planOf(piece, workshop).steps.map((s) => s.id));
      for (const { step } of piece.log) expect(now.has(step.id)).toBe(true);
    }
    expect(pairs).toBeGreaterThan(10);
  });

  it('of version 4 knows its products by what they are, and plans as before', () => {
    const read = readWorkshopFile(readFileSync(new URL('./old/version4.json', import.meta.url), 'utf8'));
    if (!read.ok) throw new Error(read.issues.map((i) => i.message).join());
    const workshop = workshopFromFile(read.value);
    const traits = Object.fromEntries(Object.values(workshop.products).map((p) => [p.id, p.traits]));
    // Traits that came later are the sheet's to add.
    const since = new Set(['dewaxed', 'reversible', 'flexible']);
    for (const p of typicalProducts)
      if (traits[p.id]) expect([p.id, traits[p.id]]).toEqual([p.id, p.traits.filter((t) => !since.has(t))]);
    expect(Object.values(traits).filter((t) => t.length === 0).length).toBeGreaterThan(0);
    for (const piece of Object.values(workshop.pieces)) {
      expect(piece.plannedBefore!.length).toBeGreaterThan(0);
      expect(planOf(piece, workshop).steps.length).toBeGreaterThan(5);
    }
    const own = { ...workshop.products.enamel!, id: 'own' } as { traits?: unknown };
    delete own.traits;
    expect(recordUpToDate('product', own)).toMatchObject({ traits: [] });
    const once = recordUpToDate('product', workshop.products.enamel);
    expect(once).toEqual(workshop.products.enamel);
  });

  it('keeps a logged step standing whose plan is lost', () => {
    const lost = recordUpToDate('piece', {
      steps: [],
      log: [
        { id: 'l', stepId: 'top/clear/2', doneAt: '2026-11-25T09:00:00Z' },
        { id: 'm', stepId: 'nowhere' },
      ],
    }) as { log: { step: { id: string; zoneId: string | null; kind: string; ordinal: number } }[] };
    expect(lost.log.map((e) => [e.step.id, e.step.zoneId, e.step.kind, e.step.ordinal])).toEqual([
      ['top/clear/2', 'top', 'clear', 2],
      ['nowhere', null, 'judge', 1],
    ]);
  });

  it.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])(
    'refuses the id %s aloud, and takes it as a name',
    (word) => {
      const renamed = JSON.parse(text) as { pieces: { id: string; name: string }[]; products: { name: string }[] };
      renamed.products[0]!.name = word;
      renamed.pieces[0]!.name = word;
      const named = readWorkshopFile(JSON.stringify(renamed));
      expect(named.ok && workshopFromFile(named.value).pieces[renamed.pieces[0]!.id]?.name).toBe(word);
      renamed.pieces[0]!.id = word;
      const refused = readWorkshopFile(JSON.stringify(renamed));
      expect(!refused.ok && refused.issues[0]?.message).toMatch(/keeps for itself/);
      expect(named.ok && workshopFromFile(named.value).pieces[word]).toBeFalsy();
    },
  );

  it('a file of bad rows is refused at the fiftieth', () => {
    const file = JSON.parse(text) as { readings: unknown[] };
    file.readings = Array.from({ length: 199_999 }, (_, i) => ({ id: `r${i}`, at: 'never' }));
    const r = readWorkshopFile(JSON.stringify(file));
    expect(!r.ok && r.issues).toHaveLength(50);
  });

  it.each([
    [
      'solids of nothing with a film named',
      { volumeSolidsFrac: { value: 0, tag: 'own' }, filmDryUm: { value: 30, tag: 'own' } },
    ],
    ['a pack of 10⁹ litres', { packs: [{ volumeL: 1e9, price: 1, tag: 'own' }] }],
    ['a pack of nothing', { packs: [{ volumeL: 0, price: 1, tag: 'own' }] }],
    ['a wait of a thousand years', { times: { recoatFromMin: { low: 1, likely: 1, high: 5e8, tag: 'own' } } }],
  ])('refuses a product with %s', (_, change) =>
    expect(
      codes(
        changed((f) => {
          const enamel = f.products.find((x) => x.id === 'enamel') as { times: object };
          Object.assign(enamel, change, 'times' in change ? { times: { ...enamel.times, ...change.times } } : {});
        }),
      ).length,
    ).toBeGreaterThan(0),
  );

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
        (f.pieces[0]!.choices as Record<string, unknown>)['carcass/paint'] = {
          productId: 'enamel',
          coats: null,
          method: null,
        };
      }),
    );
    expect(r.ok && [...new Set(r.warnings.map((w) => w.code))]).toEqual(['product_missing']);
  });

  it('is read up to 400 MB', () => {
    expect(fileSizeIssue(400_000_000)).toBeUndefined();
    expect(fileSizeIssue(400_000_001)?.code).toBe('file_too_large');
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
