import type { Face, Zone } from '../piece';
import type { Piece, Product, Step } from '../workshop';
import { canHave } from './damageTable';
import { type House, houseOf } from './houseRules';
import { doneBefore, earlierSteps, facesWith, foundOnTheWay } from './lateDamage';
import { frameDamage, partsOffIn } from './members';
import { stepKind } from './stepKinds';
import { afterStep, type SurfaceState, statesAsFound } from './surfaceState';

/** States around one step of the faces it acts on, in the order of `faces`. Faces in one state share the object. */
export interface StepStates {
  step: Step;
  faces: readonly Face[];
  before: readonly SurfaceState[];
  after: readonly SurfaceState[];
  /** Of a step of the whole piece the states of all its faces that differ; of any other none. */
  whole: readonly SurfaceState[];
  /** The states among them that differ. */
  distinct: { before: readonly SurfaceState[]; after: readonly SurfaceState[] };
}

/** Faces a step acts on: those of its zone, or those of them that it names; a step of the whole piece acts on none. */
export function facesOfStep(
  { zoneId, faceIds }: Pick<Step, 'zoneId' | 'faceIds'>,
  zones: readonly Zone[],
): readonly Face[] {
  const faces = zones.find((z) => z.id === zoneId)?.faces ?? [];
  return faceIds === null ? faces : faces.filter((f) => faceIds.includes(f.id));
}

/** Damage that was found on the way, with what had been done on its zone by then. */
const lateFinds = (piece: Piece) =>
  piece.damage
    .filter((d) => foundOnTheWay(piece, d))
    .map((damage) => ({
      damage,
      open: true,
      done: new Set([...earlierSteps(piece, damage.zoneId), ...doneBefore(piece, damage).map((s) => s.id)]),
    }));

/**
 * Runs a plan as a state machine over the counted faces.
 * @param house what comes off by it; left out: the drawers are out
 */
export function runPlan(
  piece: Piece,
  zones: readonly Zone[],
  steps: readonly Step[],
  products: Readonly<Record<string, Product>>,
  house: House = houseOf({ houseRules: {} }, piece),
): StepStates[] {
  const states = statesAsFound(
    piece,
    zones.flatMap((z) => z.faces),
  );
  const parts = partsOffIn(piece, zones, house);
  const found = lateFinds(piece);
  return steps.map((step) => {
    const faces = facesOfStep(step, zones);
    // What was found on the way is open from then on.
    for (const late of found)
      if (late.open && late.damage.zoneId === step.zoneId && !late.done.has(step.id)) {
        late.open = false;
        const opened = new Map<SurfaceState, SurfaceState>();
        for (const f of facesWith(late.damage, facesOfStep({ zoneId: step.zoneId, faceIds: null }, zones))) {
          const state = states.get(f.id)!;
          if (!canHave(late.damage.kind, state.material)) continue;
          const next = opened.get(state) ?? { ...state, openDamage: [...state.openDamage, late.damage.kind] };
          opened.set(state, next);
          states.set(f.id, next);
        }
      }
    const product = step.productId ? products[step.productId] : undefined;
    const moved = new Map<SurfaceState, SurfaceState>();
    const before = faces.map((f) => states.get(f.id)!);
    const after = before.map((state) => {
      const known = moved.get(state);
      if (known) return known;
      const next = afterStep(state, step, product);
      moved.set(state, next);
      return next;
    });
    const { grips } = stepKind(step.kind);
    parts.take(step);
    const reached = (id: string) => grips !== 'body' || !parts.isBeside(id);
    // Where it is in parts, no joint of it moves.
    if (step.part === 'joint' && step.kind === 'remove-part')
      for (const [id, state] of states)
        states.set(id, { ...state, openDamage: state.openDamage.filter((d) => !frameDamage.includes(d)) });
    const whole = step.zoneId === null ? [...new Set([...states].flatMap(([id, s]) => (reached(id) ? s : [])))] : [];
    if (step.zoneId === null && grips) {
      // Every face is reached again only after it.
      const gripped = new Map(whole.map((s) => [s, { ...s, lastStepId: step.id }]));
      for (const [id, state] of states) if (reached(id)) states.set(id, gripped.get(state)!);
    }
    faces.forEach((f, i) => void states.set(f.id, after[i]!));
    return {
      step,
      faces,
      before,
      after,
      whole,
      distinct: { before: [...moved.keys()], after: [...new Set(moved.values())] },
    };
  });
}
