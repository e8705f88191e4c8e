import type { PieceMoney } from './schema';

/** Nothing is known of what a piece cost and brought. */
export const noMoney: PieceMoney = {
  boughtFor: null,
  boughtAt: null,
  otherCosts: null,
  offeredAt: null,
  soldFor: null,
  soldAt: null,
  soldOn: '',
  fee: null,
};
