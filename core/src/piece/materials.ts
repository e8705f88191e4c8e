import type { MaterialKind } from '../workshop';

/** A material as finishing sees it. Common practice, no source. */
export interface Material {
  id: MaterialKind;
  name: string;
  /** Has a wood species. */
  wood: boolean;
  /** Has a grain worth showing. */
  grain: boolean;
  /** Board that drinks its first coat and swells. */
  board: boolean;
  /** Nothing holds on it without a scuff and a bonding or metal primer. */
  slick: boolean;
  /** Bends: no rigid film, no abrasive ladder. */
  flexible: boolean;
  /** Colour of it bare, #rrggbb (a sketch); null: that of its wood. */
  colour: string | null;
}

const material = (id: MaterialKind, name: string, colour: string | null, ...traits: (keyof Material)[]): Material => ({
  id,
  name,
  colour,
  wood: traits.includes('wood'),
  grain: traits.includes('grain'),
  board: traits.includes('board'),
  slick: traits.includes('slick'),
  flexible: traits.includes('flexible'),
});

/** Every material a part can be made of. */
export const materialTable: readonly Material[] = [
  material('solid', 'Solid wood', null, 'wood', 'grain'),
  material('veneer', 'Veneer', null, 'wood', 'grain'),
  material('plywood', 'Plywood', null, 'wood', 'grain'),
  material('mdf', 'MDF', '#b89a74', 'board'),
  material('particleboard', 'Particleboard', '#c4ab83', 'board'),
  material('laminate', 'Laminate or foil', '#cbb893', 'slick'),
  material('metal', 'Metal', '#9a8f74', 'slick'),
  material('cane', 'Cane or reed', '#d9bf8a', 'flexible'),
  material('leather', 'Leather', '#6b4630', 'flexible'),
  material('cloth', 'Cloth', '#8d8f86', 'flexible'),
  material('glass', 'Glass', '#cfd8d6', 'slick'),
];

const byId = new Map(materialTable.map((m) => [m.id, m]));

/** The row of a material. */
export const materialOf = (id: MaterialKind): Material => byId.get(id)!;
