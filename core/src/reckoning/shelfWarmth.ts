import { broughtInto, type SpaceAir } from '../climate';
import { leftL } from '../stock';
import { minuteOf } from '../units';
import type { Container, Product, Space, Workshop } from '../workshop';

/** A can that stands too cold for what it is needed for. Minutes since 1970. */
export interface ColdCan {
  productId: string;
  /** How cold it stands when it is needed, °C. */
  tempC: number;
  /** What its label asks for, °C. */
  leastTempC: number;
  /** When it has to be brought in at the latest. */
  byMin: number;
}

/** How warm cans are: their label asks for warmth of air, piece and product alike (common practice on labels, no source). */
export interface ShelfWarmth {
  /** When a product is warm enough to go on in an air, brought in at once where it was not; null: it is by then, or the air never is. */
  coldUntilMin: (product: Product, air: SpaceAir, startMin: number) => number | null;
  /** What has still to be brought in for a start; null: nothing. */
  toBringIn: (product: Product, air: SpaceAir, startMin: number) => ColdCan | null;
}

const hourMin = 60;
/** A can that is not warm after so long stands in air that will not do it, hours. */
const longestHours = 48;

/** Where a can stands that was brought in; the last of those of a product that was. */
function broughtIn(containers: readonly Container[], productId: string): { at: string; spaceId: string } | null {
  const brought = containers.flatMap((c) => (c.productId === productId && c.broughtIn ? [c.broughtIn] : []));
  return brought.sort((a, b) => minuteOf(a.at) - minuteOf(b.at)).at(-1) ?? null;
}

/**
 * How warm the cans of a workshop are. A can on the shelf has the warmth of what stands there, one that is brought in follows as
 * slowly as wood does.
 * @returns null where it is not said in which space the shelf stands
 */
export function shelfWarmth(
  { settings, containers }: Pick<Workshop, 'settings' | 'containers'>,
  airOf: (space: Space) => SpaceAir | null,
  nowMin: number,
): ShelfWarmth | null {
  const spaceBy = (id: string) => settings.spaces.find((s) => s.id === id);
  const shelfSpace = settings.shelfSpaceId === undefined ? undefined : spaceBy(settings.shelfSpaceId);
  const shelf = shelfSpace && airOf(shelfSpace);
  if (!shelf) return null;
  const all = Object.values(containers).filter((c) => leftL(c) > 0);
  const kept = new Set(all.map((c) => c.productId));
  const warmth = (air: SpaceAir, fromMin: number | null) => (minute: number) =>
    (fromMin === null ? shelf : broughtInto(air, shelf, fromMin)).at(minute).surfaceTempC;
  /** What stands there already. */
  const asItStands = (productId: string): ((minute: number) => number) => {
    const brought = broughtIn(all, productId);
    const space = brought && spaceBy(brought.spaceId);
    const air = space && airOf(space);
    return brought && air ? warmth(air, minuteOf(brought.at)) : warmth(shelf, null);
  };
  const matters = ({ id }: Product, { space }: SpaceAir) => kept.has(id) && space.id !== shelfSpace.id;
  return {
    coldUntilMin: (product, air, startMin) => {
      if (!matters(product, air)) return null;
      const { value: least } = product.air.leastTempC;
      const [stands, fetched] = [asItStands(product.id), warmth(air, nowMin)];
      for (let hour = 0; hour <= longestHours; hour += 1) {
        const at = startMin + hour * hourMin;
        if (stands(at) >= least || fetched(at) >= least) return hour === 0 ? null : at;
      }
      return null;
    },
    toBringIn: (product, air, startMin) => {
      if (!matters(product, air)) return null;
      const { value: leastTempC } = product.air.leastTempC;
      const tempC = asItStands(product.id)(startMin);
      if (tempC >= leastTempC) return null;
      for (let hour = 1; hour <= longestHours; hour += 1) {
        const byMin = startMin - hour * hourMin;
        if (byMin < nowMin) break;
        if (warmth(air, byMin)(startMin) >= leastTempC) return { productId: product.id, tempC, leastTempC, byMin };
      }
      return { productId: product.id, tempC, leastTempC, byMin: nowMin };
    },
  };
}
