import { buildFaces, type Face, shapeOf, surfaceOf, zoneOfFace, zonesOf } from '../piece';
import type { LookKind, OldFinishKind, Piece, Product, Step, StepKindId, ZoneId } from '../workshop';
import { earlierSteps, isLate } from './lateDamage';
import { runPlan } from './runPlan';
import { inWoodProducts, stepKind } from './stepKinds';
import type { SurfaceState } from './surfaceState';

/** Steps by which parts came off and all went on again: for what is done after that they come off anew. */
function partsOffAndOn({ log }: Pick<Piece, 'log'>, byMs = Number.POSITIVE_INFINITY): string[] {
  const moved = log
    .filter((e) => e.doneAt !== null && Date.parse(e.doneAt) <= byMs && e.step.zoneId === null)
    .map((e) => e.step)
    .filter((s) => s.kind === 'remove-part' || s.kind === 'refit-part');
  const off = moved.filter((s) => s.kind === 'remove-part').length;
  return moved.length === 2 * off ? moved.map((s) => s.id) : [];
}

/** What an old finish the next plan would call a coat of a product. */
function finishOf(product: Product | undefined): OldFinishKind {
  const byCarrier = { oil: 'oil-varnish', alcohol: 'shellac', lacquer: 'lacquer', water: 'polyurethane' } as const;
  const clear = product?.kind === 'clear' || product?.kind === 'sealer';
  if (clear && product.carrier !== 'none') return byCarrier[product.carrier];
  // Stain and dye sit in the wood: they come out as an oil finish does, by abrasive.
  return product && inWoodProducts.has(product.kind) ? 'oil-varnish' : 'paint';
}

/** What lies on a surface now, as a survey would note it. */
function filmOf(state: SurfaceState, products: Readonly<Record<string, Product>>): OldFinishKind {
  if (state.layers.some((l) => l.role === 'wax') || state.residue === 'wax') return 'wax';
  const top = state.layers.findLast((l) => l.role !== 'decoration') ?? state.layers.at(-1);
  if (!top) return 'none';
  return top.old ?? finishOf(top.productId ? products[top.productId] : undefined);
}

/** Steps done on a zone in its present round, in the order they were logged. */
const doneNow = (piece: Piece, zoneId: ZoneId): Step[] => {
  const earlier = earlierSteps(piece, zoneId);
  return piece.log
    .filter((e) => e.startedAt !== null || e.doneAt !== null)
    .map((e) => e.step)
    .filter((s) => s.zoneId === zoneId && !earlier.has(s.id));
};

/** Coats that went on a zone in its present round: what a change of mind has to deal with. */
export const coatsDone = (piece: Piece, zoneId: ZoneId): Step[] =>
  doneNow(piece, zoneId).filter((s) => stepKind(s.kind).film || s.kind === 'wax' || s.kind === 'dark-wax');

/** Work that every plan of a zone begins with alike: done once, it is not done again for another look. */
const alike: readonly StepKindId[] = [
  'obtain',
  'test',
  'vacuum',
  'treat-pests',
  'wash',
  'wipe-down',
  'degrease',
  'rinse',
  'dry-out',
  'mask',
  'make-sample',
  'approve',
];

/** The states of the faces of a zone after what was done, one for each that differs. */
export function statesAfter(
  piece: Piece,
  zoneId: ZoneId,
  done: readonly Step[],
  products: Readonly<Record<string, Product>>,
): SurfaceState[] {
  const shape = shapeOf(piece);
  if (!shape.ok) return [];
  const zones = zonesOf(piece, buildFaces(shape.value)).filter((z) => z.id === zoneId);
  const run = runPlan(piece, zones, done, products);
  return [...(run.at(-1)?.distinct.after ?? [])];
}

/** What the ladders before have left of its veneer, where that is known. */
function veneerLeft(states: readonly SurfaceState[]): { veneerLeftMm?: number } {
  const left = states.flatMap((s) => (s.material === 'veneer' && s.veneerLeftMm !== null ? [s.veneerLeftMm] : []));
  return left.length > 0 ? { veneerLeftMm: Math.max(0, Math.min(...left)) } : {};
}

/**
 * Changes the look of a zone on a draft of a piece. Where more than cleaning was done, that is kept as done, and the new
 * plan begins with what is there now.
 * @param id of the record of the change
 * @param at instant, ISO 8601 with offset
 */
export function changeLook(
  piece: Piece,
  zoneId: ZoneId,
  look: LookKind,
  products: Readonly<Record<string, Product>>,
  id: string,
  at: string,
): void {
  const steps = doneNow(piece, zoneId);
  const done = piece.log.map((e) => e.step).filter((s) => s.zoneId === zoneId);
  const states = statesAfter(piece, zoneId, done, products);
  // The face with the most on it decides: what comes off there comes off everywhere.
  const worst = states.reduce<SurfaceState | undefined>(
    (most, s) => (most && most.layers.length >= s.layers.length ? most : s),
    undefined,
  );
  if (worst && steps.some((s) => !alike.includes(s.kind)))
    piece.reworked.push({
      id,
      zoneId,
      at,
      from: piece.looks[zoneId] ?? 'leave',
      to: look,
      stepIds: [...steps.map((s) => s.id), ...partsOffAndOn(piece)],
      film: filmOf(worst, products),
      ...(worst.residue === 'stripper' || worst.residue === 'softened-film' || worst.residue === 'glue'
        ? { residue: worst.residue === 'glue' ? ('glue' as const) : ('stripper' as const) }
        : {}),
      ...veneerLeft(states),
      closedDamage: piece.damage
        .filter((d) => d.zoneId === zoneId && !states.some((s) => s.openDamage.includes(d.kind)))
        .map((d) => d.id),
    });
  piece.looks[zoneId] = look;
}

/**
 * The piece as a new plan finds it: zones whose look was changed after coats carry those coats as their old finish, and
 * what was put right there is no longer damage.
 */
export function asItStands(piece: Piece, faces: readonly Face[]): Piece {
  if (piece.reworked.length === 0) return piece;
  const last = new Map(piece.reworked.map((r) => [r.zoneId, r]));
  const partSurfaces = { ...piece.partSurfaces };
  for (const face of faces) {
    const zone = zoneOfFace(piece, face);
    const change = zone === 'uncounted' ? undefined : last.get(zone);
    if (!change) continue;
    const { material } = surfaceOf(piece, face);
    partSurfaces[face.id] = { material, oldFinish: { kind: change.film, condition: 'sound' } };
  }
  const closed = new Set(piece.reworked.flatMap((r) => r.closedDamage));
  const altered = (zoneId: ZoneId) =>
    [...earlierSteps(piece, zoneId)].some((id) => shaping.includes(id.split('/')[1] as StepKindId));
  return {
    ...piece,
    partSurfaces,
    damage: piece.damage.filter((d) => !closed.has(d.id)),
    alterations: piece.alterations.filter((a) => !last.has(a.zoneId) || !altered(a.zoneId)),
    foundAtInspection: Object.fromEntries(
      Object.entries(piece.foundAtInspection).filter(([zoneId]) => !last.has(zoneId as ZoneId)),
    ),
  };
}

/** Steps that change the form: done once, they are not done again. */
const shaping: readonly StepKindId[] = ['alter-form', 'make-part', 'replace-part', 'plug'];

/** How many steps of a kind earlier rounds of a zone counted: new ids go on from there. */
export function countedBefore(
  piece: Pick<Piece, 'reworked' | 'log' | 'damage'>,
  zoneId: ZoneId | null,
): ReadonlyMap<string, number> {
  const counted = new Map<string, number>();
  const late = zoneId === null ? piece.damage.filter((d) => isLate(piece, d)) : [];
  const offAndOn = late.flatMap((d) => partsOffAndOn(piece, Date.parse(d.foundAt!)));
  for (const id of [...earlierSteps(piece, zoneId), ...offAndOn]) {
    const [, kind = '', ordinal] = id.split('/');
    counted.set(kind, Math.max(counted.get(kind) ?? 0, Number(ordinal) || 0));
  }
  return counted;
}
