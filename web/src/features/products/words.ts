import type { ProductKind, ProductTimes } from '@cosmesis/core/workshop';

/** Names of kinds of products. */
export const kindNames: Readonly<Record<ProductKind, string>> = {
  cleaner: 'cleaner',
  stripper: 'stripper',
  glue: 'glue',
  'filler-two-part': 'two-part filler',
  'filler-ready': 'ready filler',
  conditioner: 'conditioner',
  stain: 'stain',
  sealer: 'sealer',
  blocker: 'stain block',
  primer: 'primer',
  paint: 'paint',
  clear: 'clear coat',
  wax: 'wax',
};

/** Names of the times of a product, in the order of a drain. */
export const timeNames: readonly (readonly [Exclude<keyof ProductTimes, 'blockedMin'>, string])[] = [
  ['dustFreeMin', 'Dust-free after'],
  ['recoatFromMin', 'Next coat from'],
  ['recoatUntilMin', 'Next coat until, without abrading'],
  ['filmFromMin', 'Another film from'],
  ['waterFilmFromMin', 'A waterborne film from'],
  ['dwellMin', 'Left on for'],
  ['sandFromMin', 'Sand from'],
  ['tapeSafeMin', 'Bears tape from'],
  ['handleMin', 'Handle from'],
  ['lightUseMin', 'Light use from'],
  ['cureMin', 'Cured after'],
];
