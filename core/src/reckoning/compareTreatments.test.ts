import { describe, expect, it } from 'vitest';
import { newDamage, newPiece } from '../piece';
import { typicalProducts } from '../products';
import { minuteOf } from '../units';
import { defaultSettings, type Piece, type Product, type Surface } from '../workshop';
import { compareTreatments, type Question, reckonPiece, sittingsOf } from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const nowMin = minuteOf('2026-11-25T08:00:00Z');
const veneer: Surface = {
  material: { kind: 'veneer', speciesId: 'birch', veneerThicknessMm: 0.6 },
  oldFinish: { kind: 'shellac', condition: 'sound' },
};
const base = newPiece('t', 'T', 'table', '2026-11-25T08:00:00Z');
const table = (change: Partial<Piece> = {}): Piece => ({
  ...base,
  heightM: 0.75,
  widthM: 1.2,
  depthM: 0.75,
  surfaces: { ...base.surfaces, top: veneer },
  lead: { result: 'negative', everyLayer: true, licensedWork: false },
  looks: { top: 'painted' },
  damage: [{ ...newDamage('lift', 'loose-veneer', 'top', 4), extentM: 0.3 }],
  ...change,
});
const input = (piece: Piece, more = {}) => ({ piece, products, settings: { ...settings, ...more }, nowMin });
const ask = (piece: Piece, key: string, more = {}): Question => {
  const r = compareTreatments(input(piece, more));
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  const found = r.value.find((q) => q.key === key);
  if (!found) throw new Error(`no question ${key} among ${r.value.map((q) => q.key).join(', ')}`);
  return found;
};
const of = (q: Question, choice: string) => q.alternatives.find((a) => a.choice === choice)!;

describe('compareTreatments', () => {
  it('asks about every old film, every damage, and what can come off where it is worked', () => {
    const r = compareTreatments(input(table()));
    expect(r.ok && r.value.map((q) => q.key)).toEqual(['top/look', 'top/take-off', 'damage/lift', 'apart/top']);
    const left = compareTreatments(input(table({ looks: { top: 'leave' } })));
    expect(left.ok && left.value).toEqual([]);
    expect(compareTreatments(input(table({ heightM: null }))).ok).toBe(false);
  });

  it('gives each alternative the figures that the piece has once it is decided', () => {
    const lift = ask(table(), 'damage/lift');
    expect(lift.recommended.choice).toBe('peel');
    expect(lift.current).toBe('peel');
    for (const choice of ['glue', 'peel']) {
      const decided = table({ decisions: { 'damage/lift': { choice, at: '2026-11-25T08:00:00Z', why: '' } } });
      const r = reckonPiece(input(decided));
      if (!r.ok) throw new Error('worked out');
      const { figures } = of(lift, choice);
      expect(figures).toEqual({
        steps: r.value.steps.length,
        sittings: sittingsOf(r.value.steps).length,
        handsOnMin: r.value.totals.handsOnMin,
        price: r.value.totals.price,
        lightUseAtMin: r.value.totals.lightUseAtMin,
        findings: 0,
      });
    }
    // Four places at 10 minutes, against peeling 1.1109 m² at 25: the film comes off with the veneer, the ladder is added.
    expect(of(lift, 'glue').figures!.handsOnMin).not.toBe(of(lift, 'peel').figures!.handsOnMin);
  });

  it('follows the decision, and says what cannot be had and why', () => {
    const decided = table({
      decisions: { 'damage/lift': { choice: 'glue', at: '2026-11-25T08:00:00Z', why: 'Rare figure.' } },
    });
    const lift = ask(decided, 'damage/lift');
    expect([lift.current, lift.decided?.why, lift.recommended.choice]).toEqual(['glue', 'Rare figure.', 'peel']);
    const stained = ask(table({ looks: { top: 'stained-clear' } }), 'damage/lift');
    expect(of(stained, 'peel')).toMatchObject({
      figures: null,
      barredBecause: expect.stringContaining('peel and lay new'),
    });
    expect(stained.recommended.choice).toBe('glue');
    const noClamps = ask(table(), 'damage/lift', { tools: [] });
    expect(of(noClamps, 'glue').barredBecause).toBe('The workshop has no clamps or press.');
  });

  it('asks how a wood that bleeds is blocked, and follows what is decided', () => {
    const pine: Surface = { ...veneer, material: { kind: 'solid', speciesId: 'knotty-pine', veneerThicknessMm: null } };
    const knotty = table({ surfaces: { ...base.surfaces, top: pine }, damage: [] });
    const q = ask(knotty, 'top/block');
    expect([q.subject, q.recommended.choice, q.current]).toEqual(['Knotty pine bleeds', 'shellac', 'shellac']);
    const decided = { ...knotty, decisions: { 'top/block': { choice: 'water', at: '2026-11-25T08:00:00Z', why: '' } } };
    const r = reckonPiece(input(decided));
    expect(r.ok && r.value.steps.find((s) => s.step.kind === 'block')?.step.productId).toBe('water-block');
    expect(of(q, 'water').figures).not.toEqual(of(q, 'shellac').figures);
  });

  it('asks what comes off, says what that saves, and bars what would break', () => {
    const two = table({ looks: { top: 'stained-clear', carcass: 'painted', legs: 'painted' }, damage: [] });
    const top = ask(two, 'apart/top');
    expect([top.current, top.recommended.choice, top.decided]).toEqual(['on', 'on', null]);
    const [off, on] = [of(top, 'off').figures!, of(top, 'on').figures!];
    // No tape between clear top and painted base: they dry side by side.
    expect(off.sittings).toBeLessThan(on.sittings);
    expect(off.lightUseAtMin!).toBeLessThan(on.lightUseAtMin!);
    const apart = { ...two, decisions: { 'apart/top': { choice: 'off', at: '2026-11-25T08:00:00Z', why: '' } } };
    expect(ask(apart, 'apart/top')).toMatchObject({ current: 'off', decided: { choice: 'off' } });
    const chair = {
      ...newPiece('c', 'C', 'chair-plain', '2026-11-25T08:00:00Z'),
      heightM: 0.9,
      widthM: 0.4,
      depthM: 0.4,
    };
    const painted: Piece = { ...chair, lead: table().lead, looks: { carcass: 'painted', legs: 'painted' } };
    expect(of(ask(painted, 'apart/frame'), 'off')).toMatchObject({
      figures: null,
      barredBecause: 'Its joints are sound: knocking them apart breaks them.',
    });
    const loose = { ...painted, damage: [newDamage('j', 'open-joint', 'carcass', 3)] };
    expect(of(ask(loose, 'apart/frame'), 'off').figures!.sittings).toBeLessThan(
      of(ask(loose, 'apart/frame'), 'on').figures!.sittings,
    );
  });

  it('keeps a sound film under paint, strips it where wood shows, and bars what would ruin veneer', () => {
    const painted = ask(table(), 'top/take-off');
    expect([painted.recommended.choice, of(painted, 'abrasive').barredBecause]).toEqual([
      'scuff',
      'Sanding a film off veneer risks going through it.',
    ]);
    const clear = ask(table({ looks: { top: 'natural-clear' } }), 'top/take-off');
    expect(clear.recommended.choice).toBe('chemical');
    expect(of(clear, 'scuff').barredBecause).toContain('has to come off');
    expect(of(painted, 'scuff').figures!.handsOnMin).toBeLessThan(of(painted, 'chemical').figures!.handsOnMin);
  });
});

describe('labour, labels and what is used up', () => {
  const board = (change: Partial<Piece> = {}): Piece => ({
    ...newPiece('b', 'B', 'board', '2026-11-25T08:00:00Z'),
    heightM: 1,
    widthM: 0.5,
    depthM: 0.02,
    looks: { fronts: 'stained-clear' },
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    ...change,
  });
  const worked = (piece: Piece) => {
    const r = reckonPiece(input(piece));
    if (!r.ok) throw new Error('worked out');
    return r.value;
  };
  it('counts hours at a rate, a share of the sale price, or nothing', () => {
    const byRate = worked(board());
    expect(byRate.totals.labourPrice).toBeCloseTo((byRate.totals.handsOnMin / 60) * 25, 9);
    expect(worked(board({ houseRules: { labour: 'share' }, salePrice: 300 })).totals.labourPrice).toBe(120);
    expect(worked(board({ houseRules: { labour: 'share' } })).totals.labourPrice).toBe(0);
    expect(worked(board({ houseRules: { labour: 'none' } })).totals.labourPrice).toBe(0);
  });
  it('says where the label overrides the house, and keeps still where they agree', () => {
    const said = (piece: Piece) => worked(piece).steps.find((s) => s.step.kind === 'clear')!.labelSays;
    expect(said(board({ houseRules: { 'stain-wait': '24' } }))).toContain('its label asks for 48 h');
    expect(said(board({ houseRules: { 'stain-wait': '72' } }))).toBeNull();
    const shelf = board({ looks: { fronts: 'natural-clear' } });
    const oil = { 'fronts/clear': { productId: 'wiping-clear', coats: null, method: null } };
    expect(said({ ...shelf, choices: oil, houseRules: { 'clear-by': 'spray' } })).toContain('the label wins');
    expect(said({ ...shelf, choices: oil })).toBeNull();
  });
  it('counts consumables by area and length, pieces rounded up over the whole', () => {
    const { consumables } = worked(board({ looks: { fronts: 'painted' } }));
    const amount = (what: string) => consumables.find((c) => c.what === what)?.amount;
    // 1.06 m²: scuffed at 1 sheet, two light sandings at 0.8: 2.756 sheets.
    expect(amount('abrasive sheet')).toBe(3);
    // Four coats by brush of two products, wrapped between coats.
    expect(amount('brush')).toBe(2);
    const each = worked(board({ looks: { fronts: 'painted' }, houseRules: { 'tools-reuse': 'new' } }));
    expect(each.consumables.find((c) => c.what === 'brush')?.amount).toBe(3);
    expect(amount('tape')).toBeUndefined();
  });
});
