import type { Carrier, Hazard, ProductKind, ProductTimes, ProductTrait, UnderKind } from '@cosmesis/core/workshop';

/** Names of kinds of products. */
export const kindNames: Readonly<Record<ProductKind, string>> = {
  cleaner: 'cleaner',
  stripper: 'stripper',
  bleach: 'wood bleach',
  'pest-treatment': 'insect fluid',
  disinfectant: 'disinfectant',
  glue: 'glue',
  'contact-cement': 'contact cement',
  'filler-two-part': 'two-part filler',
  'filler-ready': 'ready filler',
  'filler-stick': 'fill stick',
  'filler-leather': 'leather filler',
  'grain-filler': 'grain filler',
  conditioner: 'conditioner',
  stain: 'stain',
  dye: 'dye',
  glaze: 'glaze',
  wash: 'wash',
  toner: 'toner',
  sealer: 'sealer',
  blocker: 'stain block',
  primer: 'primer',
  'metal-primer': 'metal primer',
  paint: 'paint',
  metallic: 'metallic coat',
  clear: 'clear coat',
  wax: 'wax',
  'dark-wax': 'dark wax',
  'gilding-wax': 'gilding wax',
  'leaf-size': 'size for leaf',
  paste: 'paste',
  activator: 'patina activator',
  'leather-colour': 'leather colour',
  sealant: 'sealant',
  solvent: 'solvent or thinner',
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

/** What things are carried in. */
export const carrierNames: Readonly<Record<Carrier, string>> = {
  water: 'water',
  oil: 'oil or mineral spirits',
  alcohol: 'alcohol',
  lacquer: 'lacquer thinner',
  none: 'nothing of these',
};

/** What a label may forbid under its product. */
/** Traits of a product, and the kinds of product that may have them; null: every kind. */
export const traitWords: Readonly<Record<ProductTrait, { name: string; of: ProductKind | null }>> = {
  usual: { name: 'taken where nothing else is chosen', of: null },
  gel: { name: 'a gel: lies on the wood, not in it', of: 'stain' },
  bonding: { name: 'bonds to slick and sound films', of: 'primer' },
  dewaxed: { name: 'dewaxed shellac', of: null },
  flexible: { name: 'bends with leather and cloth', of: null },
  reversible: { name: 'warm water loosens it again', of: 'glue' },
  'own-primer': { name: 'needs no primer on bare wood', of: 'paint' },
  exterior: { name: 'made for wet', of: 'clear' },
  instant: { name: 'holds in seconds', of: 'glue' },
};

export const underNames: Readonly<Record<UnderKind, string>> = {
  shellac: 'shellac',
  'oil-film': 'oil films',
  'water-film': 'waterborne films',
  lacquer: 'lacquer',
  wax: 'wax',
  paint: 'paint',
};

/** Hazards a label names. */
export const hazardNames: Readonly<Record<Hazard, string>> = {
  flammable: 'flammable vapour',
  vapour: 'harmful vapour',
  caustic: 'caustic',
  oxidising: 'oxidising',
  'self-heating-rags': 'rags heat themselves',
  dust: 'harmful dust',
  'cures-hot': 'sets hot',
  'burns-cotton': 'burns cotton and wool',
  chlorinated: 'chlorinated solvent',
  nmp: 'N-methylpyrrolidone',
  isocyanate: 'isocyanate or aziridine',
  'chlorine-bleach': 'chlorine bleach',
  ammonia: 'ammonia',
  acid: 'acid',
};
