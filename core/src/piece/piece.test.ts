import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { legKinds, type Piece } from '../workshop';
import {
  borderM,
  buildFaces,
  faceBetween,
  formById,
  formTable,
  frustumLateralAreaM2,
  newPiece,
  polygonAreaM2,
  type Shape,
  shapeOf,
  shareBelow,
  surfaceOf,
  zonesOf,
} from './index';

const chest: Shape = {
  form: 'chest-of-drawers',
  heightM: 0.9,
  widthM: 0.9,
  depthM: 0.45,
  drawers: 4,
  doors: 0,
  shelves: 0,
  legs: 'plinth',
};
const cabinet: Shape = {
  form: 'cabinet',
  heightM: 1.1,
  widthM: 0.96,
  depthM: 0.42,
  drawers: 0,
  doors: 2,
  shelves: 1,
  legs: 'plinth',
};
const table: Shape = {
  form: 'table',
  heightM: 0.75,
  widthM: 1.2,
  depthM: 0.75,
  drawers: 0,
  doors: 0,
  shelves: 0,
  legs: 'square',
};

const piece = (shape: Shape, change: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'P', shape.form, '2026-11-25T08:00:00Z'),
  ...(shape as unknown as Partial<Piece>),
  ...change,
});
const areas = (shape: Shape, change: Partial<Piece> = {}) =>
  Object.fromEntries(zonesOf(piece(shape, change), buildFaces(shape)).map((z) => [z.id, Number(z.areaM2.toFixed(6))]));

describe('areas of each form, worked by hand', () => {
  // Body 0.87 × 0.798 × 0.435 under a 22 mm top that stands out 15 mm; 4 fronts of 0.81 × 0.1745 between rails of 20 mm.
  it('chest of drawers', () =>
    expect(areas(chest)).toEqual({
      top: 0.47115, // 0.405 upper + 0.0198 front edge + 2 × 0.0099 side edges + 0.0135 and 2 × 0.006525 underside
      carcass: 0.96234, // 2 × 0.34713 sides + 2 × 0.02394 stiles + 5 × 0.0162 rails + 0.0696 and 2 × 0.0348 plinth
      fronts: 0.56538, // 4 × 0.141345
    }));
  // Doors 0.425 × 0.958 × 0.018; inside 0.894 × 0.96 × 0.379 with one shelf.
  it('cabinet with doors', () =>
    expect(areas(cabinet)).toEqual({ top: 0.46935, carcass: 1.06142, fronts: 0.913876, interior: 3.771616 }));
  // Legs 60 mm square, 0.725 m high: 16 sides of 0.0435 m².
  it('table', () => expect(areas(table)).toEqual({ top: 1.1109, carcass: 0.318, legs: 0.696 }));
});

describe('every form of the table', () => {
  /** A form in given sizes, everything else typical. */
  const typicalOf = (
    form: Shape['form'],
    [heightM, widthM, depthM]: readonly [number, number, number],
    change: Partial<Shape> = {},
  ): Shape => ({
    ...formById(form).typical,
    form,
    heightM,
    widthM,
    depthM,
    ...change,
  });

  // Top: upper face, edges (no back edge on cases), underside of the overhang in strips.
  const caseTop = (w: number, d: number) => w * d + w * 0.022 + 2 * d * 0.022 + w * 0.015 + 2 * 0.015 * (d - 0.015);
  const tableTop = (w: number, d: number, o: number) =>
    w * d + 2 * w * 0.025 + 2 * d * 0.025 + 2 * w * o + 2 * o * (d - 2 * o);
  it.each<[string, Shape, Record<string, number>]>([
    ['counter', typicalOf('counter', [0.95, 1.6, 0.6]), { top: caseTop(1.6, 0.6) }],
    // Doors (1.41 − 2 × 0.02) ÷ 3 wide; three drawers over them of the same width, 0.14 high.
    [
      'sideboard',
      typicalOf('sideboard', [0.85, 1.5, 0.45]),
      { top: caseTop(1.5, 0.45), legs: 4 * 2 * 0.12 * (0.05 + 0.03) * 1.0034662148 },
    ],
    [
      'wardrobe',
      typicalOf('wardrobe', [1.85, 1.15, 0.55], { doors: 0, shelves: 0 }),
      {
        top: caseTop(1.15, 0.55),
        carcass: 2 * 0.535 * 1.748 + 2 * 0.03 * 1.748 + 2 * 1.06 * 0.02 + (1.12 + 2 * 0.535) * 0.08,
      },
    ],
    // Inside 0.834 × 1.46 × 0.259, four shelves with both faces and a front edge of 18 mm.
    [
      'bookcase',
      typicalOf('bookcase', [1.6, 0.9, 0.3]),
      { interior: 2 * 1.46 * 0.259 + 2 * 0.834 * 0.259 + 0.834 * 1.46 + 4 * (2 * 0.834 * 0.259 + 0.834 * 0.018) },
    ],
    // Body 1.02 × 0.398 × 0.465; room 0.984 × 0.38 × 0.441 with bottom and four walls.
    [
      'blanket-chest',
      typicalOf('blanket-chest', [0.5, 1.05, 0.48]),
      {
        carcass: 2 * 0.465 * 0.398 + 1.02 * 0.398 + (1.02 + 2 * 0.465) * 0.08,
        interior: 0.984 * 0.441 + 2 * 0.984 * 0.38 + 2 * 0.441 * 0.38,
      },
    ],
    ['box', typicalOf('box', [0.2, 0.4, 0.26]), { top: caseTop(0.4, 0.26), carcass: 2 * 0.245 * 0.178 + 0.37 * 0.178 }],
    [
      'side-table',
      typicalOf('side-table', [0.6, 0.5, 0.4]),
      { top: tableTop(0.5, 0.4, 0.02), legs: 16 * 0.03 * 0.575 },
    ],
    ['coffee-table', typicalOf('coffee-table', [0.45, 1.1, 0.6]), { top: tableTop(1.1, 0.6, 0.03) }],
    // A shelf of 1.03 × 0.28 between the legs' middles, 18 mm thick: both faces and four edges; aprons 2 × 1.0 + 2 × 0.25 long, 0.1 high.
    [
      'console-table',
      typicalOf('console-table', [0.8, 1.1, 0.35], { shelves: 1 }),
      { top: tableTop(1.1, 0.35, 0.02), carcass: 2 * 1.03 * 0.28 + 2 * (1.03 + 0.28) * 0.018 + 2 * (1.0 + 0.25) * 0.1 },
    ],
    ['stool', typicalOf('stool', [0.46, 0.36, 0.36]), { top: tableTop(0.36, 0.36, 0.01), legs: 16 * 0.03 * 0.435 }],
    ['bench', typicalOf('bench', [0.45, 1.2, 0.36]), { top: tableTop(1.2, 0.36, 0.02) }],
    // Panel 1.35 × 0.77 × 0.025: two faces, upper and lower edge; two square posts 1.1 high.
    [
      'bed-head',
      typicalOf('bed-head', [1.1, 1.45, 0.05]),
      { carcass: 2 * 1.35 * 0.77 + 2 * 1.35 * 0.025, legs: 2 * 4 * 0.05 * 1.1 },
    ],
    ['board', typicalOf('board', [0.9, 0.5, 0.02]), { fronts: 2 * 0.9 * 0.5 + 2 * (0.9 + 0.5) * 0.02 }],
    // Members 60 mm wide: fronts and backs 2 × (2 × 0.06 × 0.8 + 2 × 0.48 × 0.06), outer edges, inner edges, four ends.
    [
      'frame',
      typicalOf('frame', [0.8, 0.6, 0.025]),
      {
        fronts:
          2 * (2 * 0.06 * 0.8 + 2 * 0.48 * 0.06) +
          0.025 * (2 * 0.8 + 2 * 0.48) +
          0.025 * (2 * 0.68 + 2 * 0.48) +
          4 * 0.06 * 0.025,
      },
    ],
    // Seat 0.46 high and 20 mm thick; rails 4 × 0.336 × 0.06; posts 8 × 0.035 × 0.44; top rail and three slats of 0.05 × 0.3.
    [
      'chair-plain',
      typicalOf('chair-plain', [0.9, 0.42, 0.42]),
      {
        carcass: 4 * 0.336 * 0.06 + 8 * 0.035 * 0.44 + 2 * 0.35 * 0.06 + 0.35 * 0.02 + 6 * 0.05 * 0.3,
        legs: 16 * 0.042 * 0.44,
        seat: 2 * 0.42 * 0.42 + 3 * 0.42 * 0.02,
      },
    ],
    // Pad 50 mm thick; its underside is not counted; the back pad 0.43 × 0.35 on both sides.
    [
      'chair-upholstered',
      typicalOf('chair-upholstered', [0.95, 0.5, 0.52]),
      { seat: 0.5 * 0.52 + 0.05 * (0.5 + 2 * 0.52) + 2 * 0.43 * 0.35 },
    ],
    [
      'chair-cane',
      typicalOf('chair-cane', [0.95, 0.45, 0.46]),
      { seat: 0.45 * 0.46 + 0.02 * (0.45 + 2 * 0.46) + 2 * 0.38 * 0.35 },
    ],
    // Turned legs 0.39 high between 50 and 30 mm: π × 0.390128 × 0.04 each; two rockers of 0.7 × 0.05 × 0.03.
    [
      'rocking-chair',
      typicalOf('rocking-chair', [1.05, 0.56, 0.7]),
      { legs: 4 * Math.PI * 0.390128 * 0.04 + 2 * 2 * (0.7 * 0.05 + 0.7 * 0.03 + 0.05 * 0.03) },
    ],
    ['settle', typicalOf('settle', [1.1, 1.4, 0.5]), { seat: 2 * 1.4 * 0.5 + 0.02 * (1.4 + 2 * 0.5) }],
    // The slope rises 0.175 over 0.5: 0.9 × 0.529741, and a front edge of 22 mm.
    ['writing-slope', typicalOf('writing-slope', [1.05, 0.9, 0.5]), { top: 0.9 * 0.529741 + 0.9 * 0.022 }],
    // Aprons as a table; mirror frame 0.64 × 0.556 of 50 mm on both sides; two posts 30 mm square, 0.42 high.
    [
      'dressing-table',
      typicalOf('dressing-table', [1.4, 1, 0.45], { drawers: 0 }),
      { carcass: 2 * (0.868 + 0.318) * 0.1 + 2 * (2 * 0.64 * 0.05 + 2 * 0.456 * 0.05) + 8 * 0.03 * 0.42 },
    ],
    // Twelve spindles of 22 mm and 0.51 m on either side; two rails each; ends of 0.56 × 0.65.
    [
      'cot',
      typicalOf('cot', [0.95, 1.25, 0.65]),
      {
        carcass: 24 * Math.PI * 0.022 * 0.51 + 8 * 1.16 * (0.045 + 0.022) + 2 * (2 * 0.56 * 0.65 + 0.018 * 0.56),
        legs: 16 * 0.045 * 0.95,
      },
    ],
  ])('%s', (_, shape, expected) => {
    const found = areas(shape);
    for (const [zone, area] of Object.entries(expected)) expect(found[zone], zone).toBeCloseTo(area, 5);
  });

  it('can be built in its typical size, and says what it needs where that is too small', () => {
    for (const form of formTable) {
      const shape = typicalOf(form.id, [form.typical.heightM, form.typical.widthM, form.typical.depthM]);
      expect(shapeOf(piece(shape)).ok, form.id).toBe(true);
      const tiny = shapeOf({ ...piece(shape), heightM: 0.005, widthM: 0.005, depthM: 0.0049 });
      expect(!tiny.ok && tiny.issues.map((i) => i.path), form.id).toEqual(['heightM', 'widthM', 'depthM']);
      expect(
        zonesOf(piece(shape), buildFaces(shape)).every((z) => form.zones.includes(z.id)),
        form.id,
      ).toBe(true);
    }
  });

  it('has inner walls that look inward', () => {
    const side = (id: string) =>
      buildFaces(typicalOf('bookcase', [1.6, 0.9, 0.3])).find((f) => f.id === `inside/${id}`)?.side;
    expect(['left', 'right', 'bottom', 'top', 'back'].map(side)).toEqual(['right', 'left', 'up', 'down', 'front']);
  });

  it('shows the inside of an open body, and hides it behind doors', () => {
    const hidden = (shape: Shape) =>
      buildFaces(shape)
        .filter((f) => f.id.startsWith('inside/'))
        .map((f) => f.inside);
    expect(hidden(typicalOf('bookcase', [1.6, 0.9, 0.3]))).toEqual([false, false, false, false, false]);
    expect(hidden(typicalOf('cabinet', [1.1, 0.96, 0.42]))).toEqual([true, true, true, true, true]);
  });
});

describe('solids', () => {
  it('measure a frustum by π·s·(r₁+r₂), and as the integral over its height', () => {
    expect(frustumLateralAreaM2(3, 6, 4)).toBeCloseTo(141.371669, 5); // s = 5, 45π
    const n = 20_000;
    const slices = Array.from(
      { length: n },
      (_, i) => 2 * Math.PI * (0.02 + ((i + 0.5) / n) * 0.015) * (Math.hypot(0.7, 0.015) / n),
    );
    expect(frustumLateralAreaM2(0.02, 0.035, 0.7)).toBeCloseTo(
      slices.reduce((a, b) => a + b),
      8,
    );
  });

  it('measure every drawn face: the shoelace area of its outline, unless it is round', () => {
    const shapes = fc.record({
      form: fc.constantFrom('chest-of-drawers' as const, 'cabinet' as const, 'table' as const),
      heightM: fc.integer({ min: 60, max: 220 }).map((x) => x / 100),
      widthM: fc.integer({ min: 70, max: 250 }).map((x) => x / 100),
      depthM: fc.integer({ min: 20, max: 120 }).map((x) => x / 100),
      drawers: fc.integer({ min: 0, max: 4 }),
      doors: fc.integer({ min: 0, max: 4 }),
      shelves: fc.integer({ min: 0, max: 4 }),
      legs: fc.constantFrom(...legKinds),
    });
    fc.assert(
      fc.property(shapes, (shape) => {
        const faces = buildFaces(shape);
        expect(new Set(faces.map((f) => f.id)).size).toBe(faces.length);
        // Hardware stands in front of its face and is rounder than it is drawn.
        for (const f of faces.filter((x) => x.zoneId !== 'hardware')) {
          expect(f.areaM2).toBeGreaterThan(0);
          if (f.side !== 'round') expect(polygonAreaM2(f.outline)).toBeCloseTo(f.areaM2, 12);
          for (const [x, y, z] of f.outline) {
            expect(Math.min(x, y, z)).toBeGreaterThanOrEqual(-1e-9);
            expect(x <= shape.widthM + 1e-9 && y <= shape.heightM + 1e-9 && z <= shape.depthM + 1e-9).toBe(true);
          }
        }
        const counted = zonesOf(piece(shape), faces).reduce((sum, z) => sum + z.areaM2, 0);
        expect(counted).toBeCloseTo(
          faces.filter((f) => f.counted).reduce((sum, f) => sum + f.areaM2, 0),
          9,
        );
      }),
    );
  });
});

describe('legs', () => {
  const legs = (change: Partial<Shape>) => areas({ ...table, ...change }).legs;
  it('turned by diameters are a stack of frusta', () =>
    // 60, 30, 50 mm over 0.725 m: π × (0.362810 × 0.045 + 0.362638 × 0.040) each.
    expect(legs({ legs: 'turned', turnedDiametersM: [0.06, 0.03, 0.05] })).toBeCloseTo(
      4 * Math.PI * (0.36281 * 0.045 + 0.362638 * 0.04),
      5,
    ));
  it('in cabriole shape are four sides of trapezia along the slant', () =>
    // 54, 60, 45, 33, 30, 42 mm, five stretches of 0.145 m.
    expect(legs({ legs: 'cabriole' })).toBeCloseTo(
      16 * (0.057 * 0.145031 + 0.0525 * 0.145194 + 0.039 * 0.145124 + 0.0315 * 0.145008 + 0.036 * 0.145124),
      5,
    ));
  it('as bracket feet are two plates at the front and four at the sides', () =>
    expect(areas({ ...cabinet, legs: 'bracket' }).legs).toBeCloseTo(2 * 0.14 * 0.12 + 4 * 0.135 * 0.12, 9));
});

describe('parts added, taken away and altered', () => {
  const part = (
    kind: 'moulding' | 'spindles' | 'cushion' | 'panel' | 'glass',
    lengthM: number,
    girthM: number,
    count = 1,
  ) => ({
    id: `part-${kind}`,
    kind,
    name: kind,
    zoneId: 'carcass' as const,
    faceId: 'frame/stile-left',
    lengthM,
    girthM,
    count,
  });
  const alteration = (
    kind: 'ornament-removed' | 'new-top' | 'backplate' | 'base-squared',
    girthM: number | null = null,
  ) => ({
    id: `change-${kind}`,
    kind,
    zoneId: kind === 'new-top' ? ('top' as const) : ('carcass' as const),
    faceId: 'frame/stile-left',
    lengthM: 0.2,
    girthM,
  });
  const gained = (change: Partial<Shape>) => (areas({ ...cabinet, ...change }).carcass ?? 0) - areas(cabinet).carcass!;
  it('are measured from their own measures', () => {
    expect(gained({ addedParts: [part('moulding', 1.2, 0.05)] })).toBeCloseTo(0.06, 5);
    expect(gained({ addedParts: [part('spindles', 0.4, 0.025, 6)] })).toBeCloseTo(6 * Math.PI * 0.025 * 0.4, 5);
    expect(gained({ addedParts: [part('cushion', 0.4, 0.4)] })).toBeCloseTo(2 * (0.16 + 0.08 * 0.8), 5);
    expect(gained({ addedParts: [part('cushion', 0.4, 0.4, 3)] })).toBeCloseTo(6 * (0.16 + 0.08 * 0.8), 5);
    expect(gained({ addedParts: [part('panel', 0.3, 0.2)] })).toBeCloseTo(0.12, 5);
    expect(gained({ addedParts: [part('glass', 0.3, 0.2)] })).toBe(0);
    expect(gained({ alterations: [alteration('backplate', 0.05)] })).toBeCloseTo(2 * 0.2 * 0.05, 5);
  });
  it('take their area with them, and so does ornament that is taken off', () => {
    expect(areas({ ...cabinet, removedParts: ['door-1', 'door-2'] })).not.toHaveProperty('fronts');
    const ornament = { addedParts: [part('moulding', 0.5, 0.08)] };
    expect(gained(ornament)).toBeCloseTo(0.04, 5);
    expect(gained({ ...ornament, alterations: [alteration('ornament-removed')] })).toBe(0);
  });
  it('a new top has its own overhang, a squared base its plinth', () => {
    // 0.96 × 0.42, 22 mm thick, standing out 50 mm at the sides and the front.
    expect(areas({ ...cabinet, alterations: [alteration('new-top', 0.05)] }).top).toBeCloseTo(
      0.96 * 0.42 + 0.96 * 0.022 + 2 * 0.42 * 0.022 + 0.96 * 0.05 + 2 * 0.05 * 0.37,
      5,
    );
    const squared = areas({ ...cabinet, legs: 'cabriole', alterations: [alteration('base-squared')] });
    expect(squared).toEqual(areas(cabinet));
  });
  it('pulls are drawn, and counted once they get a treatment of their own', () => {
    expect(areas(chest)).not.toHaveProperty('hardware');
    // Two pulls on each of four drawers, 60 cm² each.
    expect(areas({ ...chest, hardware: { counted: true, spacingM: 0.096 } }).hardware).toBeCloseTo(8 * 0.006, 9);
  });
  it('a face is cut between two heights, and its shares add up', () => {
    const door = buildFaces(cabinet).find((f) => f.id === 'door-1/front')!;
    const [low, high] = [Math.min(...door.outline.map((p) => p[1])), Math.max(...door.outline.map((p) => p[1]))];
    const middle = (low + high) / 2;
    expect(polygonAreaM2(faceBetween(door, low, middle)[0]!)).toBeCloseTo(door.areaM2 / 2, 9);
    expect(shareBelow(door, middle)).toBeCloseTo(0.5, 9);
    expect(faceBetween(door, high + 0.1, high + 0.2)).toEqual([]);
    expect([shareBelow(door, low - 1), shareBelow(door, high + 1)]).toEqual([0, 1]);
  });
});

describe('what a part is made of', () => {
  it('is its own, else its zone’s, else the carcass’s; a new top is bare', () => {
    const oak = {
      material: { kind: 'solid' as const, speciesId: 'oak', veneerThicknessMm: null },
      oldFinish: { kind: 'paint' as const, condition: 'sound' as const },
    };
    const beech = { ...oak, material: { ...oak.material, speciesId: 'beech' } };
    const base = piece(cabinet);
    const own: Piece = {
      ...base,
      surfaces: { ...base.surfaces, carcass: oak, legs: null },
      partSurfaces: { 'leg-front-left': beech },
    };
    expect(surfaceOf(own, { id: 'leg-front-left/front', zoneId: 'legs' })).toBe(beech);
    expect(surfaceOf(own, { id: 'leg-back-left/front', zoneId: 'legs' })).toBe(oak);
    expect(surfaceOf(own, { id: 'pull-door-1-1/front', zoneId: 'hardware' }).material.kind).toBe('metal');
    const cushioned: Piece = {
      ...own,
      addedParts: [
        {
          id: 'c',
          kind: 'cushion',
          name: 'Cushion',
          zoneId: 'seat',
          faceId: null,
          lengthM: 0.4,
          girthM: 0.4,
          count: 1,
        },
      ],
    };
    expect(surfaceOf(cushioned, { id: 'c/front', zoneId: 'seat' }).material.kind).toBe('cloth');
    const topped: Piece = {
      ...own,
      surfaces: { ...own.surfaces, top: oak },
      alterations: [{ id: 'n', kind: 'new-top', zoneId: 'top', faceId: null, lengthM: null, girthM: 0.03 }],
    };
    expect(surfaceOf(topped, { id: 'top/upper', zoneId: 'top' }).oldFinish.kind).toBe('none');
  });
});

describe('zones', () => {
  it('follow a face that is moved or left out, and keep the sum', () => {
    const before = areas(chest);
    const moved = areas(chest, { faceZones: { 'carcass/left': 'top', 'plinth/front': 'uncounted' } });
    expect(moved.top).toBeCloseTo(before.top! + 0.34713, 6);
    expect(moved.carcass).toBeCloseTo(before.carcass! - 0.34713 - 0.0696, 6);
  });

  it('share borders as long as their common edges', () => {
    const zones = zonesOf(piece(chest), buildFaces(chest));
    const faces = (id: string) => zones.find((z) => z.id === id)!.faces;
    // The top meets the body along the front 0.87 and both sides 2 × 0.435; each drawer front meets its frame all round.
    expect(borderM(faces('top'), faces('carcass'))).toBeCloseTo(1.74, 6);
    expect(borderM(faces('fronts'), faces('carcass'))).toBeCloseTo(4 * 2 * (0.81 + 0.1745), 6);
    expect(borderM(faces('top'), faces('fronts'))).toBe(0);
  });
});

describe('shapeOf', () => {
  it('names every dimension that is missing', () => {
    const r = shapeOf({ ...piece(chest), heightM: null, depthM: null });
    expect(!r.ok && r.issues.map((i) => i.path)).toEqual(['heightM', 'depthM']);
  });
  it.each([
    [{ heightM: 0.2 }, 'heightM'],
    [{ drawers: 12, heightM: 0.5 }, 'heightM'],
    [{ widthM: 0.1 }, 'widthM'],
    [{ depthM: 0.05 }, 'depthM'],
  ])('refuses %o by %s', (change, path) => {
    const r = shapeOf({ ...piece(chest), ...change });
    expect(!r.ok && r.issues.map((i) => i.path)).toContain(path);
  });
});
