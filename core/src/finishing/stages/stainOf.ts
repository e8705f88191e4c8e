import type { Wish } from '../fromShelf';
import type { House } from '../houseRules';
import type { Situation } from '../Situation';
import type { ZoneChain } from '../ZoneChain';

const stains = {
  oil: { carrier: 'oil', not: 'gel' },
  gel: { trait: 'gel' },
  water: { carrier: 'water', not: 'gel' },
} as const satisfies Record<string, Wish>;
/** A promised date nearer than this asks for a stain that is coated the same day, minutes (from memory): ten days. */
const nearMin = 10 * 24 * 60;

/** Which stain darkens: by the school of the house, or by wood and deadline. */
export function stainOf(s: Situation, house: House): Wish {
  if (house.darken !== 'by-wood') return stains[house.darken];
  if (s.deadlineMin !== null && s.deadlineMin < nearMin) return stains.water;
  return s.veneer && s.places('peel') === 0 ? stains.gel : stains.oil;
}

/** Whether the first colour on bare wood is carried in water. */
export const waterFirst = (chain: ZoneChain, s: Situation, house: House): boolean =>
  new Set(s.species.map((x) => x.id)).size > 1 ||
  chain.pick('stain', ['stain'], 1, stainOf(s, house)).product?.carrier === 'water';
