import type { FormId, Piece, Surface } from '../workshop';
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
    surfaces: { top: unknownSurface, carcass: unknownSurface, fronts: unknownSurface, interior: null, legs: null },
    decade: null,
    country: null,
    lead: { result: 'unknown', everyLayer: false, licensedWork: false },
    damage: [],
    faceZones: {},
    looks: {},
    choices: {},
    houseRules: {},
    edits: { dropped: [], pins: [] },
    stepNotes: {},
    steps: [],
    log: [],
    startAt: null,
    note: '',
  };
}
