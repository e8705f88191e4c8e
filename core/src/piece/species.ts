import type { Tag } from '../workshop';

/** A wood as finishing sees it. Traits are typical for the kind of wood: common practice, no source, unless tagged. */
export interface Species {
  id: string;
  name: string;
  pore: 'open' | 'closed';
  /** Tannin or dye comes through pale coats. */
  bleeds: boolean;
  /** Penetrating stain takes unevenly. */
  blotches: boolean;
  /** Softwood drinks the first coat. */
  softwood: boolean;
  /** Bare, freshly sanded, #rrggbb. */
  colour: string;
  tag: Tag;
}

const wood = (id: string, name: string, colour: string, traits: Partial<Species> = {}): Species => ({
  id,
  name,
  colour,
  pore: 'closed',
  bleeds: false,
  blotches: false,
  softwood: false,
  tag: 'T',
  ...traits,
});

/** Woods to choose from; the first stands for one that is not known. */
export const speciesTable = [
  wood('unknown', 'Not known', '#c9a679', { blotches: true }),
  wood('pine', 'Pine', '#dfbd85', { softwood: true, blotches: true }),
  wood('knotty-pine', 'Knotty pine', '#d9b27c', { softwood: true, blotches: true, bleeds: true }),
  wood('spruce', 'Spruce', '#e3cb9d', { softwood: true, blotches: true }),
  wood('cedar', 'Cedar', '#bd8057', { softwood: true, bleeds: true }),
  wood('oak', 'Oak', '#cfa468', { pore: 'open' }),
  wood('ash', 'Ash', '#dcc39a', { pore: 'open' }),
  wood('elm', 'Elm', '#b98d5b', { pore: 'open' }),
  wood('chestnut', 'Chestnut', '#c39a63', { pore: 'open', bleeds: true }),
  wood('walnut', 'Walnut', '#80583a', { pore: 'open' }),
  wood('mahogany', 'Mahogany', '#a5623f', { pore: 'open', bleeds: true }),
  wood('teak', 'Teak', '#ab7a45', { pore: 'open' }),
  wood('beech', 'Beech', '#d6ad84', { blotches: true }),
  wood('birch', 'Birch', '#e2c79b', { blotches: true }),
  wood('maple', 'Maple', '#e4cca3', { blotches: true }),
  wood('cherry', 'Cherry', '#bb7f51', { blotches: true }),
  wood('poplar', 'Poplar', '#d3c59a', { blotches: true }),
] as const satisfies readonly Species[];

/** The species under an id; one that is not in the table counts as not known. */
export const speciesById = (id: string | null): Species => speciesTable.find((s) => s.id === id) ?? speciesTable[0];
