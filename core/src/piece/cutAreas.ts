import clipperLib, { type ClipType as Combination, type IntPoint, type Paths } from 'clipper-lib';
import type { Issue } from '../units';
import type { Area, Piece } from '../workshop';
import type { Face, Point } from './Face';

// The package is of the older kind of module: its names are read from the whole.
const { Clipper, ClipperOffset, ClipType, EndType, JoinType, PolyFillType, PolyType } = clipperLib;

type Spot = [x: number, y: number];
type Vector = readonly [number, number, number];

const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const between = (a: Point, b: Point): Vector => [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
const unit = (v: Vector): Vector => {
  const n = Math.hypot(...v) || 1;
  return [v[0] / n, v[1] / n, v[2] / n];
};

/** The plane of a face: its own coordinates in m, from the lower left corner of the rectangle around it. */
interface Plane {
  outline: Spot[];
  widthM: number;
  heightM: number;
  toPiece: (spot: Spot) => Point;
}

/** The coordinates of a face: along its first edge, and across it. Source: Gram and Schmidt's way to right angles. */
function planeOf({ outline }: Pick<Face, 'outline'>): Plane {
  const o = outline[0]!;
  const along = unit(between(o, outline[1]!));
  const slant = between(o, outline.at(-1)!);
  const lean = dot(slant, along);
  const across = unit([slant[0] - lean * along[0], slant[1] - lean * along[1], slant[2] - lean * along[2]]);
  const spots = outline.map((p): Spot => [dot(between(o, p), along), dot(between(o, p), across)]);
  const left = Math.min(...spots.map((s) => s[0]));
  const low = Math.min(...spots.map((s) => s[1]));
  const flat = spots.map(([x, y]): Spot => [x - left, y - low]);
  return {
    outline: flat,
    widthM: Math.max(...flat.map((s) => s[0])),
    heightM: Math.max(...flat.map((s) => s[1])),
    toPiece: ([x, y]) =>
      [0, 1, 2].map((i) => o[i]! + (x + left) * along[i]! + (y + low) * across[i]!) as unknown as Point,
  };
}

/** The measures of the rectangle around a face, m: what the measures of an area are counted in. */
export function measuresOf(face: Pick<Face, 'outline'>): { widthM: number; heightM: number } {
  const { widthM, heightM } = planeOf(face);
  return { widthM, heightM };
}

/** Grid of the polygon arithmetic, 10 nm: whole numbers, so that a corner is the same corner in every face that has it. */
const perM = 1e8;
const toGrid = ([x, y]: Spot): IntPoint => ({ X: Math.round(x * perM), Y: Math.round(y * perM) });

const rectangle = (x: number, y: number, wide: number, high: number): Spot[] => [
  [x, y],
  [x + wide, y],
  [x + wide, y + high],
  [x, y + high],
];

/** Corners a circle is drawn with. */
const corners = 96;

/** A circle as a polygon of exactly its area, a shade wider than the circle. */
function circle([x, y]: readonly [number, number], diameterM: number): Spot[] {
  const turn = (2 * Math.PI) / corners;
  const r = (diameterM / 2) * Math.sqrt(turn / Math.sin(turn));
  return Array.from({ length: corners }, (_, i): Spot => [x + r * Math.cos(i * turn), y + r * Math.sin(i * turn)]);
}

/** What two figures have in common, what both cover, or what the first has and the second has not. */
function combine(kind: Combination, one: Paths, other: Paths): Paths {
  const clipper = new Clipper();
  clipper.AddPaths(one, PolyType.ptSubject, true);
  clipper.AddPaths(other, PolyType.ptClip, true);
  const out: Paths = [];
  clipper.Execute(kind, out, PolyFillType.pftNonZero, PolyFillType.pftNonZero);
  // A hole that reaches the edge is a notch: no edge runs along another one of its own.
  return Clipper.SimplifyPolygons(out, PolyFillType.pftNonZero);
}

/** All that lies farther in from an outline than a distance. */
function inset(outline: Paths, widthM: number): Paths {
  const offset = new ClipperOffset(4);
  offset.AddPaths(outline, JoinType.jtMiter, EndType.etClosedPolygon);
  const out: Paths = [];
  offset.Execute(out, -widthM * perM);
  return out;
}

/** The whole of a face, turning to the left. */
function wholeOf(plane: Plane): Paths {
  const path = plane.outline.map(toGrid);
  if (!Clipper.Orientation(path)) path.reverse();
  return [path];
}

/** The figure of an area in the coordinates of its face. */
function figureOf({ outline: figure }: Area, plane: Plane): Paths {
  const { widthM, heightM } = plane;
  const closed = (spots: readonly Spot[]): Paths => [spots.map(toGrid)];
  switch (figure.kind) {
    case 'strip': {
      const { fromM: from, widthM: wide } = figure;
      if (figure.along === 'left') return closed(rectangle(from, 0, wide, heightM));
      if (figure.along === 'right') return closed(rectangle(widthM - from - wide, 0, wide, heightM));
      return closed(rectangle(0, figure.along === 'bottom' ? from : heightM - from - wide, widthM, wide));
    }
    case 'panel':
      return closed(rectangle(figure.leftM, figure.bottomM, figure.widthM, figure.heightM));
    case 'triangle':
      return closed(figure.cornersM);
    case 'circle':
      return closed(circle(figure.centreM, figure.diameterM));
    case 'border': {
      const whole = wholeOf(plane);
      return combine(ClipType.ctDifference, whole, inset(whole, figure.widthM));
    }
  }
}

/** m²; what is cut out counts against it. */
const flatM2 = (shape: Paths): number => shape.reduce((sum, ring) => sum + Clipper.Area(ring), 0) / perM ** 2;

/** Less than this is no area but a rounding, m². */
const leastM2 = 1e-7;

/** A face that is only part of what it is drawn as: its share of the measured area, and its own edges. */
function partOf(face: Face, plane: Plane, shape: Paths): Face {
  const onPiece = ({ X, Y }: IntPoint): Point => plane.toPiece([X / perM, Y / perM]);
  return {
    ...face,
    areaM2: (face.areaM2 * flatM2(shape)) / flatM2(wholeOf(plane)),
    rings: shape.map((ring) => ({ points: ring.map(onPiece), hole: !Clipper.Orientation(ring) })),
  };
}

/** A face with what is cut out of it: each area takes what the ones before it left, and the face keeps the rest. */
function cutFace(face: Face, areas: readonly Area[]): Face[] {
  const plane = planeOf(face);
  let left = wholeOf(plane);
  const cut: Face[] = [];
  for (const area of areas) {
    const figure = figureOf(area, plane);
    const own = combine(ClipType.ctIntersection, left, figure);
    if (flatM2(own) < leastM2) continue;
    left = combine(ClipType.ctDifference, left, figure);
    const id = `${face.id}/${area.id}`;
    cut.push({ ...partOf(face, plane, own), id, hostId: face.id, name: area.name, fittings: none });
  }
  if (cut.length === 0) return [face];
  // What is left, to the last digit: no litre is gained or lost by cutting.
  const restM2 = face.areaM2 - cut.reduce((sum, f) => sum + f.areaM2, 0);
  if (flatM2(left) >= leastM2) return [{ ...partOf(face, plane, left), areaM2: restM2 }, ...cut];
  return cut.map((f, i) => (i === 0 ? { ...f, areaM2: f.areaM2 + restM2 } : f));
}

const none = { pulls: 0, hinges: 0 };

/**
 * The faces of a piece with the areas that are cut out of them.
 * An area and the rest of its face share the measured area exactly, and every metre of the border between them.
 * An area whose face the piece does not have, or that lies beside it, cuts nothing.
 * @param areas in the order they were cut; what two claim belongs to the first
 */
export function cutAreas(faces: readonly Face[], areas: readonly Area[]): Face[] {
  if (areas.length === 0) return [...faces];
  return faces.flatMap((face) => {
    const own = areas.filter((a) => a.faceId === face.id);
    return own.length === 0 ? [face] : cutFace(face, own);
  });
}

/** An area of a kind where it is plain to see, to be measured from there: a strip, a panel, a border in round measures. */
export function newArea(id: string, name: string, face: Face, kind: Area['outline']['kind']): Area {
  const { widthM: w, heightM: h } = measuresOf(face);
  const round = (m: number) => Math.max(0.005, Math.round(m * 100) / 100);
  const tenth = round(Math.min(w, h) / 10);
  const figures: Readonly<Record<typeof kind, () => Area['outline']>> = {
    strip: () => ({ kind: 'strip', along: 'bottom', fromM: 0, widthM: tenth }),
    panel: () => ({ kind: 'panel', leftM: tenth, bottomM: tenth, widthM: w - 2 * tenth, heightM: h - 2 * tenth }),
    triangle: () => ({
      kind: 'triangle',
      cornersM: [
        [0, 0],
        [w, 0],
        [w / 2, h],
      ],
    }),
    circle: () => ({ kind: 'circle', centreM: [w / 2, h / 2], diameterM: round(Math.min(w, h) / 2) }),
    border: () => ({ kind: 'border', widthM: tenth }),
  };
  return { id, name, faceId: face.hostId ?? face.id, outline: figures[kind]() };
}

/** Gives an area back to its face, with what is marked on it. @param piece a draft, which is changed */
export function putBack(piece: Piece, areaId: string): void {
  const area = piece.areas.find((a) => a.id === areaId);
  if (!area) return;
  const own = `${area.faceId}/${area.id}`;
  piece.areas = piece.areas.filter((a) => a.id !== areaId);
  delete piece.faceZones[own];
  delete piece.partSurfaces[own];
  for (const mark of [...piece.damage, ...piece.kept]) if (mark.faceId === own) mark.faceId = area.faceId;
}

const cm = (m: number): string => `${+(m * 100).toFixed(1)} cm`;

/**
 * What is wrong with an area, and what to do; nothing where all of it lies on its face and something of it is left to it.
 * @param faces the faces of the piece before anything is cut
 * @param areas all areas of the piece in their order; @param area one of them
 */
export function areaIssues(faces: readonly Face[], areas: readonly Area[], area: Area): Issue[] {
  const issue = (message: string): Issue[] => [{ code: 'area_outside', path: `areas/${area.id}`, message }];
  const face = faces.find((f) => f.id === area.faceId);
  if (!face) return issue(`“${area.name}” lies on a part this piece no longer has. Take the area away.`);
  const plane = planeOf(face);
  const figure = figureOf(area, plane);
  const whole = wholeOf(plane);
  const size = `${cm(plane.widthM)} wide and ${cm(plane.heightM)} high`;
  const on = flatM2(combine(ClipType.ctIntersection, whole, figure));
  if (on < leastM2)
    return issue(`“${area.name}” lies beside ${face.name.toLowerCase()}, which is ${size}. Check its measures.`);
  const over = flatM2(combine(ClipType.ctDifference, figure, whole));
  // A circle that just touches the edge is drawn a shade wider.
  if (area.outline.kind !== 'border' && over > Math.max(leastM2, on / 1000))
    return issue(`“${area.name}” reaches over the edge of ${face.name.toLowerCase()}, which is ${size}.`);
  if (!cutAreas([face], areas).some((f) => f.id === `${face.id}/${area.id}`))
    return issue(`“${area.name}” lies wholly within an area cut before it. Take one of the two away.`);
  return [];
}
