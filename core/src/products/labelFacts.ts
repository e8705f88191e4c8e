import type { Carrier, Product, ProductKind, SourcedRange, Tag } from '../workshop';

/** What a label says besides rate, times, air and packs. */
export type LabelFacts = Pick<
  Product,
  | 'traits'
  | 'family'
  | 'demandsOwnClear'
  | 'forbidsUnder'
  | 'clearOver'
  | 'sheen'
  | 'thinnerCarrier'
  | 'filmDryUm'
  | 'sagUm'
  | 'workingMin'
  | 'mix'
  | 'densityKgPerL'
  | 'shelf'
  | 'deliveryDays'
  | 'cleanUp'
  | 'valueTags'
  | 'reorderL'
>;

/** A product before its facts are known. */
type Bare = Pick<Product, 'id' | 'kind' | 'carrier' | 'thinner'>;

const v = (value: number, tag: Tag = 'M') => ({ value, tag });
const range = (low: number, likely: number, high: number, tag: Tag = 'M'): SourcedRange => ({ low, likely, high, tag });

/** Facts that say nothing: what an own product begins with. */
export const noFacts: LabelFacts = {
  traits: [],
  family: null,
  demandsOwnClear: false,
  forbidsUnder: [],
  clearOver: 'either',
  sheen: null,
  thinnerCarrier: null,
  filmDryUm: null,
  sagUm: null,
  workingMin: null,
  mix: null,
  densityKgPerL: null,
  shelf: { closedDays: null, openDays: null, tag: 'M' },
  deliveryDays: 3,
  cleanUp: '',
  valueTags: {},
  reorderL: null,
};

/** kg per litre by carrier, of what is mostly carrier (from memory). */
const density: Readonly<Record<Carrier, number>> = { water: 1.05, oil: 0.9, alcohol: 0.9, lacquer: 0.92, none: 1 };
/** What a tool is cleaned with, by carrier (common practice, no source). */
const cleanUp: Readonly<Record<Carrier, string>> = {
  water: 'water and soap, before it dries',
  oil: 'mineral spirits, then soap; rags flat outdoors',
  alcohol: 'alcohol',
  lacquer: 'lacquer thinner',
  none: 'as its label says',
};

const byKind: Readonly<Partial<Record<ProductKind, Partial<LabelFacts>>>> = {
  paint: { densityKgPerL: v(1.3), sagUm: v(150), sheen: 'satin', shelf: { closedDays: 1095, openDays: 365, tag: 'M' } },
  primer: { densityKgPerL: v(1.3), sagUm: v(160), sheen: 'matt', shelf: { closedDays: 730, openDays: 365, tag: 'M' } },
  'metal-primer': { densityKgPerL: v(1.4), sagUm: v(150), sheen: 'matt' },
  blocker: {
    densityKgPerL: v(1.25),
    sagUm: v(140),
    sheen: 'matt',
    shelf: { closedDays: 730, openDays: 365, tag: 'M' },
  },
  clear: { sagUm: v(130), clearOver: 'needless', shelf: { closedDays: 730, openDays: 365, tag: 'M' } },
  sealer: { sagUm: v(140), shelf: { closedDays: 365, openDays: 180, tag: 'M' } },
  metallic: { sagUm: v(150), sheen: 'satin' },
  wax: { densityKgPerL: v(0.85), clearOver: 'needless', sheen: 'satin' },
  'dark-wax': { densityKgPerL: v(0.85), clearOver: 'needless', sheen: 'satin' },
  'filler-ready': { densityKgPerL: v(1.6), shelf: { closedDays: 730, openDays: 180, tag: 'M' } },
  dye: { shelf: { closedDays: 730, openDays: 180, tag: 'M' } },
  stain: { shelf: { closedDays: 1095, openDays: 365, tag: 'M' } },
  glue: { shelf: { closedDays: 730, openDays: 365, tag: 'M' } },
};

const byId: Readonly<Record<string, Partial<LabelFacts>>> = {
  'filler-two-part': {
    densityKgPerL: v(1.8),
    // Working 3 to 5 minutes warm (common practice); here at 20 °C.
    workingMin: range(4, 5, 7, 'T'),
    mix: {
      by: 'mass',
      parts: [
        { name: 'filler paste', share: 98, densityKgPerL: 1.8, hardener: false },
        { name: 'hardener', share: 2, densityKgPerL: 1.2, hardener: true },
      ],
      hardenerFrac: { least: 0.01, most: 0.03 },
    },
    shelf: { closedDays: 365, openDays: 180, tag: 'M' },
  },
  degreaser: { mix: null },
  'super-glue': { traits: ['instant'] },
  'leather-glue': { traits: ['flexible'] },
  'leather-finish': { traits: ['flexible'], sheen: 'satin' },
  'hide-glue': { traits: ['reversible'] },
  'gel-stain': { traits: ['gel'] },
  'bonding-primer': { traits: ['bonding'] },
  'chalky-paint': { traits: ['own-primer'], clearOver: 'needed', sheen: 'matt', sagUm: v(170) },
  enamel: { clearOver: 'either' },
  'aerosol-enamel': { clearOver: 'needless', sheen: 'gloss' },
  'lime-wash': { clearOver: 'needed', sheen: 'matt' },
  'waterborne-satin-clear': { sheen: 'satin' },
  'waterborne-matt-clear': { sheen: 'matt' },
  'waterborne-gloss-clear': { sheen: 'gloss', filmDryUm: v(25) },
  'wiping-clear': { sheen: 'satin', sagUm: v(120) },
  'oil-brushing-clear': { sheen: 'gloss' },
  'brushing-lacquer': { sheen: 'satin', sagUm: v(125) },
  // Shellac keeps for months once it is dissolved, whatever it is sold as.
  'shellac-clear': {
    traits: ['dewaxed'],
    sheen: 'gloss',
    sagUm: v(140),
    shelf: { closedDays: 365, openDays: 180, tag: 'M' },
  },
  'shellac-sealer': { traits: ['dewaxed'] },
  'shellac-primer': { shelf: { closedDays: 365, openDays: 180, tag: 'M' } },
  'exterior-varnish': { traits: ['exterior'], sheen: 'gloss', filmDryUm: v(38) },
  'paint-dark': { filmDryUm: v(35) },
  'bronze-coat': { family: 'bronze patina' },
  'patina-activator': { family: 'bronze patina' },
};

/** What is taken where nothing else was chosen: one for each job, the mildest or the one that is used most (common practice). */
const usual: ReadonlySet<string> = new Set([
  'bronze-coat',
  'conditioner',
  'contact-cement',
  'acrylic-sealant',
  'dark-wax',
  'degreaser',
  'disinfectant',
  'enamel',
  'fill-stick',
  'filler-leather',
  'filler-ready',
  'filler-two-part',
  'gilding-wax',
  'grain-filler',
  'insect-treatment',
  'leaf-size',
  'leather-colour',
  'lime-wash',
  'metal-primer',
  'mineral-spirits',
  'oil-stain',
  'oxalic-bleach',
  'paste',
  'paste-wax',
  'patina-activator',
  'shellac-primer',
  'shellac-sealer',
  'stripper',
  'toner',
  'water-dye',
  'water-glaze',
  'water-primer',
  'waterborne-satin-clear',
  'wood-glue',
]);

/** What the label of a typical product usually says (typical from memory unless its tag says otherwise). */
export const labelFactsOf = (product: Bare): LabelFacts => ({
  ...noFacts,
  thinnerCarrier: product.thinner === null ? null : product.carrier,
  densityKgPerL: v(density[product.carrier]),
  cleanUp: cleanUp[product.carrier],
  ...byKind[product.kind],
  ...byId[product.id],
  traits: [...(usual.has(product.id) ? (['usual'] as const) : []), ...(byId[product.id]?.traits ?? [])],
});
