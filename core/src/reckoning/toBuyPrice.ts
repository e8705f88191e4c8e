import { buyList } from '../stock';
import { drawsOf } from './aroundPiece';
import type { Reckoning } from './Reckoning';
import type { ReckonInput } from './reckonPiece';

/**
 * Cans that have still to be bought for the steps of a piece that are to come, less what the shelf has for them, in the
 * workshop's currency: what a product on the shelf does for costs nothing.
 */
export const toBuyPrice = (
  { piece, products, nowMin, containers = [] }: Pick<ReckonInput, 'piece' | 'products' | 'nowMin' | 'containers'>,
  reckoning: Reckoning,
): number => buyList(drawsOf(piece, reckoning), containers, products, nowMin).price;
