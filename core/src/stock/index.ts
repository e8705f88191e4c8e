export { type BuyLine, type BuyList, buyList, type LastLine, type NeedOf, willItLast } from './buyList';
export { leftoverWorth } from './leftoverWorth';
export { takeFromShelf } from './takeFromShelf';
export { type Shelved, usableStock, usableUntilMin } from './usableStock';
