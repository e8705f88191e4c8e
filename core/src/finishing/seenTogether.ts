import { zoneNames } from '../piece';
import { once } from '../units';
import type { Piece, StepKindId, ZoneId } from '../workshop';
import type { House } from './houseRules';
import { earlierSteps } from './lateDamage';
import { zoneOrder } from './phases';
import { lookOf } from './Situation';

/** Steps whose product is seen in the end: colour, and the film or wax over it. */
const seen: ReadonlySet<StepKindId> = new Set([
  'stain',
  'dye',
  'glaze',
  'colour-wash',
  'tone',
  'paint',
  'metallic',
  'clear',
  'wax',
  'dark-wax',
  'recolour-leather',
]);

/** Whether zones of one look have to match in what a kind of step lays. */
export const isSeen = (kind: StepKindId): boolean => seen.has(kind);

/** Zones that are looked at together with the outside of the piece: the inside takes after it, and not the other way round. */
const isOutside = (zoneId: ZoneId): boolean => zoneId !== 'interior' && zoneId !== 'hardware';

type Matching = Pick<Piece, 'choices' | 'looks' | 'wear' | 'log' | 'reworked'>;

/** Why a zone gets its own clear whatever the others of its look have; null: it gets theirs. */
export const ownClear = ({ wear }: Pick<Piece, 'wear'>, zoneId: ZoneId, house: House): string | null =>
  wear[zoneId] === 'wet'
    ? 'It has to bear wet'
    : zoneId === 'top' && house['top-clear'] !== 'water'
      ? 'House rule for tops'
      : null;

/** The product a kind of coat was begun with on a zone, in its present look; null: none was. */
function begunWith(piece: Matching, zoneId: ZoneId, kind: StepKindId): string | null {
  const earlier = earlierSteps(piece, zoneId);
  const last = piece.log.findLast(({ step }) => step.zoneId === zoneId && step.kind === kind && !earlier.has(step.id));
  return last?.step.productId ?? null;
}

/** Zones on which a product was chosen for all of its look, by the kind of step. */
const chosenForLook = once((choices: Piece['choices']) => {
  const zones = new Map<string, ZoneId[]>();
  for (const zoneId of zoneOrder.filter(isOutside))
    for (const kind of seen) {
      const choice = choices[`${zoneId}/${kind}`];
      if (choice?.productId && choice.forLook) zones.set(kind, [...(zones.get(kind) ?? []), zoneId]);
    }
  return zones;
});

/** The first zone of its look on which a product was chosen for all of them; null: none, or the zone has its own. */
function chosenOn(piece: Matching, zoneId: ZoneId, kind: StepKindId, house: House): ZoneId | null {
  const look = lookOf(piece, zoneId);
  const chosen = chosenForLook(piece.choices).get(kind);
  if (!chosen || look === 'leave' || zoneId === 'hardware') return null;
  if (piece.choices[`${zoneId}/${kind}`]?.productId || (kind === 'clear' && ownClear(piece, zoneId, house)))
    return null;
  return chosen.find((other) => other !== zoneId && lookOf(piece, other) === look) ?? null;
}

/** The zone whose choice of product holds for another; null: none does, or a coat was begun there and goes on from its can. */
export const matchOf = (piece: Matching, zoneId: ZoneId, kind: StepKindId, house: House): ZoneId | null =>
  begunWith(piece, zoneId, kind) ? null : chosenOn(piece, zoneId, kind, house);

/** What was chosen for every kind of step of every zone: its own, or for all zones of its look, but where one was begun with another. */
export function matchedChoices(piece: Matching, zones: readonly ZoneId[], house: House): Piece['choices'] {
  const matched: Piece['choices'] = { ...piece.choices };
  for (const zoneId of zones)
    for (const kind of seen) {
      const other = chosenOn(piece, zoneId, kind, house);
      if (!other) continue;
      const productId = begunWith(piece, zoneId, kind) ?? piece.choices[`${other}/${kind}`]!.productId;
      matched[`${zoneId}/${kind}`] = { coats: null, method: null, ...matched[`${zoneId}/${kind}`], productId };
    }
  return matched;
}

/** The same product on every zone of a look that is seen with one, and how that is said. */
export const asOn = (zoneId: ZoneId): string => `As on the ${zoneNames[zoneId].toLowerCase()}: they are seen together.`;
