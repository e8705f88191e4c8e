export { noWait, productWait, type Wait } from './productValues';
export { typicalProducts } from './typicalProducts';
