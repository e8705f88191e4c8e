import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formTable, newDamage } from '../piece';
import { typicalProducts } from '../products';
import { defaultSettings, type FormId, type Piece, type Product, type Step, type Surface } from '../workshop';
import { typicalPiece, zonesIn } from './fixtures/typicalPiece';
import { generatePlan } from './generatePlan';
import { houseOf } from './houseRules';
import { type MemberId, memberKey, membersOf, memberTable, zonesApart } from './members';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const at = '2026-11-25T08:00:00Z';
const oak: Surface = {
  material: { kind: 'solid', speciesId: 'oak', veneerThicknessMm: null },
  oldFinish: { kind: 'oil-varnish', condition: 'failing' },
};
/** A piece in two looks: its top and its seat clear, all else painted. */
const piece = (form: FormId, change: Partial<Piece> = {}): Piece => {
  const { seat } = formTable.find((f) => f.id === form)!;
  const ofSeat = seat?.material.kind === 'solid' ? 'natural-clear' : 'leave';
  return typicalPiece(form, oak, {
    looks: { top: 'natural-clear', seat: ofSeat, carcass: 'painted', fronts: 'painted', legs: 'painted' },
    ...change,
  });
};
const decide = (of: Piece, choice: 'off' | 'on', ...ids: MemberId[]): Piece => ({
  ...of,
  decisions: { ...of.decisions, ...Object.fromEntries(ids.map((id) => [memberKey(id), { choice, at, why: '' }])) },
});
const plan = (of: Piece): Step[] => {
  const r = generatePlan(of, { products, settings });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const members = (of: Piece) =>
  membersOf(of, houseOf(settings, of), zonesIn(of)).map((m) => `${m.member.id} ${m.off ? 'off' : 'on'}`);
const moved = (steps: readonly Step[], kind: Step['kind']) =>
  steps.filter((s) => s.kind === kind).map((s) => `${s.count} ${s.part}`);
const covers = (steps: readonly Step[], zoneId: Step['zoneId']) =>
  steps.filter((s) => s.zoneId === zoneId && ((s.kind === 'mask' && s.areaFrac === 1) || s.kind === 'cover'));
const loose = { damage: [newDamage('j', 'open-joint', 'carcass', 2), newDamage('l', 'wobbly-leg', 'legs')] };

describe('members', () => {
  it('are what the form has, off as the house has it', () => {
    expect(members(piece('chest-of-drawers'))).toEqual(['drawers off']);
    expect(members(piece('sideboard'))).toEqual(['drawers off', 'doors off', 'legs on']);
    expect(members(piece('sideboard', { houseRules: { drawers: 'in', 'hardware-doors': 'left-masked' } }))).toEqual([
      'drawers on',
      'doors on',
      'legs on',
    ]);
    expect(members(piece('blanket-chest'))).toEqual(['lid off']);
    expect(members(piece('table'))).toEqual(['top on', 'legs on']);
    expect(members(piece('chair-plain'))).toEqual(['frame on']);
    expect(members(piece('chair-upholstered'))).toEqual(['seat-pad off', 'frame on']);
    expect(members(piece('cot'))).toEqual(['frame on']);
    expect(members(piece('board'))).toEqual([]);
  });

  it('are lifted off and fitted again, and nothing is masked between them and the body', () => {
    const table = piece('table');
    expect(covers(plan(table), 'top').length).toBeGreaterThan(0);
    const apart = plan(decide(table, 'off', 'top', 'legs'));
    expect(covers(apart, 'top')).toEqual([]);
    expect(covers(apart, 'legs')).toEqual([]);
    expect(moved(apart, 'remove-part')).toEqual(['1 top', '4 leg']);
    // What carries goes together first.
    expect(moved(apart, 'refit-part')).toEqual(['4 leg', '1 top']);
  });

  it('dry beside the body: what lies apart is neither turned nor in the way of a turn', () => {
    const sideboard = piece('sideboard');
    expect(plan(sideboard).filter((s) => s.kind === 'turn')).toHaveLength(2);
    expect(plan(decide(sideboard, 'off', 'legs')).filter((s) => s.kind === 'turn')).toEqual([]);
    // The frame of a table is turned without its top.
    expect(plan(decide(piece('table'), 'off', 'top')).filter((s) => s.kind === 'turn')).toHaveLength(2);
  });

  it('stay on where the user says so, and are masked then', () => {
    const on = plan(decide(piece('cabinet', { doors: 2 }), 'on', 'doors'));
    expect(moved(on, 'remove-part')).toEqual(['2 hardware']);
    expect(on.filter((s) => s.kind === 'mask' && s.zoneId === null).map((s) => s.lineM)).toEqual([2 * 0.6]);
    const house = { houseRules: { drawers: 'in' } };
    expect(
      zonesApart(piece('chest-of-drawers', house), houseOf(settings, house), zonesIn(piece('chest-of-drawers'))),
    ).toEqual(new Set());
  });

  it('of a chair with loose joints are knocked apart, and all joints glued when the last coat can be handled', () => {
    const chair = piece('chair-plain', loose);
    const together = plan(chair);
    expect(together.filter((s) => s.kind === 'glue').map((s) => [s.zoneId, s.count])).toEqual([
      ['legs', 1],
      ['carcass', 2],
    ]);
    const apart = plan(decide(chair, 'off', 'frame'));
    expect(apart.filter((s) => s.kind === 'glue').map((s) => [s.zoneId, s.count])).toEqual([[null, 16]]);
    const kinds = apart.map((s) => s.kind);
    expect(kinds.slice(kinds.indexOf('refit-part'), kinds.indexOf('refit-part') + 3)).toEqual([
      'refit-part',
      'glue',
      'clamp',
    ]);
    expect(kinds.lastIndexOf('paint')).toBeLessThan(kinds.indexOf('glue'));
    expect(apart.some((s) => s.kind === 'turn')).toBe(false);
    // Sound joints are not broken.
    expect(plan(decide(piece('chair-plain'), 'off', 'frame'))).toEqual(plan(piece('chair-plain')));
  });

  it('come off for pulls wherever their faces were moved to', () => {
    const chest = piece('chest-of-drawers', {
      faceZones: { 'drawer-1/front': 'own-1', 'drawer-2/front': 'own-1' },
      looks: { 'own-1': 'painted' },
    });
    expect(moved(plan(chest), 'remove-part')).toEqual(['4 hardware']);
    expect(zonesApart(chest, houseOf(settings, chest), zonesIn(chest)).has('own-1')).toBe(true);
  });

  it('all go on again, and what lies apart is never taped off from the rest, whatever comes off', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...formTable.map((f) => f.id)),
        fc.subarray(memberTable.map((m) => m.id)),
        fc.boolean(),
        (form, ids, sprayed) => {
          const made = piece(form, {
            ...loose,
            houseRules: sprayed ? { 'clear-by': 'spray' } : {},
            choices: sprayed ? { 'carcass/paint': { productId: null, coats: null, method: 'hvlp' } } : {},
          });
          const one = decide(made, 'off', ...ids);
          const steps = plan(one);
          expect(moved(steps, 'refit-part').sort()).toEqual(moved(steps, 'remove-part').sort());
          for (const zoneId of zonesApart(one, houseOf(settings, one), zonesIn(one)))
            expect(covers(steps, zoneId).map((s) => s.id)).toEqual([]);
        },
      ),
      { numRuns: 150 },
    );
  });
});
