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
  'stool',
  'bench',
  'bed-head',
  'board',
  'frame',
] as const;
/** A family of furniture with one geometry. */
export type FormId = (typeof formIds)[number];

/** Parts of a piece that are made of one thing and, at first, get one finish. */
export const zoneIds = ['top', 'carcass', 'fronts', 'interior', 'legs'] as const;
/** A zone: the faces of a piece that get one finish. */
export type ZoneId = (typeof zoneIds)[number];

export const legKinds = ['none', 'plinth', 'square', 'tapered', 'turned'] as const;
/** How a piece stands. */
export type LegKind = (typeof legKinds)[number];

export const materialKinds = ['solid', 'veneer', 'mdf', 'particleboard'] as const;
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

export const conditions = ['sound', 'failing', 'thick'] as const;
/** The state of an old film. */
export type Condition = (typeof conditions)[number];

export const lookKinds = ['natural-clear', 'stained-clear', 'refreshed', 'waxed', 'painted', 'leave'] as const;
/** What a zone shall look like. */
export type LookKind = (typeof lookKinds)[number];

export const damageKinds = [
  'loose-veneer',
  'chipped-veneer',
  'open-joint',
  'wobbly-leg',
  'dent',
  'missing-corner',
] as const;
/** A kind of damage. */
export type DamageKind = (typeof damageKinds)[number];

export const methods = ['brush', 'roller', 'hvlp', 'aerosol', 'wipe'] as const;
/** How a product is put on. */
export type Method = (typeof methods)[number];

export const productKinds = [
  'cleaner',
  'stripper',
  'glue',
  'filler-two-part',
  'filler-ready',
  'conditioner',
  'stain',
  'sealer',
  'blocker',
  'primer',
  'paint',
  'clear',
  'wax',
] as const;
/** The job of a product. */
export type ProductKind = (typeof productKinds)[number];

export const carriers = ['water', 'oil', 'alcohol', 'lacquer', 'none'] as const;
/** What a product is carried in. */
export type Carrier = (typeof carriers)[number];

export const hazards = ['flammable', 'caustic', 'self-heating-rags', 'vapour', 'dust'] as const;
/** A hazard the label of such a product usually names. */
export type Hazard = (typeof hazards)[number];

export const tags = ['P', 'T', 'M', 'label', 'own'] as const;
/** Where a value comes from: published, trade practice, typical from memory, the can's label, the user's own. */
export type Tag = (typeof tags)[number];

export const stepKindIds = [
  'photograph',
  'remove-part',
  'degrease',
  'rinse',
  'dry-out',
  'glue',
  'strip-chemical',
  'scrape',
  'remove-residue',
  'sand',
  'fill',
  'scuff',
  'de-dust',
  'make-sample',
  'condition',
  'stain',
  'seal',
  'mask',
  'seal-edge',
  'block',
  'prime',
  'inspect',
  'denib',
  'paint',
  'unmask',
  'clear',
  'wax',
  'dispose',
  'refit-part',
  'oil-runners',
  'felt',
  'cure',
] as const;
/** A kind of step of a finish plan. */
export type StepKindId = (typeof stepKindIds)[number];

export const waitKinds = [
  'none',
  'dwell',
  'dry',
  'recoat',
  'film',
  'sand',
  'tape',
  'handle',
  'light-use',
  'cure',
] as const;
/** What a step waits for after the one before it. */
export type WaitKind = (typeof waitKinds)[number];

export const weekdays = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
/** A day of the week in the workshop's time zone. */
export type Weekday = (typeof weekdays)[number];

export const partKinds = ['hardware', 'door'] as const;
/** What comes off and goes on again. */
export type PartKind = (typeof partKinds)[number];
