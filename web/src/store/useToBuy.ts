import { houseOf } from '@cosmesis/core/finishing';
import { typicalSupplies } from '@cosmesis/core/products';
import { consumablesOfUse } from '@cosmesis/core/reckoning';
import { type BuyList, type SupplyLine, suppliesNow, supplyList } from '@cosmesis/core/stock';
import type { Result } from '@cosmesis/core/units';
import { useMemo } from 'react';
import { callCore } from '../workers/callCore';
import { nameOf } from './nameOf';
import { useAnswer } from './useAnswer';
import { useDraws } from './useDraws';
import { useNowMin } from './useNowMin';
import { useSummaries } from './useSummaries';
import { useParts } from './useWorkshop';

/** What has still to be bought for some pieces: cans and supplies, less what the shelf has. */
export interface ToBuy {
  cans: Result<BuyList> | undefined;
  supplies: readonly SupplyLine[];
  /** In the workshop's currency; the sum of both is null until it is known. */
  suppliesPrice: number;
  price: number | null;
}

/** What has still to be bought, for all pieces but those left out; one piece by its id. */
export function useToBuy(of: { but: ReadonlySet<string> } | { only: string }): ToBuy {
  const { pieces, products, containers, supplies, settings } = useParts(
    'pieces',
    'products',
    'containers',
    'supplies',
    'settings',
  );
  const left = useMemo(() => suppliesNow(Object.values(supplies), Object.values(pieces)), [supplies, pieces]);
  const nowMin = useNowMin();
  const wanted = 'only' in of ? [of.only] : 'all';
  const draws = useDraws(wanted);
  const { byId } = useSummaries(wanted);
  const name = 'only' in of ? of.only : `but/${[...of.but].sort().join()}`;
  const counts = (pieceId: string) => ('only' in of ? pieceId === of.only : !of.but.has(pieceId));
  // biome-ignore lint/correctness/useExhaustiveDependencies: the name says which pieces
  const needs = useMemo(() => draws.filter((d) => counts(d.pieceId)), [draws, name]);
  const hour = Math.floor(nowMin / 60);
  const cans = useAnswer<Result<BuyList>>(
    ['buy', hour, nameOf(products), nameOf(containers), nameOf(needs)].join('/'),
    () => callCore('buy', [needs, nowMin], { key: `buy/${name}`, urgent: true, needs: [] }),
  );
  // Over all pieces at once and only for what is still to come: one brush does for a product, wherever it goes.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the name says which pieces
  const lines = useMemo(() => {
    const uses = [...byId.values()].flatMap((s) => (counts(s.pieceId) ? s.use : []));
    return supplyList(consumablesOfUse(uses, houseOf(settings, { houseRules: {} })), left, typicalSupplies);
  }, [byId, name, left, settings]);
  const suppliesPrice = lines.reduce((sum, l) => sum + l.price, 0);
  const known = cans?.ok && ('only' in of ? byId.has(of.only) : true);
  return {
    cans,
    supplies: lines,
    suppliesPrice,
    price: known ? cans.value.price + suppliesPrice : null,
  };
}
