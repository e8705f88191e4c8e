import {
  type Belief,
  hexOf,
  keptLayer,
  type Lab,
  type Layer,
  type MatchGround,
  matchRoutes,
  type Outcome,
  physicsOf,
  type Route,
  withRecipe,
} from '../colour';
import { zoneNames } from '../piece';
import { pricePerL } from '../products';
import { reckonPiece, roomsOf } from '../reckoning';
import { usableStock } from '../stock';
import { good, type Result, refused } from '../units';
import {
  type ColourLayer,
  type ColourRecipe,
  drawnShares,
  type Piece,
  type Product,
  type StepKindId,
  type Workshop,
  type ZoneId,
} from '../workshop';
import { aroundColour, groundOfZone, noClear, woodName } from './groundOfZone';
import { knownPiece } from './knownZone';
import { colouringKinds } from './laidOnZone';
import { type StickBand, stickBands } from './stickBands';

/** What is asked of a match: zones that are to look alike, and what with. */
export interface MatchAsked {
  zones: readonly { pieceId: string; zoneId: ZoneId }[];
  target: Lab;
  targetName: string;
  /** Only what stands on the shelf, or all that is known. */
  from: 'shelf' | 'shop';
}

/** One zone of a route. */
export interface ZoneOutcome extends Omit<Outcome, 'layers'> {
  pieceId: string;
  zoneId: ZoneId;
  hex: string;
  /** Sticks read of what colours it, of the product with the fewest. */
  sticks: number;
  layers: readonly ColourLayer[];
  bands: readonly StickBand[];
  recipe: ColourRecipe;
  /** Minutes of hands and price of the product of its colour, in the currency, by the plan that carries it; null: no plan could be made. */
  cost: { handsOnMin: number; price: number } | null;
  /** What speaks against it in that plan. */
  findings: readonly string[];
}
/** One way to the target, with what it takes. */
export interface RouteAnswer extends Omit<Route, 'outcomes'> {
  zones: readonly ZoneOutcome[];
}
export interface MatchAnswer {
  target: Lab;
  routes: readonly RouteAnswer[];
  outOfReach: readonly string[];
}

type Taught = Workshop & { settings: Workshop['settings'] & { colours?: Belief } };

/** Steps that give a zone its colour. */
const colouring: ReadonlySet<StepKindId> = new Set([...colouringKinds, 'dispose']);

const perLitre = (product: Product | undefined): number => (product ? pricePerL(product) : 0);

/** Sticks read of the colourants of layers, of the one with the fewest. */
function sticksRead(layers: readonly Layer[], belief: Belief | undefined): number {
  const ids = layers.flatMap((l) =>
    l.parts
      .filter((p) => physicsOf(p.product) !== 'clear' && physicsOf(p.product) !== 'conditioner')
      .map((p) => p.product.id),
  );
  return ids.length === 0 ? 0 : Math.min(...ids.map((id) => belief?.sticksOf.get(id) ?? 0));
}

/** Minutes and money of the colour of a zone, and what speaks against it, from the plan that carries it. */
function inPlan(
  piece: Piece,
  zoneId: ZoneId,
  workshop: Taught,
  nowMin: number,
): Pick<ZoneOutcome, 'cost' | 'findings'> {
  const { products, settings } = workshop;
  const told = reckonPiece({ piece, products, settings, nowMin, rooms: roomsOf(workshop, nowMin) });
  if (!told.ok) return { cost: null, findings: told.issues.map((i) => i.message) };
  const own = told.value.steps.filter(
    (s) => s.step.zoneId === zoneId && (colouring.has(s.step.kind) || s.step.mixed !== undefined),
  );
  const ids = new Set(own.map((s) => s.step.id));
  return {
    cost: {
      handsOnMin: own.reduce((sum, s) => sum + s.handsOnMin, 0),
      price: own.reduce(
        (sum, s) =>
          sum +
          drawnShares(s.step).reduce(
            (m, d) => m + d.share * (s.productL?.likely ?? 0) * perLitre(products[d.productId]),
            0,
          ),
        0,
      ),
    },
    findings: told.value.findings
      .filter((f) => f.severity !== 'advice' && f.stepId !== null && ids.has(f.stepId))
      .map((f) => f.sentence),
  };
}

/**
 * Ways to bring zones of pieces to one colour, each with what is foretold of it, and what it takes by the plan that would carry it.
 * @param workshop with what its log and its sticks teach
 */
export function matchFor(asked: MatchAsked, workshop: Taught, nowMin: number): Result<MatchAnswer> {
  const { target, targetName } = asked;
  const at = new Date(nowMin * 60_000).toISOString();
  for (const { pieceId } of asked.zones) {
    const known = knownPiece(workshop, pieceId);
    if (!known.ok) return known;
  }
  const zones = asked.zones.map(({ pieceId, zoneId }) => ({ piece: workshop.pieces[pieceId]!, zoneId }));
  if (zones.length === 0)
    return refused({ code: 'no_zone', path: 'zones', message: 'Choose at least one zone that is to get the colour.' });
  const stock = usableStock(Object.values(workshop.containers), workshop.products, nowMin);
  const there = (p: Product) => asked.from === 'shop' || (stock[p.id]?.usableL ?? 0) > 0;
  const grounds: MatchGround[] = [];
  for (const { piece, zoneId } of zones) {
    const around = aroundColour(piece, zoneId, workshop);
    if (!around.finish) return noClear;
    grounds.push({
      name: `${piece.name}, ${zoneNames[zoneId].toLowerCase()} of ${woodName(piece, zoneId).toLowerCase()}`,
      ground: groundOfZone(piece, zoneId),
      finish: around.finish,
      conditioner: around.conditioner,
    });
  }
  const belief = workshop.settings.colours;
  const found = matchRoutes({
    target,
    grounds: grounds as [MatchGround, ...MatchGround[]],
    products: Object.values(workshop.products).filter(there),
    ...(belief ? { belief } : {}),
  });
  if (!found.ok) return found;
  const routes = found.value.routes.map(
    ({ outcomes, ...route }): RouteAnswer => ({
      ...route,
      zones: outcomes.map(({ layers, ...outcome }, g): ZoneOutcome => {
        const { piece, zoneId } = zones[g]!;
        const kept = layers.map(keptLayer);
        const recipe: ColourRecipe = { at, target: [...target], targetName, layers: kept, expected: [...outcome.lab] };
        return {
          ...outcome,
          pieceId: piece.id,
          zoneId,
          hex: hexOf(outcome.lab),
          sticks: sticksRead(layers, belief),
          layers: kept,
          bands: stickBands(grounds[g]!.ground, layers, belief),
          recipe,
          ...inPlan(withRecipe(piece, zoneId, recipe, workshop.products), zoneId, workshop, nowMin),
        };
      }),
    }),
  );
  return good({ target, routes, outOfReach: found.value.outOfReach });
}
