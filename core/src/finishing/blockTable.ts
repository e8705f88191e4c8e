import type { Wish } from './fromShelf';
import type { House } from './houseRules';
import type { Situation } from './Situation';

/** A way to keep a bleeding wood from its paint, as a row. Common practice, no source. */
export interface Block {
  id: House['blocking-coat'];
  name: string;
  wish: Wish;
  speaksFor: string;
  speaksAgainst: string;
}

/** Every way to block. */
export const blockTable: readonly Block[] = [
  {
    id: 'shellac',
    name: 'Shellac primer',
    wish: { carrier: 'alcohol' },
    speaksFor: 'The strongest block, dry in an hour.',
    speaksAgainst: 'Alcohol vapour; some waterborne paints may not go over it, by their label.',
  },
  {
    id: 'water',
    name: 'Waterborne stain-block',
    wish: { carrier: 'water' },
    speaksFor: 'Little smell, washed out with water.',
    speaksAgainst: 'Weaker: knots and mahogany may still come through.',
  },
  {
    id: 'aerosol',
    name: 'Aerosol stain-block, oil type',
    wish: { carrier: 'oil', method: 'aerosol' },
    speaksFor: 'Reaches mouldings, and needs no brush.',
    speaksAgainst: 'Mist and vapour, and many cans on a large face.',
  },
];

/** The block of a zone: what the user decided, else the school of the house. */
export const blockOf = (s: Pick<Situation, 'decidedBlock'>, house: Pick<House, 'blocking-coat'>): Block =>
  blockTable.find((b) => b.id === s.decidedBlock) ?? blockTable.find((b) => b.id === house['blocking-coat'])!;
