export { type Air, type AirBreach, type AirVerdict, airVerdict } from './airVerdict';
export { dewPointC, saturationPressureHpa } from './dewPointC';
export { woodMoistureFrac } from './woodMoistureFrac';
