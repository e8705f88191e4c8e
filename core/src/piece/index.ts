export { buildFaces, type Shape } from './buildFaces';
export { type Face, frustumLateralAreaM2, type Point, polygonAreaM2, type Side } from './Face';
export { type Form, formById, formTable, zoneNames } from './forms';
export { newPiece } from './newPiece';
export { shapeOf, shapeToDraw } from './shapeOf';
export { type Species, speciesById, speciesTable } from './species';
export { borderM, surfaceOf, type Zone, zoneOfFace, zonesOf } from './zonesOf';
