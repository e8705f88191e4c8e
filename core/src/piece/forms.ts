import type { FormId, LegKind, MaterialKind, Surface, ZoneId } from '../workshop';

/** How the faces of a form are laid out. */
type FormFamily =
  | 'drawers'
  | 'doors'
  | 'lidded'
  | 'table'
  | 'slope'
  | 'desk'
  | 'dressing-table'
  | 'chair'
  | 'cot'
  | 'board'
  | 'frame'
  | 'bed-head';

/** A form as data: what is asked, typical sizes, and how its parts are proportioned. Sizes in m. */
export interface Form {
  id: FormId;
  name: string;
  family: FormFamily;
  zones: readonly ZoneId[];
  typical: {
    heightM: number;
    widthM: number;
    depthM: number;
    drawers: number;
    doors: number;
    shelves: number;
    legs: LegKind;
  };
  asks: readonly ('drawers' | 'doors' | 'shelves')[];
  mostDrawers: number;
  mostShelves: number;
  legs: readonly LegKind[];
  topThicknessM: number;
  /** How far the top stands out: at the sides and the front; on tables also at the back. */
  overhangM: number;
  /** Height of a plinth; feet are half as high again. */
  footHeightM: number;
  /** Zones that are brushed with the piece upside down: what hangs under it. Posts and backs are reached standing. */
  lying: readonly ZoneId[];
  /** What its seat is made of when it comes in; null: it has no seat of its own. */
  seat: Surface | null;
  /** How a chair is built; absent for what is no chair. */
  chair?: {
    seat: 'board' | 'pad' | 'cane';
    back: 'slats' | 'pad' | 'cane' | 'panel' | 'none';
    arms: boolean;
    rockers: boolean;
  };
  /** What has to be fitted before it is handed over: a restraint to the wall, or a support of its lid. */
  restraint: 'wall' | 'lid' | null;
  /** Said when the piece is handed over. */
  handOver: readonly string[];
}

const caseZones = ['top', 'carcass', 'fronts', 'interior', 'legs', 'hardware'] as const;
const tableZones = ['top', 'carcass', 'fronts', 'legs', 'hardware'] as const;
const caseLegs = ['plinth', 'bracket', 'square', 'tapered', 'turned', 'cabriole', 'none'] as const;
const tableLegs = ['square', 'tapered', 'turned', 'cabriole'] as const;

// Chests at least 685.8 mm high and 13.6 kg: ASTM F2057-23, 16 CFR 1261 (written for makers; recalled).
/** Said of what tips when a child climbs it. */
export const tips = 'Tall and heavy on one side: fit a restraint to the wall where children live.';
const lid = 'Fit a lid support; a latch that closes by itself has to come off before this chest is handed over.';

type Size = [heightM: number, widthM: number, depthM: number];
interface Parts {
  drawers?: number;
  doors?: number;
  shelves?: number;
  legs?: LegKind;
}
const typical = ([heightM, widthM, depthM]: Size, { drawers = 0, doors = 0, shelves = 0, legs = 'plinth' }: Parts) => ({
  heightM,
  widthM,
  depthM,
  drawers,
  doors,
  shelves,
  legs,
});

const makeCase = (
  id: FormId,
  name: string,
  family: 'drawers' | 'doors' | 'lidded',
  size: Size,
  parts: Parts,
  handOver: readonly string[] = [],
): Form => ({
  id,
  name,
  family,
  zones: caseZones,
  typical: typical(size, parts),
  asks: family === 'drawers' ? ['drawers'] : family === 'doors' ? ['doors', 'drawers', 'shelves'] : [],
  mostDrawers: family === 'drawers' ? 12 : 4,
  mostShelves: 10,
  legs: caseLegs,
  topThicknessM: 0.022,
  overhangM: 0.015,
  footHeightM: 0.08,
  lying: ['legs'],
  seat: null,
  restraint: handOver.includes(tips) ? 'wall' : handOver.includes(lid) ? 'lid' : null,
  handOver,
});

const makeTable = (id: FormId, name: string, size: Size, asks: Form['asks'], overhangM = 0.03): Form => ({
  id,
  name,
  family: 'table',
  zones: tableZones,
  typical: typical(size, { legs: 'square' }),
  asks,
  mostDrawers: 3,
  mostShelves: 1,
  legs: tableLegs,
  topThicknessM: 0.025,
  overhangM,
  footHeightM: 0,
  lying: ['legs', 'carcass'],
  seat: null,
  restraint: null,
  handOver: [],
});

const seatOf = (kind: MaterialKind): Surface => ({
  material: { kind, speciesId: kind === 'solid' ? 'unknown' : null, veneerThicknessMm: null },
  oldFinish: { kind: kind === 'solid' ? 'unknown' : 'none', condition: 'sound' },
});

const makeChair = (
  id: FormId,
  name: string,
  size: Size,
  chair: NonNullable<Form['chair']>,
  legs: LegKind = 'square',
): Form => ({
  id,
  name,
  family: 'chair',
  zones: ['carcass', 'legs', 'seat'],
  typical: typical(size, { legs }),
  asks: [],
  mostDrawers: 0,
  mostShelves: 0,
  legs: tableLegs,
  topThicknessM: 0,
  overhangM: 0,
  footHeightM: 0,
  lying: ['legs'],
  seat: seatOf(({ board: 'solid', pad: 'cloth', cane: 'cane' } as const)[chair.seat]),
  chair,
  restraint: null,
  handOver: [],
});

const makeFlat = (
  id: FormId,
  name: string,
  family: 'board' | 'frame' | 'bed-head',
  size: Size,
  zones: readonly ZoneId[],
): Form => ({
  id,
  name,
  family,
  zones,
  typical: typical(size, { legs: family === 'bed-head' ? 'square' : 'none' }),
  asks: [],
  mostDrawers: 0,
  mostShelves: 0,
  legs: family === 'bed-head' ? ['square', 'tapered', 'turned'] : ['none'],
  topThicknessM: 0,
  overhangM: 0,
  footHeightM: 0,
  lying: [],
  seat: null,
  restraint: null,
  handOver: [],
});

/** Typical make of each form: common practice, no source; every dimension asked for replaces the typical one. */
export const formTable: readonly Form[] = [
  makeCase('chest-of-drawers', 'Chest of drawers', 'drawers', [0.9, 0.9, 0.45], { drawers: 4 }, [tips]),
  makeCase('counter', 'Counter', 'doors', [0.95, 1.6, 0.6], { drawers: 3, doors: 3, shelves: 1 }),
  makeCase('cabinet', 'Cabinet with doors', 'doors', [1.1, 0.96, 0.42], { doors: 2, shelves: 1 }, [tips]),
  makeCase('sideboard', 'Sideboard', 'doors', [0.85, 1.5, 0.45], { drawers: 3, doors: 3, shelves: 1, legs: 'tapered' }),
  makeCase('wardrobe', 'Wardrobe', 'doors', [1.85, 1.15, 0.55], { doors: 2, shelves: 1 }, [tips]),
  makeCase('bookcase', 'Bookcase', 'doors', [1.6, 0.9, 0.3], { shelves: 4 }, [tips]),
  makeCase('blanket-chest', 'Blanket chest with lid', 'lidded', [0.5, 1.05, 0.48], {}, [lid]),
  makeCase('box', 'Small box', 'lidded', [0.2, 0.4, 0.26], { legs: 'none' }, [
    'Small boxes with a lid: no self-closing latch where children live.',
  ]),
  makeTable('table', 'Table', [0.75, 1.2, 0.75], ['drawers', 'shelves']),
  makeTable('side-table', 'Side table', [0.6, 0.5, 0.4], ['drawers', 'shelves'], 0.02),
  makeTable('coffee-table', 'Coffee table', [0.45, 1.1, 0.6], ['drawers', 'shelves']),
  makeTable('console-table', 'Console table', [0.8, 1.1, 0.35], ['drawers', 'shelves'], 0.02),
  {
    ...makeCase('writing-slope', 'Writing slope', 'drawers', [1.05, 0.9, 0.5], { drawers: 3, legs: 'bracket' }),
    family: 'slope',
    asks: ['drawers'],
  },
  {
    ...makeCase(
      'flap-cabinet',
      'Cabinet with a fall flap',
      'doors',
      [1.35, 0.9, 0.42],
      { drawers: 2, doors: 1, shelves: 2 },
      [tips, 'Try both stays of the flap before anyone leans on it.'],
    ),
    asks: ['drawers', 'shelves'],
  },
  {
    ...makeCase('desk', 'Desk with pedestals', 'drawers', [0.76, 1.4, 0.7], { drawers: 7 }),
    family: 'desk',
    restraint: null,
  },
  makeTable('tall-desk', 'Tall desk to stand at', [1.1, 0.9, 0.6], ['drawers', 'shelves'], 0.02),
  {
    ...makeTable('dressing-table', 'Dressing table with mirror', [1.4, 1, 0.45], ['drawers']),
    family: 'dressing-table',
    // Its carcass carries the mirror.
    lying: ['legs'],
    typical: typical([1.4, 1, 0.45], { drawers: 2, legs: 'square' }),
  },
  makeTable('stool', 'Stool', [0.46, 0.36, 0.36], [], 0.01),
  makeChair('chair-plain', 'Plain chair', [0.9, 0.42, 0.42], {
    seat: 'board',
    back: 'slats',
    arms: false,
    rockers: false,
  }),
  makeChair('chair-upholstered', 'Upholstered chair', [0.95, 0.5, 0.52], {
    seat: 'pad',
    back: 'pad',
    arms: false,
    rockers: false,
  }),
  makeChair(
    'chair-cane',
    'Cane chair',
    [0.95, 0.45, 0.46],
    { seat: 'cane', back: 'cane', arms: false, rockers: false },
    'turned',
  ),
  makeChair(
    'rocking-chair',
    'Rocking chair',
    [1.05, 0.56, 0.7],
    { seat: 'board', back: 'slats', arms: true, rockers: true },
    'turned',
  ),
  makeChair('settle', 'Settle', [1.1, 1.4, 0.5], { seat: 'board', back: 'panel', arms: true, rockers: false }),
  makeChair('bench-seat', 'Bench with a seat', [0.46, 1.1, 0.4], {
    seat: 'pad',
    back: 'none',
    arms: false,
    rockers: false,
  }),
  makeTable('bench', 'Bench', [0.45, 1.2, 0.36], ['shelves'], 0.02),
  makeFlat('bed-head', 'Bed head', 'bed-head', [1.1, 1.45, 0.05], ['carcass', 'legs']),
  {
    ...makeFlat('cot', 'Cot or crib', 'board', [0.95, 1.25, 0.65], ['carcass', 'legs']),
    family: 'cot',
    handOver: ['Old cots: current law first. One with a side that moves is not handed over.'],
  },
  {
    ...makeFlat('loose-door', 'Loose door', 'board', [1.98, 0.76, 0.04], ['fronts', 'hardware']),
    typical: typical([1.98, 0.76, 0.04], { doors: 1, legs: 'none' }),
  },
  makeFlat('board', 'Board', 'board', [0.9, 0.5, 0.02], ['fronts']),
  makeFlat('frame', 'Frame', 'frame', [0.8, 0.6, 0.025], ['fronts']),
];

/** The form under an id. */
export const formById = (id: FormId): Form => formTable.find((f) => f.id === id)!;

/** Names of zones on screen and in files. */
export const zoneNames: Readonly<Record<ZoneId, string>> = {
  top: 'Top',
  carcass: 'Carcass',
  fronts: 'Fronts',
  interior: 'Interior',
  legs: 'Legs',
  seat: 'Seat',
  hardware: 'Hardware',
  'own-1': 'Area 1',
  'own-2': 'Area 2',
  'own-3': 'Area 3',
  'own-4': 'Area 4',
  'own-5': 'Area 5',
  'own-6': 'Area 6',
};
