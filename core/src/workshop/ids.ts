/** What the words of the workshop file may be. Order is the order of menus. */
export const formIds = [
  'chest-of-drawers',
  'counter',
  'cabinet',
  'sideboard',
  'wardrobe',
  'bookcase',
  'blanket-chest',
  'box',
  'table',
  'side-table',
  'coffee-table',
  'console-table',
  'desk',
  'tall-desk',
  'writing-slope',
  'flap-cabinet',
  'dressing-table',
  'stool',
  'chair-plain',
  'chair-upholstered',
  'chair-cane',
  'rocking-chair',
  'bench',
  'bench-seat',
  'settle',
  'bed-head',
  'cot',
  'board',
  'loose-door',
  'frame',
] as const;
/** A family of furniture with one geometry. */
export type FormId = (typeof formIds)[number];

/** Zones of one's own: faces that were moved there to get a finish of theirs. */
export const ownZoneIds = ['own-1', 'own-2', 'own-3', 'own-4', 'own-5', 'own-6'] as const;

/** Parts of a piece that are made of one thing and, at first, get one finish. */
export const zoneIds = ['top', 'carcass', 'fronts', 'interior', 'legs', 'seat', 'hardware', ...ownZoneIds] as const;
/** A zone: the faces of a piece that get one finish. */
export type ZoneId = (typeof zoneIds)[number];

export const legKinds = ['none', 'plinth', 'bracket', 'square', 'tapered', 'turned', 'cabriole'] as const;
/** How a piece stands. */
export type LegKind = (typeof legKinds)[number];

export const materialKinds = [
  'solid',
  'veneer',
  'plywood',
  'mdf',
  'particleboard',
  'laminate',
  'metal',
  'cane',
  'leather',
  'cloth',
  'glass',
] as const;
/** What a surface is made of. */
export type MaterialKind = (typeof materialKinds)[number];

export const oldFinishKinds = [
  'unknown',
  'none',
  'shellac',
  'lacquer',
  'oil-varnish',
  'polyurethane',
  'wax',
  'paint',
] as const;
/** What is on the surface when the piece comes in. */
export type OldFinishKind = (typeof oldFinishKinds)[number];

export const conditions = ['sound', 'failing', 'thick', 'crazed', 'bubbled', 'weathered'] as const;
/** The state of an old film. */
export type Condition = (typeof conditions)[number];

export const lookKinds = [
  'natural-clear',
  'stained-clear',
  'revived',
  'refreshed',
  'toned',
  'waxed',
  'washed',
  'whitewashed',
  'painted',
  'blended',
  'papered',
  'leafed',
  'foiled',
  'patina',
  'recoloured',
  're-covered',
  'leave',
] as const;
/** What a zone shall look like. */
export type LookKind = (typeof lookKinds)[number];

export const damageKinds = [
  'loose-veneer',
  'chipped-veneer',
  'open-joint',
  'wobbly-leg',
  'dent',
  'missing-corner',
  'scratch',
  'missing-veneer',
  'veneer-bubble',
  'water-ring',
  'bleached-area',
  'burn',
  'split',
  'hairline-crack',
  'blotchy-wood',
  'greasy-wood',
  'open-gap',
  'missing-trim',
  'old-holes',
  'lock-hole',
  'flaked-film',
  'run-in-film',
  'spoiled-film',
  'sticking-drawer',
  'loose-runner',
  'sagging-door',
  'swollen-board',
  'torn-leather',
  'torn-cloth',
  'broken-cane',
  'filthy',
  'odour',
  'mould',
  'droppings',
  'live-insects',
  'fibrous-lining',
] as const;
/** A kind of damage. */
export type DamageKind = (typeof damageKinds)[number];

export const methods = ['brush', 'roller', 'hvlp', 'aerosol', 'wipe'] as const;
/** How a product is put on. */
export type Method = (typeof methods)[number];

export const productKinds = [
  'cleaner',
  'stripper',
  'bleach',
  'pest-treatment',
  'disinfectant',
  'glue',
  'contact-cement',
  'filler-two-part',
  'filler-ready',
  'filler-stick',
  'filler-leather',
  'grain-filler',
  'conditioner',
  'stain',
  'dye',
  'glaze',
  'wash',
  'toner',
  'sealer',
  'blocker',
  'primer',
  'metal-primer',
  'paint',
  'metallic',
  'clear',
  'wax',
  'dark-wax',
  'gilding-wax',
  'leaf-size',
  'paste',
  'activator',
  'leather-colour',
  'sealant',
  'solvent',
] as const;
/** The job of a product. */
export type ProductKind = (typeof productKinds)[number];

export const productTraits = [
  'usual',
  'gel',
  'bonding',
  'own-primer',
  'exterior',
  'instant',
  'dewaxed',
  'reversible',
  'flexible',
] as const;
/**
 * What a plan has to know of a product that no figure of its sheet tells. Usual: taken where nothing else was chosen. Gel: a stain
 * that lies on top. Bonding: a primer that holds on slick and sound films. Own primer: a paint that holds on bare wood. Exterior:
 * a film made for wet. Instant: a glue that holds in seconds. Dewaxed: shellac that other films hold on. Reversible: a glue that
 * warm water loosens again. Flexible: it bends with leather and cloth.
 */
export type ProductTrait = (typeof productTraits)[number];

export const underKinds = ['shellac', 'oil-film', 'water-film', 'lacquer', 'wax', 'paint'] as const;
/** What a label may forbid under its product. */
export type UnderKind = (typeof underKinds)[number];

export const sheens = ['matt', 'satin', 'semi-gloss', 'gloss'] as const;
/** How much a dry film shines. */
export type Sheen = (typeof sheens)[number];

export const woodStates = ['usual', 'light', 'dark', 'sap', 'aged'] as const;
/** Which wood of a species: as it usually is, or how it differs. */
export type WoodState = (typeof woodStates)[number];

export const colourSources = ['photograph', 'reader', 'typed', 'stick'] as const;
/** From where a colour is known. */
export type ColourSource = (typeof colourSources)[number];

export const supplyKinds = [
  'abrasive sheet',
  'scraper edge',
  'rag',
  'tack cloth',
  'tape',
  'film',
  'gloves',
  'brush',
  'pad',
  'sheet goods',
  'cloth',
  'paper',
  'foil',
  'transfer',
  'staples',
  'roller',
  'leaf',
] as const;
/** What a plan uses up besides its products. */
export type SupplyKind = (typeof supplyKinds)[number];

export const carriers = ['water', 'oil', 'alcohol', 'lacquer', 'none'] as const;
/** What a product is carried in. */
export type Carrier = (typeof carriers)[number];

export const hazards = [
  'flammable',
  'caustic',
  'oxidising',
  'self-heating-rags',
  'vapour',
  'dust',
  'chlorinated',
  'nmp',
  'isocyanate',
  'chlorine-bleach',
  'ammonia',
  'acid',
  'cures-hot',
  'burns-cotton',
] as const;
/** A hazard the label of such a product usually names. */
export type Hazard = (typeof hazards)[number];

export const tags = ['P', 'T', 'M', 'label', 'own'] as const;
/** Where a value comes from: published, trade practice, typical from memory, the can's label, the user's own. */
export type Tag = (typeof tags)[number];

export const stepKindIds = [
  'photograph',
  'inspect',
  'test',
  'make-sample',
  'approve',
  'judge',
  'obtain',
  'warm-up',
  'move-to-space',
  'turn',
  'remove-part',
  'refit-part',
  'replace-part',
  'alter-form',
  'make-part',
  'rehearse-assembly',
  'vacuum',
  'treat-pests',
  'disinfect',
  'wash',
  'wipe-down',
  'degrease',
  'rinse',
  'dry-out',
  'strip-chemical',
  'scrape',
  'strip-abrasive',
  'strip-heat',
  'peel',
  'wash-glue',
  'remove-covering',
  'remove-residue',
  'bleach',
  'glue',
  'clamp',
  'patch-veneer',
  're-veneer',
  'lift-ring',
  'touch-in',
  'reamalgamate',
  'steam',
  'fill',
  'shape',
  'sand-fills',
  'fill-stick',
  'plug',
  'drill',
  'fill-leather',
  're-cane',
  'ease-drawer',
  'align-door',
  'service-hardware',
  'sand',
  'raise-grain',
  'brush-pores',
  'scuff',
  'denib',
  'steel-wool',
  'level',
  'feather',
  'rub-out',
  'de-dust',
  'mask',
  'seal-edge',
  'cover',
  'unmask',
  'condition',
  'grain-fill',
  'stain',
  'wipe-back',
  'dye',
  'glaze',
  'colour-wash',
  'tone',
  'neutralise',
  'seal',
  'block',
  'prime',
  'spot-prime',
  'paint',
  'blend',
  'metallic',
  'clear',
  'recolour-leather',
  'wax',
  'dark-wax',
  'gild-edge',
  'oil-runners',
  'felt',
  'fit-restraint',
  'paper',
  'line',
  'size',
  'leaf',
  'foil',
  'transfer',
  'stencil',
  'patina',
  'activate',
  'decal',
  'applique',
  'dry',
  'cure',
  'assemble',
  'dispose',
  'caulk',
  'hand-over',
] as const;
/** A kind of step of a finish plan. */
export type StepKindId = (typeof stepKindIds)[number];

const waitKinds = ['none', 'dwell', 'dry', 'recoat', 'film', 'sand', 'tape', 'handle', 'light-use', 'cure'] as const;
/** What a step waits for after the one before it. */
export type WaitKind = (typeof waitKinds)[number];

export const weekdays = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
/** A day of the week in the workshop's time zone. */
export type Weekday = (typeof weekdays)[number];

export const partKinds = [
  'hardware',
  'door',
  'lid',
  'mirror',
  'glass',
  'seat-pad',
  'covering',
  'webbing',
  'padding',
  'dust-cover',
  'top',
  'trim',
  'cane',
  'leg',
  'joint',
  'bolt',
  'caster',
  'leveller',
  'catch',
  'fixing',
  'button',
  'show-nail',
] as const;
/** What comes off and goes on again. */
export type PartKind = (typeof partKinds)[number];

export const testKinds = ['finish', 'bleed', 'lead', 'moisture', 'adhesion', 'spray', 'wet'] as const;
/** What a test is to tell. */
export type TestKind = (typeof testKinds)[number];

export const additionKinds = [
  'grain-filled',
  'glazed',
  'stencilled',
  'taped-design',
  'transfer',
  'decal',
  'applique',
  'gilded-edges',
  'dark-waxed',
  'lined',
] as const;
/** What a look carries besides: looks combine. */
export type AdditionKind = (typeof additionKinds)[number];

export const wearClasses = ['display', 'furniture', 'used-top', 'wet', 'child-food'] as const;
/** What a zone has to bear. */
export type WearClass = (typeof wearClasses)[number];

export const depths = ['shallow', 'deep', 'through', 'unknown'] as const;
/** How far a damage goes in. */
export type Depth = (typeof depths)[number];

export const keptKinds = ['artwork', 'label', 'decal', 'sound-colour', 'inlay'] as const;
/** What on a piece is to be protected. */
export type KeptKind = (typeof keptKinds)[number];

export const addedPartKinds = [
  'panel',
  'rail',
  'moulding',
  'spindles',
  'drawer-box',
  'cushion',
  'cane-panel',
  'glass',
] as const;
/** A part a piece has besides those of its form. */
export type AddedPartKind = (typeof addedPartKinds)[number];

export const alterationKinds = [
  'ornament-removed',
  'ornament-filled',
  'base-squared',
  'moulding-added',
  'trim-added',
  'new-top',
  'backplate',
  'lock-hole-filled',
] as const;
/** A change of form. */
export type AlterationKind = (typeof alterationKinds)[number];

export const hardwareTreatments = ['keep', 'clean', 'spray', 'strip-refinish', 'replace', 'fill-redrill'] as const;
/** What becomes of the hardware. */
export type HardwareTreatment = (typeof hardwareTreatments)[number];

export const fittingKinds = ['caster', 'leveller', 'catch', 'fixing', 'button', 'show-nail'] as const;
/** What is screwed, driven or let into a piece besides its pulls and hinges. */
export type FittingKind = (typeof fittingKinds)[number];

export const extents = ['all', 'rim', 'crease', 'highlight'] as const;
/** Where an effect is laid: all over, round the rim, in the creases, or on what stands out. */
export type Extent = (typeof extents)[number];

/** What a client may bring, by what waits for it. */
export const awaitedKinds = ['pulls', 'covering', 'glass', 'colour', 'all'] as const;

/** What kind of faces a step is worked on, as its time goes: boards, or legs, rails, bars and shaped work. */
export const workedShapes = ['flat', 'narrow'] as const;
export type WorkedShape = (typeof workedShapes)[number];

export const worksites = ['workshop', 'in-place', 'open'] as const;
/** Where a piece is worked: here, where it is built in, or in the open air. */
export type Worksite = (typeof worksites)[number];

export const ownerships = ['own', 'resale', 'commission'] as const;
/** Whom a piece is for. */
export type Ownership = (typeof ownerships)[number];

export const toolIds = [
  'power-sander',
  'scraper',
  'router',
  'clamps',
  'upholstery',
  'spray-space',
  'heated-space',
  'ventilation',
  'solvent-extraction',
  'dust-mask',
  'vapour-mask',
  'gloves',
  'eye-protection',
] as const;
/** What a workshop has, or allows itself to do. */
export type ToolId = (typeof toolIds)[number];

export const spotReactions = ['untried', 'nothing', 'softens', 'dissolves', 'wrinkles'] as const;
/** What a solvent did to an old finish on a hidden place. */
export type SpotReaction = (typeof spotReactions)[number];

/** What keeps the air of a space: heating, walls and a roof, or nothing. */
export const spaceKinds = ['heated', 'sheltered', 'outdoors'] as const;
export type SpaceKind = (typeof spaceKinds)[number];

/** What may be done in a space. */
export const spaceUses = ['coat', 'spray', 'abrade'] as const;
export type SpaceUse = (typeof spaceUses)[number];

/** What is seen at a step, and noted by one press. */
export const seenKinds = [
  'went-well',
  'ran',
  'sagged',
  'dusty',
  'blotched',
  'too-dark',
  'still-shows',
  'took-longer',
  'ran-out',
  'weather-turned',
] as const;
export type SeenKind = (typeof seenKinds)[number];

/** Tests of a film, or of the wood under it. */
export const filmCheckKinds = ['fingernail', 'cross-cut', 'tape-pull', 'sheen', 'moisture'] as const;
export type FilmCheckKind = (typeof filmCheckKinds)[number];

/** How a film was found: still wet, dry to the touch, or hard enough that it sands to powder. */
export const filmStates = ['wet', 'touch-dry', 'sandable'] as const;
export type FilmState = (typeof filmStates)[number];

/** Places that are filled, as they take filler: edges and corners built up, what is large or deep, dents and small holes. */
export const filledPlaces = ['corners', 'large', 'small'] as const;
export type FilledPlaces = (typeof filledPlaces)[number];
