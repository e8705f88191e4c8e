import type { Method, PartKind, Product, ProductKind, StepKindId, SupplyKind } from '../workshop';

/** Hands-on minutes of a step; parts that are absent count nothing. */
interface StepMinutes {
  perM2?: number;
  perPlace?: number;
  /** For each place, where it is done with another kind of product than is usual. */
  perPlaceWith?: Readonly<Partial<Record<ProductKind, number>>>;
  perMetre?: number;
  perPart?: Readonly<Partial<Record<PartKind, number>>>;
  fixed?: number;
  /** To set up and clear away: once a sitting. */
  setUp?: number;
  /** By the way a product is put on: per m² and set-up with clean-up. */
  coat?: boolean;
}

/** What the surface has to be before a step. */
export type Need =
  | 'clean'
  | 'dry'
  | 'dust-free'
  | 'glued'
  | 'no-stripper'
  | 'no-bleach'
  | 'no-wax'
  | 'no-pests'
  | 'bare'
  | 'coated'
  | 'sealed'
  | 'uncovered';

/** What a step changes on the surface. */
export type Effect =
  | 'clean-soil'
  | 'leave-cleaner'
  | 'take-cleaner'
  | 'wet'
  | 'dry'
  | 'close-glued'
  | 'close-filled'
  | 'close-own'
  | 'soften-film'
  | 'take-film'
  | 'take-residue'
  | 'leave-bleach'
  | 'take-bleach'
  | 'take-veneer'
  | 'lay-veneer'
  | 'new-part'
  | 'take-cloth'
  | 'abrade'
  | 'take-dust'
  | 'raise-dust'
  | 'flush-fill'
  | 'leave-glue'
  | 'take-glue'
  | 'cover'
  | 'uncover'
  | 'lay'
  | 'lay-wax'
  | 'decorate';

/** How a step can reach a neighbour of its zone. */
type Reach = 'dust' | 'drip' | 'creep' | 'mist' | 'vapour';

/** What a person wears; the label and safety sheet come first. */
type Protection = 'dust-mask' | 'cartridge-mask' | 'gloves' | 'goggles' | 'hearing';

/** What is left over and has to be seen to. */
type Waste = 'dust' | 'rags' | 'sludge' | 'wash-water' | 'tape' | 'scraps';

/** What a step uses up besides its product, by area, length or each time (typical from memory). */
export interface Consumption {
  what: SupplyKind;
  unit: 'pieces' | 'm' | 'm²';
  perM2?: number;
  perMetre?: number;
  each?: number;
  /** For each place or sheet. */
  perPlace?: number;
  /** Only with these parts. */
  parts?: readonly PartKind[];
  /** Once a sitting, on however many zones. */
  perSitting?: number;
}

/** Groups of kinds, in the order a piece meets them. */
type StepGroup =
  | 'look'
  | 'obtain'
  | 'parts'
  | 'clean'
  | 'take off'
  | 'repair'
  | 'abrade'
  | 'mask'
  | 'colour wood'
  | 'film'
  | 'last'
  | 'decorate'
  | 'close';

/** A kind of step as data. */
export interface StepKind {
  id: StepKindId;
  group: StepGroup;
  /** What to do, as one says it at the bench. */
  verb: string;
  /** Word under its band on the stick. */
  band: string;
  needs: readonly Need[];
  gives: readonly Effect[];
  touches: readonly Reach[];
  /** Whose limits of air it has to keep: its product's, or none. */
  air: 'product' | 'none';
  protection: readonly Protection[];
  waste: readonly Waste[];
  consumes: readonly Consumption[];
  abrasive: boolean;
  /** Heats, abrades, scrapes or peels what is on a face: whatever was on it when the piece came in goes into the air. */
  breaksFilm: boolean;
  /** Leaves something wet that has to dry. */
  wet: boolean;
  /** Lays a film or colour that later coats stand on. */
  film: boolean;
  /** Goes into the wood or its pores, and builds no film of its own. */
  inWood: boolean;
  /** Lays a colour that lets what is under it show: tried on a sample first. */
  colours: boolean;
  /** Hides the coats under it: what follows lies on this, and no longer on them. */
  hides: boolean;
  /** The piece is turned, carried, stood on its feet or put together, and what lies on it has to bear that: its body, or that and what had been taken off; null: neither. */
  grips: 'body' | 'all' | null;
  /** May be laid down in the middle and gone on with later. */
  divisible: boolean;
  /** How many times its area its product covers: cement goes on both faces, twice. */
  covers: number;
  /** Which kinds of product it can use. */
  uses: readonly ProductKind[];
  minutes: StepMinutes;
  /** Change in height of the stick: coats build up, abrasives take off. */
  rise: number;
}

const kind = (
  group: StepGroup,
  id: StepKindId,
  verb: string,
  band: string,
  minutes: StepMinutes,
  traits: Partial<StepKind> = {},
): StepKind => ({
  id,
  group,
  verb,
  band,
  minutes,
  needs: [],
  gives: [],
  touches: [],
  air: 'none',
  protection: [],
  waste: [],
  consumes: [],
  abrasive: false,
  breaksFilm: false,
  wet: false,
  film: false,
  inWood: false,
  colours: false,
  hides: false,
  grips: null,
  divisible: true,
  covers: 1,
  uses: [],
  rise: 0,
  ...traits,
});

const rags: Consumption = { what: 'rag', unit: 'pieces', perM2: 1 };
const gloves: Consumption = { what: 'gloves', unit: 'pieces', perSitting: 1 };
const coatNeeds: readonly Need[] = [
  'clean',
  'dry',
  'dust-free',
  'glued',
  'no-stripper',
  'no-bleach',
  'no-wax',
  'uncovered',
];

/** Something laid on as a coat: a wet film that later coats stand on. */
const coat = (
  group: StepGroup,
  id: StepKindId,
  verb: string,
  band: string,
  uses: readonly ProductKind[],
  rise = 5,
  traits: Partial<StepKind> = {},
): StepKind =>
  kind(
    group,
    id,
    verb,
    band,
    { coat: true },
    {
      needs: coatNeeds,
      gives: ['lay'],
      touches: ['drip', 'vapour'],
      air: 'product',
      protection: ['gloves'],
      waste: ['rags'],
      consumes: [gloves],
      wet: true,
      film: true,
      divisible: false,
      uses,
      rise,
      ...traits,
    },
  );

/** Colour that has to reach bare wood. */
const onBare: Partial<StepKind> = { needs: [...coatNeeds, 'bare'], consumes: [gloves, rags], inWood: true };

/** Something abrasive on bare wood or on a film. */
const abrasive = (
  id: StepKindId,
  verb: string,
  band: string,
  perM2: number,
  sheetsPerM2: number,
  traits: Partial<StepKind> = {},
): StepKind =>
  kind(
    'abrade',
    id,
    verb,
    band,
    { perM2 },
    {
      needs: ['dry', 'glued', 'no-stripper'],
      gives: ['abrade'],
      touches: ['dust'],
      protection: ['dust-mask'],
      waste: ['dust'],
      consumes: [{ what: 'abrasive sheet', unit: 'pieces', perM2: sheetsPerM2 }],
      abrasive: true,
      breaksFilm: true,
      rise: -2,
      ...traits,
    },
  );

/** Something wet that dries and is no film. */
const wash = (id: StepKindId, verb: string, band: string, perM2: number, traits: Partial<StepKind> = {}): StepKind =>
  kind(
    'clean',
    id,
    verb,
    band,
    { perM2 },
    {
      gives: ['clean-soil', 'leave-cleaner', 'wet'],
      touches: ['drip'],
      protection: ['gloves'],
      waste: ['wash-water', 'rags'],
      consumes: [rags, gloves],
      wet: true,
      divisible: false,
      ...traits,
    },
  );

/** Work on single places. */
const repair = (
  id: StepKindId,
  verb: string,
  band: string,
  perPlace: number,
  traits: Partial<StepKind> = {},
  minutes: StepMinutes = {},
): StepKind => kind('repair', id, verb, band, { perPlace, ...minutes }, { gives: ['close-own'], ...traits });

const filler: Partial<StepKind> = {
  needs: ['dry', 'no-stripper'],
  gives: ['close-filled'],
  protection: ['gloves'],
  wet: true,
  divisible: false,
  rise: 1,
};
const glueing: Partial<StepKind> = { gives: ['close-glued'], wet: true, divisible: false, protection: ['gloves'] };
const spirits: Partial<StepKind> = {
  touches: ['drip', 'vapour'],
  protection: ['gloves', 'goggles'],
  waste: ['rags', 'sludge'],
  consumes: [rags, gloves],
};
const decoration: Partial<StepKind> = {
  needs: ['clean', 'dry', 'dust-free', 'coated', 'uncovered'],
  gives: ['decorate'],
  divisible: false,
  rise: 1,
};

/** Minutes to take a fitting off and to fit it again, each (from memory). */
const fittingMinutes = {
  off: { caster: 2, leveller: 1, catch: 3, fixing: 2, button: 1, 'show-nail': 0.5 },
  on: { caster: 3, leveller: 2, catch: 6, fixing: 3, button: 1, 'show-nail': 1 },
} satisfies Record<string, Partial<Record<PartKind, number>>>;

/** Every kind of step. Hands-on minutes and consumption: typical from memory, corrected by the log. */
export const stepKindTable = [
  kind('look', 'photograph', 'Photograph it as it is', 'photo', { fixed: 10 }),
  kind('look', 'inspect', 'Look over the primer', 'look', { fixed: 2, setUp: 3 }),
  kind('look', 'test', 'Test', 'test', { fixed: 3, setUp: 2 }, { protection: ['gloves'] }),
  kind('look', 'make-sample', 'Make a sample stick', 'sample', { fixed: 15, setUp: 15 }),
  kind('look', 'approve', 'Have the sample approved', 'approve', { fixed: 2, setUp: 3 }),
  kind('look', 'judge', 'Judge it in daylight', 'judge', { fixed: 2, setUp: 3 }),
  kind('obtain', 'obtain', 'Order', 'order', { fixed: 5 }),
  kind('obtain', 'warm-up', 'Warm the piece and the product', 'warm', { fixed: 5 }),
  kind('obtain', 'move-to-space', 'Move it to the spray space', 'move', { fixed: 5 }, { grips: 'body' }),
  kind('obtain', 'turn', 'Turn the piece over', 'turn', { fixed: 5 }, { grips: 'body' }),
  kind('parts', 'remove-part', 'Take off', 'off', {
    perPart: {
      hardware: 3,
      door: 8,
      lid: 8,
      mirror: 15,
      glass: 15,
      'seat-pad': 5,
      top: 15,
      leg: 3,
      joint: 4,
      bolt: 3,
      ...fittingMinutes.off,
    },
  }),
  kind(
    'parts',
    'refit-part',
    'Fit',
    'fit',
    {
      perPart: {
        hardware: 4,
        door: 15,
        lid: 15,
        mirror: 15,
        glass: 15,
        'seat-pad': 6,
        top: 20,
        leg: 5,
        joint: 5,
        bolt: 4,
        ...fittingMinutes.on,
      },
    },
    { grips: 'all' },
  ),
  kind(
    'parts',
    'replace-part',
    'Replace',
    'new',
    {
      perPart: {
        hardware: 6,
        top: 40,
        covering: 75,
        webbing: 40,
        padding: 30,
        'dust-cover': 15,
        trim: 20,
        cane: 60,
        'seat-pad': 30,
        ...fittingMinutes.on,
      },
    },
    {
      gives: ['close-own'],
      consumes: [
        { what: 'cloth', unit: 'm²', perM2: 1.2, parts: ['covering'] },
        { what: 'staples', unit: 'pieces', each: 150, parts: ['covering', 'webbing', 'dust-cover'] },
      ],
    },
  ),
  kind(
    'parts',
    'alter-form',
    'Alter the form',
    'alter',
    { perPlace: 30 },
    { protection: ['goggles'], waste: ['scraps'] },
  ),
  kind(
    'parts',
    'make-part',
    'Make a new part',
    'make',
    { perPlace: 30, perPart: { top: 90 } },
    { gives: ['close-own', 'new-part'], protection: ['goggles', 'hearing'], waste: ['scraps', 'dust'] },
  ),
  kind('parts', 'rehearse-assembly', 'Rehearse the assembly', 'rehearse', { fixed: 10 }, { grips: 'all' }),
  kind(
    'clean',
    'vacuum',
    'Vacuum off cobwebs and loose dirt',
    'vacuum',
    { perM2: 1.5 },
    { protection: ['dust-mask'], waste: ['dust'] },
  ),
  kind(
    'clean',
    'treat-pests',
    'Treat insects and mould',
    'treat',
    { perM2: 4 },
    {
      gives: ['close-own', 'wet'],
      touches: ['drip', 'vapour'],
      protection: ['gloves', 'cartridge-mask'],
      wet: true,
      divisible: false,
      uses: ['pest-treatment'],
    },
  ),
  kind(
    'clean',
    'disinfect',
    'Wet with disinfectant and lift',
    'disinfect',
    { perM2: 8, setUp: 10 },
    {
      gives: ['close-own', 'wet'],
      touches: ['drip'],
      protection: ['gloves', 'goggles', 'dust-mask'],
      waste: ['rags'],
      consumes: [rags, gloves],
      wet: true,
      divisible: false,
      uses: ['disinfectant'],
    },
  ),
  kind(
    'clean',
    'wash',
    'Wash off the worst',
    'wash',
    { perM2: 5, setUp: 20 },
    {
      gives: ['clean-soil', 'leave-cleaner', 'wet', 'close-own'],
      touches: ['drip'],
      protection: ['gloves'],
      waste: ['wash-water', 'rags'],
      consumes: [rags, gloves],
      wet: true,
      divisible: false,
      uses: ['cleaner'],
    },
  ),
  kind(
    'clean',
    'wipe-down',
    'Wipe down',
    'wipe',
    { perM2: 8 },
    {
      gives: ['clean-soil', 'wet'],
      touches: ['drip', 'vapour'],
      protection: ['gloves'],
      waste: ['rags'],
      consumes: [rags, gloves],
      wet: true,
      divisible: false,
      uses: ['solvent', 'cleaner'],
    },
  ),
  wash('degrease', 'Wash down and degrease', 'wash', 5, { uses: ['cleaner'] }),
  wash('rinse', 'Rinse with clean water', 'rinse', 3, { gives: ['take-cleaner', 'take-bleach', 'wet'] }),
  kind('clean', 'dry-out', 'Leave to dry out', 'dry', {}, { gives: ['dry'] }),
  kind(
    'take off',
    'strip-chemical',
    'Brush on stripper',
    'strip',
    { perM2: 5 },
    {
      ...spirits,
      gives: ['soften-film', 'wet'],
      touches: ['creep', 'drip', 'vapour'],
      air: 'product',
      wet: true,
      divisible: false,
      uses: ['stripper'],
    },
  ),
  kind(
    'take off',
    'scrape',
    'Scrape with the grain',
    'scrape',
    { perM2: 12 },
    {
      gives: ['take-film'],
      touches: ['dust'],
      breaksFilm: true,
      protection: ['goggles', 'dust-mask'],
      waste: ['sludge'],
      consumes: [{ what: 'scraper edge', unit: 'pieces', perM2: 0.5 }],
      rise: -4,
    },
  ),
  abrasive('strip-abrasive', 'Sand the film off', 'strip', 8, 2, {
    group: 'take off',
    gives: ['take-film', 'abrade'],
    rise: -4,
  }),
  abrasive('strip-heat', 'Soften the film with heat and scrape', 'heat', 15, 0, {
    group: 'take off',
    needs: ['dry', 'no-stripper'],
    gives: ['take-film'],
    touches: ['dust', 'vapour'],
    protection: ['cartridge-mask', 'gloves', 'goggles'],
    waste: ['sludge'],
    consumes: [{ what: 'scraper edge', unit: 'pieces', perM2: 0.5 }],
    rise: -4,
  }),
  kind(
    'take off',
    'peel',
    'Peel the veneer off',
    'peel',
    { perM2: 45 },
    {
      gives: ['take-veneer', 'leave-glue', 'close-own'],
      breaksFilm: true,
      protection: ['goggles'],
      waste: ['scraps'],
      rise: -4,
    },
  ),
  kind(
    'take off',
    'wash-glue',
    'Wash off the old glue and level it',
    'old glue',
    { perM2: 30 },
    {
      gives: ['take-glue', 'wet'],
      touches: ['drip'],
      protection: ['gloves'],
      waste: ['wash-water', 'sludge'],
      consumes: [rags, gloves, { what: 'scraper edge', unit: 'pieces', perM2: 0.5 }],
      wet: true,
      divisible: false,
    },
  ),
  kind(
    'take off',
    'remove-covering',
    'Take the cover and staples off',
    'bare',
    { perM2: 40, setUp: 20 },
    {
      gives: ['take-cloth', 'close-own'],
      protection: ['dust-mask', 'gloves'],
      waste: ['scraps'],
      rise: -4,
    },
  ),
  kind(
    'take off',
    'remove-residue',
    'Wash off every trace',
    'clean',
    { perM2: 8 },
    {
      ...spirits,
      gives: ['take-residue', 'clean-soil', 'wet'],
      wet: true,
      divisible: false,
      uses: ['solvent'],
    },
  ),
  kind(
    'take off',
    'bleach',
    'Bleach the stain',
    'bleach',
    { perM2: 10, setUp: 5 },
    {
      gives: ['leave-bleach', 'close-own', 'wet'],
      protection: ['gloves', 'goggles'],
      touches: ['drip'],
      wet: true,
      divisible: false,
      uses: ['bleach'],
    },
  ),
  repair(
    'glue',
    'Glue and clamp',
    'glue',
    15,
    { ...glueing, uses: ['glue'] },
    // A joint is taken apart and cleaned first.
    { perPart: { joint: 20 } },
  ),
  // Putting the weight on belongs to the gluing: glue that waited for it has set.
  repair('clamp', 'Leave under weight', 'press', 0, { gives: [] }),
  repair('patch-veneer', 'Let in a piece of veneer', 'patch', 25, { ...glueing, gives: ['close-own'], uses: ['glue'] }),
  repair(
    're-veneer',
    'Lay new veneer',
    'veneer',
    0,
    {
      needs: ['dry', 'dust-free', 'no-stripper'],
      gives: ['lay-veneer'],
      touches: ['vapour'],
      protection: ['cartridge-mask', 'gloves'],
      air: 'product',
      // Two coats on both faces.
      covers: 4,
      uses: ['contact-cement'],
      consumes: [{ what: 'sheet goods', unit: 'm²', perM2: 1.15 }],
      wet: true,
      divisible: false,
      rise: 3,
    },
    { perM2: 90, setUp: 30 },
  ),
  repair('lift-ring', 'Draw the ring out of the film', 'ring', 10, { gives: ['close-own'], consumes: [rags] }),
  repair('touch-in', 'Touch in with colour', 'touch', 5, { gives: ['close-own'], uses: ['toner'] }),
  kind(
    'film',
    'reamalgamate',
    'Melt the crazed film together',
    'melt',
    { perM2: 20, setUp: 5 },
    {
      needs: ['dry', 'dust-free'],
      gives: ['wet'],
      touches: ['drip', 'vapour'],
      air: 'product',
      protection: ['gloves', 'goggles', 'cartridge-mask'],
      waste: ['rags'],
      consumes: [rags, gloves],
      wet: true,
      divisible: false,
      uses: ['solvent'],
    },
  ),
  repair('steam', 'Steam the dents up', 'steam', 8, { gives: ['close-own', 'wet'], wet: true, divisible: false }),
  repair(
    'fill',
    'Fill',
    'fill',
    3,
    { ...filler, uses: ['filler-two-part', 'filler-ready'] },
    { perPlaceWith: { 'filler-two-part': 15 } },
  ),
  repair(
    'caulk',
    'Seal the gaps',
    'seal gap',
    0,
    { ...filler, gives: ['close-own'], uses: ['sealant'] },
    { perMetre: 3, setUp: 3 },
  ),
  abrasive('shape', 'Shape the rebuilt corners', 'shape', 0, 0.2, {
    gives: ['raise-dust'],
    minutes: { perPlace: 10 },
  }),
  abrasive('sand-fills', 'Sand the fills flush', 'flush', 0, 0.2, {
    gives: ['flush-fill'],
    minutes: { perPlace: 3 },
  }),
  repair('fill-stick', 'Melt in a fill stick', 'stick', 6, {
    ...filler,
    gives: ['close-own'],
    wet: false,
    uses: ['filler-stick'],
  }),
  repair(
    'plug',
    'Plug old holes',
    'plug',
    3,
    { ...filler, gives: ['close-own'], uses: ['filler-two-part', 'filler-ready', 'glue'] },
    { perPlaceWith: { glue: 6 } },
  ),
  repair('drill', 'Drill for hardware', 'drill', 3, { gives: [], protection: ['goggles'], grips: 'all' }),
  repair('fill-leather', 'Fill the leather in thin layers', 'fill', 10, {
    ...filler,
    gives: ['close-own'],
    uses: ['filler-leather'],
  }),
  repair('re-cane', 'Lay new cane', 'cane', 150, { protection: ['gloves'] }),
  repair('ease-drawer', 'Ease the drawer', 'ease', 15, { waste: ['dust'] }),
  repair('align-door', 'Align the door', 'align', 10),
  repair('service-hardware', 'Clean and grease the hardware', 'service', 5, {
    gives: [],
    waste: ['rags'],
    consumes: [rags],
  }),
  abrasive('sand', 'Sand', 'sand', 4, 1.5, { needs: ['dry', 'glued', 'no-stripper', 'clean'] }),
  kind(
    'abrade',
    'raise-grain',
    'Dampen it to raise the grain',
    'raise',
    { perM2: 2 },
    { gives: ['wet'], touches: ['drip'], consumes: [rags], wet: true, divisible: false },
  ),
  abrasive('brush-pores', 'Open the pores with a brass brush', 'brass', 10, 0, {
    gives: ['raise-dust'],
    consumes: [],
    rise: 0,
  }),
  abrasive('scuff', 'Scuff', 'scuff', 5, 1),
  abrasive('denib', 'Sand lightly between coats', 'denib', 3, 0.8),
  abrasive('steel-wool', 'Rub with steel wool', 'wool', 3, 1),
  abrasive('level', 'Level the ridge', 'level', 4, 0.5, { rise: 0 }),
  abrasive('feather', 'Feather the edges', 'feather', 4, 0.5, { rise: 0 }),
  abrasive('rub-out', 'Rub out the finish', 'rub', 25, 0.5, { rise: 0 }),
  kind(
    'abrade',
    'de-dust',
    'Vacuum and tack',
    'dust',
    { perM2: 2 },
    {
      gives: ['take-dust'],
      consumes: [{ what: 'tack cloth', unit: 'pieces', perM2: 0.2 }],
    },
  ),
  kind(
    'mask',
    'mask',
    'Mask the border',
    'mask',
    { perMetre: 3 },
    {
      gives: ['cover'],
      waste: ['tape'],
      consumes: [{ what: 'tape', unit: 'm', perMetre: 1.1 }],
    },
  ),
  kind('mask', 'seal-edge', 'Seal the edge of the tape', 'edge', { perMetre: 1 }),
  kind(
    'mask',
    'cover',
    'Cover with film',
    'cover',
    { perPlace: 5 },
    {
      gives: ['cover'],
      consumes: [
        { what: 'film', unit: 'm²', each: 1.5 },
        { what: 'tape', unit: 'm', each: 2 },
      ],
    },
  ),
  kind('mask', 'unmask', 'Pull the tape', 'unmask', { perMetre: 0.5 }, { gives: ['uncover'] }),
  coat('colour wood', 'condition', 'Wipe on conditioner', 'condition', ['conditioner'], 1, onBare),
  coat('colour wood', 'grain-fill', 'Fill the grain', 'grain', ['grain-filler'], 2, {
    consumes: [gloves, rags],
    inWood: true,
  }),
  coat('colour wood', 'stain', 'Stain', 'stain', ['stain'], 2, { ...onBare, colours: true }),
  kind(
    'colour wood',
    'wipe-back',
    'Wipe back with the grain',
    'wipe',
    { perM2: 2 },
    { consumes: [rags, gloves], waste: ['rags'], divisible: false },
  ),
  coat('colour wood', 'dye', 'Dye', 'dye', ['dye'], 1, { ...onBare, colours: true }),
  coat('colour wood', 'glaze', 'Glaze', 'glaze', ['glaze'], 2, { minutes: { perM2: 10, setUp: 5 } }),
  coat('colour wood', 'colour-wash', 'Brush on the wash', 'wash', ['wash', 'paint'], 2, {
    colours: true,
    minutes: { perM2: 10, setUp: 5 },
  }),
  coat('colour wood', 'tone', 'Tone', 'tone', ['toner'], 2, { colours: true }),
  coat(
    'colour wood',
    'neutralise',
    'Cancel the under-colour',
    'cancel',
    ['glaze', 'wash', 'dye', 'leather-colour'],
    1,
    { minutes: { perM2: 10, setUp: 5 } },
  ),
  coat('film', 'seal', 'Seal', 'seal', ['sealer']),
  coat('film', 'block', 'Block', 'block', ['blocker']),
  coat('film', 'prime', 'Prime', 'prime', ['primer', 'metal-primer', 'blocker']),
  kind(
    'film',
    'spot-prime',
    'Prime the mended places',
    'spot',
    { perPlace: 3 },
    {
      needs: ['dry', 'dust-free', 'no-stripper'],
      gives: [],
      air: 'product',
      protection: ['gloves'],
      wet: true,
      divisible: false,
      uses: ['primer', 'blocker', 'metal-primer'],
    },
  ),
  coat('film', 'paint', 'Paint', 'paint', ['paint']),
  coat('film', 'blend', 'Blend the bands', 'blend', ['paint'], 3, { minutes: { perM2: 18, setUp: 10 } }),
  coat('film', 'metallic', 'Lay the metallic coat', 'metal', ['metallic']),
  coat('film', 'clear', 'Clear coat', 'clear', ['clear']),
  coat('film', 'recolour-leather', 'Dab on leather colour', 'leather', ['leather-colour'], 2, { colours: true }),
  kind(
    'last',
    'wax',
    'Wax and buff',
    'wax',
    { perM2: 8 },
    {
      needs: ['sealed', 'dust-free', 'uncovered'],
      gives: ['lay-wax'],
      uses: ['wax'],
      waste: ['rags'],
      consumes: [rags],
      rise: 1,
    },
  ),
  kind(
    'last',
    'dark-wax',
    'Dark wax, and wipe back',
    'dark wax',
    { perM2: 8 },
    {
      needs: ['sealed', 'dust-free', 'uncovered'],
      gives: ['lay-wax'],
      uses: ['dark-wax'],
      waste: ['rags'],
      consumes: [rags],
      rise: 1,
    },
  ),
  kind(
    'last',
    'gild-edge',
    'Gild the edges',
    'gild',
    { perMetre: 4 },
    { needs: ['coated'], uses: ['gilding-wax'], rise: 1 },
  ),
  kind('last', 'oil-runners', 'Wax the runners', 'runners', { fixed: 5 }, { grips: 'all' }),
  kind('last', 'felt', 'Felt under the feet', 'felt', { fixed: 5 }, { grips: 'all' }),
  kind('last', 'fit-restraint', 'Fit the restraint', 'restrain', { fixed: 10 }, { grips: 'all' }),
  kind(
    'decorate',
    'paper',
    'Paste on paper',
    'paper',
    { perM2: 25, setUp: 10 },
    {
      ...decoration,
      hides: true,
      wet: true,
      uses: ['paste'],
      consumes: [{ what: 'paper', unit: 'pieces', perPlace: 1 }],
    },
  ),
  kind(
    'decorate',
    'line',
    'Line the inside',
    'line',
    { perM2: 25, setUp: 10 },
    {
      ...decoration,
      hides: true,
      wet: true,
      uses: ['paste'],
      consumes: [{ what: 'paper', unit: 'pieces', perPlace: 1 }],
    },
  ),
  coat('decorate', 'size', 'Brush on the size', 'size', ['leaf-size'], 1, { needs: [...coatNeeds, 'coated'] }),
  kind(
    'decorate',
    'leaf',
    'Lay the leaf',
    'leaf',
    { perM2: 65 },
    // On a large face it is sized and laid a part at a time.
    { ...decoration, hides: true, divisible: true, consumes: [{ what: 'leaf', unit: 'm²', perM2: 1.2 }] },
  ),
  kind(
    'decorate',
    'foil',
    'Lay the foil',
    'foil',
    { perM2: 65 },
    { ...decoration, hides: true, divisible: true, consumes: [{ what: 'foil', unit: 'm²', perM2: 1.2 }] },
  ),
  kind(
    'decorate',
    'transfer',
    'Rub on the transfer',
    'transfer',
    { perPlace: 25 },
    { ...decoration, consumes: [{ what: 'transfer', unit: 'pieces', perPlace: 1 }] },
  ),
  kind('decorate', 'stencil', 'Stencil', 'stencil', { fixed: 60 }, { ...decoration, wet: true, uses: ['paint'] }),
  coat('decorate', 'patina', 'Lay the patina coat', 'patina', ['metallic']),
  kind(
    'decorate',
    'activate',
    'Soak with activator',
    'activate',
    { perM2: 6, setUp: 5 },
    {
      gives: ['decorate'],
      air: 'product',
      protection: ['gloves', 'goggles'],
      wet: true,
      divisible: false,
      uses: ['activator'],
    },
  ),
  kind('decorate', 'decal', 'Float on the decal', 'decal', { perPlace: 15 }, decoration),
  kind(
    'decorate',
    'applique',
    'Warm and glue the ornaments',
    'ornament',
    { perPlace: 15 },
    { ...decoration, uses: ['glue'], protection: ['gloves'], wet: true },
  ),
  kind('close', 'dry', 'Leave to dry', 'dry', {}),
  kind('close', 'cure', 'Leave to cure', 'cure', {}),
  kind('close', 'assemble', 'Put the parts together', 'assemble', { fixed: 20 }, { grips: 'all' }),
  kind('close', 'dispose', 'Put oily rags and waste away', 'rags', { fixed: 1, setUp: 1 }, { divisible: false }),
  kind('close', 'hand-over', 'Hand it over with its care card', 'hand over', { fixed: 15 }),
] as const satisfies readonly StepKind[];

const byId = Object.fromEntries(stepKindTable.map((k): [StepKindId, StepKind] => [k.id, k])) as Record<
  StepKindId,
  StepKind
>;

/** The row of a step kind. */
export const stepKind = (id: StepKindId): StepKind => byId[id];

/** Minutes per m² and set-up with clean-up by method (from memory). */
export const methodMinutes: Readonly<Record<Method, { perM2: number; setUp: number }>> = {
  brush: { perM2: 9, setUp: 10 },
  roller: { perM2: 5, setUp: 10 },
  hvlp: { perM2: 3, setUp: 25 },
  aerosol: { perM2: 4, setUp: 0 },
  wipe: { perM2: 8, setUp: 3 },
};

/** Minutes per m² of brushing legs, rails and glazing bars (typical, from memory). */
export const narrowBrushPerM2 = 15;

/** How many times longer sanding takes by hand than by machine (typical, from memory). */
export const handSandingFactor = 2;

/** Names of methods. */
export const methodNames: Readonly<Record<Method, string>> = {
  brush: 'brush',
  roller: 'roller',
  hvlp: 'HVLP gun',
  aerosol: 'aerosol can',
  wipe: 'wipe or pad',
};

/** Whether a product gives off vapour that burns: where its label says so, and whatever is carried in alcohol or lacquer thinner. */
export const isFlammable = (product: Pick<Product, 'hazards' | 'carrier'>): boolean =>
  product.hazards.includes('flammable') || product.carrier === 'alcohol' || product.carrier === 'lacquer';

/** Films of oil or alkyd turn to soap on zinc, and peel. */
export const soapsOnZinc = ({ carrier, kind }: Pick<Product, 'carrier' | 'kind'>): boolean =>
  carrier === 'oil' && ['primer', 'metal-primer', 'blocker', 'paint', 'metallic', 'clear', 'sealer'].includes(kind);

/** Kinds of product that go into the wood. */
export const inWoodProducts: ReadonlySet<ProductKind> = new Set(
  stepKindTable.filter((k) => k.inWood).flatMap((k) => k.uses),
);

/** Colour that goes into the wood. */
export const stainsWood = (id: StepKindId): boolean => stepKind(id).inWood && stepKind(id).colours;

/** Methods that throw a mist beyond the zone. */
export const isSprayed = (method: Method | null): boolean => method === 'hvlp' || method === 'aerosol';

/** Whether a kind of step only takes time: drying, curing, what stands in clamps. Nobody presses anything for it. */
export const needsNobody = (id: StepKindId): boolean => Object.values(stepKind(id).minutes).every((m) => m === 0);
