import type { Damage, FormId, Piece, Surface } from '../workshop';
import { formById } from './forms';

/** Solid wood of unknown species under an unknown finish: what one knows of a piece that has just come in. */
const unknownSurface: Surface = {
  material: { kind: 'solid', speciesId: 'unknown', veneerThicknessMm: null },
  oldFinish: { kind: 'unknown', condition: 'sound' },
};

/** A piece that has just come in: its form chosen, nothing measured. @param createdAt ISO instant with offset */
export function newPiece(id: string, name: string, formId: FormId, createdAt: string): Piece {
  const { typical } = formById(formId);
  return {
    id,
    name,
    createdAt,
    form: formId,
    heightM: null,
    widthM: null,
    depthM: null,
    drawers: typical.drawers,
    doors: typical.doors,
    shelves: typical.shelves,
    legs: typical.legs,
    surfaces: {
      top: unknownSurface,
      carcass: unknownSurface,
      fronts: unknownSurface,
      interior: null,
      legs: null,
      seat: formById(formId).seat,
      hardware: null,
    },
    partSurfaces: {},
    turnedDiametersM: null,
    addedParts: [],
    removedParts: [],
    alterations: [],
    areas: [],
    hardware: { treatment: 'keep', spacingM: null, newSpacingM: null, missing: 0, spare: 0 },
    fittings: [],
    kept: [],
    tests: {},
    wear: {},
    setName: null,
    promisedAt: null,
    ownership: 'own',
    commission: { chosen: '', supplied: '', approvals: [] },
    salePrice: null,
    decade: null,
    country: null,
    lead: { result: 'unknown', everyLayer: false, licensedWork: false },
    damage: [],
    faceZones: {},
    looks: {},
    additions: {},
    effects: {},
    bands: null,
    decisions: {},
    overrules: [],
    foundAtInspection: {},
    choices: {},
    houseRules: {},
    edits: { dropped: [], pins: [], extra: [] },
    stepNotes: {},
    log: [],
    startAt: null,
    note: '',
    home: null,
    keptPlans: [],
    reworked: [],
  };
}

/** A damage of which only its kind, zone and number of places are known. */
export const newDamage = (
  id: string,
  kind: Damage['kind'],
  zoneId: Damage['zoneId'],
  count = 1,
  foundAt: string | null = null,
): Damage => ({
  id,
  kind,
  zoneId,
  count,
  faceId: null,
  at: null,
  extentM: null,
  depth: 'unknown',
  foundAt,
});
