import { describe, expect, it } from 'vitest';
import { stepVolume } from '../coverage';
import { newDamage } from '../piece';
import { typicalProducts } from '../products';
import { type Damage, defaultSettings, type Piece, type Product, type Step, type Surface } from '../workshop';
import { screwsSay, tooLongM } from './fittings';
import { doneEntry } from './fixtures/logEntry';
import { typicalPiece, zonesIn } from './fixtures/typicalPiece';
import { lagsIn } from './fixtures/waitsOf';
import { availableLooks, generatePlan, houseOf, membersOf } from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
const shop = { products, settings };
const of = (
  kind: Surface['material']['kind'],
  speciesId: string | null,
  finish: Surface['oldFinish']['kind'] = 'none',
  condition: Surface['oldFinish']['condition'] = 'sound',
): Surface => ({ material: { kind, speciesId, veneerThicknessMm: null }, oldFinish: { kind: finish, condition } });
const oak = of('solid', 'oak', 'oil-varnish');
const planned = (piece: Piece) => {
  const r = generatePlan(piece, shop);
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return { steps: r.value, said: r.warnings.map((i) => i.message) };
};
const steps = (piece: Piece): Step[] => planned(piece).steps;
const found = (piece: Piece, kind: Step['kind'], zoneId?: Step['zoneId']): Step[] =>
  steps(piece).filter((s) => s.kind === kind && (zoneId === undefined || s.zoneId === zoneId));
const chest = (change: Partial<Piece> = {}): Piece =>
  typicalPiece('chest-of-drawers', oak, {
    looks: { top: 'painted', carcass: 'painted', fronts: 'painted' },
    ...change,
  });
const damaged = (kind: Damage['kind'], change: Partial<Damage> = {}, of: Partial<Piece> = {}) =>
  chest({ damage: [{ ...newDamage('d', kind, 'top'), ...change }], ...of });
const bare = (look: 'stained-clear' | 'natural-clear' | 'painted', change: Partial<Piece> = {}): Piece =>
  typicalPiece('board', of('solid', 'oak'), { looks: { fronts: look }, ...change });

describe('fittings', () => {
  const casters = (change: Partial<Piece['fittings'][number]> = {}) =>
    chest({
      fittings: [
        { id: 'c', kind: 'caster', zoneId: 'carcass', count: 4, missing: 1, screwM: 0.03, woodM: 0.022, ...change },
      ],
    });
  const parts = (piece: Piece, kind: Step['kind']) =>
    found(piece, kind).flatMap((s) => (s.part === 'caster' ? [s.count] : []));
  it('come off and go on again, and those that are gone are ordered and fitted once', () => {
    expect(parts(casters(), 'remove-part')).toEqual([3]);
    expect(parts(casters(), 'refit-part')).toEqual([3]);
    expect(parts(casters(), 'replace-part')).toEqual([1]);
    expect(found(casters(), 'obtain').map((s) => s.reason)).toEqual([
      'A caster to match takes days to come: ordered before the work begins.',
    ]);
    expect(parts({ ...casters(), looks: { top: 'painted' } }, 'remove-part')).toEqual([]);
  });
  it('have screws that are measured against the wood: 30 mm in 22 mm is 8 mm too long, and as long is too long', () => {
    expect(tooLongM({ screwM: 0.03, woodM: 0.022 })).toBeCloseTo(0.008, 12);
    expect([tooLongM({ screwM: 0.022, woodM: 0.022 }), tooLongM({ screwM: 0.0219, woodM: 0.022 })]).toEqual([0, null]);
    expect(tooLongM({ screwM: null, woodM: 0.022 })).toBeNull();
    const says =
      'Its screws are 30 mm long and go into 22 mm: cut them, or shim the caster with washers, or they come out on the other side.';
    expect(screwsSay(casters().fittings[0]!)).toBe(says);
    expect(planned(casters()).said).toEqual([`Carcass, caster: ${says}`]);
    expect(found(casters(), 'refit-part').find((s) => s.part === 'caster')?.reason).toContain('30 mm');
    expect(planned(casters({ screwM: 0.02 })).said).toEqual([]);
  });
  it('a catch is set back as far as its door lies in', () => {
    const reason = (insetM?: number) =>
      found(
        chest({
          fittings: [
            {
              id: 'c',
              kind: 'catch',
              zoneId: 'fronts',
              count: 1,
              missing: 0,
              screwM: null,
              woodM: null,
              ...(insetM ? { insetM } : {}),
            },
          ],
        }),
        'refit-part',
      ).find((s) => s.part === 'catch')?.reason;
    expect(reason(0.012)).toBe(
      'Set back 12 mm from the edge, as far as the door lies in: tried before the screws are tightened.',
    );
    expect(reason()).toContain('Set back from the edge by as much as the door lies in');
  });
  it('show-nails come out with the cover and not without it', () => {
    const chair = (seat: 'leave' | 're-covered') =>
      typicalPiece('chair-upholstered', of('solid', 'beech', 'lacquer'), {
        surfaces: { ...typicalPiece('chair-upholstered', oak).surfaces, seat: of('cloth', null) },
        looks: { carcass: 'painted', legs: 'painted', seat },
        fittings: [{ id: 'n', kind: 'show-nail', zoneId: 'seat', count: 60, missing: 0, screwM: null, woodM: null }],
      });
    const drawn = (piece: Piece) => found(piece, 'remove-part').filter((s) => s.part === 'show-nail').length;
    expect([drawn(chair('re-covered')), drawn(chair('leave'))]).toEqual([1, 0]);
  });
});

describe('upholstery', () => {
  const bench = (upholstery: 'loose' | 'fixed') =>
    typicalPiece('bench-seat', of('solid', 'beech', 'lacquer'), {
      surfaces: { ...typicalPiece('bench-seat', oak).surfaces, seat: of('cloth', null) },
      looks: { carcass: 'painted', legs: 'painted', seat: 're-covered' },
      upholstery,
    });
  it('that is tacked down stays on the frame, and is built up when the last coat bears it', () => {
    const pad = (piece: Piece) =>
      membersOf(piece, houseOf(settings, piece), zonesIn(piece)).find((m) => m.member.id === 'seat-pad');
    expect([pad(bench('loose'))?.off, pad(bench('fixed'))?.off]).toEqual([true, false]);
    expect(pad(bench('fixed'))?.member.off.barred(bench('fixed'))).toContain('tacked to the frame');
    const all = steps(bench('fixed'));
    const webbing = all.find((s) => s.part === 'webbing')!;
    const lastCoat = all.filter((s) => s.kind === 'paint' && s.zoneId === 'carcass').at(-1)!;
    expect(
      lagsIn(bench('fixed'), all, shop)
        .get(webbing.id)
        ?.find((w) => w.beforeId === lastCoat.id)?.wait,
    ).toBe('handle');
    expect(all.some((s) => s.kind === 'mask')).toBe(false);
  });
  it('gets its foam with spray adhesive, on half of its faces', () => {
    const foam = steps(bench('fixed')).find((s) => s.part === 'padding')!;
    expect([foam.productId, foam.method, foam.areaFrac]).toEqual(['spray-adhesive', 'aerosol', 0.5]);
  });
});

describe('old films', () => {
  const looksOn = (
    condition: Surface['oldFinish']['condition'],
    kind: Surface['oldFinish']['kind'] = 'oil-varnish',
  ) => {
    const piece = typicalPiece('board', of('solid', 'oak', kind, condition));
    return availableLooks(piece, zonesIn(piece)[0]!.faces, settings.tools)
      .filter((l) => !l.barredBecause)
      .map((l) => l.look);
  };
  it('crazed: revived where it melts together, refreshed nowhere', () => {
    expect(looksOn('crazed', 'shellac')).toContain('revived');
    expect(looksOn('crazed')).not.toContain('revived');
    expect(looksOn('crazed', 'shellac')).not.toContain('refreshed');
    const revived = typicalPiece('board', of('solid', 'oak', 'shellac', 'crazed'), { looks: { fronts: 'revived' } });
    expect(found(revived, 'reamalgamate')).toHaveLength(1);
  });
  it('bubbled and weathered hold nothing: they come off under paint too', () => {
    for (const condition of ['bubbled', 'weathered'] as const) {
      const piece = typicalPiece('board', of('solid', 'oak', 'oil-varnish', condition), {
        looks: { fronts: 'painted' },
      });
      expect(steps(piece).some((s) => ['scrape', 'strip-chemical', 'strip-abrasive'].includes(s.kind))).toBe(true);
      expect(looksOn(condition)).not.toContain('refreshed');
    }
  });
});

describe('damage', () => {
  const fillers = (piece: Piece) => found(piece, 'fill', 'top').map((s) => s.productId);
  it('gouges and missing veneer get two-part filler, dents and hairlines ready-mixed', () => {
    expect(fillers(damaged('dent', { depth: 'through' }))).toEqual(['filler-two-part']);
    expect(fillers(damaged('dent', { depth: 'deep' }))).toEqual(['filler-ready']);
    expect(fillers(damaged('hairline-crack'))).toEqual(['filler-ready']);
    expect(found(damaged('missing-corner'), 'shape')).toHaveLength(1);
    expect(found(damaged('dent', { depth: 'through' }), 'shape')).toHaveLength(0);
  });
  it('a gap of 0.6 m takes 15 ml of sealant over the primer, and is painted over', () => {
    const gap = damaged('open-gap', { extentM: 0.6 });
    const [sealed] = found(gap, 'caulk');
    expect([sealed?.lineM, sealed?.fillL]).toEqual([0.6, expect.closeTo(0.015, 9)]);
    const order = steps(gap)
      .filter((s) => s.zoneId === 'top')
      .map((s) => s.kind);
    expect(order.lastIndexOf('prime')).toBeLessThan(order.indexOf('caulk'));
    expect(order.indexOf('caulk')).toBeLessThan(order.indexOf('paint'));
    expect(found({ ...gap, looks: { top: 'natural-clear' } }, 'caulk')).toEqual([]);
    for (const look of ['leafed', 'foiled', 'patina', 'papered'] as const)
      expect(found({ ...gap, looks: { top: look } }, 'caulk')).toHaveLength(1);
  });
  it('wood that blotched is conditioned before its stain, whatever its species and the house', () => {
    const blotched = bare('stained-clear', {
      damage: [newDamage('b', 'blotchy-wood', 'fronts')],
      houseRules: { conditioner: 'never' },
    });
    expect([found(blotched, 'condition').length, found({ ...blotched, damage: [] }, 'condition').length]).toEqual([
      1, 0,
    ]);
  });
  it('grease in the wood is drawn out with spirits before it is sanded', () => {
    const greasy = bare('natural-clear', { damage: [newDamage('g', 'greasy-wood', 'fronts')] });
    const order = steps(greasy).map((s) => s.kind);
    expect(order.indexOf('degrease')).toBeLessThan(order.indexOf('remove-residue'));
    expect(order.indexOf('remove-residue')).toBeLessThan(order.indexOf('sand'));
    expect(found({ ...greasy, damage: [] }, 'remove-residue')).toEqual([]);
  });
  it('what is filthy and may not be soaked is gone over twice', () => {
    const filthy = (damage: Damage[]) =>
      typicalPiece('board', of('solid', 'oak', 'shellac'), { looks: { fronts: 'refreshed' }, damage });
    expect(found(filthy([newDamage('f', 'filthy', 'fronts')]), 'wipe-down')).toHaveLength(2);
    expect(found(filthy([]), 'wipe-down')).toHaveLength(1);
  });
});

describe('looks', () => {
  const inside = (choice: string) =>
    typicalPiece('bookcase', oak, {
      looks: { interior: 'washed', top: 'painted', carcass: 'painted', fronts: 'painted' },
      damage: [newDamage('o', 'odour', 'interior')],
      decisions: { 'damage/o': { choice, at: '2026-11-25T08:00:00Z', why: '' } },
      surfaces: { ...chest().surfaces, interior: of('solid', 'pine') },
    });
  it('washed only is washed, and sealed where an odour asks for it', () => {
    const kinds = (choice: string) =>
      steps(inside(choice)).flatMap((s) => (s.zoneId === 'interior' && s.kind !== 'de-dust' ? [s.kind] : []));
    expect(kinds('wash').filter((k) => k === 'seal' || k === 'clear' || k === 'sand')).toEqual([]);
    expect(kinds('wash')).toContain('wash');
    expect(kinds('wash-and-seal').filter((k) => k === 'seal' || k === 'clear')).toEqual(['seal']);
    // No film holds on wax: of what lies there nothing is known, so spirits go over it before the seal.
    const unknown = {
      ...inside('wash-and-seal'),
      surfaces: { ...chest().surfaces, interior: of('solid', 'pine', 'unknown') },
    };
    const order = steps(unknown).flatMap((s) => (s.zoneId === 'interior' ? [s.kind] : []));
    expect(order.indexOf('remove-residue')).toBeGreaterThanOrEqual(0);
    expect(order.indexOf('remove-residue')).toBeLessThan(order.indexOf('seal'));
  });
  it('toned cane gets two thin washes, each wiped back, and no barrier', () => {
    const chair = typicalPiece('chair-cane', of('solid', 'beech', 'shellac'), {
      surfaces: { ...typicalPiece('chair-cane', oak).surfaces, seat: of('cane', null) },
      looks: { seat: 'toned' },
    });
    const kinds = steps(chair).flatMap((s) => (s.zoneId === 'seat' ? [s.kind] : []));
    expect(kinds.filter((k) => k === 'colour-wash' || k === 'wipe-back' || k === 'seal')).toEqual([
      'colour-wash',
      'wipe-back',
      'colour-wash',
      'wipe-back',
    ]);
  });
  it('bare wood is wetted before its clear coat, and not where there is no air for spirits', () => {
    const wet = (piece: Piece, tools = settings.tools) => {
      const r = generatePlan(piece, { products, settings: { ...settings, tools } });
      return r.ok ? r.value.filter((s) => s.test === 'wet').length : -1;
    };
    expect([wet(bare('natural-clear')), wet(bare('painted'))]).toEqual([1, 0]);
    expect(
      wet(
        bare('natural-clear'),
        settings.tools.filter((t) => t !== 'ventilation'),
      ),
    ).toBe(0);
  });
  it('effects are laid where they were wished: rim 15 %, creases 10 % of the zone', () => {
    const piece = chest({
      additions: { carcass: ['glazed', 'dark-waxed'] },
      effects: { carcass: { glazed: 'crease', 'dark-waxed': 'rim' } },
    });
    const frac = (of: Piece, kind: Step['kind']) => found(of, kind).map((s) => s.areaFrac);
    expect([frac(piece, 'glaze'), frac(piece, 'dark-wax')]).toEqual([[0.1], [0.15]]);
    expect(frac({ ...piece, effects: {} }, 'glaze')).toEqual([1]);
  });
  it('a stencil on paint lies on a sealed ground; linings come after the last coat; ornaments on paper are coloured first', () => {
    const order = (change: Partial<Piece>, zone: Step['zoneId']) =>
      steps(typicalPiece('bookcase', oak, { looks: { top: 'painted' }, ...change })).flatMap((s) =>
        s.zoneId === zone ? [s.kind] : [],
      );
    const stencilled = order({ additions: { top: ['stencilled'] } }, 'top');
    expect(stencilled.slice(stencilled.indexOf('stencil') - 1, stencilled.indexOf('stencil'))).toEqual(['seal']);
    const lined = order({ looks: { interior: 'painted' }, additions: { interior: ['lined'] } }, 'interior');
    expect(lined.indexOf('line')).toBeGreaterThan(Math.max(lined.lastIndexOf('paint'), lined.lastIndexOf('clear')));
    const papered = order({ looks: { top: 'papered' }, additions: { top: ['applique'] } }, 'top');
    expect(papered.lastIndexOf('paint')).toBeLessThan(papered.indexOf('applique'));
    const painted = order({ additions: { top: ['applique'] } }, 'top');
    expect(painted.lastIndexOf('paint')).toBeGreaterThan(painted.indexOf('applique'));
  });
  it('what cannot be had is said, not dropped: a transfer on legs, a patina on pulls', () => {
    const piece = chest({
      legs: 'turned',
      looks: { legs: 'painted', hardware: 'patina' },
      additions: { legs: ['transfer'] },
    });
    expect(planned(piece).said).toEqual([
      'Legs: transfer is not planned. It needs flat faces.',
      'Hardware: metal patina is not planned. It gets its finish by its treatment: cleaned, sprayed, refinished or replaced.',
    ]);
  });
});

describe('coats', () => {
  const choice = { productId: null, coats: 3, method: null };
  it('are thinned coat by coat: 10 % of the litres of that coat is thinner', () => {
    const piece = chest({ choices: { 'top/paint': { ...choice, thinned: [0.1, null, 0] } } });
    const coats = found(piece, 'paint', 'top');
    expect(coats.map((s) => s.thinFrac)).toEqual([0.1, undefined, 0]);
    expect(coats.map((s) => /Thinned by 10 %|Unthinned/.exec(s.reason)?.[0])).toEqual([
      'Thinned by 10 %',
      undefined,
      'Unthinned',
    ]);
    const enamel = products[coats[0]!.productId!]!;
    const volume = stepVolume(coats[0]!, enamel, 1, 0)!;
    expect(volume.thinnerL.likely).toBeCloseTo(volume.productL.likely * 0.1, 12);
    expect(stepVolume(coats[1]!, enamel, 1, 0)!.thinnerL.likely).toBeCloseTo(
      volume.productL.likely * enamel.thinningFrac.value,
      12,
    );
  });
  it('that are owed are said, and come washed and scuffed when the piece has been handed over', () => {
    const piece = chest({
      ownership: 'resale',
      choices: { 'top/paint': { ...choice, owed: 1 }, 'top/clear': { ...choice, coats: 1 } },
    });
    const before = found(piece, 'paint', 'top');
    expect(before.map((s) => [s.ordinal, s.of])).toEqual([
      [1, 3],
      [2, 3],
    ]);
    expect(before.at(-1)?.reason).toContain('1 more is owed');
    const handedOver = { ...piece, log: steps(piece).map((s) => doneEntry(s, '2026-12-10T10:00:00Z')) };
    const top = steps(handedOver)
      .filter((s) => s.zoneId === 'top')
      .map((s) => s.kind);
    const owed = found(handedOver, 'paint', 'top').at(-1)!;
    expect([owed.ordinal, owed.of]).toEqual([3, 3]);
    expect(
      top
        .slice(0, top.lastIndexOf('paint'))
        .filter((k) => k !== 'de-dust')
        .slice(-4),
    ).toEqual(['degrease', 'rinse', 'dry-out', 'scuff']);
  });
  it('are laid, and their runs mended, by what carries them', () => {
    const first = (productId: string) =>
      found(
        bare('natural-clear', { choices: { 'fronts/clear': { productId, coats: 2, method: 'brush' } } }),
        'clear',
      )[0]!.reason;
    const water = first('waterborne-satin-clear');
    const oil = first(
      Object.values(products).find((p) => p.kind === 'clear' && p.carrier === 'oil' && p.methods.includes('brush'))!.id,
    );
    expect(water).toContain('brushed again after a minute it drags');
    expect(water).toContain('damp pad');
    expect(oil).toContain('brushed out within some minutes');
    expect(oil).not.toContain('damp pad');
  });
});

describe('where it is worked', () => {
  const at = (worksite: Piece['worksite'] & string) =>
    typicalPiece('table', oak, { looks: { top: 'painted', carcass: 'painted', legs: 'painted' }, worksite });
  const kinds = (piece: Piece) => new Set(steps(piece).map((s) => s.kind));
  it('in its place nothing is turned or sprayed, and the room is covered first', () => {
    expect(kinds(at('workshop')).has('turn')).toBe(true);
    expect(kinds(at('in-place')).has('turn')).toBe(false);
    const cover = found(at('in-place'), 'cover');
    expect(cover.map((s) => s.zoneId)).toEqual([null]);
    const all = steps(at('in-place'));
    expect(all.findIndex((s) => s.kind === 'cover')).toBeLessThan(all.findIndex((s) => s.kind === 'degrease'));
    const sprayed = (piece: Piece) =>
      steps({ ...piece, choices: { 'top/paint': { productId: null, coats: null, method: 'hvlp' } } }).filter(
        (s) => s.method === 'hvlp',
      ).length;
    expect([sprayed(at('workshop')) > 0, sprayed(at('in-place')), sprayed(at('open'))]).toEqual([true, 0, 0]);
  });
});

describe('hardware', () => {
  const pulls = (change: Partial<Piece['hardware']>, of: Partial<Piece> = {}) =>
    chest({ hardware: { ...chest().hardware, ...change }, ...of });
  it('all new: those that are missing are among them, and the client’s own are not bought', () => {
    const replaced = (piece: Piece) => found(piece, 'replace-part').filter((s) => s.part === 'hardware');
    const all = replaced(pulls({ treatment: 'replace' }))[0]!.count;
    expect(replaced(pulls({ treatment: 'replace', missing: 2 }))[0]!.count).toBe(all);
    const order = (fromClient: boolean) => found(pulls({ treatment: 'replace', fromClient }), 'obtain')[0]!.reason;
    expect(order(true)).toContain('what the client brings');
    expect(order(false)).toContain('New hardware');
  });
  it('of wood is sanded and primed as wood', () => {
    const wooden = pulls(
      { treatment: 'strip-refinish' },
      { surfaces: { ...chest().surfaces, hardware: of('solid', 'beech', 'lacquer') } },
    );
    const kinds = found(wooden, 'sand', 'hardware').map((s) => s.grit);
    expect(kinds).toEqual([180]);
    expect(found(wooden, 'prime', 'hardware').map((s) => products[s.productId!]?.kind)).toEqual(['primer']);
    const metal = pulls(
      { treatment: 'strip-refinish' },
      { surfaces: { ...chest().surfaces, hardware: of('metal', null) } },
    );
    expect(found(metal, 'prime', 'hardware').map((s) => products[s.productId!]?.kind)).toEqual(['metal-primer']);
  });
});

describe('drawers', () => {
  it('out for the first coat, in for the last, where the house says so', () => {
    const back = (drawers: string) =>
      found(chest({ houseRules: { drawers } }), 'assemble').filter((s) => s.reason.includes('drawers in'));
    expect([back('out').length, back('out-then-in').length, back('in').length]).toEqual([0, 1, 0]);
    const all = steps(chest({ houseRules: { drawers: 'out-then-in' } }));
    const at = all.findIndex((s) => s.kind === 'assemble');
    const coats = all.flatMap((s, i) => (s.zoneId === 'fronts' && s.kind === 'paint' ? [i] : []));
    expect(at).toBeGreaterThan(coats[0]!);
    expect(at).toBeLessThan(coats.at(-1)!);
  });
});
