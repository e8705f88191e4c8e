export { type Shelved, usableStock, usableUntilMin } from './usableStock';
