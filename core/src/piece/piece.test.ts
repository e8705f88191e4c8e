import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { legKinds, type Piece } from '../workshop';
import {
  borderM,
  buildFaces,
  frustumLateralAreaM2,
  newPiece,
  polygonAreaM2,
  type Shape,
  shapeOf,
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
  ...shape,
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
        for (const f of faces) {
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
