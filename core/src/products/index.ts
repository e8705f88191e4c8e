export { type LabelFacts, labelFactsOf, noFacts } from './labelFacts';
export { ownProduct } from './ownProduct';
export { pricePerL } from './pricePerL';
export { noWait, productWait, type Wait } from './productValues';
export { typicalProducts } from './typicalProducts';
export { typicalSupplies, withTypicalSupplies } from './typicalSupplies';
