export { pointOnFace } from './addedFaces';
export { buildFaces } from './buildFaces';
export { faceBetween, shareBelow } from './clipFace';
export { areaIssues, measuresOf, newArea, putBack } from './cutAreas';
export { type Face, frustumLateralAreaM2, type Point, partOfFace, polygonAreaM2, ringsOf, type Side } from './Face';
export { type Form, formById, formTable, tips, zoneNames } from './forms';
export { type Material, materialOf, materialTable } from './materials';
export { newDamage, newPiece } from './newPiece';
export { drawnDepth, facesInView, oblique, outlinePath, placeOnFace, type View } from './oblique';
export type { Shape } from './Shape';
export { shapeOf, shapeToDraw } from './shapeOf';
export { type Species, speciesById, speciesTable } from './species';
export {
  addedPartNames,
  alterationNames,
  areaNames,
  conditionNames,
  depthNames,
  finishNames,
  keptNames,
  legNames,
  ownershipNames,
  reactionNames,
  wearNames,
} from './surveyWords';
export { untriedTests } from './untriedTests';
export { borderM, borderOf, surfaceOf, surfaceOfZone, type Zone, zoneOfFace, zonesOf } from './zonesOf';
