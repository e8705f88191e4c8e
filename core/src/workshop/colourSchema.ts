import { z } from 'zod';
import { id, instant, name, text } from './fields';
import { colourSources, woodStates, zoneIds } from './ids';

/** L*, a*, b* in daylight (D65, 2°). */
const lab = z.tuple([z.number().min(0).max(100), z.number().min(-160).max(160), z.number().min(-160).max(160)]);

/** What a coat is mixed of, by parts, and so many parts of thinner. */
export const mixedSchema = z.object({
  parts: z
    .array(z.object({ productId: id, parts: z.number().positive().max(1000) }))
    .min(1)
    .max(8),
  thinnerParts: z.number().min(0).max(1000),
});

/** One layer of colour: what is mixed, in so many coats. */
const colourLayer = mixedSchema.extend({
  coats: z.int().min(1).max(20),
  /** How long it lies before it is wiped, minutes; null: as its sheet says. */
  dwellMin: z
    .number()
    .positive()
    .max(24 * 60)
    .nullable(),
  /** Grit the wood is sanded to under it; null: as usual. */
  grit: z.int().min(16).max(3000).nullable(),
});

/** A colour that was read, and how. */
const readColour = z.object({ lab, from: z.enum(colourSources), at: instant });

/** A stick of the wood of a zone with the layers of a finish on it, each band a little shorter than the one before. */
export const sampleStickSchema = z.object({
  id,
  name,
  zoneId: z.enum(zoneIds),
  madeAt: instant,
  /** Wood of the stick. */
  speciesId: id.nullable(),
  state: z.enum(woodStates),
  layers: z.array(colourLayer).min(1).max(20),
  /** What it is to look like; null: nothing was named. */
  target: lab.nullable(),
  /** How it looked after so many of its layers, dry or wetted with spirits. */
  readings: z
    .array(z.object({ after: z.int().min(0).max(20), wet: z.boolean(), at: instant, lab, from: z.enum(colourSources) }))
    .max(60),
  note: text,
});

/** What a zone is finished by. */
export const colourRecipeSchema = z.object({
  at: instant,
  target: lab,
  /** What the target is, in words: "walnut table, top". */
  targetName: name,
  /** From the wood up, with the clear that ends it. */
  layers: z.array(colourLayer).min(1).max(20),
  /** What it is expected to look like. */
  expected: lab,
  /** The stick that was approved for it; left out: none was made yet. */
  stickId: id.optional(),
});

/** The colour of a zone: what the wood was read as, and the recipe it is finished by. */
export const zoneColourSchema = z.object({
  /** Read from the dry, sanded wood; left out: the usual colour of its kind. */
  ground: readColour.optional(),
  /** Which wood of its kind it is; left out: as it usually is. */
  state: z.enum(woodStates).optional(),
  recipe: colourRecipeSchema.optional(),
});

export type SampleStick = z.infer<typeof sampleStickSchema>;
export type ZoneColour = z.infer<typeof zoneColourSchema>;
export type ColourRecipe = z.infer<typeof colourRecipeSchema>;
/** What a coat is mixed of. */
export type Mixed = z.infer<typeof mixedSchema>;
export type ColourLayer = z.infer<typeof colourLayer>;
