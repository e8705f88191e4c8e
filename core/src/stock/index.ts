export { type BuyLine, type BuyList, buyList, type LastLine, type NeedOf, willItLast } from './buyList';
export { leftoverWorth } from './leftoverWorth';
export { putBack } from './putBack';
export { type SupplyLine, type SupplyNeed, supplyList } from './supplyList';
export { takeFromShelf } from './takeFromShelf';
export { type Shelved, usableStock, usableUntilMin } from './usableStock';
