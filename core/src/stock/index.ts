export { type BuyLine, type BuyList, buyList, type LastLine, type NeedOf, willItLast } from './buyList';
export { type DrawFor, drawOrder, drawRows } from './drawRows';
export { drawableL, isGone, leftL, openedAt } from './ledger';
export { leftoverWorth } from './leftoverWorth';
export { suppliesNow } from './suppliesNow';
export { type SupplyLine, type SupplyNeed, supplyList } from './supplyList';
export { type Shelved, usableStock } from './usableStock';
export { usableUntilMin } from './usableUntilMin';
