import { type Face, type Species, speciesById, surfaceOf, zoneOfFace } from '../piece';
import type { Carrier, DamageKind, MaterialKind, OldFinishKind, Piece, Product, Step, Surface } from '../workshop';
import { removedUm } from './grits';

/** One layer on a face, bottom to top. */
interface Layer {
  stepId: string | null;
  productId: string | null;
  carrier: Carrier | null;
  old: OldFinishKind | null;
  coats: number;
  /** Abraded since it was laid. */
  keyed: boolean;
}

/** The surface of one face between two steps. Faces in the same state share the object. */
export interface SurfaceState {
  material: MaterialKind;
  species: Species;
  soil: 'dirty' | 'clean';
  residue: 'none' | 'cleaner' | 'stripper' | 'softened-film' | 'wax';
  wet: boolean;
  dusty: boolean;
  openDamage: readonly DamageKind[];
  fills: number;
  /** Grit that left the scratches, or null where it was not abraded. */
  lastGrit: number | null;
  /** Rungs of the ladder taken on bare wood so far. */
  rung: number | null;
  /** null: not veneer, or thickness unknown. */
  veneerLeftMm: number | null;
  veneerKnown: boolean;
  layers: readonly Layer[];
  covered: boolean;
}

const oldLayers = (surface: Surface): Layer[] =>
  surface.oldFinish.kind === 'none'
    ? []
    : [{ stepId: null, productId: null, carrier: null, old: surface.oldFinish.kind, coats: 1, keyed: false }];

/** The state in which each face comes in; faces alike share one object. */
export function statesAsFound(piece: Piece, faces: readonly Face[]): Map<string, SurfaceState> {
  const shared = new Map<string, SurfaceState>();
  const states = new Map<string, SurfaceState>();
  for (const face of faces) {
    const zone = zoneOfFace(piece, face);
    const key = `${face.zoneId}>${zone}`;
    let state = shared.get(key);
    if (!state) {
      const surface = surfaceOf(piece, face.zoneId);
      const { kind, speciesId, veneerThicknessMm } = surface.material;
      state = {
        material: kind,
        species: speciesById(speciesId),
        soil: 'dirty',
        residue: surface.oldFinish.kind === 'wax' ? 'wax' : 'none',
        wet: false,
        dusty: false,
        openDamage: piece.damage.filter((d) => d.zoneId === zone).map((d) => d.kind),
        fills: 0,
        lastGrit: null,
        rung: null,
        veneerLeftMm: kind === 'veneer' ? veneerThicknessMm : null,
        veneerKnown: veneerThicknessMm !== null,
        layers: oldLayers(surface),
        covered: false,
      };
      shared.set(key, state);
    }
    states.set(face.id, state);
  }
  return states;
}

/** Damage that glue puts right; the rest is filled. */
export const gluedDamage: readonly DamageKind[] = ['loose-veneer', 'chipped-veneer', 'open-joint', 'wobbly-leg'];

const keyed = (layers: readonly Layer[]): Layer[] =>
  layers.map((l, i) => (i === layers.length - 1 ? { ...l, keyed: true } : l));

/** Bare wood under the abrasive loses thickness; a film is keyed. */
function abraded(state: SurfaceState, step: Step): SurfaceState {
  const grit = step.grit ?? 180;
  if (state.layers.length > 0 && step.kind !== 'sand')
    return { ...state, dusty: true, lastGrit: grit, layers: keyed(state.layers) };
  const left = state.veneerLeftMm === null ? null : state.veneerLeftMm - removedUm(grit, state.rung) / 1000;
  return { ...state, dusty: true, lastGrit: grit, rung: grit, veneerLeftMm: left, layers: keyed(state.layers) };
}

const laid = (state: SurfaceState, step: Step, product: Product | undefined): SurfaceState => ({
  ...state,
  wet: true,
  layers: [
    ...state.layers,
    {
      stepId: step.id,
      productId: step.productId,
      carrier: product?.carrier ?? null,
      old: null,
      coats: 1,
      keyed: false,
    },
  ],
});

/** The state of a face after a step of the plan. */
export function afterStep(state: SurfaceState, step: Step, product: Product | undefined): SurfaceState {
  switch (step.kind) {
    case 'degrease':
      return { ...state, soil: 'clean', residue: state.residue === 'none' ? 'cleaner' : state.residue, wet: true };
    case 'rinse':
      return { ...state, residue: state.residue === 'cleaner' ? 'none' : state.residue, wet: true };
    case 'dry-out':
      return { ...state, wet: false };
    case 'glue':
      return { ...state, openDamage: state.openDamage.filter((d) => !gluedDamage.includes(d)) };
    case 'fill':
      return {
        ...state,
        openDamage: state.openDamage.filter((d) => gluedDamage.includes(d)),
        fills: state.fills + step.count,
      };
    case 'strip-chemical':
      return { ...state, residue: 'softened-film', wet: true };
    case 'scrape':
      return { ...state, layers: [], residue: state.residue === 'softened-film' ? 'stripper' : state.residue };
    case 'remove-residue':
      return { ...state, residue: 'none', layers: state.layers.filter((l) => l.old !== 'wax'), wet: true };
    case 'sand':
    case 'scuff':
    case 'denib':
      return abraded(state, step);
    case 'de-dust':
      return { ...state, dusty: false };
    case 'mask':
      return { ...state, covered: true };
    case 'unmask':
      return { ...state, covered: false };
    case 'condition':
    case 'stain':
    case 'seal':
    case 'block':
    case 'prime':
    case 'paint':
    case 'clear':
      return laid(state, step, product);
    default:
      return state;
  }
}
