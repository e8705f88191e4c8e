import { type Face, type Species, speciesById, surfaceOf, zoneOfFace } from '../piece';
import type {
  Carrier,
  DamageKind,
  MaterialKind,
  Mixed,
  OldFinishKind,
  Piece,
  Product,
  ProductKind,
  Step,
  Surface,
} from '../workshop';
import { canHave, closesDamage, gluedDamage } from './damageTable';
import { removedUm } from './grits';
import { facesWith, foundOnTheWay } from './lateDamage';
import { type Effect, stepKind } from './stepKinds';
import { leavesWet, waitBetween } from './waitBetween';

/** What a layer is to those above it. */
type Role = 'in-wood' | 'film' | 'wax' | 'decoration';

/** One layer on a face, bottom to top. */
interface Layer {
  stepId: string | null;
  productId: string | null;
  carrier: Carrier | null;
  role: Role;
  old: OldFinishKind | null;
  coats: number;
  /** What it was mixed of; left out: its product as it is. */
  mixed?: Mixed;
  /** Abraded since it was laid. */
  keyed: boolean;
}

/** Fillers, rigid every one, from the one that shows least under stain to the one that shows most. */
export const fillKinds = ['filler-stick', 'filler-ready', 'filler-two-part'] as const;
type FillKind = (typeof fillKinds)[number];

/** Fillers that are sanded flush when they are hard; a melted stick is scraped as it cools, leather filler wiped. */
const sandedFlush: ReadonlySet<ProductKind | undefined> = new Set(['filler-two-part', 'filler-ready']);

const worseFill = (before: FillKind | null, product: Product | undefined): FillKind | null => {
  const now = (fillKinds as readonly (ProductKind | undefined)[]).indexOf(product?.kind);
  return fillKinds[Math.max(now, before === null ? -1 : fillKinds.indexOf(before))] ?? null;
};

/** The surface of one face between two steps. Faces in the same state share the object. */
export interface SurfaceState {
  material: MaterialKind;
  species: Species;
  soil: 'dirty' | 'clean';
  residue: 'none' | 'cleaner' | 'stripper' | 'softened-film' | 'wax' | 'bleach' | 'glue';
  /** Water or solvent of a wash still in it; a film that dries is a matter of its product's waits. */
  wet: boolean;
  dusty: boolean;
  openDamage: readonly DamageKind[];
  fills: number;
  /** What the worst of them is made of; null: no fills. */
  fillKind: FillKind | null;
  /** Filler that stands proud: neither sanded nor scraped flush since it was put in. */
  rawFill: boolean;
  /** Grit that left the scratches, or null where it was not abraded. */
  lastGrit: number | null;
  /** Rungs of the ladder taken on bare wood so far. */
  rung: number | null;
  /** null: not veneer, or thickness unknown. */
  veneerLeftMm: number | null;
  veneerKnown: boolean;
  layers: readonly Layer[];
  covered: boolean;
  /** The step that worked it last; null: none so far. */
  lastStepId: string | null;
  /** What was laid that is no film and that nothing has waited for yet: stripper, glue, filler, a wash that dries overnight. */
  drying: readonly Step[];
}

const oldLayers = (surface: Surface): Layer[] =>
  surface.oldFinish.kind === 'none'
    ? []
    : [
        {
          stepId: null,
          productId: null,
          carrier: null,
          role: surface.oldFinish.kind === 'wax' ? 'wax' : 'film',
          old: surface.oldFinish.kind,
          coats: 1,
          keyed: false,
        },
      ];

/** The state in which each face comes in; faces alike share one object. */
export function statesAsFound(piece: Piece, faces: readonly Face[]): Map<string, SurfaceState> {
  const shared = new Map<Surface, Map<string, SurfaceState>>();
  const states = new Map<string, SurfaceState>();
  const damaged = piece.damage
    .filter((d) => !foundOnTheWay(piece, d))
    .map(({ kind, zoneId, faceId }) => {
      const own = faces.filter((f) => zoneOfFace(piece, f) === zoneId);
      return { kind, zoneId, on: new Set(facesWith({ faceId }, own)) };
    });
  for (const face of faces) {
    const zone = zoneOfFace(piece, face);
    const surface = surfaceOf(piece, face);
    const byZone = shared.get(surface) ?? new Map<string, SurfaceState>();
    shared.set(surface, byZone);
    const here = damaged.filter((d) => d.zoneId === zone && d.on.has(face));
    const key = here.length === 0 ? zone : `${zone} ${here.map((d) => damaged.indexOf(d)).join(' ')}`;
    let state = byZone.get(key);
    if (!state) {
      const { kind, speciesId, veneerThicknessMm } = surface.material;
      state = {
        material: kind,
        species: speciesById(speciesId),
        soil: 'dirty',
        residue: surface.oldFinish.kind === 'wax' ? 'wax' : 'none',
        wet: false,
        dusty: false,
        openDamage: here.filter((d) => canHave(d.kind, kind)).map((d) => d.kind),
        fills: 0,
        fillKind: null,
        rawFill: false,
        lastGrit: null,
        rung: null,
        veneerLeftMm: kind === 'veneer' ? veneerThicknessMm : null,
        veneerKnown: veneerThicknessMm !== null,
        layers: oldLayers(surface),
        covered: false,
        lastStepId: null,
        drying: [],
      };
      byZone.set(key, state);
    }
    states.set(face.id, state);
  }
  return states;
}

/** What is abraded: the layer on top, and the film between and under decorations that do not cover all of it. */
function keyed(layers: readonly Layer[]): Layer[] {
  const film = layers.findLastIndex((l) => l.role !== 'decoration');
  return layers.map((l, i) => (i >= film ? { ...l, keyed: true } : l));
}

/** Steps that go on down to bare wood and spend what there is of it; the others key the film on top. */
const onBareWood = new Set<Step['kind']>(['sand', 'strip-abrasive']);

function abraded(state: SurfaceState, step: Step): SurfaceState {
  const grit = step.grit ?? 180;
  if (state.layers.length > 0 && !onBareWood.has(step.kind))
    return { ...state, dusty: true, rawFill: false, lastGrit: grit, layers: keyed(state.layers) };
  const left = state.veneerLeftMm === null ? null : state.veneerLeftMm - removedUm(grit, state.rung) / 1000;
  const layers = keyed(state.layers);
  return { ...state, dusty: true, rawFill: false, lastGrit: grit, rung: grit, veneerLeftMm: left, layers };
}

const layer = (step: Step, product: Product | undefined, role: Role): Layer => ({
  stepId: step.id,
  productId: step.productId,
  carrier: product?.carrier ?? null,
  role,
  old: null,
  coats: 1,
  keyed: false,
  ...(step.mixed ? { mixed: step.mixed } : {}),
});

const onTop = (state: SurfaceState, added: Layer): SurfaceState => ({ ...state, layers: [...state.layers, added] });

/** Thickness of commercial face veneer as sold, mm (from memory: 0.5–0.6). */
const newVeneerMm = 0.55;

type Change = (state: SurfaceState, step: Step, product: Product | undefined) => SurfaceState;

/** What each effect does to a surface. */
const changes: Readonly<Record<Effect, Change>> = {
  'clean-soil': (s) => ({ ...s, soil: 'clean' }),
  'leave-cleaner': (s) => ({ ...s, residue: s.residue === 'none' ? 'cleaner' : s.residue }),
  'take-cleaner': (s) => ({ ...s, residue: s.residue === 'cleaner' ? 'none' : s.residue }),
  wet: (s) => ({ ...s, wet: true }),
  dry: (s) => ({ ...s, wet: false }),
  'close-glued': (s) => ({ ...s, openDamage: s.openDamage.filter((d) => !gluedDamage.includes(d)) }),
  'close-filled': (s, step, product) => ({
    ...s,
    fillKind: worseFill(s.fillKind, product),
    rawFill: s.rawFill || sandedFlush.has(product?.kind),
    openDamage: s.openDamage.filter((d) => !closesDamage('fill', d)),
    fills: s.fills + step.count,
  }),
  'close-own': (s, step, product) => ({
    ...s,
    fillKind: worseFill(s.fillKind, product),
    rawFill: s.rawFill || sandedFlush.has(product?.kind),
    openDamage: s.openDamage.filter((d) => !closesDamage(step.kind, d)),
  }),
  'soften-film': (s) => ({ ...s, residue: 'softened-film' }),
  'take-film': (s) => ({
    ...s,
    rawFill: false,
    layers: [],
    residue: s.residue === 'softened-film' ? 'stripper' : s.residue === 'wax' ? 'none' : s.residue,
  }),
  'take-residue': (s) => ({ ...s, residue: 'none', layers: s.layers.filter((l) => l.role !== 'wax') }),
  'leave-bleach': (s) => ({ ...s, residue: 'bleach' }),
  'take-bleach': (s) => ({ ...s, residue: s.residue === 'bleach' ? 'none' : s.residue }),
  'take-veneer': (s) => ({
    ...s,
    material: s.material === 'veneer' ? 'solid' : s.material,
    veneerLeftMm: null,
    layers: [],
    residue: 'none',
    openDamage: s.openDamage.filter((d) => !d.includes('veneer')),
  }),
  'lay-veneer': (s) => ({
    ...s,
    material: 'veneer',
    veneerLeftMm: newVeneerMm,
    veneerKnown: true,
    layers: [],
    soil: 'clean',
    fills: 0,
    fillKind: null,
    rawFill: false,
    lastGrit: null,
    rung: null,
    openDamage: s.openDamage.filter((d) => !d.includes('veneer')),
  }),
  // A new top is clean, bare and whole.
  'new-part': (s, step) =>
    step.part === 'top'
      ? { ...s, soil: 'clean', residue: 'none', layers: [], openDamage: [], fills: 0, fillKind: null, rawFill: false }
      : s,
  'take-cloth': (s) => ({ ...s, soil: 'clean' }),
  abrade: abraded,
  'take-dust': (s) => ({ ...s, dusty: false }),
  'raise-dust': (s) => ({ ...s, dusty: true }),
  'flush-fill': (s) => ({ ...s, dusty: true, rawFill: false }),
  // Glue under veneer is neither a film nor clean wood.
  'leave-glue': (s) => ({ ...s, residue: 'glue' }),
  'take-glue': (s) => ({ ...s, residue: s.residue === 'glue' ? 'none' : s.residue, soil: 'clean' }),
  // A design is taped on part of a face: what lies between the lines stays open.
  cover: (s, step) => (step.areaFrac < 1 ? s : { ...s, covered: true }),
  uncover: (s) => ({ ...s, covered: false }),
  lay: (s, step, product) => onTop(s, layer(step, product, stepKind(step.kind).inWood ? 'in-wood' : 'film')),
  'lay-wax': (s, step, product) => onTop(s, layer(step, product, 'wax')),
  decorate: (s, step, product) => onTop(s, layer(step, product, 'decoration')),
};

/** What is still wet on a face after a step: what was not waited for, and what it leaves itself. */
const dryingAfter = (state: SurfaceState, step: Step): readonly Step[] => {
  const left = state.drying.filter((wet) => waitBetween(wet, step, {}) === 'none');
  if (leavesWet(step)) return [...left, step];
  return left.length === state.drying.length ? state.drying : left;
};

/** The state of a face after a step of the plan: what its kind gives, one effect after the other. */
export function afterStep(state: SurfaceState, step: Step, product: Product | undefined): SurfaceState {
  const { gives, group } = stepKind(step.kind);
  // What is ordered is beside the work.
  if (group === 'obtain') return state;
  const given = gives.reduce((s, effect) => changes[effect](s, step, product), state);
  return { ...given, lastStepId: step.id, drying: dryingAfter(state, step) };
}
