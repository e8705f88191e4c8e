import { type Around, nothingAround, replan } from '../finishing';
import { newDamage, newPiece } from '../piece';
import { typicalProducts } from '../products';
import { defaultSettings, type Piece, type Product, type StepKindId, type Surface, type ZoneId } from '../workshop';
import type { ReckonInput } from './index';
import { jobs } from './jobs';
import { minuteOf } from './scheduleSteps';

// For every rule a plan that must raise it and the nearest that must not. All of it is invented.

/** What a fixture is worked out in: shelf, ways, air and what is around the piece. */
export type World = Omit<ReckonInput, 'piece'>;

const products: Record<string, Product> = Object.fromEntries(typicalProducts.map((p) => [p.id, p]));
const settings = defaultSettings('W', 'Europe/London', 'metric', 'GBP');
/** When the fixtures are worked out. */
export const at = '2026-11-25T08:00:00Z';
type Shelf = typeof products;

/** A usual workshop in the morning, with no reading of the air. */
export const usualWorld: World = { products, settings, nowMin: minuteOf(at) };

/** A piece with its plan made. */
export const planned = (piece: Piece, world: World = usualWorld): Piece => {
  const { steps, ok, issues } = replan(piece, world);
  if (!ok) throw new Error(issues.map((i) => i.message).join());
  return { ...piece, steps };
};

/** For the tests. */
export const without = (piece: Piece, ...dropped: string[]): Piece => ({
  ...piece,
  edits: { ...piece.edits, dropped },
});
const withStep = (
  piece: Piece,
  kind: StepKindId,
  afterId: string,
  productId: string | null = null,
  grit: number | null = null,
): Piece => ({
  ...piece,
  edits: {
    ...piece.edits,
    extra: [
      {
        id: 'x',
        zoneId: afterId.split('/')[0] as ZoneId,
        kind,
        afterId,
        productId,
        method: productId ? (products[productId]?.methods[0] ?? null) : null,
        grit,
      },
    ],
  },
});
const choose = (piece: Piece, key: string, productId: string | null, coats: number | null = null): Piece => ({
  ...piece,
  choices: { ...piece.choices, [key]: { productId, coats, method: null } },
});

/** For the tests. */
export const surface = (
  kind: Surface['material']['kind'],
  speciesId: string | null,
  finish: Surface['oldFinish']['kind'] = 'none',
  mm: number | null = null,
): Surface => ({
  material: { kind, speciesId, veneerThicknessMm: mm },
  oldFinish: { kind: finish, condition: 'sound' },
});
/** For the tests. */
export const board = (
  fronts: Surface,
  look: NonNullable<Piece['looks']['fronts']>,
  change: Partial<Piece> = {},
): Piece => {
  const base = newPiece('board', 'Board', 'board', at);
  return {
    ...base,
    heightM: 1,
    widthM: 0.5,
    depthM: 0.02,
    surfaces: { ...base.surfaces, fronts },
    looks: { fronts: look },
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    startAt: at,
    ...change,
  };
};
const oak = surface('solid', 'oak');
const painted = surface('solid', 'beech', 'paint');
const chest = jobs['chest painted by gun, in knotty pine, with new pulls'];
const dressing = jobs['dressing table with its mirror, pulls sprayed'];
const wardrobe = jobs['wardrobe in mahogany whitewashed'];
const blanket = jobs['blanket chest stencilled, with a transfer on its lid'];
const slope = jobs['writing slope with a new top and a trim'];
const table = jobs['table in veneer and solid, stained for a client in a hurry'];
const sideboard = jobs['sideboard refreshed, its scratches hidden with a stick'];
const stool = jobs['stool in bands of two colours, of a set'];
const frame = jobs['frame leafed'];
/** For the tests. */
export const clearBoard = board(oak, 'natural-clear');
const stainedBoard = board(oak, 'stained-clear');
/** For the tests. */
export const paintedBoard = board(painted, 'painted');
const cot = jobs['cot left outside the workshop’s hands, painted all the same'];
const caustic: Shelf = { ...products, lye: { ...products.degreaser!, id: 'lye', name: 'Lye', hazards: ['caustic'] } };

const insideToo: Piece = { ...wardrobe, looks: { ...wardrobe.looks, interior: 'natural-clear' } };

/** Steps done at hours after eight, and all that stands before them. */
export const done = (piece: Piece, ...named: [stepId: string, hoursLater: number][]): Piece => {
  const whole = planned(piece);
  const [first, from] = named[0]!;
  // What stands before the first one in the plan was done before it, thirty hours apart.
  const before = whole.steps.slice(
    0,
    whole.steps.findIndex((s) => s.id === first),
  );
  const entries = [...before.map((s, i): [string, number] => [s.id, from - 30 * (before.length - i)]), ...named].filter(
    ([id], i, all) => all.findLastIndex(([other]) => other === id) === i,
  );
  return {
    ...whole,
    log: entries.map(([stepId, later], i) => ({
      id: `l${i}`,
      stepId,
      startedAt: null,
      doneAt: new Date(Date.parse(at) + later * 3_600_000).toISOString(),
      actualL: null,
      air: null,
      note: '',
      planned: null,
    })),
  };
};

const decal = jobs['box toned, with a decal'];
const veneered = (mm: number | null) => board(surface('veneer', 'oak', 'shellac', mm), 'natural-clear');
const shelfWith = (...more: Product[]): Partial<World> => ({
  products: { ...products, ...Object.fromEntries(more.map((p) => [p.id, { ...p, name: `Test ${p.id}` }])) },
});
const withoutTool = (tool: (typeof settings.tools)[number]): Partial<World> => ({
  settings: { ...settings, tools: settings.tools.filter((t) => t !== tool) },
});
const untried = {
  spirits: 'untried',
  alcohol: 'untried',
  lacquerThinner: 'untried',
  bleed: 'unknown',
  silicone: false,
} as const;
const decidedOn = (piece: Piece, key: string, choice: string): Piece => ({
  ...piece,
  decisions: { ...piece.decisions, [key]: { choice, at, why: '' } },
});
const usedPaint: Piece = { ...paintedBoard, wear: { fronts: 'used-top' } };
const chalky = choose(paintedBoard, 'fronts/paint', 'chalky-paint');
/** The last coat is laid in places only. */
const touchedUp = (productId: string): Piece => {
  const piece = withStep(clearBoard, 'clear', 'fronts/clear/3', productId);
  return {
    ...piece,
    edits: { ...piece.edits, extra: piece.edits.extra.map((x) => ({ ...x, areaFrac: 0.1 })) },
  };
};
const colouredLeather = board(surface('leather', null, 'paint'), 'recoloured');
const waxedMaple = choose(board(surface('solid', 'maple'), 'natural-clear'), 'fronts/clear', 'wiping-clear');
const zinc = (zincCoated: boolean): Piece => ({
  ...choose(without(board(surface('metal', null), 'painted'), 'fronts/prime/1'), 'fronts/paint', 'aerosol-enamel'),
  tests: { fronts: { ...untried, zincCoated } },
});
/** Painted once, then wanted clear. */
const paintedOnce = done(paintedBoard, ['fronts/paint/1', -30]);
const changedMind: Piece = {
  ...paintedOnce,
  looks: { fronts: 'natural-clear' },
  reworked: [
    {
      id: 'r',
      zoneId: 'fronts',
      at,
      from: 'painted',
      to: 'natural-clear',
      stepIds: paintedOnce.log.map((entry) => entry.stepId).filter((id) => id.startsWith('fronts/')),
      film: 'paint',
      closedDamage: [],
    },
  ],
};
const bleachedTop = table;
const sour: Piece['choices'] = { 'top/degrease': { productId: 'sour', coats: null, method: null } };
const lined = (choice: string | null): Piece => {
  const piece = board(oak, 'natural-clear', { damage: [newDamage('l', 'fibrous-lining', 'fronts')] });
  return choice ? decidedOn(piece, 'damage/l', choice) : piece;
};
const childs: Piece = { ...paintedBoard, wear: { fronts: 'child-food' }, ownership: 'commission' };
/** Every step done an hour after the other, and the piece handed over some hours after the last coat. */
const handedOver = (piece: Piece, hoursLater: number): [string, number][] => {
  const films = planned(piece).steps.filter((s) => s.kind === 'clear' || s.kind === 'paint');
  return [
    [films.at(-1)!.id, -hoursLater],
    ['piece/hand-over/1', 0],
  ];
};
const cornered = board(oak, 'painted', { damage: [newDamage('c', 'missing-corner', 'fronts', 2)] });
const dented = board(oak, 'painted', { damage: [newDamage('c', 'missing-corner', 'fronts', 6)] });
const onShelf = (productId: string, usableL: number, finite: boolean, takenL = 0): Partial<World> => {
  const around: Around = {
    ...nothingAround,
    stock: { [productId]: { usableL, finite, taken: [{ pieceName: 'Another', atMin: 0, highL: takenL }] } },
  };
  return { around };
};
const batched = (batch: string): Piece => {
  const piece = done(paintedBoard, ['fronts/paint/1', -30]);
  return { ...piece, log: piece.log.map((entry) => ({ ...entry, batch })) };
};

interface Fixture {
  rule: string;
  raises: Piece;
  /** The nearest plan that must not. */
  keepsStill: Piece;
  /** What differs from the usual workshop. */
  world?: Partial<World>;
  /** The same for the plan that keeps still, where it is another. */
  stillWorld?: Partial<World>;
}

/** One row for a rule: a plan that must raise it and the nearest that must not. */
export const fixtures: readonly Fixture[] = [
  { rule: 'ORD-01', raises: without(chest, 'piece/remove-part/1', 'piece/refit-part/1'), keepsStill: chest },
  {
    rule: 'ORD-02',
    raises: without(clearBoard, 'fronts/degrease/1', 'fronts/rinse/1', 'fronts/dry-out/1'),
    keepsStill: clearBoard,
  },
  { rule: 'ORD-03', raises: without(clearBoard, 'fronts/rinse/1', 'fronts/dry-out/1'), keepsStill: clearBoard },
  {
    rule: 'ORD-04',
    raises: withStep(
      board(surface('solid', 'oak', 'shellac'), 'natural-clear'),
      'fill',
      'fronts/dry-out/1',
      'filler-ready',
    ),
    keepsStill: withStep(
      board(surface('solid', 'oak', 'shellac'), 'natural-clear'),
      'fill',
      'fronts/scrape/1',
      'filler-ready',
    ),
  },
  {
    rule: 'ORD-05',
    raises: without(board(oak, 'natural-clear', { damage: [newDamage('d', 'open-joint', 'fronts')] }), 'fronts/glue/1'),
    keepsStill: board(oak, 'natural-clear', { damage: [newDamage('d', 'open-joint', 'fronts')] }),
  },
  { rule: 'ORD-06', raises: without(paintedBoard, 'fronts/inspect/1'), keepsStill: paintedBoard },
  { rule: 'ORD-07', raises: without(clearBoard, 'fronts/de-dust/1'), keepsStill: clearBoard },
  {
    rule: 'ORD-08',
    raises: {
      ...insideToo,
      edits: { dropped: [], pins: [{ beforeId: 'top/clear/3', afterId: 'interior/clear/1' }], extra: [] },
    },
    keepsStill: insideToo,
  },
  {
    rule: 'ORD-18',
    raises: withStep(stool, 'strip-chemical', 'top/unmask/1', 'stripper'),
    keepsStill: withStep(stool, 'strip-chemical', 'top/dry-out/1', 'stripper'),
  },
  {
    rule: 'MSK-03',
    raises: withStep(stool, 'strip-chemical', 'carcass/paint/1', 'stripper'),
    keepsStill: withStep(stool, 'strip-chemical', 'carcass/dry-out/1', 'stripper'),
  },
  {
    rule: 'ORD-09',
    raises: without({ ...wardrobe, looks: { fronts: 'stained-clear' } }, 'piece/remove-part/2', 'piece/refit-part/2'),
    keepsStill: { ...wardrobe, looks: { fronts: 'stained-clear' } },
  },
  {
    rule: 'ORD-10',
    raises: withStep(stainedBoard, 'fill', 'fronts/clear/1', 'filler-ready'),
    keepsStill: withStep(stainedBoard, 'fill', 'fronts/sand/3', 'filler-ready'),
  },
  {
    rule: 'ORD-11',
    raises: without(
      board(surface('veneer', 'oak', 'shellac', 0.8), 'natural-clear'),
      'fronts/remove-residue/1',
      'fronts/dry-out/2',
    ),
    keepsStill: board(surface('veneer', 'oak', 'shellac', 0.8), 'natural-clear'),
  },
  { rule: 'ORD-12', raises: without(clearBoard, 'piece/photograph/1'), keepsStill: clearBoard },
  { rule: 'ORD-13', raises: without(frame, 'fronts/paint/1', 'fronts/paint/2'), keepsStill: frame },
  {
    rule: 'ORD-14',
    raises: withStep(clearBoard, 'gild-edge', 'fronts/clear/1', 'gilding-wax'),
    keepsStill: withStep(clearBoard, 'gild-edge', 'fronts/clear/3', 'gilding-wax'),
  },
  {
    rule: 'ORD-16',
    raises: withStep(paintedBoard, 'ease-drawer', 'fronts/paint/1'),
    keepsStill: withStep(paintedBoard, 'ease-drawer', 'fronts/dry-out/1'),
  },
  { rule: 'ORD-17', raises: without(stainedBoard, 'fronts/make-sample/1'), keepsStill: stainedBoard },
  { rule: 'ORD-19', raises: without(stool, 'top/seal/1'), keepsStill: stool },
  { rule: 'ORD-20', raises: without(frame, 'fronts/obtain/1'), keepsStill: frame },
  {
    rule: 'SUB-01',
    raises: withStep(
      board(surface('veneer', 'oak', 'none', 0.5), 'natural-clear'),
      'sand',
      'fronts/dry-out/1',
      null,
      80,
    ),
    keepsStill: withStep(
      board(surface('veneer', 'oak', 'none', 1.5), 'natural-clear'),
      'sand',
      'fronts/dry-out/1',
      null,
      80,
    ),
  },
  {
    rule: 'SUB-03',
    raises: withStep(stainedBoard, 'fill', 'fronts/sand/3', 'filler-two-part'),
    keepsStill: withStep(clearBoard, 'fill', 'fronts/sand/3', 'filler-two-part'),
  },
  {
    rule: 'SUB-04',
    raises: without(board(surface('solid', 'oak', 'paint'), 'stained-clear'), 'fronts/scrape/1'),
    keepsStill: board(surface('solid', 'oak', 'paint'), 'stained-clear'),
  },
  {
    rule: 'SUB-05',
    raises: without(board(surface('mdf', null), 'painted'), 'fronts/prime/1', 'fronts/prime/2'),
    keepsStill: board(surface('mdf', null), 'painted'),
  },
  {
    rule: 'SUB-06',
    raises: without(paintedBoard, 'fronts/scuff/1', 'fronts/prime/1', 'fronts/denib/1'),
    keepsStill: paintedBoard,
  },
  {
    rule: 'SUB-07',
    raises: choose(board(surface('metal', null), 'painted'), 'fronts/prime', 'water-primer'),
    keepsStill: board(surface('metal', null), 'painted'),
  },
  {
    rule: 'SUB-08',
    raises: without(board(surface('solid', 'pine'), 'stained-clear'), 'fronts/condition/1'),
    keepsStill: board(surface('solid', 'pine'), 'stained-clear'),
  },
  {
    rule: 'SUB-09',
    raises: choose(board(surface('solid', 'knotty-pine'), 'painted'), 'fronts/block', null, 1),
    keepsStill: board(surface('solid', 'knotty-pine'), 'painted'),
  },
  {
    rule: 'SUB-10',
    raises: choose(board(surface('veneer', 'oak', 'none', 0.8), 'natural-clear'), 'fronts/degrease', 'lye'),
    keepsStill: choose(board(surface('solid', 'maple'), 'natural-clear'), 'fronts/degrease', 'lye'),
    world: { products: caustic },
  },
  {
    rule: 'SUB-11',
    raises: choose(clearBoard, 'fronts/clear', 'waterborne-gloss-clear'),
    keepsStill: choose(
      { ...clearBoard, additions: { fronts: ['grain-filled'] } },
      'fronts/clear',
      'waterborne-gloss-clear',
    ),
  },
  {
    rule: 'SUB-13',
    raises: withStep(board(surface('leather', null), 'recoloured'), 'fill', 'fronts/de-dust/1', 'filler-ready'),
    keepsStill: withStep(
      board(surface('leather', null), 'recoloured'),
      'fill-leather',
      'fronts/de-dust/1',
      'filler-leather',
    ),
  },
  {
    rule: 'SUB-15',
    raises: withStep(clearBoard, 'stain', 'fronts/clear/1', 'oil-stain'),
    keepsStill: withStep(clearBoard, 'stain', 'fronts/de-dust/1', 'oil-stain'),
  },
  { rule: 'SUB-17', raises: without(sideboard, 'top/remove-residue/1'), keepsStill: sideboard },
  {
    rule: 'SUB-18',
    raises: choose(board(surface('solid', 'teak'), 'natural-clear'), 'fronts/clear', 'wiping-clear'),
    keepsStill: choose(clearBoard, 'fronts/clear', 'wiping-clear'),
  },
  { rule: 'SUB-19', raises: without(table, 'top/rinse/2', 'top/dry-out/3'), keepsStill: table },
  { rule: 'SUB-21', raises: without(clearBoard, 'fronts/sand/2'), keepsStill: clearBoard },
  {
    rule: 'CMP-04',
    raises: choose({ ...paintedBoard, wear: { fronts: 'used-top' } }, 'fronts/clear', 'brushing-lacquer'),
    keepsStill: choose(clearBoard, 'fronts/clear', 'brushing-lacquer'),
  },
  {
    rule: 'CMP-05',
    raises: without(board(surface('solid', 'oak', 'unknown'), 'painted'), 'fronts/remove-residue/1'),
    keepsStill: board(surface('solid', 'oak', 'unknown'), 'painted'),
  },
  {
    rule: 'CMP-08',
    raises: without(board(surface('solid', 'oak', 'shellac'), 'refreshed'), 'fronts/seal/1'),
    keepsStill: board(surface('solid', 'oak', 'shellac'), 'refreshed'),
  },
  {
    rule: 'CMP-09',
    raises: choose({ ...clearBoard, wear: { fronts: 'used-top' } }, 'fronts/clear', 'shellac-clear'),
    keepsStill: choose({ ...clearBoard, wear: { fronts: 'display' } }, 'fronts/clear', 'shellac-clear'),
  },
  {
    rule: 'CMP-10',
    raises: board(oak, 'waxed', { wear: { fronts: 'used-top' } }),
    keepsStill: board(oak, 'waxed', { wear: { fronts: 'display' } }),
  },
  { rule: 'CMP-11', raises: without(frame, 'fronts/seal/1'), keepsStill: frame },
  {
    rule: 'CMP-12',
    raises: withStep(paintedBoard, 'dark-wax', 'fronts/paint/2', 'dark-wax'),
    keepsStill: { ...paintedBoard, additions: { fronts: ['dark-waxed'] } },
  },
  {
    rule: 'CMP-13',
    raises: choose(board(surface('mdf', null), 'painted'), 'fronts/paint', 'paint-dark'),
    keepsStill: board(surface('mdf', null), 'painted'),
  },
  {
    rule: 'CMP-14',
    raises: paintedBoard,
    keepsStill: clearBoard,
    world: { products: { ...products, enamel: { ...products.enamel!, thinningFrac: { value: 0.4, tag: 'own' } } } },
  },
  {
    rule: 'CMP-14',
    raises: paintedBoard,
    keepsStill: paintedBoard,
    world: {
      products: {
        ...products,
        enamel: {
          ...products.enamel!,
          thinningFrac: { value: 0.05, tag: 'own' },
          thinningMaxFrac: { value: 0.1, tag: 'own' },
          thinnerCarrier: 'oil',
        },
      },
    },
    stillWorld: {},
  },
  {
    rule: 'CMP-15',
    raises: choose(stainedBoard, 'fronts/stain', 'gel-stain', 2),
    keepsStill: choose(stainedBoard, 'fronts/stain', 'gel-stain', 1),
  },
  {
    rule: 'CMP-19',
    raises: choose(board(surface('solid', 'maple'), 'whitewashed'), 'fronts/clear', 'wiping-clear'),
    keepsStill: board(surface('solid', 'maple'), 'whitewashed'),
  },
  {
    rule: 'CMP-20',
    raises: choose(jobs['console table veneered anew'], 'top/clear', 'brushing-lacquer'),
    keepsStill: jobs['console table veneered anew'],
  },
  { rule: 'MSK-02', raises: jobs['console table veneered anew'], keepsStill: stool },
  { rule: 'MSK-05', raises: without(stool, 'top/seal-edge/1'), keepsStill: stool },
  { rule: 'MSK-06', raises: without(chest, 'piece/cover/1'), keepsStill: chest },
  { rule: 'MSK-07', raises: without(slope, 'piece/cover/1'), keepsStill: slope },
  { rule: 'MSK-09', raises: without(blanket, 'carcass/level/1'), keepsStill: blanket },
  {
    rule: 'APP-06',
    raises: choose({ ...clearBoard, wear: { fronts: 'used-top' } }, 'fronts/clear', null, 1),
    keepsStill: choose({ ...clearBoard, wear: { fronts: 'used-top' } }, 'fronts/clear', null, 3),
  },
  {
    rule: 'FIN-02',
    raises: { ...clearBoard, promisedAt: '2026-11-26T17:00:00Z' },
    keepsStill: { ...clearBoard, promisedAt: '2027-01-26T17:00:00Z' },
  },
  { rule: 'FIN-04', raises: without(chest, 'piece/oil-runners/1'), keepsStill: chest },
  {
    rule: 'SAF-01',
    raises: { ...paintedBoard, lead: { result: 'unknown', everyLayer: false, licensedWork: false } },
    keepsStill: paintedBoard,
  },
  { rule: 'SAF-04', raises: without(stainedBoard, 'fronts/dispose/1'), keepsStill: stainedBoard },
  {
    rule: 'SAF-08',
    raises: {
      ...jobs['upholstered chair covered anew'],
      ownership: 'resale',
      houseRules: { 'old-upholstery': 'keep' },
    },
    keepsStill: { ...jobs['upholstered chair covered anew'], ownership: 'resale' },
  },
  { rule: 'SAF-10', raises: without(chest, 'piece/fit-restraint/1'), keepsStill: chest },
  { rule: 'SAF-11', raises: without(blanket, 'carcass/treat-pests/1'), keepsStill: blanket },
  { rule: 'SAF-12', raises: without(dressing, 'piece/remove-part/2', 'piece/refit-part/2'), keepsStill: dressing },
  { rule: 'SAF-13', raises: without(blanket, 'piece/fit-restraint/1'), keepsStill: { ...cot, ownership: 'own' } },
  // Rules that times raise.
  {
    rule: 'MSK-01',
    raises: done(stool, ['top/seal/1', 0], ['top/mask/1', 2]),
    keepsStill: done(stool, ['top/seal/1', 0], ['top/mask/1', 100]),
  },
  {
    rule: 'MSK-04',
    raises: done(stool, ['carcass/paint/2', 0], ['legs/blend/4', 0], ['top/unmask/1', 120]),
    keepsStill: done(stool, ['carcass/paint/2', 0], ['legs/blend/4', 0], ['top/unmask/1', 2]),
  },
  {
    rule: 'FIN-01',
    raises: done(decal, ['top/clear/5', 0], ['top/rub-out/1', 24]),
    keepsStill: done(decal, ['top/clear/5', 0], ['top/rub-out/1', 24 * 40]),
  },
  {
    rule: 'CMP-01',
    raises: done(stainedBoard, ['fronts/stain/1', 0], ['fronts/clear/1', 5]),
    keepsStill: done(stainedBoard, ['fronts/stain/1', 0], ['fronts/clear/1', 72]),
  },
  {
    rule: 'CMP-02',
    raises: done(clearBoard, ['fronts/clear/1', 0], ['fronts/clear/2', 1]),
    keepsStill: done(clearBoard, ['fronts/clear/1', 0], ['fronts/clear/2', 4]),
  },
  {
    rule: 'CMP-03',
    raises: done(without(clearBoard, 'fronts/denib/1'), ['fronts/clear/1', 0], ['fronts/clear/2', 40]),
    keepsStill: done(without(clearBoard, 'fronts/denib/1'), ['fronts/clear/1', 0], ['fronts/clear/2', 4]),
  },
  {
    rule: 'SUB-02',
    // A plan made for a thick veneer, opened after it was measured.
    raises: { ...planned(veneered(1.2)), surfaces: veneered(0.3).surfaces },
    keepsStill: veneered(1.2),
  },
  {
    rule: 'APP-13',
    raises: planned(chest),
    keepsStill: planned(chest),
    world: { settings: { ...settings, methods: ['brush', 'roller', 'wipe', 'aerosol'] } },
    stillWorld: {},
  },
  {
    rule: 'ORD-21',
    raises: done(stool, ['top/clear/3', 0], ['piece/turn/1', 1]),
    keepsStill: done(stool, ['top/clear/3', 0], ['piece/turn/1', 48]),
  },
  {
    rule: 'FIN-03',
    raises: done(frame, ['fronts/size/1', 0], ['fronts/judge/1', 0.2]),
    keepsStill: done(frame, ['fronts/size/1', 0], ['fronts/judge/1', 4]),
  },
  {
    rule: 'APP-04',
    raises: done(
      { ...chest, choices: { ...chest.choices, 'top/paint': { productId: 'enamel', coats: null, method: 'brush' } } },
      ['top/paint/2', 0],
      ['carcass/block/1', 0],
      ['fronts/paint/1', 0.2],
    ),
    keepsStill: done(chest, ['top/paint/2', -40], ['fronts/paint/1', -10]),
  },
  {
    rule: 'APP-12',
    raises: done(stool, ['carcass/paint/1', 0], ['top/denib/1', 0.4]),
    keepsStill: done(stool, ['carcass/paint/1', 0], ['top/denib/1', 30]),
  },
  // Rules that labels raise.
  {
    rule: 'CMP-06',
    raises: choose(board(surface('solid', 'knotty-pine'), 'painted'), 'fronts/paint', 'proud'),
    keepsStill: choose(paintedBoard, 'fronts/paint', 'proud'),
    world: shelfWith({ ...products.enamel!, id: 'proud', forbidsUnder: ['shellac'] }),
  },
  {
    rule: 'CMP-07',
    raises: choose(usedPaint, 'fronts/paint', 'system'),
    keepsStill: choose(choose(usedPaint, 'fronts/paint', 'system'), 'fronts/clear', 'system-clear'),
    world: shelfWith(
      { ...products.enamel!, id: 'system', family: 'Moor', demandsOwnClear: true },
      { ...products['waterborne-satin-clear']!, id: 'system-clear', family: 'Moor' },
    ),
  },
  {
    rule: 'CMP-16',
    raises: without(chalky, 'fronts/clear/1', 'fronts/clear/2', 'fronts/clear/3'),
    keepsStill: chalky,
  },
  {
    rule: 'CMP-16',
    raises: choose(
      withStep(paintedBoard, 'clear', 'fronts/paint/2', 'waterborne-satin-clear'),
      'fronts/paint',
      'whole',
    ),
    keepsStill: choose(paintedBoard, 'fronts/paint', 'whole'),
    world: shelfWith({ ...products.enamel!, id: 'whole', clearOver: 'needless' }),
  },
  {
    rule: 'CMP-17',
    raises: touchedUp('waterborne-gloss-clear'),
    keepsStill: touchedUp('waterborne-satin-clear'),
  },
  {
    rule: 'CMP-18',
    raises: without(wardrobe, 'top/neutralise/1'),
    keepsStill: wardrobe,
  },
  {
    rule: 'CMP-18',
    raises: without(colouredLeather, 'fronts/neutralise/1'),
    keepsStill: colouredLeather,
  },
  {
    rule: 'CMP-21',
    raises: choose(clearBoard, 'fronts/clear', 'dull', 5),
    keepsStill: choose(clearBoard, 'fronts/clear', 'dull', 3),
    world: shelfWith({ ...products['waterborne-satin-clear']!, id: 'dull', sheen: 'matt' }),
  },
  // Rules that the surface, the place or the hour raise.
  {
    rule: 'SUB-12',
    raises: board(oak, 'natural-clear', { tests: { fronts: { ...untried, moistureFrac: 0.13 } } }),
    keepsStill: board(oak, 'natural-clear', { tests: { fronts: { ...untried, moistureFrac: 0.09 } } }),
  },
  {
    rule: 'SUB-12',
    // At 30 °C and 85 % wood comes to 17 %.
    raises: board(oak, 'natural-clear', {
      tests: { fronts: { ...untried, moistureFrac: 0.09 } },
      home: { airTempC: 30, relHumFrac: 0.85 },
    }),
    keepsStill: board(oak, 'natural-clear', {
      tests: { fronts: { ...untried, moistureFrac: 0.17 } },
      home: { airTempC: 30, relHumFrac: 0.85 },
    }),
  },
  {
    rule: 'SUB-14',
    raises: withStep(veneered(0.8), 'strip-heat', 'fronts/dry-out/1'),
    keepsStill: withStep(board(surface('solid', 'oak', 'shellac'), 'natural-clear'), 'strip-heat', 'fronts/dry-out/1'),
  },
  {
    rule: 'SUB-14',
    raises: withStep(veneered(0.8), 'strip-heat', 'fronts/strip-chemical/1'),
    keepsStill: withStep(board(surface('solid', 'oak', 'shellac'), 'natural-clear'), 'strip-heat', 'fronts/dry-out/1'),
  },
  {
    rule: 'SUB-14',
    raises: withStep(stool, 'strip-heat', 'top/unmask/1'),
    keepsStill: withStep(stool, 'strip-heat', 'top/dry-out/1'),
  },
  {
    rule: 'SUB-16',
    raises: withStep(clearBoard, 'steel-wool', 'fronts/clear/1', null, 400),
    keepsStill: withStep(waxedMaple, 'steel-wool', 'fronts/sand/2', null, 400),
  },
  {
    rule: 'SUB-20',
    raises: zinc(true),
    keepsStill: zinc(false),
  },
  {
    rule: 'ORD-15',
    raises: changedMind,
    keepsStill: { ...changedMind, looks: { fronts: 'painted' }, reworked: [] },
  },
  {
    rule: 'MSK-08',
    raises: { ...blanket, decisions: { ...blanket.decisions, 'carcass/design': { choice: 'one-side', at, why: '' } } },
    keepsStill: blanket,
  },
  // Rules of people, air and fire.
  {
    rule: 'SAF-02',
    raises: choose(veneered(0.8), 'fronts/strip-chemical', 'old-stripper'),
    keepsStill: veneered(0.8),
    world: shelfWith({ ...products.stripper!, id: 'old-stripper', hazards: ['chlorinated'] }),
  },
  {
    rule: 'SAF-02',
    raises: choose(veneered(0.8), 'fronts/strip-chemical', 'old-stripper'),
    keepsStill: veneered(0.8),
    world: shelfWith({ ...products.stripper!, id: 'old-stripper', hazards: ['nmp'] }),
  },
  {
    rule: 'SAF-03',
    raises: choose(clearBoard, 'fronts/clear', 'brushing-lacquer'),
    keepsStill: choose(clearBoard, 'fronts/clear', 'brushing-lacquer'),
    world: withoutTool('ventilation'),
    stillWorld: {},
  },
  {
    rule: 'SAF-03',
    raises: decidedOn(choose(clearBoard, 'fronts/clear', 'brushing-lacquer'), 'piece/air', 'flame-near'),
    keepsStill: decidedOn(choose(clearBoard, 'fronts/clear', 'brushing-lacquer'), 'piece/air', 'outdoors'),
  },
  { rule: 'SAF-05', raises: clearBoard, keepsStill: clearBoard, world: withoutTool('dust-mask'), stillWorld: {} },
  {
    rule: 'SAF-06',
    raises: choose(clearBoard, 'fronts/degrease', 'lye'),
    keepsStill: clearBoard,
    world: { ...withoutTool('gloves'), products: caustic },
  },
  {
    rule: 'SAF-06',
    raises: { ...withStep(bleachedTop, 'bleach', 'top/degrease/1', 'chlorine'), choices: sour },
    keepsStill: { ...withStep(bleachedTop, 'bleach', 'top/dry-out/1', 'chlorine'), choices: sour },
    world: shelfWith(
      { ...products['oxalic-bleach']!, id: 'chlorine', hazards: ['chlorine-bleach'] },
      { ...products.degreaser!, id: 'sour', hazards: ['acid'] },
    ),
  },
  {
    rule: 'SAF-07',
    raises: lined(null),
    keepsStill: lined('licensed'),
  },
  {
    rule: 'SAF-09',
    raises: done(childs, ...[...handedOver(childs, 24)]),
    keepsStill: childs,
  },
  {
    rule: 'SAF-14',
    raises: without(cornered, 'fronts/dispose/1'),
    keepsStill: cornered,
  },
  {
    rule: 'SAF-15',
    raises: choose(clearBoard, 'fronts/clear', 'two-pack'),
    keepsStill: clearBoard,
    world: shelfWith({ ...products['waterborne-satin-clear']!, id: 'two-pack', hazards: ['isocyanate'] }),
  },
  // Rules of air, film, batches and shelf.
  {
    rule: 'APP-01',
    raises: done(clearBoard, ['fronts/sand/4', -1], ['fronts/de-dust/1', 0]),
    keepsStill: done(clearBoard, ['fronts/sand/4', -1], ['fronts/de-dust/1', 0]),
    world: { air: { airTempC: 6, relHumFrac: 0.6, surfaceTempC: null, atMin: minuteOf(at) - 10 } },
    stillWorld: { air: { airTempC: 16, relHumFrac: 0.6, surfaceTempC: null, atMin: minuteOf(at) - 10 } },
  },
  {
    rule: 'APP-01',
    raises: done(clearBoard, ['fronts/sand/4', -1], ['fronts/de-dust/1', 0]),
    keepsStill: done(clearBoard, ['fronts/sand/4', -1], ['fronts/de-dust/1', 0]),
    // 18 °C and 80 % leave a dew point of 14.5 °C: a surface of 16 °C is 1.5 K above it.
    world: { air: { airTempC: 18, relHumFrac: 0.8, surfaceTempC: 16, atMin: minuteOf(at) - 10 } },
    stillWorld: { air: { airTempC: 18, relHumFrac: 0.8, surfaceTempC: 16, atMin: minuteOf(at) - 24 * 60 } },
  },
  {
    rule: 'APP-02',
    raises: choose(paintedBoard, 'fronts/paint', 'thick'),
    keepsStill: paintedBoard,
    // 4 m²/L leaves 1000 ÷ 4 × 0.92 = 230 µm.
    world: shelfWith({ ...products.enamel!, id: 'thick', spreadM2PerL: { low: 3, likely: 4, high: 5, tag: 'own' } }),
  },
  {
    rule: 'APP-03',
    raises: {
      ...dented,
      choices: { 'fronts/fill': { productId: 'filler-two-part', coats: null, method: null, batches: 1 } },
    },
    keepsStill: dented,
  },
  { rule: 'APP-05', raises: chest, keepsStill: clearBoard },
  {
    rule: 'APP-07',
    raises: clearBoard,
    keepsStill: clearBoard,
    // 1.06 m² at 11 m²/L: about 0.1 L a coat.
    world: onShelf('waterborne-satin-clear', 0.15, false),
    stillWorld: onShelf('waterborne-satin-clear', 2, false),
  },
  {
    rule: 'APP-07',
    raises: clearBoard,
    keepsStill: clearBoard,
    world: onShelf('waterborne-satin-clear', 1.2, false, 1),
    stillWorld: onShelf('waterborne-satin-clear', 1.2, false, 0.1),
  },
  {
    rule: 'APP-08',
    raises: { ...clearBoard, houseRules: { 'tools-reuse': 'keep', 'clear-by': 'brush' } },
    // Laid with a pad there is no brush to shed.
    keepsStill: { ...clearBoard, houseRules: { 'tools-reuse': 'keep', 'clear-by': 'pad' } },
  },
  {
    rule: 'APP-09',
    raises: {
      ...stool,
      heightM: 1.2,
      widthM: 1.4,
      depthM: 0.6,
      looks: { ...stool.looks, carcass: 'blended', top: 'blended' },
    },
    keepsStill: stool,
  },
  {
    rule: 'APP-10',
    raises: batched('A'),
    keepsStill: batched('B'),
    world: { around: { ...nothingAround, set: [{ pieceName: 'Stool 2', productId: 'enamel', batch: 'B' }] } },
  },
  {
    rule: 'APP-11',
    raises: jobs['console table veneered anew'],
    keepsStill: jobs['console table veneered anew'],
    // 1.1 × 0.35 m and its edges, and 15 % of waste.
    world: { around: { ...nothingAround, sheetsM2: 0.4 } },
    stillWorld: { around: { ...nothingAround, sheetsM2: 1.5 } },
  },
  {
    rule: 'APP-14',
    raises: clearBoard,
    keepsStill: clearBoard,
    world: onShelf('waterborne-satin-clear', 0.4, true, 0.3),
    stillWorld: onShelf('waterborne-satin-clear', 0.9, true, 0.3),
  },
];
