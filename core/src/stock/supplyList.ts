import { cheapestPacks } from '../coverage';
import type { Supply, SupplyKind } from '../workshop';

/** What is needed of one kind of supply. */
export interface SupplyNeed {
  what: SupplyKind;
  unit: Supply['unit'];
  amount: number;
}

/** What to buy of one kind of supply. */
export interface SupplyLine {
  need: SupplyNeed;
  supply: Supply;
  haveAmount: number;
  buyAmount: number;
  packs: readonly { amount: number; price: number; count: number }[];
  price: number;
}

/** Supplies are counted in hundreds where the packs are chosen, so that whole shops of gloves stay within its range. */
const perHundred = 100;

/**
 * What to buy of what is used up: needs less what there is, in the cheapest packs that are never short.
 * @param typical stands in where the workshop keeps no count of a kind
 */
export function supplyList(
  needs: readonly SupplyNeed[],
  supplies: readonly Supply[],
  typical: readonly Supply[],
): SupplyLine[] {
  return needs.flatMap((need): SupplyLine[] => {
    const own = supplies.filter((s) => s.kind === need.what);
    const usual = typical.find((s) => s.kind === need.what);
    const supply = own.find((s) => s.packs.length > 0) ?? usual ?? own[0];
    if (!supply) return [];
    const haveAmount = own.reduce((sum, s) => sum + s.left, 0);
    const buyAmount = Math.max(0, need.amount - haveAmount);
    const packs = (supply.packs.length > 0 ? supply.packs : (usual?.packs ?? [])).map((p) => ({
      volumeL: p.amount / perHundred,
      price: p.price,
      tag: p.tag,
    }));
    const chosen = cheapestPacks(Math.min(200, buyAmount / perHundred), packs);
    return [
      {
        need,
        supply,
        haveAmount,
        buyAmount,
        packs: chosen.counts.map((c) => ({ amount: c.pack.volumeL * perHundred, price: c.pack.price, count: c.count })),
        price: chosen.price,
      },
    ];
  });
}
