import { type Face, partOfFace, surfaceOf } from '../piece';
import type { ProductKind } from '../workshop';
import type { SurfaceState } from './surfaceState';

/** What decides on the hands-on time of a step, over the faces it acts on. */
export interface WorkedFaces {
  /** Area it covers, m². */
  areaM2: number;
  /** How many times longer their shapes take to abrade than flat work, ≥ 1. */
  shapeFactor: number;
  /** Share of their area that is legs, rails, bars or shaped work, 0 to 1. */
  narrowFrac: number;
  /** Share of their area that is square legs, rails or bars: too narrow for a machine, 0 to 1. */
  barFrac: number;
  /** Share of their area that a scraper does not reach, 0 to 1. */
  detailFrac: number;
  /** Old paint, or more of a film than one scraping takes. */
  thickFilm: boolean;
  /** Stripper lies on it, and has lifted what was there. */
  softened: boolean;
  /** Drawers and doors that lie beside the piece: each is taken up and laid down again. */
  looseParts: number;
  /** What it is done with; null: nothing of the shelf. */
  productKind: ProductKind | null;
}

/** Flat work in one film. */
export const flatFaces = (areaM2: number): WorkedFaces => ({
  areaM2,
  shapeFactor: 1,
  narrowFrac: 0,
  barFrac: 0,
  detailFrac: 0,
  thickFilm: false,
  softened: false,
  looseParts: 0,
  productKind: null,
});

type FaceShape = 'flat' | 'narrow' | 'moulded' | 'turned' | 'lattice';

/** How many times longer a shape takes to abrade than flat work (typical, from memory). */
const abradeFactor: Readonly<Record<FaceShape, number>> = { flat: 1, narrow: 1, moulded: 2, turned: 2.5, lattice: 3 };

/** Weathered wood takes twice as long (typical, from memory). */
const weatheredFactor = 2;

/** Narrower than this a face is a leg, a rail or a bar, m (from memory). */
const narrowBelowM = 0.08;

/** Width of a face: the second of its three extents, m. */
function widthM({ outline }: Face): number {
  const extents = ([0, 1, 2] as const).map((i) => {
    let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const point of outline) {
      least = Math.min(least, point[i]);
      most = Math.max(most, point[i]);
    }
    return most - least;
  });
  return extents.sort((a, b) => b - a)[1]!;
}

/** The edge of a board is done with its face, however narrow it is. */
function shapeOfFace(piece: Parameters<typeof surfaceOf>[0], face: Face): FaceShape {
  if (surfaceOf(piece, face).material.kind === 'cane') return 'lattice';
  if (face.side === 'round') return 'turned';
  if (face.shape) return face.shape;
  const ofBoard = partOfFace(face) === 'board' || /edge|underside/.test(face.id);
  return face.zoneId !== 'hardware' && !ofBoard && widthM(face) < narrowBelowM ? 'narrow' : 'flat';
}

const known = new WeakMap<readonly Face[], Omit<WorkedFaces, 'areaM2' | 'softened' | 'looseParts' | 'productKind'>>();

/**
 * What the faces of a step ask of the hands.
 * @param areaM2 area the step covers, m²
 * @param before states of the faces before it; left out: as they came in
 * @param isLoose whether a face is on a drawer or door that lies beside the piece
 */
export function workedFaces(
  piece: Parameters<typeof surfaceOf>[0],
  faces: readonly Face[],
  areaM2: number,
  before: readonly SurfaceState[] = [],
  productKind: ProductKind | null = null,
  isLoose: (face: Face) => boolean = () => false,
): WorkedFaces {
  let shaped = known.get(faces);
  if (!shaped) {
    const totalM2 = faces.reduce((sum, f) => sum + f.areaM2, 0) || 1;
    const rows = faces.map((f) => ({ shape: shapeOfFace(piece, f), ownM2: f.areaM2 }));
    const shareOf = (...shapes: FaceShape[]) =>
      rows.filter((r) => shapes.includes(r.shape)).reduce((sum, r) => sum + r.ownM2, 0) / totalM2;
    const weathered = faces.some((f) => surfaceOf(piece, f).oldFinish.condition === 'weathered') ? weatheredFactor : 1;
    shaped = {
      shapeFactor: weathered * Math.max(1, rows.reduce((sum, r) => sum + r.ownM2 * abradeFactor[r.shape], 0) / totalM2),
      narrowFrac: shareOf('narrow', 'moulded', 'turned', 'lattice'),
      barFrac: shareOf('narrow'),
      detailFrac: shareOf('moulded', 'turned', 'lattice'),
      thickFilm: faces.some((f) => {
        const { kind, condition } = surfaceOf(piece, f).oldFinish;
        return kind === 'paint' || condition === 'thick';
      }),
    };
    known.set(faces, shaped);
  }
  const { shapeFactor, narrowFrac, barFrac, detailFrac, thickFilm } = shaped;
  const looseParts = new Set(faces.filter(isLoose).map(partOfFace)).size;
  const softened = before.some((s) => s.residue === 'softened-film');
  return { areaM2, shapeFactor, narrowFrac, barFrac, detailFrac, thickFilm, softened, looseParts, productKind };
}
