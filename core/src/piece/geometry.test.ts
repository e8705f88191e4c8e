import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { LegKind } from '../workshop';
import {
  buildFaces,
  type Face,
  type Form,
  formById,
  formTable,
  type Point,
  partOfFace,
  pointOnFace,
  type Shape,
} from './index';

/** Any form in a size of 90 to 150 % of its typical one, with any of its legs and as many parts as it asks for. */
const anyShape: fc.Arbitrary<{ form: Form; shape: Shape }> = fc
  .tuple(
    fc.constantFrom(...formTable),
    fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 90, max: 150 }))),
    fc.tuple(...[0, 1, 2].map(() => fc.nat({ max: 4 }))),
    fc.nat(),
  )
  .map(([form, [high = 100, wide = 100, deep = 100], [drawers = 0, doors = 0, shelves = 0], leg]) => {
    const t = form.typical;
    const asked = (what: 'drawers' | 'doors' | 'shelves', count: number) =>
      form.asks.includes(what) ? count : t[what];
    const shape: Shape = {
      form: form.id,
      heightM: (t.heightM * high) / 100,
      widthM: (t.widthM * wide) / 100,
      depthM: (t.depthM * deep) / 100,
      drawers: Math.min(asked('drawers', drawers), form.mostDrawers),
      doors: asked('doors', doors),
      shelves: Math.min(asked('shelves', shelves), form.mostShelves),
      legs: form.legs.length > 0 ? form.legs[leg % form.legs.length]! : t.legs,
    };
    return { form, shape };
  });
const made = (faces: readonly Face[]) => faces.filter((f) => f.zoneId !== 'hardware');
const near = 1e-9;
const span = (faces: readonly Face[], axis: 0 | 1 | 2): [number, number] => {
  const all = faces.flatMap((f) => f.outline.map((p) => p[axis]));
  return [Math.min(...all), Math.max(...all)];
};
const isCase = ({ family }: Form) => ['drawers', 'doors', 'lidded'].includes(family);

/** The rectangle a face covers in the plane it looks out of, and where that plane lies. */
function flat(face: Face): { plane: number; a: [number, number]; b: [number, number] } {
  const normal = { left: 0, right: 0, up: 1, down: 1, front: 2, back: 2, round: 2 }[face.side] as 0 | 1 | 2;
  const [a, b] = ([0, 1, 2] as const).filter((i) => i !== normal) as [0 | 1 | 2, 0 | 1 | 2];
  return { plane: face.outline[0]![normal], a: span([face], a), b: span([face], b) };
}
const overlapM2 = (f: Face, g: Face): number => {
  const [p, q] = [flat(f), flat(g)];
  if (f.side !== g.side || Math.abs(p.plane - q.plane) > near) return 0;
  const side = (s: [number, number], t: [number, number]) => Math.min(s[1], t[1]) - Math.max(s[0], t[0]);
  return Math.max(0, side(p.a, q.a)) * Math.max(0, side(p.b, q.b));
};

describe('the faces of any form in any size', () => {
  it('fill the measures over all and stay within them', () => {
    fc.assert(
      fc.property(anyShape, ({ form, shape }) => {
        const faces = made(buildFaces(shape));
        const measures = [shape.widthM, shape.heightM, shape.depthM] as const;
        // A turned leg is drawn as its silhouette: it has no depth.
        const drawnFlat = form.family === 'bed-head' && shape.legs === 'turned';
        for (const axis of drawnFlat ? ([0, 1] as const) : ([0, 1, 2] as const)) {
          const [low, high] = span(faces, axis);
          expect(low, `${form.id} ${axis}`).toBeCloseTo(0, 9);
          expect(high, `${form.id} ${axis}`).toBeCloseTo(measures[axis], 9);
        }
      }),
    );
  });

  it('are the same seen in a mirror, left for right', () => {
    const corners = (outline: readonly Point[], at: (x: number) => number) =>
      outline
        // Rounded where no measure of millimetres or their halves lies.
        .map(([x, y, z]) => [at(x), y, z].map((c) => Math.floor(c * 1e6 + 0.637)).join())
        .sort()
        .join(' ');
    fc.assert(
      fc.property(anyShape, ({ form, shape }) => {
        const faces = made(buildFaces(shape));
        const asBuilt = faces.map((f) => corners(f.outline, (x) => x)).sort();
        expect(faces.map((f) => corners(f.outline, (x) => shape.widthM - x)).sort(), form.id).toEqual(asBuilt);
      }),
    );
  });

  it('of a case tile its front: every strip of it is one face, of frame, drawer, door or plinth', () => {
    fc.assert(
      fc.property(anyShape, ({ form, shape }) => {
        fc.pre(isCase(form));
        const faces = made(buildFaces(shape));
        const fronts = faces.filter(
          (f) => f.side === 'front' && !f.id.startsWith('top/') && Math.abs(flat(f).plane - form.overhangM) < near,
        );
        for (const [i, f] of fronts.entries())
          for (const g of fronts.slice(i + 1)) expect(overlapM2(f, g), `${f.id} over ${g.id}`).toBeCloseTo(0, 9);
        const opening = form.family === 'doors' && shape.doors === 0;
        fc.pre(!opening && (shape.legs === 'plinth' || shape.legs === 'none'));
        const heightM = shape.heightM - form.topThicknessM;
        expect(
          fronts.reduce((sum, f) => sum + f.areaM2, 0),
          form.id,
        ).toBeCloseTo((shape.widthM - 2 * form.overhangM) * heightM, 9);
      }),
      { numRuns: 200 },
    );
  });

  it('of the room in a body close it but for the opening, and those of a drawer but for its top', () => {
    fc.assert(
      fc.property(anyShape, ({ form, shape }) => {
        fc.pre(isCase(form));
        const faces = buildFaces(shape);
        const walls = faces.filter((f) => f.id.startsWith('inside/'));
        const wall = (name: string) => walls.find((f) => f.id === `inside/${name}`)?.areaM2;
        if (walls.length > 0) {
          expect(walls).toHaveLength(5);
          const [w, h, d] = ([0, 1, 2] as const).map((axis) => span(walls, axis)[1] - span(walls, axis)[0]);
          expect([wall('left'), wall('right'), wall('bottom'), wall('back')].map((x) => x?.toFixed(9))).toEqual(
            [h! * d!, h! * d!, w! * d!, w! * h!].map((x) => x.toFixed(9)),
          );
          // Boards of the body stand round it.
          expect(w).toBeLessThan(shape.widthM - 2 * form.overhangM);
          expect(span(walls, 2)[1]).toBeLessThan(shape.depthM);
        }
        for (const front of faces.filter((f) => /^drawer-\d+\/front$/.test(f.id))) {
          const inner = faces.filter((f) => f.id.startsWith(front.id.replace('front', 'inside-')));
          expect(inner.map((f) => [f.counted, f.inside, f.zoneId])).toEqual(Array(5).fill([false, true, 'interior']));
          const [w, h, d] = ([0, 1, 2] as const).map((axis) => span(inner, axis)[1] - span(inner, axis)[0]);
          expect(inner.reduce((sum, f) => sum + f.areaM2, 0)).toBeCloseTo(w! * d! + 2 * d! * h! + 2 * w! * h!, 9);
          // It runs in its opening: smaller than its front, and behind it.
          for (const axis of [0, 1] as const) {
            expect(span(inner, axis)[0]).toBeGreaterThan(span([front], axis)[0]);
            expect(span(inner, axis)[1]).toBeLessThan(span([front], axis)[1]);
          }
          expect(span(inner, 2)[0]).toBeGreaterThan(span([front], 2)[0]);
          // Its sides are as high as the front leaves them: 12 mm under it, 20 mm to the rail above.
          const [low, high] = span([front], 1);
          expect(h).toBeCloseTo(Math.max(0.008, high - low - 0.032), 9);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('of legs stand on the floor under the corners of what they carry', () => {
    const straight: readonly LegKind[] = ['square', 'tapered', 'turned', 'cabriole', 'bracket'];
    fc.assert(
      fc.property(anyShape, ({ form, shape }) => {
        fc.pre((isCase(form) || form.family === 'table') && straight.includes(shape.legs));
        const faces = made(buildFaces(shape));
        const legs = faces.filter((f) => f.id.startsWith('leg-'));
        expect(span(legs, 1)[0]).toBeCloseTo(0, 9);
        const body = faces.filter((f) => /^(carcass|apron|frame|panel)/.test(f.id));
        // Flush with the body on both sides and at the front; a turned or shaped leg is drawn from its middle.
        for (const edge of [0, 1] as const) {
          const [leg, box] = [span(legs, 0)[edge], form.overhangM + edge * (shape.widthM - 2 * form.overhangM)];
          expect(Math.abs(leg - box), form.id).toBeLessThanOrEqual(shape.legs === 'cabriole' ? 0.004 : near);
        }
        if (isCase(form)) expect(span(legs, 1)[1]).toBeCloseTo(span(body, 1)[0], 9);
        const [left, right] = ['left', 'right'].map((side) => legs.filter((f) => partOfFace(f).includes(side)));
        expect(span(left!, 0)[1]).toBeLessThan(span(right!, 0)[0]);
      }),
      { numRuns: 300 },
    );
  });
});

describe('a case under a sloping lid', () => {
  const desk = (legs: LegKind) =>
    buildFaces({
      form: 'writing-slope',
      heightM: 1.05,
      widthM: 0.9,
      depthM: 0.5,
      drawers: 1,
      doors: 0,
      shelves: 0,
      legs,
    });
  const height = (faces: readonly Face[], id: string) =>
    span(
      faces.filter((f) => f.id === id),
      1,
    ).map((y) => y.toFixed(6));
  it('has cheeks that stand on its sides and end under the slope', () => {
    // The slope rises 0.175 to 1.05; the case below it ends 22 mm under the front edge at 0.875.
    for (const side of ['left', 'right']) {
      expect(height(desk('plinth'), `carcass/cheek-${side}`)).toEqual(['0.853000', '1.050000']);
      expect(height(desk('plinth'), `carcass/${side}`)[1]).toBe('0.853000');
    }
    expect(height(desk('plinth'), 'top/slope')).toEqual(['0.875000', '1.050000']);
  });
  it('is shallow on legs, one drawer high, and goes down to its plinth without', () => {
    // 22 mm of top, 60 mm of frame and 120 mm a drawer under 0.875.
    expect(height(desk('square'), 'carcass/left')[0]).toBe('0.673000');
    expect(Number(height(desk('plinth'), 'carcass/left')[0])).toBeLessThan(0.15);
  });
});

describe('what lies on a face', () => {
  const cabinet: Shape = { ...formById('cabinet').typical, form: 'cabinet' };
  const sides = (outline: readonly Point[]) =>
    [0, 1].map((i) => Math.hypot(...[0, 1, 2].map((k) => outline[i + 1]![k]! - outline[i]![k]!)));
  const middle = (outline: readonly Point[]) =>
    [0, 1, 2].map((k) => outline.reduce((sum, p) => sum + p[k]!, 0) / outline.length);

  it('is drawn in its own size round its place, a little before the face, on whichever side that looks', () => {
    const plain = buildFaces(cabinet);
    for (const id of ['door-1/front', 'carcass/left', 'carcass/right', 'top/upper', 'carcass/back']) {
      const host = plain.find((f) => f.id === id)!;
      const part = { id: 'p', kind: 'panel' as const, name: 'Panel', zoneId: 'carcass' as const, faceId: id, count: 1 };
      const drawn = buildFaces({ ...cabinet, addedParts: [{ ...part, lengthM: 0.2, girthM: 0.1 }] }).find((f) =>
        f.id.startsWith('p/'),
      )!;
      expect(drawn.side).toBe(host.side);
      expect(sides(drawn.outline).map((x) => Number(x.toFixed(9)))).toEqual([0.2, 0.1]);
      const [c, m] = [middle(host.outline), middle(drawn.outline)];
      const out = { front: [0, 0, -1], back: [0, 0, 1], left: [-1, 0, 0], right: [1, 0, 0], up: [0, 1, 0] }[
        host.side as 'front'
      ]!;
      const lift = m.map((x, k) => x - c[k]!);
      expect(Math.hypot(...lift), id).toBeLessThan(0.01);
      expect(lift.reduce((sum, x, k) => sum + x * out[k]!, 0)).toBeCloseTo(Math.hypot(...lift), 12);
      expect(Math.hypot(...lift)).toBeGreaterThan(0);
    }
  });
  it('spindles stand apart at even steps, upright, each as long and thick as it was measured', () => {
    const host = buildFaces(cabinet).find((f) => f.id === 'door-1/front')!;
    const spindles = buildFaces({
      ...cabinet,
      addedParts: [
        {
          id: 's',
          kind: 'spindles',
          name: 'Rod',
          zoneId: 'carcass',
          faceId: host.id,
          lengthM: 0.4,
          girthM: 0.02,
          count: 3,
        },
      ],
    }).filter((f) => f.id.startsWith('s/'));
    expect(spindles.map((f) => sides(f.outline).map((x) => Number(x.toFixed(9))))).toEqual(Array(3).fill([0.02, 0.4]));
    const [from, to] = span([host], 0);
    const at = spindles.map((f) => (middle(f.outline)[0]! - from) / (to - from));
    expect(at.map((x) => Number(x.toFixed(9)))).toEqual([0.25, 0.5, 0.75]);
    expect(spindles.every((f) => Math.abs(f.areaM2 - Math.PI * 0.02 * 0.4) < near)).toBe(true);
  });
  it('two pulls sit on a wide drawer at its quarters, one in the middle of a narrow, on a door at its edge', () => {
    const pulls = (widthM: number) => {
      const faces = buildFaces({ ...cabinet, form: 'chest-of-drawers', doors: 0, drawers: 1, widthM });
      const front = faces.find((f) => f.id === 'drawer-1/front')!;
      const [from, to] = span([front], 0);
      return faces
        .filter((f) => f.id.startsWith('pull-'))
        .map((f) => Number(((middle(f.outline)[0]! - from) / (to - from)).toFixed(6)));
    };
    // Fronts of a chest are 90 mm narrower than its top: half a metre wide at 590 mm.
    expect([pulls(0.595), pulls(0.585)]).toEqual([[0.25, 0.75], [0.5]]);
    const door = buildFaces(cabinet).find((f) => f.id === 'door-1/front')!;
    const pull = buildFaces(cabinet).find((f) => f.id.startsWith('pull-door-1'))!;
    expect(middle(pull.outline).map((x) => x.toFixed(9))).toEqual(
      [...pointOnFace(door, [0.9, 0.55])].map((x) => x.toFixed(9)),
    );
  });
});
