import { newDamage, newPiece } from '../piece';
import { typicalProducts } from '../products';
import { keepPlan, reckonPiece } from '../reckoning';
import { instantOf } from '../units';
import {
  type Container,
  defaultSettings,
  type Forecast,
  type Mix,
  newWorkshop,
  type Piece,
  type Product,
  recordsById,
  type SampleStick,
  type Space,
  type Surface,
  type Workshop,
} from '../workshop';

// The restoration of a closed moorland railway halt for a walkers' tea room: everything here is made up.

/** Id of the demo workshop in a browser. */
export const demoId = 'demo';

const solid = (
  speciesId: string,
  kind: Surface['oldFinish']['kind'],
  condition: Surface['oldFinish']['condition'] = 'sound',
): Surface => ({
  material: { kind: 'solid', speciesId, veneerThicknessMm: null },
  oldFinish: { kind, condition },
});

/** Plans a piece and logs its steps up to one that was finished some minutes ago, but for some that were left for later. */
function begun(
  piece: Piece,
  products: Record<string, Product>,
  settings: Workshop['settings'],
  lastStepId: string,
  minutesAgo: number,
  nowMin: number,
  notYet: readonly string[] = [],
): Piece {
  const start = nowMin - 14 * 24 * 60;
  const reckoned = reckonPiece({ piece: { ...piece, startAt: instantOf(start) }, products, settings, nowMin: start });
  if (!reckoned.ok) return piece;
  const last = reckoned.value.steps.find((s) => s.step.id === lastStepId);
  if (!last) return piece;
  const shift = nowMin - minutesAgo - last.endMin;
  const done = reckoned.value.steps.filter((s) => s.endMin <= last.endMin && !notYet.includes(s.step.id));
  return {
    ...piece,
    startAt: instantOf(start + shift),
    log: done.map((s, i) => ({
      id: `${piece.id}-log-${i}`,
      step: s.step,
      startedAt: instantOf(s.startMin + shift),
      doneAt: instantOf(s.endMin + shift),
      actualL: s.productL ? Math.round(s.productL.likely * (i % 3 === 0 ? 1.12 : 0.97) * 1000) / 1000 : null,
      air: { airTempC: 15.5, relHumFrac: 0.58 },
      note: s.step.kind === 'strip-chemical' ? 'Lifted in one go, thick round the ring marks.' : '',
      planned: {
        startAt: instantOf(s.startMin + shift),
        endAt: instantOf(s.endMin + shift),
        volumeL: s.productL?.likely ?? null,
        ...(s.uses.length > 0 ? { uses: s.uses.map(({ what, amount, typical }) => ({ what, amount, typical })) } : {}),
      },
    })),
  };
}

function ticketCupboard(createdAt: string): Piece {
  const pine = solid('knotty-pine', 'paint');
  return {
    ...newPiece('ticket-cupboard', 'Ticket-office cupboard', 'cabinet', createdAt),
    heightM: 1.1,
    widthM: 0.96,
    depthM: 0.42,
    drawers: 1,
    doors: 2,
    shelves: 2,
    surfaces: {
      top: solid('oak', 'oil-varnish', 'failing'),
      carcass: pine,
      fronts: pine,
      interior: solid('knotty-pine', 'none'),
      legs: null,
      seat: null,
      hardware: null,
    },
    decade: 1930,
    country: 'GB',
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    damage: [newDamage('d1', 'dent', 'carcass', 2), newDamage('d2', 'open-joint', 'fronts', 1)],
    looks: { top: 'stained-clear', carcass: 'painted', fronts: 'painted', interior: 'leave' },
    note: 'Two knots in the left door. Keeps the brass ticket rail.',
  };
}

function refreshmentTable(createdAt: string): Piece {
  const base = solid('beech', 'paint');
  return {
    ...newPiece('refreshment-table', 'Refreshment table', 'table', createdAt),
    heightM: 0.76,
    widthM: 1.35,
    depthM: 0.8,
    drawers: 1,
    legs: 'turned',
    surfaces: {
      top: {
        material: { kind: 'veneer', speciesId: 'oak', veneerThicknessMm: 0.7 },
        oldFinish: { kind: 'shellac', condition: 'failing' },
      },
      carcass: base,
      fronts: base,
      interior: null,
      legs: base,
      seat: null,
      hardware: null,
    },
    decade: 1920,
    country: 'GB',
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    damage: [newDamage('d1', 'loose-veneer', 'top', 3)],
    looks: { top: 'natural-clear', carcass: 'painted', fronts: 'painted', legs: 'painted' },
    note: 'Water got under the veneer at one corner.',
  };
}

function parcelsCounter(createdAt: string): Piece {
  const mahogany = solid('mahogany', 'paint', 'failing');
  return {
    ...newPiece('parcels-counter', 'Parcels counter', 'chest-of-drawers', createdAt),
    heightM: 0.92,
    widthM: 1.5,
    depthM: 0.55,
    drawers: 3,
    surfaces: {
      top: solid('beech', 'wax'),
      carcass: mahogany,
      fronts: mahogany,
      interior: null,
      legs: null,
      seat: null,
      hardware: null,
    },
    decade: 1910,
    country: 'GB',
    damage: [newDamage('d1', 'missing-corner', 'carcass', 2)],
    looks: { top: 'natural-clear', carcass: 'painted', fronts: 'painted' },
    note: 'The paint has not been tested for lead yet.',
  };
}

const surfaceOfKind = (kind: Surface['material']['kind']): Surface => ({
  material: { kind, speciesId: null, veneerThicknessMm: null },
  oldFinish: { kind: 'none', condition: 'sound' },
});

/** A clerk's high writing slope in mahogany veneer with lifting edges, for a client. */
function writingSlope(createdAt: string): Piece {
  const veneer: Surface = {
    material: { kind: 'veneer', speciesId: 'mahogany', veneerThicknessMm: 0.8 },
    oldFinish: { kind: 'shellac', condition: 'failing' },
  };
  const piece = newPiece('writing-slope', 'Clerk’s writing slope', 'writing-slope', createdAt);
  return {
    ...piece,
    heightM: 1.12,
    widthM: 0.86,
    depthM: 0.52,
    drawers: 2,
    legs: 'turned',
    turnedDiametersM: [0.048, 0.03, 0.042, 0.022, 0.03],
    surfaces: { ...piece.surfaces, top: veneer, carcass: veneer, fronts: veneer, legs: solid('mahogany', 'shellac') },
    decade: 1890,
    country: 'GB',
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    damage: [
      {
        ...newDamage('d1', 'loose-veneer', 'top', 2),
        faceId: 'top/slope',
        at: [0.08, 0.2],
        extentM: 0.06,
        depth: 'deep',
      },
      { ...newDamage('d2', 'water-ring', 'top'), faceId: 'top/slope', at: [0.62, 0.55], extentM: 0.09, depth: 'deep' },
      { ...newDamage('d3', 'sticking-drawer', 'fronts'), faceId: 'drawer-1/front', at: [0.5, 0.5] },
    ],
    kept: [{ id: 'k1', kind: 'label', faceId: 'carcass/cheek-right', at: [0.5, 0.5], note: 'Maker’s paper label.' }],
    hardware: { ...piece.hardware, treatment: 'clean', spacingM: 0.0889, missing: 1 },
    looks: { top: 'stained-clear', carcass: 'natural-clear', fronts: 'natural-clear', legs: 'natural-clear' },
    additions: { carcass: ['gilded-edges'] },
    wear: { top: 'used-top' },
    ownership: 'commission',
    commission: {
      chosen: 'A brown like the ticket-office cupboard’s top.',
      supplied: 'One pull of the same kind, found in a drawer.',
      approvals: [{ id: 'a1', what: 'Estimate and the date', at: createdAt }],
    },
    note: 'The slope lifts along its lower edge.',
  };
}

/** The slope left in its own colour: a plan kept beside the one that is worked to. */
const withOtherPlan = (piece: Piece, keptAt: string): Piece => ({
  ...piece,
  keptPlans: [
    keepPlan(
      { ...piece, looks: { ...piece.looks, top: 'natural-clear', carcass: 'waxed', legs: 'waxed' } },
      'own-colour',
      'Its own colour, waxed',
      keptAt,
    ),
  ],
});

/** Three stools in two woods that have to match: bands of two colours from the floor. */
function stool(n: 1 | 2 | 3, createdAt: string): Piece {
  const wood = solid(n === 2 ? 'beech' : 'pine', 'paint');
  const piece = newPiece(`stool-${n}`, `Waiting-room stool ${n}`, 'stool', createdAt);
  return {
    ...piece,
    heightM: 0.46,
    widthM: 0.36,
    depthM: 0.36,
    legs: 'turned',
    surfaces: { ...piece.surfaces, top: wood, carcass: wood, fronts: wood },
    decade: 1950,
    country: 'GB',
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    damage: n === 3 ? [newDamage('d1', 'wobbly-leg', 'legs')] : [],
    looks: { top: 'stained-clear', carcass: 'painted', legs: 'blended' },
    bands: { from: 'floor', edges: [0.16], productIds: ['paint-dark', 'enamel'] },
    setName: 'Three stools',
  };
}

/** A stick of beech towards a dark brown: it came out darker and redder than the card of the dye. */
function triedStick(madeAt: string): SampleStick {
  const as = (productId: string, coats = 1): SampleStick['layers'][number] => ({
    parts: [{ productId, parts: 1 }],
    thinnerParts: 0,
    coats,
    dwellMin: null,
    grit: null,
  });
  const read = (after: number, lab: [number, number, number]) =>
    ({ after, wet: false, at: madeAt, lab, from: 'typed' }) as const;
  return {
    id: 'stick-1',
    name: 'Stick 1, towards the counter in the ticket hall',
    zoneId: 'top',
    madeAt,
    speciesId: 'beech',
    state: 'usual',
    layers: [as('conditioner-water'), as('water-dye-brown'), as('waterborne-satin-clear', 3)],
    target: [35, 11, 19],
    readings: [read(0, [71.8, 10.1, 25.4]), read(2, [36.5, 15, 20.5]), read(3, [28.6, 13.8, 16])],
    note: 'Wiped after ten minutes.',
  };
}

/** A waiting-room bench with a seat of torn leather. */
function bench(createdAt: string): Piece {
  const oak = solid('oak', 'oil-varnish');
  const piece = newPiece('waiting-bench', 'Waiting-room bench', 'settle', createdAt);
  return {
    ...piece,
    heightM: 1.05,
    widthM: 1.6,
    depthM: 0.52,
    surfaces: { ...piece.surfaces, top: oak, carcass: oak, fronts: oak, seat: surfaceOfKind('leather') },
    decade: 1930,
    country: 'GB',
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    damage: [
      {
        ...newDamage('d1', 'torn-leather', 'seat', 2),
        faceId: 'seat/up',
        at: [0.3, 0.4],
        extentM: 0.08,
        depth: 'through',
      },
    ],
    faceZones: { 'back/front': 'carcass', 'back/back': 'carcass' },
    looks: { carcass: 'refreshed', legs: 'refreshed', seat: 'recoloured' },
    ownership: 'resale',
  };
}

/** A cane-backed chair whose seat has gone through. */
function caneChair(createdAt: string): Piece {
  const beech = solid('beech', 'paint');
  const piece = newPiece('cane-chair', 'Cane-backed chair', 'chair-cane', createdAt);
  return {
    ...piece,
    heightM: 0.94,
    widthM: 0.45,
    depthM: 0.46,
    surfaces: { ...piece.surfaces, top: beech, carcass: beech, fronts: beech, seat: surfaceOfKind('cane') },
    decade: 1950,
    country: 'GB',
    lead: { result: 'negative', everyLayer: true, licensedWork: false },
    damage: [{ ...newDamage('d1', 'broken-cane', 'seat'), faceId: 'seat/up', at: [0.5, 0.4], depth: 'through' }],
    looks: { carcass: 'painted', legs: 'painted', seat: 'painted' },
    additions: { carcass: ['glazed'] },
  };
}

/** Where the furniture of the halt stands. */
const haltSpaces: Space[] = [
  { id: 'lamp-room', name: 'Lamp room', kind: 'heated', heatedToC: 19, allows: ['coat', 'spray', 'abrade'] },
  { id: 'goods-shed', name: 'Goods shed', kind: 'sheltered', heatedToC: null, allows: ['coat', 'abrade'] },
  { id: 'platform', name: 'Platform', kind: 'outdoors', heatedToC: null, allows: ['abrade'] },
];

/** Ten days of made-up weather: mild, then three days of cold fog, then fair. */
function coldSpell(nowMin: number): Forecast {
  const first = Math.floor(nowMin / 60) - 24;
  const hours = Array.from({ length: 264 }, (_, i) => {
    const day = (i - 24) / 24;
    const fog = day >= 2 && day < 5;
    const turn = Math.cos((2 * Math.PI * (((first + i) % 24) - 14)) / 24);
    return fog ? ([4.5 + 1.5 * turn, 0.95] as const) : ([12.5 + 3 * turn, 0.74 - 0.08 * turn] as const);
  });
  return {
    takenAt: instantOf(nowMin - 35),
    from: 'file',
    startAt: instantOf(first * 60),
    airTempC: hours.map(([t]) => Math.round(t * 10) / 10),
    relHumFrac: hours.map(([, h]) => Math.round(h * 100) / 100),
  };
}

/**
 * The demo: nine pieces, two of them begun, dated relative to now, after a spell of cold damp weather.
 * @param nowMin whole minutes since 1970
 */
export function demoWorkshop(nowMin: number, timeZone: string): Workshop {
  const settings = {
    ...defaultSettings('Moorland halt', timeZone, 'metric', 'GBP'),
    spaces: haltSpaces,
    room: { bench: 2, spray: 1, drying: 4 },
    forecast: coldSpell(nowMin),
    demo: true,
  };
  const workshop = newWorkshop(demoId, settings, typicalProducts);
  const created = instantOf(nowMin - 15 * 24 * 60);
  const pieces = [
    begun(ticketCupboard(created), workshop.products, settings, 'carcass/paint/1', 85, nowMin),
    begun(
      { ...refreshmentTable(created), promisedAt: instantOf(nowMin + 9 * 24 * 60) },
      workshop.products,
      settings,
      'top/seal/1',
      40,
      nowMin,
      ['fronts/prime/1', 'fronts/inspect/1'],
    ),
    { ...parcelsCounter(created), spaceId: 'goods-shed' },
    withOtherPlan(writingSlope(created), created),
    stool(1, created),
    { ...stool(2, created), sticks: [triedStick(instantOf(nowMin - 3 * 24 * 60))] },
    stool(3, created),
    { ...bench(created), spaceId: 'goods-shed' },
    { ...caneChair(created), promisedAt: instantOf(nowMin + 16 * 24 * 60) },
  ];
  const weather = [
    [-5 * 24 * 60, 'Goods shed', 7.5, 0.88, 6.9],
    [-2 * 24 * 60, 'Goods shed', 9, 0.84, 8.6],
    [-30, 'Goods shed', 10.5, 0.76, 10.1],
    [-25, 'Lamp room', 18.5, 0.52, 17.9],
  ] as const;
  const day = 24 * 60;
  const can = (
    id: string,
    productId: string,
    leftL: number,
    boughtDaysAgo: number,
    openedDaysAgo: number | null,
    place: string,
    more: Partial<Container> = {},
  ): Container => ({
    id,
    productId,
    ledger: [
      { at: instantOf(nowMin - boughtDaysAgo * day), deed: 'brought', ofId: null, changeL: leftL, countedL: null },
    ],
    boughtAt: instantOf(nowMin - boughtDaysAgo * day),
    openedAt: openedDaysAgo === null ? null : instantOf(nowMin - openedDaysAgo * day),
    place,
    batch: null,
    finite: false,
    mixId: null,
    note: '',
    ...more,
  });
  const cans = [
    can('can-1', 'enamel', 1.9, 40, 12, 'Lamp room, upper shelf', { batch: 'E 214' }),
    can('can-2', 'waterborne-satin-clear', 0.62, 60, 30, 'Lamp room, upper shelf'),
    can('can-3', 'waterborne-satin-clear', 2.5, 6, null, 'Goods shed'),
    can('can-4', 'shellac-sealer', 0.34, 200, 172, 'Lamp room, cool box'),
    can('can-5', 'degreaser', 3.1, 20, 18, 'Under the sink'),
    can('can-6', 'bonding-primer', 0.5, 4, null, 'Goods shed'),
    can('can-7', 'paint-dark', 0.41, 90, 15, 'Lamp room, lower shelf', { batch: 'Signal green, by eye', finite: true }),
    can('can-8', 'filler-two-part', 0.2, 210, 190, 'Bench drawer'),
    can('can-9', 'wood-glue', 0.5, 50, 44, 'Bench drawer'),
  ];
  const mix: Mix = {
    id: 'mix-1',
    name: 'Two-part polyester filler, for the cupboard',
    productId: 'filler-two-part',
    at: instantOf(nowMin - 6 * day),
    air: { airTempC: 9, relHumFrac: 0.84 },
    by: 'mass',
    hardenerFrac: { least: 0.01, most: 0.03 },
    parts: [
      {
        name: 'filler paste',
        productId: 'filler-two-part',
        share: 98,
        massKg: 0.0588,
        densityKgPerL: 1.8,
        hardener: false,
      },
      { name: 'hardener', productId: null, share: 2, massKg: 0.0012, densityKgPerL: 1.2, hardener: true },
    ],
    wantedKg: 0.06,
    done: true,
    steps: [],
    colour: '#cdbf9d',
    startedAt: instantOf(nowMin - 6 * day),
    workingMin: 9,
    useBy: null,
    note: '',
  };
  return {
    ...workshop,
    containers: recordsById(cans),
    mixes: recordsById([mix]),
    supplies: recordsById([
      {
        id: 'sheets',
        kind: 'abrasive sheet',
        name: 'Abrasive sheets, assorted grits',
        unit: 'pieces',
        packs: [{ amount: 25, price: 14, tag: 'M' }],
        left: 18,
        reorderAt: 10,
        deliveryDays: 3,
        counts: [
          { at: instantOf(nowMin - 20 * 24 * 60), was: 10, found: 35 },
          { at: instantOf(nowMin - 60), was: 35, found: 18 },
        ],
      },
    ]),
    pieces: recordsById(pieces),
    readings: recordsById(
      weather.map(([ago, space, airTempC, relHumFrac, surfaceTempC], i) => ({
        id: `r${i}`,
        at: instantOf(nowMin + ago),
        space,
        airTempC,
        relHumFrac,
        surfaceTempC,
      })),
    ),
  };
}
