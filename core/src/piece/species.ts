import type { Tag } from '../workshop';

/** A wood as finishing sees it. Traits are typical for the kind of wood: common practice, no source. */
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
  /** Rich in tannin: iron blackens it, caustics darken it. */
  tannin: boolean;
  /** So oily that oil films do not dry on it. */
  oily: boolean;
  /** How it takes a dent: 1 soft to 3 hard. */
  hardness: 1 | 2 | 3;
  /** Bare, freshly sanded, #rrggbb (a sketch, from memory). */
  colour: string;
  tag: Tag;
}

type Trait = 'open' | 'bleeds' | 'blotches' | 'softwood' | 'tannin' | 'oily';

const wood = (
  id: string,
  name: string,
  colour: string,
  hardness: Species['hardness'],
  ...traits: Trait[]
): Species => ({
  id,
  name,
  colour,
  hardness,
  pore: traits.includes('open') ? 'open' : 'closed',
  bleeds: traits.includes('bleeds'),
  blotches: traits.includes('blotches'),
  softwood: traits.includes('softwood'),
  tannin: traits.includes('tannin'),
  oily: traits.includes('oily'),
  tag: 'T',
});

/** Woods to choose from; the first stands for one that is not known. */
export const speciesTable: readonly [Species, ...Species[]] = [
  wood('unknown', 'Not known', '#c9a679', 2, 'blotches'),
  wood('alder', 'Alder', '#cf9f72', 1, 'blotches'),
  wood('apple', 'Apple', '#c2926b', 3, 'blotches'),
  wood('ash', 'Ash', '#dcc39a', 3, 'open'),
  wood('basswood', 'Basswood or lime', '#e6d2ac', 1, 'blotches'),
  wood('beech', 'Beech', '#d6ad84', 3, 'blotches'),
  wood('birch', 'Birch', '#e2c79b', 3, 'blotches'),
  wood('boxwood', 'Boxwood', '#e2c67f', 3),
  wood('butternut', 'Butternut', '#b9946a', 1, 'open'),
  wood('cedar', 'Cedar', '#bd8057', 1, 'softwood', 'bleeds', 'tannin'),
  wood('cherry', 'Cherry', '#bb7f51', 2, 'blotches'),
  wood('chestnut', 'Chestnut', '#c39a63', 2, 'open', 'bleeds', 'tannin'),
  wood('cypress', 'Cypress', '#d9b684', 1, 'softwood', 'bleeds'),
  wood('douglas-fir', 'Douglas fir', '#cf9a68', 2, 'softwood', 'blotches', 'bleeds'),
  wood('ebony', 'Ebony', '#3a2f29', 3, 'oily'),
  wood('elm', 'Elm', '#b98d5b', 2, 'open'),
  wood('eucalyptus', 'Eucalyptus', '#b5805c', 3, 'open', 'bleeds'),
  wood('fir', 'Fir', '#e0c493', 1, 'softwood', 'blotches'),
  wood('gum', 'Red gum', '#a9714f', 2, 'bleeds'),
  wood('hickory', 'Hickory', '#cda878', 3, 'open'),
  wood('iroko', 'Iroko', '#a67b47', 3, 'open', 'oily'),
  wood('knotty-pine', 'Knotty pine', '#d9b27c', 1, 'softwood', 'blotches', 'bleeds'),
  wood('larch', 'Larch', '#cd9a66', 2, 'softwood', 'bleeds'),
  wood('mahogany', 'Mahogany', '#a5623f', 2, 'open', 'bleeds', 'tannin'),
  wood('maple', 'Maple', '#e4cca3', 3, 'blotches'),
  wood('meranti', 'Meranti or lauan', '#b27a58', 2, 'open', 'bleeds'),
  wood('merbau', 'Merbau', '#8a5636', 3, 'open', 'bleeds', 'tannin'),
  wood('oak', 'Oak, white or European', '#cfa468', 3, 'open', 'bleeds', 'tannin'),
  wood('padauk', 'Padauk', '#a84a2f', 3, 'open', 'bleeds', 'oily'),
  wood('pear', 'Pear', '#c99672', 2),
  // The knots of any pine bleed.
  wood('pine', 'Pine', '#dfbd85', 1, 'softwood', 'blotches', 'bleeds'),
  wood('plane', 'Plane or sycamore', '#dcbf96', 2, 'blotches'),
  wood('poplar', 'Poplar', '#d3c59a', 1, 'blotches'),
  wood('red-oak', 'Oak, red', '#cf9a6c', 3, 'open', 'bleeds', 'tannin'),
  wood('redwood', 'Redwood', '#a9603f', 1, 'softwood', 'bleeds', 'tannin'),
  wood('rosewood', 'Rosewood', '#6e3f2a', 3, 'open', 'bleeds', 'oily'),
  wood('rubberwood', 'Rubberwood', '#dcc08f', 2, 'open'),
  wood('sapele', 'Sapele', '#9c5b39', 2, 'open', 'bleeds'),
  wood('spruce', 'Spruce', '#e3cb9d', 1, 'softwood', 'blotches'),
  wood('teak', 'Teak', '#ab7a45', 2, 'open', 'oily'),
  wood('walnut', 'Walnut', '#80583a', 2, 'open', 'bleeds', 'tannin'),
  wood('willow', 'Willow', '#dbc299', 1, 'blotches'),
  wood('yew', 'Yew', '#b9733f', 2, 'softwood'),
];

/** The species under an id; one that is not in the table counts as not known. */
export const speciesById = (id: string | null): Species => speciesTable.find((s) => s.id === id) ?? speciesTable[0];
