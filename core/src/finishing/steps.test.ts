import { describe, expect, it } from 'vitest';
import { buildFaces, newDamage, newPiece, shapeToDraw } from '../piece';
import { typicalProducts } from '../products';
import {
  type Piece,
  type Product,
  type Step,
  type StepKindId,
  type Surface,
  stepKindIds,
  toolIds,
  type ZoneId,
} from '../workshop';
import { typicalPiece, zonesIn } from './fixtures/typicalPiece';
import {
  availableLooks,
  bandColour,
  cautionsOf,
  flatFaces,
  handsOnMinutes,
  leadHold,
  type SurfaceState,
  statesAsFound,
  stepKind,
  stepKindTable,
  type WorkedFaces,
  workedFaces,
} from './index';
import { afterStep } from './surfaceState';

const product = (id: string): Product => typicalProducts.find((p) => p.id === id)!;
const step = (kind: StepKindId, change: Partial<Step> = {}): Step => ({
  id: `top/${kind}/1`,
  zoneId: 'top',
  kind,
  ordinal: 1,
  of: 1,
  productId: null,
  method: null,
  grit: null,
  byHand: false,
  part: null,
  count: 0,
  lineM: 0,
  fixedWaitMin: 0,
  test: null,
  faceIds: null,
  areaFrac: 1,
  reason: '',
  after: [],
  ...change,
});
const surface = (
  kind: Surface['material']['kind'],
  speciesId: string,
  finish: Surface['oldFinish']['kind'],
  mm: number | null = null,
): Surface => ({
  material: { kind, speciesId, veneerThicknessMm: mm },
  oldFinish: { kind: finish, condition: 'sound' },
});
const pieceOf = (top: Surface, change: Partial<Piece> = {}): Piece => {
  const piece = newPiece('p', 'P', 'chest-of-drawers', '2026-11-25T08:00:00Z');
  return { ...piece, surfaces: { ...piece.surfaces, top }, ...change };
};
const found = (top: Surface, change: Partial<Piece> = {}): SurfaceState => {
  const piece = pieceOf(top, change);
  return statesAsFound(piece, buildFaces(shapeToDraw(piece))).get('top/upper')!;
};
const run = (state: SurfaceState, ...steps: [StepKindId, Partial<Step>?][]): SurfaceState =>
  steps.reduce(
    (s, [kind, change]) => afterStep(s, step(kind, change), change?.productId ? product(change.productId) : undefined),
    state,
  );

describe('stepKindTable', () => {
  it('has one row for every kind, each with words of its own', () => {
    expect(stepKindTable.map((k) => k.id).sort()).toEqual([...stepKindIds].sort());
    expect(new Set(stepKindTable.map((k) => k.verb)).size).toBe(stepKindIds.length);
    expect(stepKindTable.every((k) => k.verb !== '' && k.band !== '')).toBe(true);
  });
  it('never divides what is wet, and counts every film as wet', () => {
    expect(stepKindTable.filter((k) => k.wet && k.divisible)).toEqual([]);
    expect(stepKindTable.filter((k) => k.film && !k.wet)).toEqual([]);
  });
});

const beech: Surface = {
  material: { kind: 'solid', speciesId: 'beech', veneerThicknessMm: null },
  oldFinish: { kind: 'none', condition: 'sound' },
};

describe('handsOnMinutes, worked by hand from minutes per m², place, metre and part', () => {
  it.each<[string, Step, number, number]>([
    ['wash 1.5 m² at 5', step('degrease'), 1.5, 8],
    ['rinse 1.5 m² at 3', step('rinse'), 1.5, 5],
    ['machine-sand 2 m² P60 at 12, vacuumed at 1', step('sand', { grit: 60 }), 2, 26],
    ['machine-sand 2 m² P80 at 10', step('sand', { grit: 80 }), 2, 22],
    ['machine-sand 2 m² P120 at 7', step('sand', { grit: 120 }), 2, 16],
    ['machine-sand 2 m² P180 at 5', step('sand', { grit: 180 }), 2, 12],
    ['machine-sand 2 m² P220 at 4', step('sand', { grit: 220 }), 2, 10],
    ['hand-sand 2 m² P220 at 8', step('sand', { grit: 220, byHand: true }), 2, 18],
    ['a small rung takes 3 with its paper', step('sand', { grit: 220 }), 0.1, 3],
    ['scuff 2 m² at 5, by hand as it is', step('scuff', { grit: 180, byHand: true }), 2, 10],
    ['vacuum 1 m² at 2', step('de-dust'), 1, 2],
    ['glue 3 places at 15', step('glue', { count: 3 }), 5, 45],
    ['mask 2 m at 3', step('mask', { lineM: 2 }), 5, 6],
    ['pull 2 m at 0.5', step('unmask', { lineM: 2 }), 5, 1],
    ['8 pulls off at 3', step('remove-part', { part: 'hardware', count: 8 }), 0, 24],
    ['2 doors on at 15', step('refit-part', { part: 'door', count: 2 }), 0, 30],
    ['brush 1 m²: 9 and 10 to set up and clean', step('paint', { method: 'brush' }), 1, 19],
    ['roller 2 m²: 10 and 10', step('paint', { method: 'roller' }), 2, 20],
    ['HVLP 2 m²: 6, set up 10, clean 15', step('paint', { method: 'hvlp' }), 2, 31],
    ['aerosol 2 m² at 4', step('paint', { method: 'aerosol' }), 2, 8],
    ['wipe 2 m² at 8, and 3', step('stain', { method: 'wipe' }), 2, 19],
    ['waiting takes nobody', step('dry-out', { fixedWaitMin: 720 }), 3, 0],
  ])('%s', (_, s, areaM2, minutes) => expect(handsOnMinutes(s, flatFaces(areaM2))).toBe(minutes));

  it('is longer on shaped and narrow work, on thick films and where nothing has lifted them', () => {
    const on = (change: Partial<WorkedFaces>) => ({ ...flatFaces(2), ...change });
    const sand = step('sand', { grit: 120 });
    expect(handsOnMinutes(sand, on({ shapeFactor: 2.5 }))).toBe(37);
    expect(handsOnMinutes(step('denib', { grit: 320, byHand: true }), on({ shapeFactor: 2 }))).toBe(12);
    expect(handsOnMinutes(step('paint', { method: 'brush' }), on({ narrowFrac: 1 }), false)).toBe(30);
    expect(handsOnMinutes(step('paint', { method: 'roller' }), on({ narrowFrac: 1 }), false)).toBe(10);
    const scrape = (change: Partial<WorkedFaces>) => handsOnMinutes(step('scrape'), on(change));
    expect([scrape({ softened: true }), scrape({ softened: true, thickFilm: true })]).toEqual([30, 70]);
    expect([scrape({}), scrape({ thickFilm: true })]).toEqual([50, 180]);
    expect([scrape({ softened: true, detailFrac: 1 }), scrape({ softened: true, detailFrac: 0.5 })]).toEqual([150, 90]);
  });

  it('sands bars by hand, twice as long, and takes every loose drawer up once a step', () => {
    const on = (change: Partial<WorkedFaces>) => ({ ...flatFaces(1), ...change });
    const p150 = (change: Partial<WorkedFaces>) => handsOnMinutes(step('sand', { grit: 150 }), on(change));
    // 5 min/m² and 1 for the vacuum; a bar 2 × 5 and 1; half of them bars 7.5 and 1.
    expect([p150({}), p150({ barFrac: 1 }), p150({ barFrac: 0.5 })]).toEqual([6, 11, 9]);
    const four = on({ looseParts: 4 });
    const paint = step('paint', { method: 'brush' });
    expect([handsOnMinutes(paint, on({})), handsOnMinutes(paint, four)]).toEqual([19, 23]);
    expect(handsOnMinutes(step('de-dust'), four)).toBe(handsOnMinutes(step('de-dust'), on({})));
  });

  it('reads shapes off the faces: turned legs, square ones, mouldings and cane', () => {
    const worked = (piece: Piece, zoneId: ZoneId) => {
      const zone = zonesIn(piece).find((z) => z.id === zoneId)!;
      return workedFaces(piece, zone.faces, zone.areaM2);
    };
    const table = typicalPiece('table', beech, { looks: { legs: 'painted' } });
    expect(worked({ ...table, legs: 'turned' }, 'legs')).toMatchObject({
      shapeFactor: 2.5,
      narrowFrac: 1,
      detailFrac: 1,
    });
    expect(worked({ ...table, legs: 'square' }, 'legs')).toMatchObject({
      shapeFactor: 1,
      narrowFrac: 1,
      barFrac: 1,
      detailFrac: 0,
    });
    expect(worked(table, 'top')).toMatchObject({ shapeFactor: 1, narrowFrac: 0, thickFilm: false });
    const grey: Surface = { ...beech, oldFinish: { kind: 'oil-varnish', condition: 'weathered' } };
    expect(
      worked(typicalPiece('table', grey, { legs: 'turned', looks: { legs: 'painted' } }), 'legs').shapeFactor,
    ).toBe(5);
    const cane: Surface = { ...beech, material: { kind: 'cane', speciesId: null, veneerThicknessMm: null } };
    const chair = typicalPiece('chair-cane', beech);
    expect(worked({ ...chair, surfaces: { ...chair.surfaces, seat: cane } }, 'seat').shapeFactor).toBe(3);
    const painted: Surface = { ...beech, oldFinish: { kind: 'paint', condition: 'sound' } };
    expect(worked(typicalPiece('table', painted), 'top').thickFilm).toBe(true);
  });
});

describe('the surface as a state machine', () => {
  it('a cleaner leaves residue until it is rinsed, and the wood is wet until it has dried', () => {
    const washed = run(found(surface('solid', 'oak', 'none')), ['degrease']);
    expect(washed).toMatchObject({ soil: 'clean', residue: 'cleaner', wet: true });
    expect(run(washed, ['rinse'])).toMatchObject({ residue: 'none', wet: true });
    expect(run(washed, ['rinse'], ['dry-out'])).toMatchObject({ residue: 'none', wet: false });
  });
  it('stripper softens, the scraper takes the film off, the wash takes the residue', () => {
    const scraped = run(found(surface('veneer', 'oak', 'shellac', 0.6)), ['strip-chemical'], ['scrape']);
    expect(scraped).toMatchObject({ residue: 'stripper', layers: [] });
    expect(run(scraped, ['remove-residue'])).toMatchObject({ residue: 'none' });
  });
  it('wax goes with the spirits, an old varnish does not', () => {
    expect(run(found(surface('solid', 'oak', 'wax')), ['remove-residue'])).toMatchObject({
      residue: 'none',
      layers: [],
    });
    expect(run(found(surface('solid', 'oak', 'oil-varnish')), ['remove-residue']).layers.map((l) => l.old)).toEqual([
      'oil-varnish',
    ]);
  });
  it('scuffing keys a film and spends no veneer; sanding spends it', () => {
    const start = found(surface('veneer', 'oak', 'shellac', 0.6));
    expect(run(start, ['scuff', { grit: 180 }])).toMatchObject({
      veneerLeftMm: 0.6,
      dusty: true,
      layers: [{ old: 'shellac', keyed: true }],
    });
    const sanded = run(start, ['scrape'], ['sand', { grit: 150 }], ['sand', { grit: 180 }]);
    expect(sanded.veneerLeftMm).toBeCloseTo(0.6 - 0.05 - 0.1, 12);
    expect(run(sanded, ['de-dust'])).toMatchObject({ dusty: false, lastGrit: 180 });
  });
  it('glue closes joints, filler closes dents, neither the other', () => {
    const broken = found(surface('solid', 'oak', 'none'), {
      damage: [newDamage('a', 'open-joint', 'top', 1), newDamage('b', 'dent', 'top', 2)],
    });
    expect(run(broken, ['glue', { count: 1 }]).openDamage).toEqual(['dent']);
    expect(run(broken, ['fill', { count: 2 }])).toMatchObject({ openDamage: ['open-joint'], fills: 2 });
  });
  it('new veneer is bare, clean and of its own thickness, and what had been filled lies under it', () => {
    const filled = run(
      found(surface('veneer', 'oak', 'paint', 0.6), { damage: [newDamage('d', 'missing-veneer', 'top')] }),
      ['fill', { productId: 'filler-ready', count: 1 }],
    );
    expect(run(filled, ['re-veneer'])).toMatchObject({
      material: 'veneer',
      veneerLeftMm: 0.55,
      veneerKnown: true,
      layers: [],
      soil: 'clean',
      fills: 0,
      fillKind: null,
      rawFill: false,
      openDamage: [],
    });
  });
  it('an old cover takes its dirt with it', () => {
    const seat = found(surface('cloth', 'oak', 'none'));
    expect([seat.soil, run(seat, ['remove-covering']).soil]).toEqual(['dirty', 'clean']);
  });
  it('faces that are alike share one state', () => {
    const piece = pieceOf(surface('solid', 'oak', 'paint'));
    const faces = buildFaces(shapeToDraw(piece));
    const states = statesAsFound(piece, faces);
    expect(states.get('top/upper')).toBe(states.get('top/left-edge'));
    expect(states.get('top/upper')).not.toBe(states.get('carcass/left'));
  });
});

describe('bandColour', () => {
  const products = Object.fromEntries(typicalProducts.map((p) => [p.id, p])) as Record<string, Product>;
  const light = (hex: string) => [1, 3, 5].reduce((sum, i) => sum + Number.parseInt(hex.slice(i, i + 2), 16), 0);
  const bare = found(surface('solid', 'oak', 'none'));
  it('shows bare wood in its own colour, stain darker, clear deeper', () => {
    expect(bandColour(bare, products)).toBe('#cfa468');
    const stained = run(bare, ['stain', { productId: 'oil-stain' }]);
    const clear = run(stained, ['clear', { productId: 'waterborne-satin-clear' }]);
    expect(light(bandColour(stained, products))).toBeLessThan(light(bandColour(bare, products)));
    expect(light(bandColour(clear, products))).toBeLessThan(light(bandColour(stained, products)));
  });
  it('comes nearer to the paint with every coat', () => {
    const target = product('enamel').colour;
    const distance = (s: SurfaceState) =>
      [1, 3, 5].reduce(
        (sum, i) =>
          sum +
          Math.abs(
            Number.parseInt(bandColour(s, products).slice(i, i + 2), 16) - Number.parseInt(target.slice(i, i + 2), 16),
          ),
        0,
      );
    const one = run(bare, ['paint', { productId: 'enamel' }]);
    const two = run(one, ['paint', { productId: 'enamel' }]);
    expect(distance(one)).toBeLessThan(distance(bare));
    expect(distance(two)).toBeLessThan(distance(one));
  });
  it('does not fail on a product that is gone', () =>
    expect(bandColour(run(bare, ['paint', { productId: 'enamel' }]), {})).toBe('#cfa468'));
});

describe('cautions', () => {
  it('stand at the step that needs them, and not elsewhere', () => {
    expect(cautionsOf(step('sand'), undefined).join()).toContain('P2 or N95');
    expect(cautionsOf(step('stain'), product('oil-stain')).join()).toContain('Oily rags heat themselves');
    expect(cautionsOf(step('seal'), product('shellac-sealer')).join()).toContain('no flame, pilot light');
    expect(cautionsOf(step('strip-chemical'), product('stripper')).join()).toContain('no flame');
    expect(cautionsOf(step('paint'), product('enamel'))).toEqual([]);
    expect(cautionsOf(step('rinse'), undefined)).toEqual([]);
  });
  it('never call a thing safe', () => {
    const all = stepKindIds.flatMap((k) => typicalProducts.flatMap((p) => cautionsOf(step(k), p)));
    expect(all.filter((c) => /\bsafe\b/i.test(c))).toEqual([]);
  });
});

describe('lead', () => {
  const lead = (result: 'unknown' | 'negative' | 'positive', everyLayer = false, licensedWork = false) => ({
    result,
    everyLayer,
    licensedWork,
  });
  // 16 CFR 1303: 1978 in the United States; the other years are from memory and tagged so.
  it.each([
    [1970, 'US', lead('unknown'), true],
    [1980, 'US', lead('unknown'), false],
    [1980, 'GB', lead('unknown'), true],
    [2000, 'GB', lead('unknown'), false],
    [null, 'GB', lead('unknown'), true],
    [2010, null, lead('unknown'), true],
    [2010, 'XX', lead('unknown'), true],
    [2010, 'GB', lead('positive'), true],
    [1930, 'GB', lead('negative'), true],
    [1930, 'GB', lead('negative', true), false],
    [1930, 'GB', lead('positive', false, true), false],
  ])('made in the %s in %s, %o: held %s', (decade, country, result, held) =>
    expect(leadHold({ decade, country, lead: result })).toBe(held),
  );
});

describe('availableLooks', () => {
  it('bars what board cannot show, and nothing else', () => {
    const barred = (top: Surface) => {
      const piece = pieceOf(top);
      return availableLooks(
        piece,
        buildFaces(shapeToDraw(piece)).filter((f) => f.zoneId === 'top'),
        toolIds,
      )
        .filter((l) => l.barredBecause)
        .map((l) => l.look);
    };
    const wooden = ['natural-clear', 'stained-clear', 'revived', 'refreshed', 'toned', 'waxed', 'whitewashed'];
    const onCane = wooden.filter((l) => l !== 'toned');
    const decorated = ['blended', 'papered', 'leafed', 'foiled', 'patina'];
    const cloth = ['recoloured', 're-covered'];
    expect(barred(surface('mdf', 'unknown', 'none'))).toEqual([...wooden, ...cloth]);
    expect(barred(surface('particleboard', 'unknown', 'paint'))).toEqual([...wooden, ...cloth]);
    expect(barred(surface('laminate', 'unknown', 'none'))).toEqual([...wooden, ...cloth]);
    expect(barred(surface('veneer', 'oak', 'none', 0.5))).toEqual(['revived', 'refreshed', ...cloth]);
    expect(barred(surface('solid', 'oak', 'shellac'))).toEqual(cloth);
    expect(barred(surface('cane', 'oak', 'none'))).toEqual([...onCane, ...decorated, ...cloth]);
    expect(barred(surface('leather', 'oak', 'none'))).toEqual([...wooden, 'painted', ...decorated]);
    expect(barred(surface('cloth', 'oak', 'none'))).toEqual([...wooden, 'painted', ...decorated, 'recoloured']);
  });
  it('counts a face by what it is made of, also after it was moved', () => {
    const piece = pieceOf(surface('mdf', 'unknown', 'none'), { faceZones: { 'top/upper': 'carcass' } });
    const moved = buildFaces(shapeToDraw(piece)).filter((f) => f.id === 'top/upper' || f.zoneId === 'carcass');
    expect(availableLooks(piece, moved, toolIds).find((l) => l.look === 'stained-clear')?.barredBecause).toContain(
      'MDF',
    );
  });
});

describe('stepKind', () => {
  it('knows which kinds of product a step can use', () => {
    expect(stepKind('prime').uses).toEqual(['primer', 'metal-primer', 'blocker']);
    expect(stepKind('mask').uses).toEqual([]);
  });
});
