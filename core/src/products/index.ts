export { type LabelFacts, labelFactsOf, noFacts } from './labelFacts';
export { noWait, productWait, type Wait } from './productValues';
export { typicalProducts } from './typicalProducts';
