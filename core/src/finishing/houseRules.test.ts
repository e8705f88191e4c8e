import { describe, expect, it } from 'vitest';
import { newDamage, newPiece } from '../piece';
import { typicalProducts } from '../products';
import {
  defaultSettings,
  type HouseRuleId,
  houseRuleIds,
  type Method,
  type Piece,
  type Product,
  type Step,
  type Surface,
  toolIds,
} from '../workshop';
import { waitsOf } from './fixtures/waitsOf';
import { generatePlan, houseOf, houseRuleTable } from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const surface = (
  speciesId: string,
  finish: Surface['oldFinish']['kind'],
  condition: Surface['oldFinish']['condition'] = 'sound',
): Surface => ({
  material: { kind: 'solid', speciesId, veneerThicknessMm: null },
  oldFinish: { kind: finish, condition },
});
/** A cupboard with a stained ash top, a painted beech body in sound paint, knotty fronts in failing paint. */
const cupboard = (change: Partial<Piece> = {}): Piece => ({
  ...newPiece('c', 'C', 'cabinet', '2026-11-25T08:00:00Z'),
  heightM: 1.1,
  widthM: 0.96,
  depthM: 0.42,
  doors: 2,
  surfaces: {
    top: surface('ash', 'lacquer'),
    carcass: surface('beech', 'paint'),
    fronts: surface('knotty-pine', 'paint', 'failing'),
    interior: null,
    legs: null,
    seat: null,
    hardware: null,
  },
  damage: [newDamage('d', 'missing-corner', 'fronts', 2)],
  lead: { result: 'negative', everyLayer: true, licensedWork: false },
  looks: { top: 'stained-clear', carcass: 'painted', fronts: 'painted', interior: 'natural-clear' },
  ...change,
});
const plan = (piece: Piece, more: { houseRules?: Piece['houseRules']; methods?: Method[] } = {}): Step[] => {
  const r = generatePlan(piece, { products, settings: { ...settings, ...more } });
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const word = (s: Step) =>
  `${s.zoneId ?? 'piece'} ${s.kind}${s.grit ? ` ${s.grit}` : ''}${s.of > 1 ? ` ${s.ordinal}/${s.of}` : ''}`;
const following = (id: HouseRuleId, school: string, piece = cupboard()) =>
  plan({ ...piece, houseRules: { [id]: school } });
/** What a school adds to and takes from the usual plan. */
const change = (id: HouseRuleId, school: string, piece = cupboard()) => {
  const usual = plan(piece).map(word);
  const other = following(id, school, piece).map(word);
  return { gone: usual.filter((w) => !other.includes(w)), come: other.filter((w) => !usual.includes(w)) };
};
/** What steps of the cupboard wait for, in a house that pulls its tape soft or dry. */
const waits = (steps: readonly Step[], pull: 'soft' | 'dry' = 'soft') =>
  waitsOf({ ...cupboard(), houseRules: { 'tape-pull': pull } }, steps, { products, settings });
const find = (steps: Step[], id: string) => steps.find((s) => s.id === id);

describe('houseRuleTable', () => {
  it('has one row for every id, its usual school among its schools', () => {
    expect(houseRuleTable.map((r) => r.id)).toEqual([...houseRuleIds]);
    for (const r of houseRuleTable) {
      expect(new Set(r.schools.map((s) => s.id)).size).toBe(r.schools.length);
      expect(r.schools.map((s) => s.id)).toContain(r.usual);
    }
  });
  it('lets a piece differ from its workshop, and takes an unknown school for none', () => {
    const house = houseOf(
      { houseRules: { ladder: '120-180-220', 'scuff-grit': '120', conditioner: 'sometimes' } },
      { houseRules: { ladder: '80-120-240' } },
    );
    expect([house.ladder, house['scuff-grit'], house.conditioner, house['tape-pull']]).toEqual([
      '80-120-240',
      '120',
      'blotchy',
      'soft',
    ]);
  });
});

describe('each school changes the plan as it says', () => {
  it('clean-or-scuff: a sound film is scuffed before the wash', () => {
    const steps = following('clean-or-scuff', 'scuff-first')
      .filter((s) => s.zoneId === 'carcass')
      .map((s) => s.kind);
    expect(steps.slice(0, 5)).toEqual(['scuff', 'de-dust', 'degrease', 'rinse', 'dry-out']);
    expect(steps.filter((k) => k === 'scuff')).toHaveLength(1);
  });
  it('hardware-doors: off after cleaning, or left on and masked', () => {
    const after = following('hardware-doors', 'off-after-cleaning');
    expect(after.findIndex((s) => s.kind === 'remove-part')).toBeGreaterThan(
      after.findLastIndex((s) => s.kind === 'rinse'),
    );
    expect(
      waits(after)
        .get('piece/remove-part/1')
        ?.some((w) => w.startsWith('dry ')),
    ).toBe(true);
    const left = following('hardware-doors', 'left-masked');
    expect(left.some((s) => s.kind === 'remove-part' || s.kind === 'refit-part')).toBe(false);
    expect(find(left, 'piece/mask/1')?.lineM).toBeCloseTo(2 * 0.15 + 2 * 0.6, 9);
    expect(find(left, 'top/stain/1')?.after).toContain('piece/mask/1');
  });
  it('strip-solid: chemical, or coarse abrasive', () => {
    expect(change('strip-solid', 'chemical').come).toEqual(
      expect.arrayContaining(['fronts strip-chemical', 'fronts remove-residue', 'top strip-chemical']),
    );
    expect(change('strip-solid', 'abrasive')).toEqual({
      gone: expect.arrayContaining(['fronts scrape', 'top scrape']),
      come: expect.arrayContaining(['fronts strip-abrasive 40', 'top strip-abrasive 60']),
    });
  });
  it('filler-edges and repairs-in-ladder', () => {
    expect(find(plan(cupboard()), 'fronts/fill/1')?.productId).toBe('filler-two-part');
    expect(find(following('filler-edges', 'ready'), 'fronts/fill/1')?.productId).toBe('filler-ready');
    const fronts = (steps: Step[]) =>
      steps
        .filter((s) => s.zoneId === 'fronts' && (s.kind === 'sand' || s.kind === 'fill'))
        .map((s) => s.grit ?? 'fill');
    expect(fronts(plan(cupboard()))).toEqual([120, 'fill', 150]);
    expect(fronts(following('repairs-in-ladder', 'before-all'))).toEqual(['fill', 120, 150]);
  });
  it('ladder and scuff-grit', () => {
    const top = (school: string) =>
      following('ladder', school)
        .filter((s) => s.zoneId === 'top' && s.kind === 'sand')
        .map((s) => s.grit);
    expect([top('80-120-150-180'), top('80-120-240'), top('100-120-150-180'), top('120-180-220')]).toEqual([
      [80, 120, 150, 180],
      [80, 120, 240],
      [100, 120, 150, 180],
      [120, 180, 220],
    ]);
    expect(change('scuff-grit', '120')).toEqual({ gone: ['carcass scuff 180'], come: ['carcass scuff 120'] });
  });
  it('conditioner, stain-wipe and darken', () => {
    expect(change('conditioner', 'always').come).toEqual(['top condition']);
    const pine = cupboard({ surfaces: { ...cupboard().surfaces, top: surface('pine', 'lacquer') } });
    expect(change('conditioner', 'never', pine).gone).toEqual(['top condition']);
    expect(find(following('stain-wipe', 'work-in'), 'top/stain/1')?.reason).toContain('worked in');
    expect(find(following('darken', 'gel'), 'top/stain/1')?.productId).toBe('gel-stain');
    expect(find(following('darken', 'water'), 'top/stain/1')?.productId).toBe('water-stain');
  });
  it('stain-wait: stands in the stain, and not in a waterborne one', () => {
    expect(find(following('stain-wait', '72'), 'top/stain/1')?.fixedWaitMin).toBe(72 * 60);
    expect(
      find(plan({ ...cupboard(), houseRules: { 'stain-wait': '72', darken: 'water' } }), 'top/stain/1')?.fixedWaitMin,
    ).toBe(0);
  });
  it('primer, primer-coats, blocking-coat and adhesion-coat', () => {
    expect(change('primer', 'never').gone).toEqual(
      expect.arrayContaining(['carcass prime', 'carcass inspect', 'carcass denib 220']),
    );
    expect(
      following('primer', 'never').some((s) => s.zoneId === 'fronts' && s.kind === 'block'),
      'a wood that bleeds is blocked in any case',
    ).toBe(true);
    const bare = cupboard({
      surfaces: { ...cupboard().surfaces, carcass: surface('beech', 'none') },
      choices: { 'carcass/paint': { productId: 'chalky-paint', coats: null, method: null } },
    });
    expect(
      plan(bare).some((s) => s.zoneId === 'carcass' && s.kind === 'prime'),
      'paint that is its own primer on bare wood',
    ).toBe(false);
    expect(following('primer', 'always', bare).some((s) => s.zoneId === 'carcass' && s.kind === 'prime')).toBe(true);
    expect(change('primer-coats', 'two').come).toEqual(
      expect.arrayContaining(['carcass prime 1/2', 'carcass prime 2/2']),
    );
    expect(find(following('blocking-coat', 'water'), 'fronts/block/1')?.productId).toBe('water-block');
    expect(find(following('blocking-coat', 'aerosol'), 'fronts/block/1')).toMatchObject({
      productId: 'aerosol-block',
      method: 'aerosol',
    });
    expect(change('adhesion-coat', 'shellac')).toEqual({
      gone: expect.arrayContaining(['carcass prime']),
      come: ['carcass seal'],
    });
  });
  it('edge-seal and tape-pull', () => {
    expect(change('edge-seal', 'none').gone).toContain('top seal-edge');
    expect(find(following('edge-seal', 'clear'), 'top/seal-edge/1')?.reason).toContain('A little clear');
    const pulled = (school: 'soft' | 'dry') =>
      waits(following('tape-pull', school), school)
        .get('top/unmask/1')
        ?.some((w) => w.startsWith('handle '));
    expect([pulled('dry'), pulled('soft')]).toEqual([true, false]);
  });
  it('top-or-base-first: the base is painted and covered before the top is stained', () => {
    const base = following('top-or-base-first', 'base-first');
    const at = (id: string) => base.findIndex((s) => s.id === id);
    expect(at('top/stain/1')).toBeGreaterThan(at('carcass/paint/2'));
    expect(at('carcass/mask/1')).toBeLessThan(at('top/stain/1'));
    expect(
      waits(base)
        .get('carcass/mask/1')
        ?.some((w) => w.startsWith('tape ')),
    ).toBe(true);
    expect(base.some((s) => s.id === 'top/seal/1' || s.id === 'top/mask/1')).toBe(false);
  });
  it('interior-first: finished before the outside is painted, or with it', () => {
    const first = (steps: Step[], zone: string, kind: string) =>
      steps.findIndex((s) => s.zoneId === zone && s.kind === kind);
    expect(first(plan(cupboard()), 'interior', 'clear')).toBeLessThan(first(plan(cupboard()), 'carcass', 'prime'));
    const after = following('interior-first', 'after');
    expect(first(after, 'interior', 'clear')).toBeGreaterThan(first(after, 'carcass', 'paint'));
  });
  it('between-coats: every coat, or only to cure faults', () => {
    const denibs = (steps: Step[]) => steps.filter((s) => s.zoneId === 'top' && s.kind === 'denib').length;
    expect([
      denibs(plan(cupboard())),
      denibs(following('between-coats', 'every')),
      denibs(following('between-coats', 'faults')),
    ]).toEqual([1, 2, 0]);
  });
  it('clear-over-paint and wax-on-paint', () => {
    expect(change('clear-over-paint', 'everywhere').come).toEqual(
      expect.arrayContaining(['carcass clear 1/3', 'fronts clear 3/3']),
    );
    const painted = cupboard({ looks: { top: 'painted', carcass: 'painted' } });
    expect(change('clear-over-paint', 'no', painted).gone).toEqual(expect.arrayContaining(['top clear 1/3']));
    expect(change('wax-on-paint', 'yes').come).toEqual(expect.arrayContaining(['carcass wax', 'fronts wax']));
  });
  it('top-clear, clear-by and flat-clear', () => {
    expect(find(following('top-clear', 'oil'), 'top/clear/1')).toMatchObject({ productId: 'wiping-clear', of: 6 });
    expect(find(following('top-clear', 'lacquer'), 'top/clear/1')).toMatchObject({
      productId: 'brushing-lacquer',
      of: 4,
    });
    const shellac = following('top-clear', 'shellac').filter((s) => s.zoneId === 'top');
    expect(shellac.filter((s) => s.kind === 'clear').map((s) => s.productId)).toEqual([
      'shellac-clear',
      'shellac-clear',
      'shellac-clear',
      'shellac-clear',
    ]);
    expect(shellac.at(-2)?.kind).toBe('wax');
    expect(find(following('clear-by', 'spray'), 'top/clear/1')?.method).toBe('hvlp');
    expect(find(following('flat-clear', 'thin'), 'top/clear/1')?.reason).toContain('Thin coats');
  });
});

describe('schools of repairs, tools, seats and the price', () => {
  const veneer: Surface = {
    material: { kind: 'veneer', speciesId: 'birch', veneerThicknessMm: 0.6 },
    oldFinish: { kind: 'shellac', condition: 'failing' },
  };
  it('darken: by wood and deadline, gel on veneer, waterborne where the date is near', () => {
    const stained = (change: Partial<Piece>) => find(plan(cupboard(change)), 'top/stain/1')?.productId;
    const { surfaces } = cupboard();
    expect(stained({})).toBe('oil-stain');
    expect(stained({ surfaces: { ...surfaces, top: veneer } })).toBe('gel-stain');
    expect(stained({ startAt: '2026-11-25T08:00:00Z', promisedAt: '2026-12-02T08:00:00Z' })).toBe('water-stain');
    expect(stained({ startAt: '2026-11-25T08:00:00Z', promisedAt: '2027-01-25T08:00:00Z' })).toBe('oil-stain');
  });
  it('lifting-veneer: a face that lifts widely under paint is peeled, or glued after all', () => {
    const lifting = cupboard({
      surfaces: { ...cupboard().surfaces, top: veneer },
      looks: { top: 'painted' },
      damage: [newDamage('d', 'loose-veneer', 'top', 4)],
    });
    expect(change('lifting-veneer', 're-glue', lifting)).toEqual({
      gone: expect.arrayContaining(['top peel']),
      come: expect.arrayContaining(['top glue', 'top strip-chemical']),
    });
  });
  it('drilling: before the finish, or in the finished front', () => {
    const pulls = cupboard({
      hardware: { treatment: 'fill-redrill', spacingM: 0.096, newSpacingM: 0.128, missing: 0, spare: 0 },
    });
    const at = (steps: Step[]) => {
      const drill = steps.findIndex((s) => s.kind === 'drill');
      return [
        drill < steps.findIndex((s) => s.kind === 'block'),
        drill > steps.findLastIndex((s) => s.kind === 'paint'),
      ];
    };
    expect(at(plan(pulls))).toEqual([true, false]);
    expect(at(following('drilling', 'after-finish', pulls))).toEqual([false, true]);
  });
  it('drawers: in, their gaps are masked; out, their openings are covered from the mist', () => {
    const chest = cupboard({
      drawers: 2,
      looks: { carcass: 'painted', fronts: 'natural-clear' },
      choices: { 'carcass/paint': { productId: null, coats: null, method: 'hvlp' } },
    });
    expect(plan(chest).some((s) => s.kind === 'cover' && s.count === 2)).toBe(true);
    expect(find(plan(chest), 'fronts/mask/1')).toBeUndefined();
    const inPlace = following('drawers', 'in', chest);
    expect(inPlace.some((s) => s.kind === 'cover')).toBe(false);
    expect(find(inPlace, 'fronts/mask/1')?.lineM).toBeGreaterThan(1);
  });
  it('character: a scratch in a finish that stays is kept, or hidden', () => {
    const worn = cupboard({
      looks: { top: 'refreshed' },
      damage: [newDamage('d', 'scratch', 'top', 2)],
    });
    expect(change('character', 'modernise', worn).come).toEqual(['top fill-stick']);
  });
  const chair: Piece = {
    ...newPiece('c', 'C', 'chair-upholstered', '2026-11-25T08:00:00Z'),
    heightM: 0.95,
    widthM: 0.5,
    depthM: 0.52,
    looks: { seat: 're-covered' },
  };
  it('old-upholstery: taken off, or covered over', () => {
    expect(change('old-upholstery', 'keep', chair).gone).toEqual(['seat remove-covering']);
  });
  it('a seat is covered anew only where there is upholstery, and the refusal says what to do', () => {
    const tools = toolIds.filter((t) => t !== 'upholstery');
    const r = generatePlan(chair, { products, settings: { ...settings, tools } });
    expect(r.ok ? [] : r.issues.map((i) => [i.code, i.path])).toEqual([['look_barred', 'looks.seat']]);
    expect(r.ok ? '' : r.issues[0]?.message).toContain('Add upholstery tools under House rules');
  });
  it('edge-seal with primer, runs and a new brush are said at the step', () => {
    expect(find(following('edge-seal', 'primer'), 'top/seal-edge/1')?.reason).toContain('A little primer');
    expect(find(plan(cupboard()), 'carcass/paint/1')?.reason).toContain('wiped with a damp pad while it is wet');
    expect(find(following('runs', 'leave'), 'carcass/paint/1')?.reason).toContain('left till it is hard');
    expect(find(plan(cupboard()), 'carcass/paint/2')?.reason).toContain('A new brush for the last coat');
  });
  it('flat-clear: thin coats on a top are sanded one and all', () => {
    const denibs = (steps: Step[]) => steps.filter((s) => s.zoneId === 'top' && s.kind === 'denib').length;
    expect([denibs(plan(cupboard())), denibs(following('flat-clear', 'thin'))]).toEqual([1, 2]);
  });
});

describe('tools and labels', () => {
  it('the label wins over a school: a clear that may not be sprayed is not sprayed', () => {
    const piece = { ...cupboard(), houseRules: { 'top-clear': 'oil', 'clear-by': 'spray' } };
    expect(find(plan(piece), 'top/clear/1')).toMatchObject({ productId: 'wiping-clear', method: 'wipe' });
  });
  it('nothing is proposed that the workshop cannot put on', () => {
    const brushOnly = plan(cupboard(), { methods: ['brush'] });
    expect(new Set(brushOnly.map((s) => s.method).filter((m) => m !== null))).toEqual(new Set(['brush']));
    expect(brushOnly.some((s) => s.kind === 'degrease' && s.productId !== null)).toBe(false);
    const issues = generatePlan(cupboard(), { products, settings: { ...settings, methods: ['brush'] } });
    expect(issues.ok && issues.warnings.map((w) => w.code)).toEqual(['product_none']);
  });
  it('a gun that is not there is not planned, even where the piece asks for it', () => {
    const piece = {
      ...cupboard(),
      choices: { 'top/clear': { productId: null, coats: null, method: 'hvlp' as const } },
    };
    expect(find(plan(piece, { methods: ['brush', 'wipe', 'roller'] }), 'top/clear/1')?.method).toBe('wipe');
  });
});
