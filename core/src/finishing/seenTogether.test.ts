import { describe, expect, it } from 'vitest';
import { typicalProducts } from '../products';
import { defaultSettings, type Piece, type Product, type StepKindId, type Surface, type ZoneId } from '../workshop';
import { doneEntry } from './fixtures/logEntry';
import { typicalPiece } from './fixtures/typicalPiece';
import { generatePlan } from './generatePlan';
import { planOf } from './planOf';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const chosen = (productId: string, forLook = false) => ({ productId, coats: null, method: null, forLook });
const oak: Surface = {
  material: { kind: 'solid', speciesId: 'oak', veneerThicknessMm: null },
  oldFinish: { kind: 'oil-varnish', condition: 'sound' },
};
const sideboard = (choices: Piece['choices'], change: Partial<Piece> = {}): Piece =>
  typicalPiece('sideboard', oak, {
    looks: { top: 'natural-clear', carcass: 'painted', fronts: 'painted', interior: 'painted', legs: 'painted' },
    choices,
    ...change,
  });
const plan = (piece: Piece) => {
  const r = generatePlan(piece, { products, settings });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const used = (piece: Piece, kind: StepKindId) => {
  const steps = plan(piece).filter((s) => s.kind === kind);
  return Object.fromEntries(steps.map((s) => [s.zoneId, s.productId]));
};
const reason = (piece: Piece, zoneId: ZoneId, kind: StepKindId) =>
  plan(piece).find((s) => s.zoneId === zoneId && s.kind === kind)!.reason;

describe('what is seen together', () => {
  it('gets one colour: what is chosen for the look holds on every zone that has none of its own', () => {
    expect(used(sideboard({ 'carcass/paint': chosen('paint-dark', true) }), 'paint')).toEqual({
      carcass: 'paint-dark',
      fronts: 'paint-dark',
      interior: 'paint-dark',
      legs: 'paint-dark',
    });
    const legs = { 'carcass/paint': chosen('paint-dark', true), 'legs/paint': chosen('enamel') };
    expect(used(sideboard(legs), 'paint')).toMatchObject({
      carcass: 'paint-dark',
      fronts: 'paint-dark',
      legs: 'enamel',
    });
  });
  it('is another where that was chosen for one zone, and the plan says why on both sides', () => {
    const one = sideboard({ 'legs/paint': chosen('paint-dark') });
    expect(used(one, 'paint')).toMatchObject({ carcass: 'enamel', fronts: 'enamel', legs: 'paint-dark' });
    expect(reason(one, 'legs', 'paint')).toContain(
      'It was chosen for this zone: another product than on the carcass, fronts, interior, on purpose.',
    );
    const all = sideboard({ 'legs/paint': chosen('paint-dark', true) });
    expect(reason(all, 'fronts', 'paint')).toContain('As on the legs: they are seen together.');
    expect(reason(one, 'fronts', 'paint')).not.toMatch(/on purpose|seen together/);
  });
  it('goes on from the can it was begun with, whatever is chosen for the others then', () => {
    const legs = sideboard({});
    const first = plan(legs).find((s) => s.zoneId === 'legs' && s.kind === 'paint')!;
    const begun = sideboard(
      { 'carcass/paint': chosen('paint-dark', true) },
      { log: [doneEntry(first, '2026-11-25T09:00:00Z')] },
    );
    const r = planOf(begun, { products, settings });
    const of = (zoneId: ZoneId) => [
      ...new Set(r.steps.filter((s) => s.zoneId === zoneId && s.kind === 'paint').map((s) => s.productId)),
    ];
    expect([of('carcass'), of('fronts'), of('legs')]).toEqual([['paint-dark'], ['paint-dark'], ['enamel']]);
  });
  it('does not take after the inside, another look or hardware', () => {
    expect(used(sideboard({ 'interior/paint': chosen('paint-dark', true) }), 'paint')).toMatchObject({
      interior: 'paint-dark',
      carcass: 'enamel',
    });
    const twoLooks = { carcass: 'natural-clear', legs: 'stained-clear', top: 'natural-clear' } as const;
    const clears = used(sideboard({ 'carcass/clear': chosen('wiping-clear', true) }, { looks: twoLooks }), 'clear');
    expect(clears).toMatchObject({ carcass: 'wiping-clear', top: 'wiping-clear' });
    expect(clears.legs).not.toBe('wiping-clear');
  });
  it('keeps the clear that wear or the house asks of a top, and says so', () => {
    const looks = { top: 'natural-clear', carcass: 'natural-clear' } as const;
    const choices = { 'carcass/clear': chosen('waterborne-matt-clear', true) };
    const wet = sideboard(choices, { looks, wear: { top: 'wet' } });
    expect(used(wet, 'clear').top).not.toBe('waterborne-matt-clear');
    expect(reason(wet, 'top', 'clear')).toContain(
      'It has to bear wet: another product than on the carcass, on purpose.',
    );
    const oil = sideboard(choices, { looks, houseRules: { 'top-clear': 'oil' } });
    expect(used(oil, 'clear').top).not.toBe('waterborne-matt-clear');
    expect(reason(oil, 'top', 'clear')).toContain('House rule for tops: another product');
  });
});
