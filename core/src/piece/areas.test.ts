import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Area } from '../workshop';
import {
  areaIssues,
  borderM,
  buildFaces,
  type Face,
  faceBetween,
  formTable,
  measuresOf,
  newArea,
  newDamage,
  newPiece,
  polygonAreaM2,
  putBack,
  ringsOf,
  shapeToDraw,
  shareBelow,
  surfaceOf,
  zoneOfFace,
} from './index';

type Figure = Area['outline'];
const area = (outline: Figure, faceId = 'panel/front', id = 'a'): Area => ({ id, name: 'Inlay', faceId, outline });
const at = '2026-11-27T08:00:00Z';
/** A board 80 cm high and 60 cm wide: its front is one rectangle. */
const board = { ...newPiece('p', 'P', 'board', at), heightM: 0.8, widthM: 0.6, depthM: 0.02 };
const front = buildFaces(shapeToDraw(board)).find((f) => f.side === 'front')!;
const cut = (...areas: Area[]): Face[] =>
  buildFaces(shapeToDraw({ ...board, areas: areas.map((a) => ({ ...a, faceId: front.id })) })).filter(
    (f) => f.id === front.id || f.hostId === front.id,
  );
const shownM2 = ({ rings = [] }: Face): number =>
  rings.reduce((sum, r) => sum + (r.hole ? -1 : 1) * polygonAreaM2(r.points), 0);
const perimeterM = (face: Face): number =>
  ringsOf(face).reduce(
    (sum, ring) =>
      sum + ring.reduce((n, p, i) => n + Math.hypot(...[0, 1, 2].map((k) => p[k]! - ring.at(i - 1)![k]!)), 0),
    0,
  );

describe('areas cut out of a face of 60 × 80 cm, worked by hand', () => {
  it.each<[string, Figure, number, number]>([
    ['a strip of 10 cm, 5 cm from the bottom', { kind: 'strip', along: 'bottom', fromM: 0.05, widthM: 0.1 }, 0.06, 1.2],
    ['a strip of 10 cm along the right edge', { kind: 'strip', along: 'right', fromM: 0, widthM: 0.1 }, 0.08, 0.8],
    [
      'a panel of 20 × 30 cm in the middle',
      { kind: 'panel', leftM: 0.2, bottomM: 0.25, widthM: 0.2, heightM: 0.3 },
      0.06,
      1,
    ],
    [
      'a corner cut off 30 cm along and 40 cm up',
      {
        kind: 'triangle',
        cornersM: [
          [0, 0],
          [0.3, 0],
          [0, 0.4],
        ],
      },
      0.06,
      0.5,
    ],
    [
      'a border of 5 cm',
      { kind: 'border', widthM: 0.05 },
      2 * 0.05 * (0.6 + 0.8) - 4 * 0.05 ** 2,
      2 * (0.6 + 0.8) - 8 * 0.05,
    ],
  ])('%s', (_, figure, areaM2, borderLengthM) => {
    const [rest, own] = cut(area(figure));
    expect(own!.areaM2).toBeCloseTo(areaM2, 9);
    expect(rest!.areaM2).toBeCloseTo(0.48 - areaM2, 9);
    expect(borderM([own!], [rest!])).toBeCloseTo(borderLengthM, 9);
    expect(own!.fittings).toEqual({ pulls: 0, hinges: 0 });
  });

  it('a circle has π·d²/4, its border π·d, and the rest a hole', () => {
    const [rest, own] = cut(area({ kind: 'circle', centreM: [0.3, 0.4], diameterM: 0.3 }));
    expect(own!.areaM2).toBeCloseTo((Math.PI * 0.3 ** 2) / 4, 9);
    // Drawn with 96 corners of the same area: longer than the circle by less than one part in a thousand.
    expect(borderM([own!], [rest!]) / (Math.PI * 0.3)).toBeCloseTo(1.0004, 3);
    expect(ringsOf(rest!)).toHaveLength(2);
    // A third of the height lies below the hole and the circle in it.
    expect(shareBelow(rest!, 0.2)).toBeCloseTo((0.6 * 0.2) / (0.48 - (Math.PI * 0.3 ** 2) / 4), 9);
    expect(faceBetween(rest!, 0, 0.2)).toHaveLength(1);
    expect(shareBelow(own!, 0.4)).toBeCloseTo(0.5, 9);
  });

  it('where two overlap, the first has it', () => {
    const strip = area({ kind: 'strip', along: 'bottom', fromM: 0, widthM: 0.2 });
    const rim = area({ kind: 'border', widthM: 0.05 }, front.id, 'b');
    const [rest, first, second] = cut(strip, rim);
    expect(first!.areaM2).toBeCloseTo(0.12, 9);
    expect(second!.areaM2).toBeCloseTo(0.05 * (0.6 + 0.6 + 0.5), 9);
    expect(rest!.areaM2).toBeCloseTo(0.5 * 0.55, 9);
  });

  it('belongs to the zone and is made of the wood of its face until it is said otherwise', () => {
    const [, own] = cut(area({ kind: 'border', widthM: 0.05 }));
    const painted = {
      material: { kind: 'mdf' as const, speciesId: null, veneerThicknessMm: null },
      oldFinish: { kind: 'paint' as const, condition: 'sound' as const },
    };
    expect(zoneOfFace({ ...board, faceZones: { [front.id]: 'own-1' } }, own!)).toBe('own-1');
    expect(zoneOfFace({ ...board, faceZones: { [front.id]: 'own-1', [own!.id]: 'own-2' } }, own!)).toBe('own-2');
    expect(surfaceOf({ ...board, partSurfaces: { [front.id]: painted } }, own!)).toEqual(painted);
    expect(surfaceOf({ ...board, partSurfaces: { [own!.id]: painted } }, front)).toEqual(board.surfaces.carcass);
  });
});

describe('an area that is begun and given back', () => {
  it('lies on its face whatever its figure, and leaves its marks to the face when it goes', () => {
    const faces = buildFaces(shapeToDraw(board));
    for (const kind of ['strip', 'panel', 'triangle', 'circle', 'border'] as const) {
      const made = newArea('a', 'A', front, kind);
      expect([kind, areaIssues(faces, [made], made)]).toEqual([kind, []]);
      const piece = {
        ...structuredClone(board),
        areas: [made],
        faceZones: { [`${front.id}/a`]: 'own-1' as const, [front.id]: 'top' as const },
        partSurfaces: { [`${front.id}/a`]: board.surfaces.top },
        damage: [{ ...newDamage('d', 'scratch', 'own-1'), faceId: `${front.id}/a` }],
      };
      const before = structuredClone(piece);
      putBack(piece, 'another');
      expect(piece).toEqual(before);
      putBack(piece, 'a');
      expect(piece).toMatchObject({ areas: [], faceZones: { [front.id]: 'top' }, partSurfaces: {} });
      expect(Object.keys(piece.faceZones)).toEqual([front.id]);
      expect(piece.damage[0]!.faceId).toBe(front.id);
    }
  });
});

describe('what is wrong with an area is said, and it cuts nothing it has no right to', () => {
  const faces = buildFaces(shapeToDraw(board));
  const said = (a: Area, before: Area[] = []) => areaIssues(faces, [...before, a], a).map((i) => i.message);
  it.each<[string, Figure, string | undefined]>([
    ['on it', { kind: 'circle', centreM: [0.3, 0.4], diameterM: 0.6 }, undefined],
    [
      'beside it',
      { kind: 'panel', leftM: 0.7, bottomM: 0, widthM: 0.1, heightM: 0.1 },
      'which is 60 cm wide and 80 cm',
    ],
    ['over its edge', { kind: 'circle', centreM: [0.1, 0.1], diameterM: 0.3 }, 'reaches over the edge'],
    ['all of it', { kind: 'border', widthM: 0.3 }, undefined],
  ])('%s', (_, figure, words) => {
    const found = said(area(figure, front.id));
    if (words === undefined) expect(found).toEqual([]);
    else expect(found[0]).toContain(words);
  });
  it('under another one, or on a part that is gone', () => {
    const all = area({ kind: 'strip', along: 'left', fromM: 0, widthM: 0.6 }, front.id, 'first');
    expect(said(area({ kind: 'border', widthM: 0.1 }, front.id), [all])[0]).toContain('within an area cut before');
    expect(said(area({ kind: 'border', widthM: 0.1 }, 'door-7/front'))[0]).toContain('no longer has');
  });
});

describe('whatever is cut out of whatever face of any form', () => {
  const share = fc.integer({ min: 1, max: 19 }).map((n) => n / 20);
  const anyFigure = (w: number, h: number): fc.Arbitrary<Figure> =>
    fc.oneof(
      fc
        .tuple(fc.constantFrom('bottom' as const, 'top' as const, 'left' as const, 'right' as const), share, share)
        .map(([along, a, b]) => ({ kind: 'strip' as const, along, fromM: a * h, widthM: b * w })),
      fc.tuple(share, share, share, share).map(([a, b, c, d]) => ({
        kind: 'panel' as const,
        leftM: a * w,
        bottomM: b * h,
        widthM: c * w,
        heightM: d * h,
      })),
      fc.tuple(share, share, share).map(([a, b, c]) => ({
        kind: 'circle' as const,
        centreM: [a * w, b * h] as [number, number],
        diameterM: c * Math.min(w, h),
      })),
      share.map((a) => ({ kind: 'border' as const, widthM: (a * Math.min(w, h)) / 2 })),
    );
  const anyCut = fc.constantFrom(...formTable).chain((form) => {
    const piece = newPiece('p', 'P', form.id, at);
    const whole = buildFaces(shapeToDraw(piece));
    return fc.constantFrom(...whole).chain((face) => {
      const { widthM, heightM } = measuresOf(face);
      return fc
        .array(anyFigure(widthM, heightM), { minLength: 1, maxLength: 4 })
        .map((figures) => ({ piece, whole, face, areas: figures.map((f, i) => area(f, face.id, `a${i}`)) }));
    });
  });

  it('area is conserved, every edge between two parts belongs to both, and the other faces stay as they are', () => {
    fc.assert(
      fc.property(anyCut, ({ piece, whole, face, areas }) => {
        const faces = buildFaces(shapeToDraw({ ...piece, areas }));
        const parts = faces.filter((f) => f.id === face.id || f.hostId === face.id);
        const sum = (of: readonly Face[], by: (f: Face) => number) => of.reduce((n, f) => n + by(f), 0);
        expect(sum(parts, (f) => f.areaM2)).toBeCloseTo(face.areaM2, 9);
        const rest = parts.find((f) => f.id === face.id);
        // A pull is drawn as a plate, a leg as its silhouette: shares of the measured area go by what is drawn.
        if (rest?.rings) expect(shownM2(rest) / polygonAreaM2(face.outline)).toBeCloseTo(rest.areaM2 / face.areaM2, 6);
        expect(sum(parts, (f) => shareBelow(f, 1e9))).toBeCloseTo(parts.length, 9);
        expect(faces.filter((f) => !parts.includes(f))).toEqual(whole.filter((f) => f.id !== face.id));
        const inner = parts.reduce((n, a, i) => n + sum(parts.slice(i + 1), (b) => borderM([a], [b])), 0);
        expect(Math.abs(sum(parts, perimeterM) - perimeterM(face) - 2 * inner)).toBeLessThan(0.005);
        const other = faces.filter((f) => !parts.includes(f));
        // More, where a cut happens to run along a part that stands against the middle of the face.
        expect(borderM(parts, other)).toBeGreaterThan(borderM([face], other) - 0.002);
        for (const part of parts) expect(polygonAreaM2(part.outline)).toBeCloseTo(polygonAreaM2(face.outline), 9);
      }),
      { numRuns: 150 },
    );
  });
});
