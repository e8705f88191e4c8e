import { z } from 'zod';
import { colourRecipeSchema, mixedSchema, sampleStickSchema, zoneColourSchema } from './colourSchema';
import { id, instant, name, text } from './fields';
import { houseRuleIds } from './houseRuleIds';
import {
  addedPartKinds,
  additionKinds,
  alterationKinds,
  awaitedKinds,
  carriers,
  conditions,
  damageKinds,
  depths,
  extents,
  filledPlaces,
  filmCheckKinds,
  filmStates,
  fittingKinds,
  formIds,
  hardwareTreatments,
  hazards,
  keptKinds,
  legKinds,
  lookKinds,
  materialKinds,
  methods,
  oldFinishKinds,
  ownerships,
  partKinds,
  productKinds,
  productTraits,
  seenKinds,
  sheens,
  spaceKinds,
  spaceUses,
  spotReactions,
  stepKindIds,
  supplyKinds,
  tags,
  testKinds,
  toolIds,
  underKinds,
  wearClasses,
  weekdays,
  workedShapes,
  worksites,
  zoneIds,
} from './ids';
import { isReservedId } from './reservedIds';

/** The version this code reads and writes. */
export const schemaVersion = 16;

/** Every figure has a bound of the trade: what lies beyond it is a slip, and would only break what is worked out from it. */
const upTo = (most: number) => z.number().min(0).max(most);
/** Money, in the workshop's currency. */
const price = upTo(10_000_000);
const litres = upTo(1000);
/** Two years, minutes: longer than anything cures or waits. */
const minutes = upTo(2 * 366 * 24 * 60);
const packL = z.number().min(0.0001).max(1000);

const sourced = (value: z.ZodNumber) => z.object({ value, tag: z.enum(tags) });
const sourcedRange = (most: number) =>
  z
    .object({ low: upTo(most), likely: upTo(most), high: upTo(most), tag: z.enum(tags) })
    .refine((r) => r.low <= r.likely && r.likely <= r.high, {
      message: 'low, likely and high have to stand in that order',
    });
const waiting = sourcedRange(2 * 366 * 24 * 60);
const fraction = z.number().min(0).max(1);
const tempC = z.number().min(-40).max(90);

const productTimes = z.object({
  dustFreeMin: waiting,
  recoatFromMin: waiting,
  /** Until when a next coat needs no abrading; null: no upper limit. */
  recoatUntilMin: waiting.nullable(),
  /** After the coat, an interval in which no next coat may go on. */
  blockedMin: z.object({ from: minutes, to: minutes, tag: z.enum(tags) }).nullable(),
  /** Before a film of another product; null: as for a next coat. */
  filmFromMin: waiting.nullable(),
  /** The same, under a waterborne film. */
  waterFilmFromMin: waiting.nullable(),
  /** Time on the surface before it is taken off; null: stays on. */
  dwellMin: waiting.nullable(),
  sandFromMin: waiting,
  tapeSafeMin: waiting,
  handleMin: waiting,
  lightUseMin: waiting,
  cureMin: waiting,
});

/** One part of what is mixed, by its share; shares need not add up to one. */
const mixPart = z.object({
  name,
  share: z.number().positive().max(1e6),
  /** kg per litre; null: not known, and then masses and volumes cannot be turned into each other. */
  densityKgPerL: z.number().min(0.1).max(20).nullable(),
  /** It starts the reaction. */
  hardener: z.boolean(),
});

/** How a product is mixed before use. */
const mix = z.object({
  by: z.enum(['volume', 'mass']),
  parts: z.array(mixPart).min(2).max(8),
  /** Share of the hardener in the whole that is allowed, 0 to 1, by mass; null: none named. */
  hardenerFrac: z
    .object({ least: z.number().positive().max(1), most: z.number().positive().max(1) })
    .refine((h) => h.least < h.most, { message: 'the least share of hardener has to be below the most' })
    .nullable(),
});

const days = z.number().positive().max(36_500);

export const productSchema = z.object({
  id,
  name,
  kind: z.enum(productKinds),
  carrier: z.enum(carriers),
  /** Practical rate by brush, m² per litre; null for what goes by the place, not by area. */
  spreadM2PerL: sourcedRange(1000)
    .refine((r) => r.low > 0, { message: 'a spreading rate has to be more than nothing' })
    .nullable(),
  /** Litres for one place (a dent, a joint); null for what goes by area. */
  perPlaceL: sourcedRange(10).nullable(),
  volumeSolidsFrac: sourced(z.number().positive().max(1)).nullable(),
  thinner: name.nullable(),
  thinningFrac: sourced(upTo(5)),
  thinningMaxFrac: sourced(upTo(5)),
  methods: z.array(z.enum(methods)).min(1),
  coats: z.int().min(1).max(20),
  times: productTimes,
  air: z.object({
    leastTempC: sourced(tempC),
    mostTempC: sourced(tempC),
    mostRelHumFrac: sourced(fraction),
    leastDewMarginK: sourced(upTo(30)),
  }),
  packs: z.array(z.object({ volumeL: packL, price, tag: z.enum(tags) })).max(20),
  /** Colour of the dry product as it shows, #rrggbb. */
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  /** Share of what is under it that it hides, 0 to 1. */
  hidingFrac: z.number().min(0).max(1),
  hazards: z.array(z.enum(hazards)),
  /** What a plan has to know of it besides. */
  traits: z.array(z.enum(productTraits)).max(productTraits.length),
  /** A system of its own, whose products belong together; null: none. */
  family: name.nullable(),
  /** Its label asks for a clear of its own family. */
  demandsOwnClear: z.boolean(),
  /** What its label forbids under it. */
  forbidsUnder: z.array(z.enum(underKinds)),
  /** Whether a clear coat belongs over it. */
  clearOver: z.enum(['needed', 'needless', 'either']),
  sheen: z.enum(sheens).nullable(),
  /** What the thinner is carried in; null: none is used. */
  thinnerCarrier: z.enum(carriers).nullable(),
  /** Dry film of one coat that its label asks for, µm; null: not named. */
  filmDryUm: sourced(z.number().positive().max(5000)).nullable(),
  /** Wet film that still hangs on a vertical face, µm; null: not known. */
  sagUm: sourced(upTo(10_000)).nullable(),
  /** Working time after mixing at 20 °C, minutes; null: does not set in the cup. */
  workingMin: waiting.nullable(),
  mix: mix.nullable(),
  densityKgPerL: sourced(z.number().min(0.1).max(20)).nullable(),
  /** How long it keeps, days; null: not named. */
  shelf: z.object({ closedDays: days.nullable(), openDays: days.nullable(), tag: z.enum(tags) }),
  /** From order to shelf, days. */
  deliveryDays: z.number().min(0).max(1000),
  cleanUp: name,
  /** Where the plain values come from, by their name: colour, hidingFrac, sheen…; left out: typical, from memory. */
  valueTags: z.record(
    z
      .string()
      .regex(/^[a-z]\w{0,60}$/i)
      .refine((word) => !isReservedId(word)),
    z.enum(tags),
  ),
  /** Order more when no more than this is left, L; null: never told. */
  reorderL: litres.nullable(),
});

const surface = z.object({
  material: z.object({
    kind: z.enum(materialKinds),
    speciesId: id.nullable(),
    /** Thickness of the face veneer, mm; null: unknown, or not veneer. */
    veneerThicknessMm: z.number().positive().max(10).nullable(),
  }),
  oldFinish: z.object({ kind: z.enum(oldFinishKinds), condition: z.enum(conditions) }),
});

const stepSchema = z.object({
  id,
  /** null: the whole piece. */
  zoneId: z.enum(zoneIds).nullable(),
  kind: z.enum(stepKindIds),
  ordinal: z.int().min(1).max(99),
  of: z.int().min(1).max(99),
  productId: id.nullable(),
  method: z.enum(methods).nullable(),
  grit: z.int().min(16).max(3000).nullable(),
  byHand: z.boolean(),
  /** What comes off or goes on again. */
  part: z.enum(partKinds).nullable(),
  /** Things handled: hardware, places of damage. */
  count: z.int().min(0).max(500),
  /** Length of tape line, m. */
  lineM: upTo(1000),
  /** What a test is to tell. */
  test: z.enum(testKinds).nullable(),
  /** Faces it acts on where these are not all of its zone; null: all. */
  faceIds: z.array(id).max(2000).nullable(),
  /** What is filled holds so much, L; left out: so much for each place as its product says. */
  fillL: litres.optional(),
  /** What kind of places it fills; left out: it is no filling, or was not kept yet. */
  fills: z.enum(filledPlaces).optional(),
  /** Thinner to a litre of product in this coat, L/L; left out: as its sheet has it. */
  thinFrac: upTo(5).optional(),
  /** What it is mixed of, its product first; left out: that as it is. */
  mixed: mixedSchema.optional(),
  /** Share of the area of its faces that it covers. */
  areaFrac: z.number().positive().max(1),
  /** A wait of the step itself, minutes, that no product decides (drying out). */
  fixedWaitMin: minutes,
  reason: text,
  /** Steps it was wished to come after, by id; what it waits for is read from the surfaces. */
  after: z.array(id).max(200),
  /** The user does it by itself, in no sitting with others; left out: it goes with them. */
  apart: z.literal(true).optional(),
});

const air = z.object({ airTempC: z.number().min(-30).max(50), relHumFrac: z.number().positive().max(1) });

export const logEntrySchema = z.object({
  id,
  /** The step as it was when it was begun: what happened stays as it was, whatever becomes of the plan. */
  step: stepSchema,
  startedAt: instant.nullable(),
  doneAt: instant.nullable(),
  actualL: litres.nullable(),
  air: air.nullable(),
  note: text,
  /** What the plan said before the step was begun, for History and for what the log teaches. */
  planned: z
    .object({
      startAt: instant,
      endAt: instant,
      volumeL: litres.nullable(),
      /** Minutes of hands; left out: not kept yet then. */
      handsOnMin: minutes.optional(),
      /** The same by typical figures, and litres, before what the log taught; left out: they were the plan's. */
      typicalMin: minutes.optional(),
      typicalL: litres.optional(),
      /** What kind of faces it was worked on. */
      shape: z.enum(workedShapes).optional(),
      /** What it uses up besides its product, as planned and by typical figures. */
      uses: z
        .array(z.object({ what: z.enum(supplyKinds), amount: upTo(100_000), typical: upTo(100_000) }))
        .max(20)
        .optional(),
      /** Coats, by typical figures, in which a paint was to hide what its first coat was laid over. */
      hidesInCoats: upTo(1000).optional(),
    })
    .nullable(),
  /** How far the amount is to be believed; left out: it was measured. */
  amountIs: z.enum(['guess', 'corrected']).optional(),
  /** Its times were put right afterwards; left out: they are those of the presses. */
  timeIs: z.literal('corrected').optional(),
  /** The times it was first logged with, where they were put right. */
  timesBefore: z.object({ startedAt: instant.nullable(), doneAt: instant.nullable() }).optional(),
  /** When nobody was at it though it was begun; until: null: still. */
  pauses: z
    .array(z.object({ from: instant, until: instant.nullable() }))
    .max(100)
    .optional(),
  /** Batch or can it came from; left out: not noted. */
  batch: name.nullable().optional(),
  /** It was taken from a can past its date, knowingly. */
  fromExpired: z.boolean().optional(),
  /** What was seen at it; left out: nothing was noted. */
  seen: z.array(z.enum(seenKinds)).max(seenKinds.length).optional(),
  /** How its film was found when it was touched or tried with paper, and when that had been expected; left out: never. */
  filmTests: z
    .array(z.object({ at: instant, found: z.enum(filmStates), expectedMin: minutes.optional() }))
    .max(50)
    .optional(),
  /** What was read of it on the scale of a test; of moisture per cent of the dry wood. Left out: nothing was. */
  checks: z
    .array(z.object({ at: instant, kind: z.enum(filmCheckKinds), value: z.number().min(0).max(100) }))
    .max(100)
    .optional(),
});

/** One step on a finish card: as it was done. */
const cardStep = z.object({
  kind: z.enum(stepKindIds),
  /** What was done, in words. */
  what: name,
  product: z.object({ id, name, kind: z.enum(productKinds), carrier: z.enum(carriers) }).nullable(),
  method: z.enum(methods).nullable(),
  grit: z.int().min(16).max(3000).nullable(),
  thinFrac: upTo(5).nullable(),
  litres: litres.nullable(),
  /** The amount was measured, and not taken over from the plan. */
  measured: z.boolean(),
  /** Area it was spread over, m²; null: by the place. */
  areaM2: upTo(10_000).nullable(),
  batch: name.nullable(),
  /** Parts that were mixed, in words. */
  ratio: text,
  doneAt: instant,
  /** Since the step before, minutes. */
  waitedMin: minutes.nullable(),
  air: air.nullable(),
  seen: z.array(z.enum(seenKinds)).max(seenKinds.length),
  note: text,
});

/** A finish as it is on one zone of a piece: kept, given away, and repeated from. */
export const finishCardSchema = z.object({
  format: z.literal('cosmesis-card'),
  cardVersion: z.literal(1),
  id,
  workshopName: name,
  pieceId: id,
  pieceName: name,
  zoneId: z.enum(zoneIds),
  look: z.enum(lookKinds),
  additions: z.array(z.enum(additionKinds)).max(additionKinds.length),
  effects: z.partialRecord(z.enum(additionKinds), z.enum(extents)),
  /** What was there before. */
  ground: surface,
  /** As it looks on a screen. */
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  /** What the plan was told, by kind of step. */
  chosen: z.partialRecord(
    z.enum(stepKindIds),
    z.object({
      productId: id,
      method: z.enum(methods).nullable(),
      coats: z.int().min(1).max(20),
      thinned: z.array(upTo(5).nullable()).max(20),
    }),
  ),
  steps: z.array(cardStep).min(1).max(500),
  /** Steps that were still to come when it was made; 0: the finish was complete. */
  toCome: z.int().min(0).max(1000),
  photoIds: z.array(id).max(200),
  /** The recipe of its colour; left out: it had none. */
  recipe: colourRecipeSchema.optional(),
});

const lengthM = z.number().min(0.005).max(10);
const smallM = z.number().min(0.0005).max(10);

/** A place on a face, as shares of its width and height from its lower left corner. */
const placeOnFace = z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]);

const damage = z.object({
  id,
  kind: z.enum(damageKinds),
  zoneId: z.enum(zoneIds),
  /** Places of this kind that are treated alike. */
  count: z.int().min(1).max(99),
  /** Where it is; null: somewhere in the zone. */
  faceId: id.nullable(),
  at: placeOnFace.nullable(),
  /** Longest measure of one place, m; null: not measured. */
  extentM: smallM.nullable(),
  depth: z.enum(depths),
  /** When it was found, where work on the piece had begun; null: in the survey. */
  foundAt: instant.nullable(),
});

const kept = z.object({ id, kind: z.enum(keptKinds), faceId: id, at: placeOnFace, note: text });

/** What a solvent did on a hidden place of a zone, and what pale test patches showed. */
const zoneTests = z.object({
  spirits: z.enum(spotReactions),
  alcohol: z.enum(spotReactions),
  lacquerThinner: z.enum(spotReactions),
  /** Pink lines in a test patch, or red-brown rags. */
  bleed: z.enum(['unknown', 'none', 'bleeds']),
  /** Fisheyes in a test patch. */
  silicone: z.boolean(),
  /** Zinc-coated metal. */
  zincCoated: z.boolean().optional(),
  /** Moisture of the wood as measured, kg water per kg dry wood; null: not measured. */
  moistureFrac: z.number().min(0.01).max(1).nullable().optional(),
  /** When it was measured; left out: not known. */
  moistureAt: instant.optional(),
});

/** Measures by kind: panel length × width; rail and moulding length × girth; spindles length × diameter × count. */
const addedPart = z.object({
  id,
  kind: z.enum(addedPartKinds),
  name,
  zoneId: z.enum(zoneIds),
  /** Face it sits on; null: nowhere in particular. */
  faceId: id.nullable(),
  lengthM,
  /** Width of a panel, girth of a rail or moulding, diameter of a spindle, m. */
  girthM: smallM,
  count: z.int().min(1).max(99),
});

const alteration = z.object({
  id,
  kind: z.enum(alterationKinds),
  zoneId: z.enum(zoneIds),
  faceId: id.nullable(),
  /** Length of what is added or taken away, m. */
  lengthM: lengthM.nullable(),
  /** Girth of a moulding, width of a backplate, overhang of a new top, m. */
  girthM: smallM.nullable(),
});

const alongM = upTo(10);
const spot = z.tuple([alongM, alongM]);

/** The figure of an area, m from the lower left corner of the rectangle around its face. */
const figure = z.discriminatedUnion('kind', [
  /** From edge to edge, at a distance from one of them. */
  z.object({
    kind: z.literal('strip'),
    along: z.enum(['bottom', 'top', 'left', 'right']),
    fromM: alongM,
    widthM: smallM,
  }),
  z.object({ kind: z.literal('panel'), leftM: alongM, bottomM: alongM, widthM: smallM, heightM: smallM }),
  z.object({ kind: z.literal('triangle'), cornersM: z.tuple([spot, spot, spot]) }),
  z.object({ kind: z.literal('circle'), centreM: spot, diameterM: smallM }),
  /** All around, so wide. */
  z.object({ kind: z.literal('border'), widthM: smallM }),
]);

/** Part of a face that is a face of its own: with its zone, its look, and what it is made of. */
const area = z.object({ id, name: name.min(1), faceId: id, outline: figure });

const hardware = z.object({
  treatment: z.enum(hardwareTreatments),
  /** Hole spacing centre to centre, m; null: one hole, or not measured. */
  spacingM: smallM.nullable(),
  /** Hole spacing of what replaces it, m. */
  newSpacingM: smallM.nullable(),
  missing: z.int().min(0).max(99),
  spare: z.int().min(0).max(99),
  /** The client brings what replaces it; left out: it is bought. */
  fromClient: z.boolean().optional(),
});

const fitting = z.object({
  id,
  kind: z.enum(fittingKinds),
  zoneId: z.enum(zoneIds),
  count: z.int().min(1).max(500),
  /** Of these, so many are gone. */
  missing: z.int().min(0).max(500),
  /** Length of its screws or nails under the head, m; null: not measured. */
  screwM: smallM.nullable(),
  /** Thickness of what they go into, with what lies between, m; null: not measured. */
  woodM: smallM.nullable(),
  /** Of a catch: how far the door lies back from the edge, m; left out: not measured. */
  insetM: smallM.optional(),
});

const approval = z.object({ id, what: text, at: instant });

/** Bands of colour across a zone, from the floor or as shares of its height; matching pieces share them. */
const bands = z.object({
  from: z.enum(['floor', 'proportion']),
  /** Upper edge of each band but the last, rising: m from the floor, or shares of the height. */
  edges: z.array(z.number().positive().max(10)).min(1).max(7),
  productIds: z.array(id).min(2).max(8),
});

const extraStep = z.object({
  id,
  zoneId: z.enum(zoneIds).nullable(),
  kind: z.enum(stepKindIds),
  /** The step it comes after. */
  afterId: id,
  productId: id.nullable(),
  method: z.enum(methods).nullable(),
  grit: z.int().min(16).max(3000).nullable(),
  /** Share of the zone where it is done in places only; left out: all of it. */
  areaFrac: z.number().positive().max(1).optional(),
});

/** What the user chose instead of the generated value, by "zone/kind". */
const choices = z.record(
  id,
  z.object({
    productId: id.nullable(),
    coats: z.int().min(1).max(20).nullable(),
    method: z.enum(methods).nullable(),
    /** Batches to mix for one coat; null: as many as can be placed in their working time. */
    batches: z.int().min(1).max(99).nullable().optional(),
    /** Thinner to a litre of product, coat by coat, L/L; null: as its sheet has it. */
    thinned: z.array(upTo(5).nullable()).max(20).optional(),
    /** So many of its last coats are owed: laid when the piece has been in use. */
    owed: z.int().min(0).max(19).optional(),
    /** The product holds for all zones of its look that have none of their own; left out: for this zone. */
    forLook: z.boolean().optional(),
  }),
);

/** Chosen schools by house rule; a school that is not known counts as not chosen. */
const houseRules = z.partialRecord(z.enum(houseRuleIds), id);

/** What a look carries besides, by zone. */
const additions = z.partialRecord(z.enum(zoneIds), z.array(z.enum(additionKinds)).max(additionKinds.length));
/** Where an effect is laid, by zone; left out: all over. */
const effects = z.partialRecord(z.enum(zoneIds), z.partialRecord(z.enum(additionKinds), z.enum(extents)));
const looks = z.partialRecord(z.enum(zoneIds), z.enum(lookKinds));
/** What the user decided on a treatment, by "zone/take-off" or "damage/id". */
const decisions = z.record(id, z.object({ choice: id, at: instant, why: text }));
/** Steps the user left out, and pairs the user put in an order, by step id. */
const edits = z.object({
  dropped: z.array(id).max(1000),
  pins: z.array(z.object({ beforeId: id, afterId: id })).max(1000),
  extra: z.array(extraStep).max(200),
  /** Steps the user split off from their sitting. */
  apart: z.array(id).max(1000).optional(),
  /** When the user said that a sitting begins, by its first step, and in whose hands; whose: null: in any. */
  begins: z.record(id, z.object({ at: instant, personId: id.nullable() })).optional(),
});

/** Another plan of the same piece, kept beside the one that is worked to. */
const keptPlan = z.object({
  id,
  name,
  keptAt: instant,
  looks,
  additions,
  effects,
  bands: bands.nullable(),
  decisions,
  choices,
  houseRules,
  edits,
});

/** A look changed after coats had gone on: what is there now is what the new plan begins with. */
const reworked = z.object({
  id,
  zoneId: z.enum(zoneIds),
  at: instant,
  from: z.enum(lookKinds),
  to: z.enum(lookKinds),
  /** Steps done before it, which the new plan does not count as its own. */
  stepIds: z.array(id).max(1000),
  /** What lies on the zone then. */
  film: z.enum(oldFinishKinds),
  /** What was left on it and has to come off first. */
  residue: z.enum(['stripper', 'glue']).optional(),
  /** Veneer left standing at its thinnest, mm; left out: none, or not known. */
  veneerLeftMm: z.number().min(0).max(10).optional(),
  /** Damage that had been put right. */
  closedDamage: z.array(id).max(200),
});

/** What a photograph shows: the piece, a place on a face, a damage, a step, or a sample stick. */
const photoOf = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('piece') }),
  z.object({ kind: z.literal('face'), faceId: id, at: placeOnFace }),
  z.object({ kind: z.literal('damage'), damageId: id }),
  z.object({ kind: z.literal('step'), stepId: id }),
  z.object({ kind: z.literal('stick'), stickId: id }),
]);

/** A photograph as it is known; its picture is kept beside the workshop under its id. */
const photoSchema = z.object({
  id,
  /** Name of the file it came from. */
  name,
  at: instant,
  /** From where its hour is known. */
  atFrom: z.enum(['camera', 'file', 'added']),
  /** Of the picture as it is kept. */
  widthPx: z.int().min(1).max(20_000),
  heightPx: z.int().min(1).max(20_000),
  of: photoOf,
  note: text,
  /** The photograph from before that it is held against; left out: none. */
  beforeId: id.optional(),
  /** How it is laid over that: moved by shares of its width and height, and made larger; left out: as it is. */
  lineUp: z
    .object({
      rightFrac: z.number().min(-1).max(1),
      downFrac: z.number().min(-1).max(1),
      scale: z.number().min(0.25).max(4),
    })
    .optional(),
});

export const pieceSchema = z.object({
  id,
  name,
  createdAt: instant,
  form: z.enum(formIds),
  heightM: lengthM.nullable(),
  widthM: lengthM.nullable(),
  depthM: lengthM.nullable(),
  drawers: z.int().min(0).max(12),
  doors: z.int().min(0).max(6),
  shelves: z.int().min(0).max(10),
  legs: z.enum(legKinds),
  /** Surfaces by zone; interior and legs follow the carcass where they are not given. */
  surfaces: z.object({
    top: surface,
    carcass: surface,
    fronts: surface,
    interior: surface.nullable(),
    legs: surface.nullable(),
    seat: surface.nullable(),
    hardware: surface.nullable(),
  }),
  /** Surfaces of single parts or faces that differ from their zone, by part (the first segment of a face id) or face id. */
  partSurfaces: z.record(id, surface),
  /** Diameters of a turned leg at equal distances from its top to its foot, m; null: as the form has it. */
  turnedDiametersM: z.array(smallM).min(2).max(12).nullable(),
  addedParts: z.array(addedPart).max(200),
  /** Parts of the form that this piece does not have. */
  removedParts: z.array(id).max(200),
  alterations: z.array(alteration).max(50),
  /** Areas cut out of faces; where two overlap, the first has it. */
  areas: z.array(area).max(500),
  hardware,
  /** Casters, levellers, catches, fixings, buttons and show-nails. */
  fittings: z.array(fitting).max(50),
  /** A seat that lifts out, or one that is stuffed over and tacked down; left out: not known, taken as loose. */
  upholstery: z.enum(['loose', 'fixed']).optional(),
  /** Where it is worked; left out: in the workshop. */
  worksite: z.enum(worksites).optional(),
  /** The space it stands in; left out: the usual one. */
  spaceId: id.optional(),
  /** When it was brought there, and from which space; left out: it has stood there long. */
  brought: z.object({ at: instant, fromId: id }).optional(),
  kept: z.array(kept).max(100),
  tests: z.partialRecord(z.enum(zoneIds), zoneTests),
  wear: z.partialRecord(z.enum(zoneIds), z.enum(wearClasses)),
  /** Name of the set of pieces it has to match. */
  setName: name.nullable(),
  promisedAt: instant.nullable(),
  /** Its promise weighs more than that of others; left out: as much. */
  pressing: z.boolean().optional(),
  ownership: z.enum(ownerships),
  commission: z.object({
    chosen: text,
    supplied: text,
    approvals: z.array(approval).max(200),
    /** What was offered, and when and how the client approved it; left out: nothing was offered yet. */
    offer: z.object({ at: instant, what: text, approvedAt: instant.nullable(), how: text }).optional(),
    /** What the client brings, and what waits for it. */
    awaited: z
      .array(z.object({ id, kind: z.enum(awaitedKinds), what: name, receivedAt: instant.nullable() }))
      .max(50)
      .optional(),
    /** Changes that were asked for later, with what they cost more, in the currency. */
    changes: z
      .array(
        z.object({
          id,
          zoneId: z.enum(zoneIds),
          what: text,
          price: price.nullable(),
          askedAt: instant,
          approvedAt: instant.nullable(),
        }),
      )
      .max(100)
      .optional(),
    handedOverAt: instant.nullable().optional(),
  }),
  /** What it is to sell for, in the workshop's currency. */
  salePrice: price.nullable(),
  /** What came in and went out for it besides materials and hours, in the workshop's currency; left out: nothing is noted. */
  money: z
    .object({
      boughtFor: price.nullable(),
      boughtAt: instant.nullable(),
      /** Fetching, and whatever else it cost. */
      otherCosts: price.nullable(),
      offeredAt: instant.nullable(),
      soldFor: price.nullable(),
      soldAt: instant.nullable(),
      /** Where it was sold. */
      soldOn: name,
      /** What selling it cost. */
      fee: price.nullable(),
    })
    .optional(),
  /** Decade it was made, e.g. 1930; null: unknown. */
  decade: z.int().min(1500).max(2100).nullable(),
  /** Country it was made in, ISO 3166-1 alpha-2; null: unknown. */
  country: z
    .string()
    .regex(/^[A-Z]{2}$/)
    .nullable(),
  lead: z.object({
    result: z.enum(['unknown', 'negative', 'positive']),
    everyLayer: z.boolean(),
    licensedWork: z.boolean(),
  }),
  damage: z.array(damage).max(200),
  /** Faces moved by hand: to another zone, or left out of all counts. */
  faceZones: z.record(id, z.enum([...zoneIds, 'uncounted'])),
  looks,
  additions,
  effects,
  bands: bands.nullable(),
  decisions,
  /** Findings the user overruled, with the reason. */
  overrules: z.array(z.object({ findingId: id, why: text, at: instant })).max(500),
  /** Places found when the primer was looked over. */
  foundAtInspection: z.partialRecord(z.enum(zoneIds), z.int().min(0).max(99)),
  choices,
  /** Schools this piece follows instead of the workshop's. */
  houseRules,
  edits,
  /** Notes of the user by step id. */
  stepNotes: z.record(id, text),
  log: z.array(logEntrySchema).max(5000),
  /** In the order they came; left out: none. */
  photos: z.array(photoSchema).max(2000).optional(),
  /** Sample sticks made for it, in the order they were made; left out: none. */
  sticks: z.array(sampleStickSchema).max(500).optional(),
  /** What is known and wanted of the colour of its zones; left out: nothing. */
  colours: z.partialRecord(z.enum(zoneIds), zoneColourSchema).optional(),
  startAt: instant.nullable(),
  note: text,
  /** Air of the room it will live in; null: a usual interior. */
  home: air.nullable(),
  keptPlans: z.array(keptPlan).max(20),
  reworked: z.array(reworked).max(200),
  /** The plan as another version of this program last gave it, kept until the difference was seen; left out: none. */
  plannedBefore: z
    .array(z.object({ id, productId: id.nullable(), method: z.enum(methods).nullable(), grit: z.int().nullable() }))
    .max(1000)
    .optional(),
});

export const readingSchema = z.object({
  id,
  at: instant,
  space: name,
  airTempC: z.number().min(-30).max(50),
  relHumFrac: z.number().positive().max(1),
  /** Temperature of the surface to be coated; null: not measured. */
  surfaceTempC: z.number().min(-30).max(60).nullable(),
});

/** Deeds by which what is in a container changes. */
const ledgerDeeds = [
  'brought',
  'carried-over',
  'kept',
  'coat',
  'mix',
  'typed',
  'weighed',
  'used-up',
  'thrown-away',
] as const;

/** One deed that changed what is in a container: by so much, or to what was counted. */
const ledgerRow = z
  .object({
    at: instant,
    deed: z.enum(ledgerDeeds),
    /** The log entry or mix it belongs to; null: the shelf itself. */
    ofId: id.nullable(),
    /** Litres that came in, or, below nothing, went out; null: it was counted. */
    changeL: z.number().min(-1000).max(1000).nullable(),
    /** Litres there were when it was typed or weighed; null: it was not. */
    countedL: litres.nullable(),
  })
  .refine((row) => (row.changeL === null) !== (row.countedL === null), {
    message: 'a row of the ledger either changes an amount or counts it',
  });

/** A can, tube or pack on the shelf. What it holds is the sum of its ledger. */
export const containerSchema = z.object({
  id,
  productId: id,
  ledger: z.array(ledgerRow).max(5000),
  boughtAt: instant.nullable(),
  /** When it was opened, as typed; null: closed, or opened by the first deed that drew on it. */
  openedAt: instant.nullable(),
  place: name,
  /** Brought into a space to warm up or to be at hand; left out: it stands on the shelf. */
  broughtIn: z.object({ at: instant, spaceId: id }).optional(),
  /** Batch number of the maker, or name of a mix; null: not noted. */
  batch: name.nullable(),
  /** Cannot be bought again: reclaimed, discontinued, or mixed by eye. */
  finite: z.boolean(),
  /** The mix that is in it; null: as bought. */
  mixId: id.nullable(),
  note: text,
});

const mixedPart = z.object({
  name,
  productId: id.nullable(),
  /** Its share in the recipe, by the measure of the recipe. */
  share: z.number().positive().max(1e6),
  massKg: upTo(1000),
  densityKgPerL: z.number().min(0.1).max(20).nullable(),
  hardener: z.boolean(),
});

/** A batch as it was mixed. */
export const mixSchema = z.object({
  id,
  name: name.min(1),
  productId: id.nullable(),
  at: instant,
  air: air.nullable(),
  by: z.enum(['volume', 'mass']),
  hardenerFrac: mix.shape.hardenerFrac,
  parts: z.array(mixedPart).min(1).max(12),
  /** Mass that was wanted, kg; null: not weighed, for want of a density. */
  wantedKg: z.number().positive().max(1000).nullable(),
  /** Closed: poured, used or put in a jar. */
  done: z.boolean(),
  /** The steps it was mixed for. */
  steps: z.array(z.object({ pieceId: id, stepId: id })).max(200),
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  /** When the hardener went in; null: nothing sets. */
  startedAt: instant.nullable(),
  workingMin: z
    .number()
    .positive()
    .max(2 * 366 * 24 * 60)
    .nullable(),
  useBy: instant.nullable(),
  note: text,
});

/** Packs of what is used up besides the products. */
export const supplySchema = z.object({
  id,
  kind: z.enum(supplyKinds),
  name,
  unit: z.enum(['pieces', 'm', 'm²']),
  packs: z.array(z.object({ amount: z.number().positive().max(100_000), price, tag: z.enum(tags) })).max(20),
  left: upTo(100_000),
  reorderAt: upTo(100_000).nullable(),
  deliveryDays: z.number().min(0).max(1000),
  /** When it was counted: what lay there by the count before and what was bought since, and what was found. Left out: never. */
  counts: z
    .array(z.object({ at: instant, was: upTo(100_000), found: upTo(100_000) }))
    .max(500)
    .optional(),
});

/** A room or a yard with its own air. */
const spaceSchema = z
  .object({
    id,
    name: name.min(1),
    kind: z.enum(spaceKinds),
    /** What it is heated to, °C; null: not heated. */
    heatedToC: z.number().min(5).max(35).nullable(),
    /** What may be done in it. */
    allows: z.array(z.enum(spaceUses)),
  })
  .refine((space) => (space.kind === 'heated') === (space.heatedToC !== null), {
    message: 'a heated space needs the temperature it is heated to, another has none',
  });

/** Outdoor air foretold, hour by hour; null: not foretold for this hour. */
export const forecastSchema = z
  .object({
    takenAt: instant,
    from: z.enum(['file', 'instrument']),
    /** The first hour. */
    startAt: instant,
    airTempC: z
      .array(z.number().min(-40).max(50).nullable())
      .min(1)
      .max(16 * 24),
    relHumFrac: z
      .array(z.number().positive().max(1).nullable())
      .min(1)
      .max(16 * 24),
  })
  .refine((f) => f.airTempC.length === f.relHumFrac.length, {
    message: 'a forecast needs a temperature and a humidity for each of its hours',
  });

const usualDay = z
  .object({ lowC: z.number().min(-40).max(50), highC: z.number().min(-40).max(50), relHumFrac: fraction.min(0.05) })
  .refine((day) => day.lowC <= day.highC, { message: 'the lowest temperature has to lie below the highest' });

const capacity = z.int().min(0).max(500).nullable();

const shift = z
  .object({ fromMin: z.int().min(0).max(1440), toMin: z.int().min(0).max(1440) })
  .refine((s) => s.fromMin < s.toMin, { message: 'working hours have to end after they begin' });

const week = z.record(z.enum(weekdays), z.array(shift).max(4));
const date = z.iso.date();

/** Somebody who works here besides whoever keeps the workshop. */
const learnedFigure = z.object({
  /** Times the typical figure. */
  factor: z.number().min(0.01).max(100),
  /** Standard deviation of its logarithm. */
  sdLog: z.number().min(0).max(5),
  /** How much was observed. */
  count: z.int().min(0).max(1_000_000),
});
const figureSaid = z.object({
  /** It stays as it was then, whatever is logged; left out: it goes on learning. */
  frozen: learnedFigure.optional(),
  /** What was logged before is not asked; left out: all of it is. */
  since: instant.optional(),
});

const personSchema = z.object({
  id,
  name: name.min(1),
  /** Working hours of their own; null: those of the workshop. */
  workingHours: week.nullable(),
});

const dayOff = z
  .object({ from: date, to: date, personId: id.nullable(), note: name })
  .refine((d) => d.from <= d.to, { message: 'days off have to end after they begin' });

const knownTimeZone = z.string().refine(
  (zone) => {
    try {
      return new Intl.DateTimeFormat('en', { timeZone: zone }) !== null;
    } catch {
      return false;
    }
  },
  { message: 'is not a time zone this machine knows, such as Europe/London' },
);

/** So many days off are kept for anybody: within any 400 days some working days are left, so that a next one is always found. */
const mostDaysOff = 300;
const dayMs = 24 * 3600 * 1000;
const lengthOf = ({ from, to }: { from: string; to: string }): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / dayMs) + 1;
const hasHours = (own: z.infer<typeof week>): boolean => Object.values(own).some((day) => day.length > 0);

const settingsFields = z.object({
  name: name.min(1),
  timeZone: knownTimeZone,
  currency: z.string().regex(/^[A-Z]{3}$/),
  unitSystem: z.enum(['metric', 'us']),
  workingHours: week.refine(hasHours, { message: 'a week needs some working hours' }),
  /** Who works here; none: one pair of hands. */
  people: z.array(personSchema).max(8),
  /** Days on which nobody, or one of them, works; whose: null: everybody's. */
  daysOff: z.array(dayOff).max(200),
  /** How many pieces there is room for at a time: on benches, in the spray space, where films dry; null: it never runs out. */
  room: z.object({ bench: capacity, spray: capacity, drying: capacity }),
  /** Schools the workshop follows. */
  houseRules,
  /** Ways of putting a product on that the workshop has and allows. */
  methods: z.array(z.enum(methods)).min(1),
  /** What the workshop has, and allows itself to do. */
  tools: z.array(z.enum(toolIds)),
  /** What may be in the gun, by carrier. */
  sprayCarriers: z.array(z.enum(carriers)),
  /** Largest cup that is mixed in, L. */
  cupL: z.number().min(0.01).max(100),
  labour: z.object({ ratePerHour: upTo(100_000), shareOfSaleFrac: z.number().min(0).max(1) }),
  /** Finish cards from elsewhere; those of its own pieces are made from their logs. Left out: none. */
  cards: z.array(finishCardSchema).max(500).optional(),
  /** What another device had of each part when it was last taken over from there, both by their hashes; left out: nothing was. */
  received: z.record(z.string().max(16), z.string().max(16)).optional(),
  /** What was said of figures that the log teaches, by their key; left out: nothing. */
  learning: z.record(id, figureSaid).optional(),
  /** Rent, light and tools for each hour of work, in the workshop's currency; left out: none is counted. */
  overheadPerHour: upTo(100_000).optional(),
  /** Where pieces stand, the usual one first; none: nothing is known of the air to come, and the times of the labels hold. */
  spaces: z.array(spaceSchema).max(12),
  /** The space in which the shelf stands; left out: its cans are as warm as the piece. */
  shelfSpaceId: id.optional(),
  /** What stands on papers; left out: the name of the workshop, no terms, A4. */
  papers: z
    .object({
      /** Who made it: name, address, telephone. */
      maker: text,
      /** The workshop's own terms, as they stand under an offer. */
      terms: text,
      size: z.enum(['a4', 'letter']),
      /** Rate that is added to a bill, as a share; null: none. */
      taxFrac: z.number().min(0).max(1).nullable(),
    })
    .optional(),
  /** Outdoor air of the days to come; null: none taken. */
  forecast: forecastSchema.nullable(),
  /** The usual day outdoors, month by month from January; null: that of a temperate place. */
  usualAir: z.array(usualDay).length(12).nullable(),
  /** The thermo-hygrometer and the forecast of the server are listened to. */
  instruments: z.boolean(),
  demo: z.boolean(),
});

/** What is set once for a workshop. */
export const settingsSchema = settingsFields
  .refine(
    ({ people }) => people.length === 0 || people.some((p) => p.workingHours === null || hasHours(p.workingHours)),
    {
      path: ['people'],
      message: 'somebody needs some working hours',
    },
  )
  .refine(
    ({ people, daysOff }) =>
      [null, ...people.map((p) => p.id)].every(
        (id) =>
          daysOff.filter((d) => d.personId === null || d.personId === id).reduce((sum, d) => sum + lengthOf(d), 0) <=
          mostDaysOff,
      ),
    {
      path: ['daysOff'],
      message: `nobody can have more than ${mostDaysOff} days off in all: take out those that have passed`,
    },
  );

export type PieceMoney = NonNullable<z.infer<typeof pieceSchema>['money']>;
export type FinishCard = z.infer<typeof finishCardSchema>;
export type LearnedFigure = z.infer<typeof learnedFigure>;
export type Photo = z.infer<typeof photoSchema>;
export type Person = z.infer<typeof personSchema>;
export type DayOff = z.infer<typeof dayOff>;

/** So many records of each kind a workshop may hold. */
export const mostRecords = {
  pieces: 20_000,
  products: 5000,
  readings: 200_000,
  containers: 20_000,
  mixes: 50_000,
  supplies: 1000,
} as const;

/** The workshop file. */
export const workshopFileSchema = z.object({
  format: z.literal('cosmesis-workshop'),
  schemaVersion: z.literal(schemaVersion),
  id,
  exportedAt: instant,
  /** It holds some pieces only: what is not in it was not taken away. */
  partial: z.literal(true).optional(),
  settings: settingsSchema,
  pieces: z.array(pieceSchema).max(mostRecords.pieces),
  products: z.array(productSchema).max(mostRecords.products),
  readings: z.array(readingSchema).max(mostRecords.readings),
  containers: z.array(containerSchema).max(mostRecords.containers),
  mixes: z.array(mixSchema).max(mostRecords.mixes),
  supplies: z.array(supplySchema).max(mostRecords.supplies),
});

export type WorkshopFile = z.infer<typeof workshopFileSchema>;
export type Settings = z.infer<typeof settingsSchema>;
export type Piece = z.infer<typeof pieceSchema>;
export type Surface = z.infer<typeof surface>;
export type Step = z.infer<typeof stepSchema>;
export type Damage = z.infer<typeof damage>;
export type AddedPart = z.infer<typeof addedPart>;
export type Area = z.infer<typeof area>;
export type Alteration = z.infer<typeof alteration>;
export type ZoneTests = z.infer<typeof zoneTests>;
export type LogEntry = z.infer<typeof logEntrySchema>;
export type Product = z.infer<typeof productSchema>;
export type ProductTimes = Product['times'];
export type SourcedRange = z.infer<typeof waiting>;
export type Container = z.infer<typeof containerSchema>;
export type LedgerRow = z.infer<typeof ledgerRow>;
export type Mix = z.infer<typeof mixSchema>;
export type Supply = z.infer<typeof supplySchema>;
export type KeptPlan = z.infer<typeof keptPlan>;
export type Space = z.infer<typeof spaceSchema>;
export type Forecast = z.infer<typeof forecastSchema>;
export type UsualDay = z.infer<typeof usualDay>;
export type Reading = z.infer<typeof readingSchema>;
