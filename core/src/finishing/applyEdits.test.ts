import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newPiece } from '../piece';
import { typicalProducts } from '../products';
import { defaultSettings, type Piece, type Product, type Surface } from '../workshop';
import { applyEdits, comesBefore } from './applyEdits';
import { doneEntry } from './fixtures/logEntry';
import { waitsOf } from './fixtures/waitsOf';
import { generatePlan, planOf, stepNameOf } from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const shop = { products, settings: defaultSettings('W', 'Europe/London', 'metric', 'GBP') };
const oak: Surface = {
  material: { kind: 'solid', speciesId: 'ash', veneerThicknessMm: null },
  oldFinish: { kind: 'lacquer', condition: 'sound' },
};
const chest = (change: Partial<Piece> = {}): Piece => ({
  ...newPiece('c', 'C', 'chest-of-drawers', '2026-11-25T08:00:00Z'),
  heightM: 0.9,
  widthM: 0.9,
  depthM: 0.45,
  surfaces: { top: oak, carcass: oak, fronts: oak, interior: null, legs: null, seat: null, hardware: null },
  looks: { top: 'stained-clear', carcass: 'painted', fronts: 'painted' },
  ...change,
});
const edited = (edits: Piece['edits'], change: Partial<Piece> = {}) => {
  const r = generatePlan(chest({ edits, ...change }), shop);
  if (!r.ok) throw new Error('refused');
  return { ids: r.value.map((s) => s.id), steps: r.value, codes: r.warnings.map((w) => w.code) };
};
const none = { dropped: [], pins: [], extra: [] };

describe('stepNameOf', () => {
  it('says a step from its id alone', () => {
    expect(['top/clear/2', 'piece/photograph/1', 'something else'].map(stepNameOf)).toEqual([
      'Top: clear coat 2',
      'Whole piece: photograph it as it is',
      'something else',
    ]);
  });
});

describe('edits of a plan', () => {
  it('leave a step out, and hand its waits on', () => {
    const { ids, steps } = edited({ ...none, dropped: ['top/seal/1'] });
    expect(ids).not.toContain('top/seal/1');
    expect(steps.some((s) => s.after.includes('top/seal/1'))).toBe(false);
    // The tape comes on the stain then, which has to bear it.
    expect(waitsOf(chest(), steps, shop).get('top/mask/1')).toContain('tape top/stain/1');
    const last = edited(none)
      .steps.find((s) => s.id === 'top/unmask/1')!
      .after.find((id) => id.startsWith('carcass/'))!;
    const { steps: shorter } = edited({ ...none, dropped: [last] });
    const before = edited(none).steps.filter((s) => s.zoneId === 'carcass');
    const inherited = before[before.findIndex((s) => s.id === last) - 1]!.id;
    expect(shorter.find((s) => s.id === 'top/unmask/1')?.after).toContain(inherited);
  });

  it('pin two steps that are free of each other, and move nothing else', () => {
    const before = edited(none).ids;
    expect(before.indexOf('top/degrease/1')).toBeGreaterThan(before.indexOf('carcass/degrease/1'));
    const { ids } = edited({ ...none, pins: [{ beforeId: 'top/degrease/1', afterId: 'carcass/degrease/1' }] });
    expect(ids.indexOf('top/degrease/1')).toBeLessThan(ids.indexOf('carcass/degrease/1'));
    expect([...ids].sort()).toEqual([...before].sort());
  });

  it('put in a step of one’s own, which what followed then waits for', () => {
    const extra = {
      id: 'x',
      zoneId: 'top' as const,
      kind: 'seal' as const,
      afterId: 'top/stain/1',
      productId: 'shellac-sealer',
      method: 'brush' as const,
      grit: null,
    };
    const generated = edited(none).steps;
    const { steps, issues } = applyEdits(generated, { dropped: [], pins: [], extra: [extra] });
    const at = steps.findIndex((s) => s.id === 'own/x');
    expect(steps[at]).toMatchObject({ kind: 'seal', after: ['top/stain/1'] });
    const waits = waitsOf(chest(), steps, shop);
    expect(waits.get('own/x')).toContain('film top/stain/1');
    const next = steps.slice(at + 1).find((s) => s.zoneId === 'top' && s.productId !== null)!;
    expect(waits.get(next.id)?.some((w) => w.endsWith(' own/x') && !w.startsWith('none'))).toBe(true);
    expect(issues).toEqual([]);
    const lost = applyEdits(generated, { dropped: [], pins: [], extra: [{ ...extra, afterId: 'top/dye/1' }] });
    expect(lost.steps).toHaveLength(generated.length);
    expect(lost.issues.map((i) => i.message)).toEqual([expect.stringContaining('Top: dye')]);
  });
  it('refuse a pin against a wait of the plan, and say so', () => {
    const { ids, codes } = edited({ ...none, pins: [{ beforeId: 'top/clear/1', afterId: 'top/stain/1' }] });
    expect(codes).toEqual(['edit_contradicts']);
    expect(ids).toEqual(edited(none).ids);
  });

  it('survive regeneration where they apply, and are named where they do not', () => {
    const edits = { dropped: ['top/seal/1', 'carcass/inspect/1'], pins: [], extra: [] };
    const { ids, codes } = edited(edits, { looks: { top: 'painted', carcass: 'painted' } });
    expect(ids).not.toContain('carcass/inspect/1');
    expect(codes).toEqual(['edit_unused']);
    expect(edited(edits).ids).not.toContain('top/seal/1');
  });

  it('never bring a logged step back or take it away', () => {
    const piece = chest();
    const log = [
      doneEntry(planOf(piece, shop).steps.find((s) => s.id === 'piece/photograph/1')!, '2026-11-25T09:00:00Z'),
    ];
    const done = {
      ...piece,
      log,
      edits: { ...none, dropped: ['piece/photograph/1'] },
    };
    expect(planOf(done, shop).steps[0]?.id).toBe('piece/photograph/1');
  });

  it('in any number keep every step after what it waits for', () => {
    const generated = edited(none).steps;
    const anyId = fc.constantFrom(...generated.map((s) => s.id));
    fc.assert(
      fc.property(
        fc.array(anyId, { maxLength: 5 }),
        fc.array(fc.record({ beforeId: anyId, afterId: anyId }), { maxLength: 8 }),
        (dropped, pins) => {
          const { steps } = applyEdits(generated, { dropped, pins, extra: [] });
          expect(steps).toHaveLength(generated.length - new Set(dropped).size);
          const at = new Map(steps.map((s, i) => [s.id, i]));
          for (const s of steps) for (const id of s.after) expect(at.get(id) ?? -1).toBeLessThan(at.get(s.id)!);
        },
      ),
    );
  });

  it('pin an order whatever is already done between the two', () => {
    const piece = chest();
    const { steps } = planOf(piece, shop);
    const place = (id: string) => steps.findIndex((s) => s.id === id);
    // The last coat inside comes after a step that the outside waits for: pinned the other way round it is refused …
    const [first, through, then] = steps.flatMap((s) =>
      s.after.flatMap((b) => steps.find((x) => x.id === b)!.after.map((a) => [a, b, s.id] as const)),
    )[0]!;
    expect(place(first)).toBeLessThan(place(then));
    const pinned = { ...piece, edits: { ...none, pins: [{ beforeId: then, afterId: first }] } };
    expect(planOf(pinned, shop).issues.map((i) => i.code)).toEqual(['edit_contradicts']);
    // … and taken where that step is done.
    expect(comesBefore(steps, first, then, new Set([through]))).toBe(false);
    const entry = (id: string) => doneEntry(steps.find((s) => s.id === id)!, '2026-11-25T09:00:00Z');
    expect(planOf({ ...pinned, log: [entry(through)] }, shop).issues).toEqual([]);
  });

  it('know what has to come first through others', () => {
    const { steps } = edited(none);
    expect(comesBefore(steps, 'top/stain/1', 'top/clear/3')).toBe(true);
    expect(comesBefore(steps, 'top/clear/3', 'top/stain/1')).toBe(false);
    expect(comesBefore(steps, 'interior/clear/1', 'top/stain/1')).toBe(false);
  });
});
