import type { FormId, LegKind, ZoneId } from '../workshop';

/** A form as data: what is asked, typical sizes, and how its parts are proportioned. Sizes in m. */
export interface Form {
  id: FormId;
  name: string;
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
  legs: readonly LegKind[];
  topThicknessM: number;
  /** How far the top stands out: at the sides and the front, not at the back. */
  overhangM: number;
  /** Height of the feet, or of the plinth. */
  footHeightM: number;
}

/** Typical make of each form: common practice, no source; every dimension asked for replaces the typical one. */
export const formTable = [
  {
    id: 'chest-of-drawers',
    name: 'Chest of drawers',
    zones: ['top', 'carcass', 'fronts', 'interior', 'legs'],
    typical: { heightM: 0.9, widthM: 0.9, depthM: 0.45, drawers: 4, doors: 0, shelves: 0, legs: 'plinth' },
    asks: ['drawers'],
    mostDrawers: 12,
    legs: ['plinth', 'square', 'tapered', 'turned', 'none'],
    topThicknessM: 0.022,
    overhangM: 0.015,
    footHeightM: 0.08,
  },
  {
    id: 'cabinet',
    name: 'Cabinet with doors',
    zones: ['top', 'carcass', 'fronts', 'interior', 'legs'],
    typical: { heightM: 1.1, widthM: 0.96, depthM: 0.42, drawers: 0, doors: 2, shelves: 1, legs: 'plinth' },
    asks: ['doors', 'drawers', 'shelves'],
    mostDrawers: 4,
    legs: ['plinth', 'square', 'tapered', 'turned', 'none'],
    topThicknessM: 0.022,
    overhangM: 0.015,
    footHeightM: 0.08,
  },
  {
    id: 'table',
    name: 'Table',
    zones: ['top', 'carcass', 'fronts', 'legs'],
    typical: { heightM: 0.75, widthM: 1.2, depthM: 0.75, drawers: 0, doors: 0, shelves: 0, legs: 'square' },
    asks: ['drawers'],
    mostDrawers: 3,
    legs: ['square', 'tapered', 'turned'],
    topThicknessM: 0.025,
    overhangM: 0.03,
    footHeightM: 0,
  },
] as const satisfies readonly Form[];

/** The form under an id. */
export const formById = (id: FormId): Form => formTable.find((f) => f.id === id)!;

/** Names of zones on screen and in files. */
export const zoneNames: Readonly<Record<ZoneId, string>> = {
  top: 'Top',
  carcass: 'Carcass',
  fronts: 'Fronts',
  interior: 'Interior',
  legs: 'Legs',
};
