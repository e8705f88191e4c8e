import type { Piece, Product, Step, StepKindId } from '../workshop';
import { coversUnder, hidesUnder } from './exposure';
import { doneBefore } from './lateDamage';
import type { Phase } from './phases';
import { statesAfter } from './reworked';
import type { Situation, Treated } from './Situation';
import { betweenCoatsGrit, overnightMin, primerGrit } from './stages/Stage';
import { stepKind } from './stepKinds';
import type { SurfaceState } from './surfaceState';
import type { ZoneChain } from './ZoneChain';

/** Share of a zone that is touched where a place of it is made good (from memory). */
const touchedFrac = 0.1;

/** What lies on a face now, from the wood up, as far as it has to be there again. */
interface Lies {
  /** Primer or blocker. */
  primer: boolean;
  /** The colour that hides what is under it, by product. */
  colour: string | null;
  /** What colours the wood and lets it show, by the step that lays it. */
  stain: { kind: StepKindId; productId: string } | null;
  sealed: boolean;
  /** The film over colour or wood that shows them. */
  clear: string | null;
  wax: string | null;
}

/** The step that lays a colour in or on the wood. */
const colouring: Readonly<Partial<Record<Product['kind'], StepKindId>>> = {
  stain: 'stain',
  dye: 'dye',
  wash: 'colour-wash',
  glaze: 'glaze',
};

/** What there is on a state, read from its layers. */
function liesOn(state: SurfaceState, products: Readonly<Record<string, Product>>): Lies {
  const lies: Lies = { primer: false, colour: null, stain: null, sealed: false, clear: null, wax: null };
  for (const { productId, role, stepId } of state.layers) {
    const kind = productId ? products[productId]?.kind : undefined;
    if (stepId === null || !productId || !kind) continue;
    if (role === 'wax') lies.wax = productId;
    else if (kind === 'primer' || kind === 'blocker' || kind === 'metal-primer') lies.primer = true;
    else if (coversUnder(kind)) Object.assign(lies, { colour: productId, clear: null });
    else if (colouring[kind]) lies.stain = { kind: colouring[kind], productId };
    else if (kind === 'sealer') lies.sealed = true;
    else if (kind === 'clear' || kind === 'toner') lies.clear = productId;
  }
  return lies;
}

/** What is laid over the last coat. */
const closing: ReadonlySet<StepKindId> = new Set(['wax', 'dark-wax', 'gild-edge']);

const jobs: Readonly<Partial<Record<StepKindId, readonly Product['kind'][]>>> = {
  glue: ['glue'],
  fill: ['filler-ready', 'filler-two-part'],
  plug: ['filler-two-part', 'filler-ready'],
  'fill-stick': ['filler-stick'],
  'patch-veneer': ['glue'],
  'fill-leather': ['filler-leather'],
};

/** The repair itself, by its treatment. @returns whether it leaves something to be sanded flush */
function repair(chain: ZoneChain, at: Phase, { damage, treatment }: Treated, stays: boolean): boolean {
  let flush = false;
  for (const kind of treatment.steps) {
    // Under what stays to be seen filler is a stick in the colour of what is round it.
    const own = kind === 'fill' && stays ? 'fill-stick' : kind;
    if (own === 'feather' || own === 'spot-prime' || own === 'level' || own === 'denib') continue;
    const { productId = null, method = null } = jobs[own] ? chain.pick(own, jobs[own]!) : {};
    chain.add(at, own, {
      productId,
      method,
      count: damage.count,
      fixedWaitMin: own === 'clamp' ? overnightMin : 0,
      reason: 'Found on the way: put right now, and brought back to what is round it.',
    });
    flush ||= own === 'fill' || own === 'plug' || own === 'patch-veneer' || (own === 'glue' && !stays);
  }
  return flush;
}

/** One more coat over all of the zone, keyed and dusted, so that no touched place is seen. */
function coatAgain(chain: ZoneChain, at: Phase, kind: 'paint' | 'clear', productId: string, reason: string): void {
  chain.addAbrasive(at, 'denib', {
    grit: betweenCoatsGrit,
    byHand: true,
    reason: 'Touched and old film even out under one coat.',
  });
  chain.add(at, kind, { productId, method: chain.wayOf(productId), ordinal: 1, of: 1, reason });
}

/** Makes one damage good: from what lay there when it was found back to what the look needs, its colour and film included. */
function makeOneGood(
  chain: ZoneChain,
  s: Situation,
  late: Treated,
  state: SurfaceState,
  doneSteps: readonly Step[],
  products: Readonly<Record<string, Product>>,
): void {
  const lies = liesOn(state, products);
  // What is loose tears under an abrasive; glue is no barrier to stripper, nor holds on it.
  const atOnce =
    late.treatment.steps.includes('glue') && !doneSteps.some((x) => stepKind(x.kind).gives.includes('soften-film'));
  chain.behind(new Set(doneSteps.map((x) => x.id)), atOnce, (at, later) => {
    const stillComes = (kind: (step: StepKindId) => boolean) => later.some((x) => kind(x.kind) && x.areaFrac === 1);
    const covered = lies.primer || lies.colour !== null;
    const filmed = covered || lies.sealed || lies.clear !== null;
    if (lies.wax !== null) {
      chain.add(at, 'remove-residue', {
        ...chain.pick('remove-residue', ['solvent']),
        areaFrac: touchedFrac,
        reason: 'Nothing holds on wax: it is washed off round the place.',
      });
      chain.add(at, 'dry-out', { fixedWaitMin: 60, reason: 'What it was washed with has to be out again.' });
    }
    const flush = repair(chain, at, late, s.showsWood && filmed);
    const filmOnly = late.treatment.steps.every((k) => k === 'level' || k === 'denib');
    const flat = late.treatment.steps.includes('level') || late.treatment.steps.includes('feather') || flush;
    const ladderComes = !filmed && stillComes((k) => k === 'sand');
    if (flat && !ladderComes)
      chain.addAbrasive(at, filmed ? 'feather' : 'sand', {
        grit: filmed ? primerGrit : (state.lastGrit ?? 180),
        byHand: true,
        areaFrac: touchedFrac,
        reason: filmed ? 'Only round the place: the film beside it stays.' : 'Sanded flush with what is round it.',
      });
    if (covered && flush)
      chain.add(at, 'spot-prime', {
        ...chain.pick('spot-prime', ['primer', 'blocker']),
        areaFrac: touchedFrac,
        count: late.damage.count,
        reason: 'Bare filler drinks paint and shows as a dull spot.',
      });
    // A stick is matched to the finished colour; what was sanded down to the wood is stained again.
    if (lies.stain !== null && flush && !covered)
      chain.add(at, lies.stain.kind, {
        productId: lies.stain.productId,
        method: chain.wayOf(lies.stain.productId),
        areaFrac: touchedFrac,
        reason: 'Touched in with the same stain: bare wood would stay pale.',
      });
    const paintComes = stillComes((k) => hidesUnder(k) && k !== 'prime' && k !== 'block');
    const painted = lies.colour !== null && !paintComes && (lies.clear === null || !filmOnly);
    if (lies.colour !== null) {
      if (flush)
        chain.add(at, 'paint', {
          productId: lies.colour,
          method: chain.wayOf(lies.colour),
          areaFrac: touchedFrac,
          ordinal: 1,
          of: 1,
          reason: 'Touched in, so that the coat over all of it has an even ground.',
        });
      // A run or dust in a film over the colour asks for that film alone.
      if (!paintComes && (lies.clear === null || !filmOnly))
        coatAgain(chain, at, 'paint', lies.colour, 'One coat over all of it: a touched place flashes.');
    }
    const coated = lies.clear !== null && !stillComes((k) => k === 'clear');
    if (lies.clear !== null && coated)
      coatAgain(
        chain,
        at,
        'clear',
        lies.clear,
        'One coat over all of it: the touched place gets its film, and the sheen is even.',
      );
    if (coated && doneSteps.some((x) => x.kind === 'rub-out'))
      chain.addAbrasive(at, 'rub-out', {
        grit: 2000,
        byHand: true,
        reason: 'Rubbed out again once the new coat has cured.',
      });
    // What closes the finish lies on the new coat again.
    for (const last of doneSteps.filter((x) => closing.has(x.kind))) {
      const { kind, productId, method, count, lineM } = last;
      if (!stillComes((k) => k === kind) && (coated || painted || lies.wax !== null))
        chain.add(at, kind, { productId, method, count, lineM, reason: 'Once more: the new coat lies over the old.' });
    }
  });
}

/**
 * Puts what makes damage good that was found on the way into the steps of its zone: behind what was done by then, before what is
 * still to come. Where the finish has to come off for it, nothing is put in: that is another look, which begins anew.
 */
export function makeGood(
  chain: ZoneChain,
  s: Situation,
  piece: Piece,
  products: Readonly<Record<string, Product>>,
): void {
  const inOrder = [...s.late].sort((a, b) => Date.parse(a.damage.foundAt!) - Date.parse(b.damage.foundAt!));
  for (const late of inOrder) {
    if (late.treatment.steps.length === 0) continue;
    const steps = doneBefore(piece, late.damage);
    const states = statesAfter(piece, s.zoneId, steps, products);
    const state = states.reduce<SurfaceState | undefined>(
      (most, x) => (most && most.layers.length >= x.layers.length ? most : x),
      undefined,
    );
    if (state) makeOneGood(chain, s, late, state, steps, products);
  }
}
