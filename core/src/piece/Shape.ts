import type { AddedPart, Alteration, Area, FormId, LegKind } from '../workshop';

/** What the geometry of a piece follows from; dimensions over all, m. */
export interface Shape {
  form: FormId;
  heightM: number;
  widthM: number;
  depthM: number;
  drawers: number;
  doors: number;
  shelves: number;
  legs: LegKind;
  /** Diameters of a turned leg at equal distances from its top to its foot, m; null or absent: as the form has it. */
  turnedDiametersM?: readonly number[] | null;
  addedParts?: readonly AddedPart[];
  removedParts?: readonly string[];
  alterations?: readonly Alteration[];
  /** Areas cut out of faces, in their order. */
  areas?: readonly Area[];
  /** Hardware that gets a treatment of its own is measured as a zone. */
  hardware?: { counted: boolean; spacingM: number | null };
}
