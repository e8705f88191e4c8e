export { demoId, demoWorkshop } from './demoWorkshop';
