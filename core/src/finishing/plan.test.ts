import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildFaces, newDamage, newPiece, shapeOf, zonesOf } from '../piece';
import { typicalProducts } from '../products';
import { defaultSettings, type Piece, type Product, type Step, type Surface, type ZoneId } from '../workshop';
import { doneEntry } from './fixtures/logEntry';
import { typicalPiece } from './fixtures/typicalPiece';
import { waitsOf } from './fixtures/waitsOf';
import { ladderRemovalUm, veneerLadder } from './grits';
import {
  checkPlan,
  generatePlan,
  houseOf,
  lagsOf,
  nothingAround,
  planOf,
  ruleTable,
  runPlan,
  type StepTime,
} from './index';

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const shop = { products, settings: defaultSettings('W', 'Europe/London', 'metric', 'GBP') };
const surface = (
  kind: Surface['material']['kind'],
  speciesId: string,
  finish: Surface['oldFinish']['kind'],
  more: { mm?: number | null; condition?: Surface['oldFinish']['condition'] } = {},
): Surface => ({
  material: { kind, speciesId, veneerThicknessMm: more.mm ?? null },
  oldFinish: { kind: finish, condition: more.condition ?? 'sound' },
});
const ash = surface('solid', 'ash', 'lacquer');
const chest = (change: Partial<Piece> = {}): Piece => ({
  ...newPiece('chest', 'Chest', 'chest-of-drawers', '2026-11-25T08:00:00Z'),
  heightM: 0.9,
  widthM: 0.9,
  depthM: 0.45,
  surfaces: { top: ash, carcass: ash, fronts: ash, interior: null, legs: null, seat: null, hardware: null },
  lead: { result: 'negative', everyLayer: true, licensedWork: false },
  looks: { top: 'stained-clear', carcass: 'painted', fronts: 'painted' },
  ...change,
});
const steps = (piece: Piece): Step[] => {
  const r = generatePlan(piece, shop);
  if (!r.ok) throw new Error(r.issues.map((i) => i.message).join());
  return r.value;
};
const words = (all: readonly Step[], zone: ZoneId) =>
  all
    .filter((s) => s.zoneId === zone)
    .map((s) => (s.grit ? `${s.kind} ${s.grit}` : s.of > 1 ? `${s.kind} ${s.ordinal}/${s.of}` : s.kind));
const withTop = (top: Surface, change: Partial<Piece> = {}) =>
  chest({
    surfaces: { top, carcass: ash, fronts: ash, interior: null, legs: null, seat: null, hardware: null },
    ...change,
  });

describe('a stained top over a painted chest', () => {
  const all = steps(chest());
  it('goes from clean to clear, sealed and masked before its neighbour is painted', () =>
    expect(words(all, 'top')).toEqual([
      'make-sample',
      'degrease',
      'rinse',
      'dry-out',
      'scrape',
      'sand 80',
      'sand 120',
      'sand 150',
      'sand 180',
      'de-dust',
      'test',
      'dry',
      'stain',
      'dispose',
      'seal',
      'mask',
      'seal-edge',
      'unmask',
      'clear 1/3',
      'clear 2/3',
      'denib 320',
      'de-dust',
      'clear 3/3',
    ]));
  it('scuffs the sound film of the carcass and primes once', () =>
    expect(words(all, 'carcass')).toEqual([
      'degrease',
      'rinse',
      'dry-out',
      'scuff 180',
      'de-dust',
      'prime',
      'inspect',
      'denib 220',
      'de-dust',
      'paint 1/2',
      'denib 320',
      'de-dust',
      'paint 2/2',
    ]));
  it('takes hardware off first and fits it last, before the cure', () => {
    expect(all[0]?.kind).toBe('photograph');
    expect(all.find((s) => s.kind !== 'photograph' && s.kind !== 'make-sample')).toMatchObject({
      kind: 'remove-part',
      part: 'hardware',
      count: 8,
    });
    expect(all.slice(-5).map((s) => s.kind)).toEqual(['refit-part', 'oil-runners', 'felt', 'fit-restraint', 'cure']);
  });
  it('masks the length of the border: 0.87 along the front and 2 × 0.435 at the sides', () =>
    expect(all.find((s) => s.id === 'top/mask/1')?.lineM).toBeCloseTo(1.74, 9));
  it('gives every step its reason', () => expect(all.every((s) => s.reason.length > 20)).toBe(true));
});

describe('one input changed at a time', () => {
  const before = words(steps(chest()), 'top');
  it('species: pine blotches, so a conditioner appears', () => {
    const after = words(steps(withTop(surface('solid', 'pine', 'lacquer'))), 'top');
    expect(after.filter((w) => !before.includes(w))).toEqual(['condition']);
  });
  it('species: knotty pine under paint is blocked twice instead of primed once', () => {
    const knotty = surface('solid', 'knotty-pine', 'paint');
    const after = words(
      steps(
        chest({
          surfaces: { top: ash, carcass: knotty, fronts: ash, interior: null, legs: null, seat: null, hardware: null },
        }),
      ),
      'carcass',
    );
    expect(after.filter((w) => w.startsWith('block') || w.startsWith('prime'))).toEqual(['block 1/2', 'block 2/2']);
  });
  it('old finish: none, so nothing is taken off, and the wash dries overnight', () => {
    const all = steps(withTop(surface('solid', 'ash', 'none')));
    expect(before.filter((w) => !words(all, 'top').includes(w))).toEqual(['scrape']);
    expect(all.find((s) => s.id === 'top/dry-out/1')?.fixedWaitMin).toBe(720);
    expect(steps(chest()).find((s) => s.id === 'top/dry-out/1')?.fixedWaitMin).toBe(60);
  });
  it('old finish: wax is wiped off with spirits', () =>
    expect(words(steps(withTop(surface('solid', 'ash', 'wax'))), 'top')).toContain('remove-residue'));
  it('old finish: failing paint comes off before new paint', () => {
    const failing = surface('solid', 'ash', 'paint', { condition: 'failing' });
    const after = words(
      steps(
        chest({
          surfaces: { top: ash, carcass: failing, fronts: ash, interior: null, legs: null, seat: null, hardware: null },
        }),
      ),
      'carcass',
    );
    expect(after.slice(3, 10)).toEqual([
      'scrape',
      'sand 120',
      'sand 150',
      'de-dust',
      'prime 1/2',
      'inspect',
      'prime 2/2',
    ]);
  });
  it('legs that want no colour get their coats while the piece still lies on bare wood', () => {
    const table = typicalPiece('table', surface('solid', 'beech', 'none'), {
      looks: { legs: 'natural-clear', carcass: 'natural-clear', top: 'stained-clear' },
    });
    const clear = steps(table).map((s) => `${s.zoneId ?? 'piece'} ${s.kind}`);
    expect(clear.lastIndexOf('legs clear')).toBeLessThan(clear.lastIndexOf('piece turn'));
    expect(clear.lastIndexOf('piece turn')).toBeLessThan(clear.indexOf('top stain'));
  });
  it('veneer: stripper instead of a scraper, and a ladder within its budget', () => {
    const rungs = (mm: number | null) =>
      steps(withTop(surface('veneer', 'ash', 'shellac', { mm })))
        .filter((s) => s.zoneId === 'top' && s.kind === 'sand')
        .map((s) => `${s.grit}${s.byHand ? ' hand' : ''}`);
    expect(words(steps(withTop(surface('veneer', 'ash', 'shellac', { mm: 0.6 }))), 'top')).toContain('strip-chemical');
    expect(rungs(0.6)).toEqual(['150', '180']); // 50 + 100 µm of 350
    expect(rungs(0.38)).toEqual(['180 hand']); // 130 µm: 150 and 180 would take 150
    expect(rungs(0.42)).toEqual(['150 hand', '180 hand']); // 0.42 − 0.05 is under 0.4 mm before the last rung
    expect(rungs(0.29)).toEqual(['220 hand']); // 34 µm of 40: P180 would take 41
    expect(rungs(0.25)).toEqual([]);
    expect(rungs(null)).toEqual(['180 hand', '220 hand']);
  });
  it('a neighbour’s look: with a clear carcass nothing is masked or sealed', () => {
    const after = words(
      steps(chest({ looks: { top: 'stained-clear', carcass: 'natural-clear', fronts: 'natural-clear' } })),
      'top',
    );
    expect(before.filter((w) => !after.includes(w))).toEqual(['seal', 'mask', 'seal-edge', 'unmask']);
  });
  it('a neighbour left alone is covered before anything wet and uncovered at the end', () =>
    expect(words(steps(chest({ looks: { top: 'stained-clear', fronts: 'painted' } })), 'carcass')).toEqual([
      'mask',
      'unmask',
    ]));
  it('method: a sprayed clear covers the painted carcass', () => {
    const sprayed = steps(chest({ choices: { 'top/clear': { productId: null, coats: null, method: 'hvlp' } } }));
    expect(words(sprayed, 'carcass').slice(-2)).toEqual(['mask', 'unmask']);
    expect(sprayed.find((s) => s.id === 'top/clear/1')?.after).toContain('carcass/mask/1');
  });
  it('damage: glue comes before the scraper, filler before the last grit', () => {
    const after = words(
      steps(
        chest({
          damage: [newDamage('a', 'open-joint', 'top', 1), newDamage('b', 'dent', 'top', 2)],
        }),
      ),
      'top',
    );
    expect(after.indexOf('glue')).toBeLessThan(after.indexOf('scrape'));
    expect(after.slice(after.indexOf('sand 150'), after.indexOf('sand 180') + 1)).toEqual([
      'sand 150',
      'fill',
      'sand 180',
    ]);
  });
  it('coats: the user’s number, with a light sanding after every second and before the last', () => {
    const after = words(steps(chest({ choices: { 'top/clear': { productId: null, coats: 5, method: null } } })), 'top');
    expect(after.slice(after.indexOf('clear 1/5')).filter((w) => w !== 'de-dust')).toEqual([
      'clear 1/5',
      'clear 2/5',
      'denib 320',
      'clear 3/5',
      'clear 4/5',
      'denib 320',
      'clear 5/5',
    ]);
  });
  it('MDF shows no grain: a stained look is refused with what can be had', () => {
    const r = generatePlan(withTop(surface('mdf', 'unknown', 'none')), shop);
    expect(!r.ok && r.issues[0]?.message).toBe(
      'Top: stained and clear cannot be had. MDF has no grain to show: paint it or leave it alone. What can: washed only, painted, painted in blended bands, papered, leafed, foiled, metal patina, left alone.',
    );
  });
});

describe('looks that keep or feed the wood', () => {
  it('refreshed: the old finish stays, is keyed finely, and gets the coats that a top wants', () =>
    expect(words(steps(chest({ looks: { top: 'refreshed' } })), 'top')).toEqual([
      'degrease',
      'rinse',
      'dry-out',
      'scuff 320',
      'de-dust',
      'clear 1/3',
      'clear 2/3',
      'denib 320',
      'de-dust',
      'clear 3/3',
    ]));
  it('refreshed: what lies below decides on the barrier, and old shellac that bears little gets shellac', () => {
    const film = (kind: Surface['oldFinish']['kind'], zone: 'top' | 'carcass') => {
      const own = surface('solid', 'ash', kind);
      const piece = withTop(own, { looks: { [zone]: 'refreshed' } });
      const all = steps({ ...piece, surfaces: { ...piece.surfaces, carcass: own } });
      return all
        .filter((s) => s.zoneId === zone && ['seal', 'clear'].includes(s.kind))
        .map((s) => `${s.kind} ${products[s.productId!]!.carrier}`);
    };
    const clear = ['clear water', 'clear water', 'clear water'];
    expect(film('oil-varnish', 'top')).toEqual(clear);
    expect(film('polyurethane', 'top')).toEqual(clear);
    expect(film('unknown', 'top')).toEqual(['seal alcohol', ...clear]);
    expect(film('shellac', 'top')).toEqual(['seal alcohol', ...clear]);
    expect(film('shellac', 'carcass')).toEqual(['clear alcohol', 'clear alcohol']);
    expect(film('lacquer', 'carcass')).toEqual(['clear water', 'clear water']);
  });
  it('refreshed is refused on bare wood, on paint and on a finish that flakes', () => {
    for (const top of [
      surface('solid', 'ash', 'none'),
      surface('solid', 'ash', 'paint'),
      surface('solid', 'ash', 'shellac', { condition: 'failing' }),
    ]) {
      expect(generatePlan(withTop(top, { looks: { top: 'refreshed' } }), shop).ok).toBe(false);
    }
  });
  it('waxed: bare wood, sealed, waxed, and the rags seen to', () =>
    expect(
      words(steps(withTop(surface('solid', 'ash', 'none'), { looks: { top: 'waxed' } })), 'top').slice(-6),
    ).toEqual(['de-dust', 'seal', 'denib 320', 'de-dust', 'wax', 'dispose']));
  it('a refreshed top is taped on its barrier before the body is painted', () => {
    const piece = withTop(surface('solid', 'ash', 'unknown'), { looks: { top: 'refreshed', carcass: 'painted' } });
    const all = steps(piece);
    expect(waitsOf(piece, all, shop).get('top/mask/1')).toContain('tape top/seal/1');
    expect(all.find((s) => s.id === 'carcass/prime/1')?.after).toContain('top/seal-edge/1');
  });
});

describe('planOf', () => {
  it('freezes logged steps, keeps choices that apply and names those that do not', () => {
    const piece = chest();
    const planned = {
      ...piece,
      log: [doneEntry(steps(piece).find((s) => s.id === 'carcass/degrease/1')!, '2026-11-25T09:00:00Z')],
    };
    const again = planOf(
      {
        ...planned,
        looks: { ...piece.looks, carcass: 'leave' },
        choices: { 'carcass/paint': { productId: null, coats: 3, method: null } },
      },
      shop,
    );
    expect(again.steps[0]?.id).toBe('carcass/degrease/1');
    expect(again.steps.filter((s) => s.zoneId === 'carcass').map((s) => s.kind)).toEqual([
      'degrease',
      'mask',
      'unmask',
    ]);
    expect(again.issues.map((i) => i.code)).toEqual(['choice_unused']);
  });
});

describe('rules', () => {
  const check = (
    piece: Piece,
    plan: readonly Step[],
    times = new Map<string, Pick<StepTime, 'startMin' | 'endMin' | 'logged'>>(),
  ) => {
    const shape = shapeOf(piece);
    if (!shape.ok) throw new Error('measured');
    const zones = zonesOf(piece, buildFaces(shape.value));
    // That the moisture was never measured is true of all of them.
    const run = runPlan(piece, zones, plan, products);
    const house = houseOf(shop.settings, piece);
    const found = checkPlan({
      piece,
      zones,
      run,
      products,
      settings: shop.settings,
      house,
      lags: lagsOf({ run, products, house, wear: piece.wear }),
      times: new Map([...times].map(([id, at]) => [id, { ...at, handsOnMin: 0, highL: 0, uses: [] }])),
      lightUseAtMin: null,
      nowMin: 0,
      air: null,
      around: nothingAround,
    });
    return found.filter((f) => f.ruleId !== 'SUB-12');
  };
  const ids = (piece: Piece, plan: readonly Step[]) => check(piece, plan).map((f) => `${f.ruleId} ${f.severity}`);
  const veneered = (mm: number | null) =>
    withTop(surface('veneer', 'ash', 'shellac', { mm }), { looks: { top: 'natural-clear' } });
  const resand = (piece: Piece, change: Partial<Step>) =>
    steps(piece).map((s) => (s.id === 'top/sand/1' ? { ...s, ...change } : s));

  it('are unique and say why', () => {
    expect(new Set(ruleTable.map((r) => r.id)).size).toBe(ruleTable.length);
    expect(ruleTable.every((r) => r.why.length > 20 && r.remedies.length > 0)).toBe(true);
  });

  it('SAF-01 holds an old film until every layer tests negative, the work is licensed, or it was made after the ban', () => {
    const held = chest({
      lead: { result: 'unknown', everyLayer: false, licensedWork: false },
      decade: 1930,
      country: 'GB',
    });
    const plan = steps(held);
    expect(new Set(ids(held, plan))).toEqual(new Set(['SAF-01 stop-locked']));
    expect(ids({ ...held, lead: { result: 'negative', everyLayer: false, licensedWork: false } }, plan)).toContain(
      'SAF-01 stop-locked',
    );
    expect(ids({ ...held, lead: { result: 'negative', everyLayer: true, licensedWork: false } }, plan)).toEqual([]);
    expect(ids({ ...held, lead: { result: 'positive', everyLayer: true, licensedWork: true } }, plan)).toEqual([]);
    expect(ids({ ...held, decade: 2000 }, plan)).toEqual([]);
    expect(ids({ ...held, decade: 2000, country: null }, plan)).toContain('SAF-01 stop-locked');
    expect(
      ids({ ...held, decade: 2000, lead: { result: 'positive', everyLayer: false, licensedWork: false } }, plan),
    ).toContain('SAF-01 stop-locked');
    const kept = { ...held, looks: {} };
    expect(ids(kept, steps(kept))).toEqual([]);
  });

  it('SUB-01 counts what each rung takes off: P100 first on 0.35 mm leaves 0.27, then 0.17 and 0.07 mm', () => {
    const piece = veneered(0.35);
    const plan = resand(piece, { grit: 100, byHand: true }).flatMap((s) =>
      s.id === 'top/sand/1' ? [s, { ...s, id: 'x', grit: 150 }] : [s],
    );
    const found = check(piece, plan).find((f) => f.ruleId === 'SUB-01');
    expect(found?.sentence).toBe('Top: sand P150 leaves 0.11 mm of veneer, less than 0.25 mm.'); // 0.35 − 0.081 − 0.162
    expect(ids(veneered(0.6), steps(veneered(0.6)))).toEqual([]);
  });

  it('SUB-02 stops power on thin or unknown veneer and warns of a coarse start to 0.7 mm', () => {
    expect(ids(veneered(0.38), resand(veneered(0.38), { byHand: false }))).toEqual(['SUB-02 stop']);
    expect(ids(veneered(null), resand(veneered(null), { byHand: false }))).toEqual(['SUB-02 stop']);
    expect(ids(veneered(0.65), resand(veneered(0.65), { grit: 120 }))).toEqual(['SUB-02 warn']);
    expect(ids(veneered(0.65), resand(veneered(0.65), { grit: 150 }))).toEqual([]);
  });

  it('ORD-05 stops abrasives and film while veneer is loose', () => {
    const piece = chest({ damage: [newDamage('d', 'loose-veneer', 'top', 1)] });
    const plan = steps(piece);
    expect(ids(piece, plan)).toEqual([]);
    expect(
      check(
        piece,
        plan.filter((s) => s.kind !== 'glue'),
      ).map((f) => f.sentence),
    ).toEqual(['Top: sand P80 comes while the loose veneer is not glued.']);
  });

  const coatTimes = (gapMin: number, logged = false) =>
    new Map([
      ['top/clear/1', { startMin: 0, endMin: 10, logged }],
      ['top/clear/2', { startMin: 10 + gapMin, endMin: 20 + gapMin, logged }],
    ]);
  const clears = (piece: Piece) => steps(piece).filter((s) => s.id === 'top/clear/1' || s.id === 'top/clear/2');
  /** Only what the times between coats raise: these plans are cut down to two coats. */
  const between = (...args: Parameters<typeof check>) => check(...args).filter((f) => /^CMP-0[123]$/.test(f.ruleId));
  it('CMP-02 stops a coat before its time, at the cautious end when planned and at the certain end when done', () => {
    const found = between(chest(), clears(chest()), coatTimes(150));
    expect(found.map((f) => f.sentence)).toEqual([
      'Top: clear coat 2 comes 2.5 h after the coat before; Waterborne polyurethane clear, satin asks for 3 h, so it is 30 min short.',
    ]);
    expect(between(chest(), clears(chest()), coatTimes(150, true))).toEqual([]);
    expect(between(chest(), clears(chest()), coatTimes(90, true)).map((f) => f.ruleId)).toEqual(['CMP-02']);
    expect(between(chest(), clears(chest()), coatTimes(180))).toEqual([]);
  });
  it('CMP-02 stops a coat in the interval in which an oxidising aerosol wrinkles', () => {
    const choice = { 'carcass/paint': { productId: 'aerosol-enamel', coats: 2, method: 'aerosol' as const } };
    const paints = steps(chest({ choices: choice })).filter((s) => s.zoneId === 'carcass' && s.kind === 'paint');
    const times = (gap: number) =>
      new Map([
        ['carcass/paint/1', { startMin: 0, endMin: 10, logged: false }],
        ['carcass/paint/2', { startMin: 10 + gap, endMin: 30 + gap, logged: false }],
      ]);
    expect([30, 90, 2000, 2880].map((gap) => between(chest(), paints, times(gap)).map((f) => f.ruleId))).toEqual([
      [],
      ['CMP-02'],
      ['CMP-02'],
      [],
    ]);
  });
  it('CMP-03 warns of a coat after the window with no scuff, and is content with one', () => {
    expect(between(chest(), clears(chest()), coatTimes(721)).map((f) => `${f.ruleId} ${f.severity}`)).toEqual([
      'CMP-03 warn',
    ]);
    expect(between(chest(), clears(chest()), coatTimes(720))).toEqual([]);
    const [one, two] = clears(chest()) as [Step, Step];
    const scuff: Step = { ...one, id: 'top/scuff/9', kind: 'scuff', grit: 320, productId: null };
    const times = new Map([...coatTimes(2000), ['top/scuff/9', { startMin: 1000, endMin: 1010, logged: false }]]);
    expect(between(chest(), [one, scuff, two], times)).toEqual([]);
  });
});

describe('ladders', () => {
  it('take off half the first grain, then the grain before: P150-180-220 → 50 + 100 + 82 µm', () =>
    expect(ladderRemovalUm([150, 180, 220])).toBe(232));
  it('of veneer never pass the budget', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 300 }), (x) => {
        expect(ladderRemovalUm(veneerLadder('natural-clear', x / 100).grits)).toBeLessThanOrEqual(
          Math.max(0, x * 10 - 250) + 1e-9,
        );
      }),
    );
  });
});
