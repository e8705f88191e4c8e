import type { Method, PartKind, ProductKind, StepKindId } from '../workshop';

/** Hands-on minutes of a step; parts that are absent count nothing. */
interface StepMinutes {
  perM2?: number;
  perPlace?: number;
  perMetre?: number;
  perPart?: Readonly<Record<PartKind, number>>;
  fixed?: number;
  /** By the way a product is put on: per m² and set-up with clean-up. */
  coat?: boolean;
}

/** A kind of step as data. */
export interface StepKind {
  id: StepKindId;
  /** What to do, as one says it at the bench. */
  verb: string;
  /** Word under its band on the stick. */
  band: string;
  abrasive: boolean;
  /** Leaves something wet that has to dry. */
  wet: boolean;
  /** Lays a film or colour that later coats stand on. */
  film: boolean;
  /** May be laid down in the middle and gone on with later. */
  divisible: boolean;
  /** Which kinds of product it can use. */
  uses: readonly ProductKind[];
  minutes: StepMinutes;
  /** Change in height of the stick: coats build up, abrasives take off. */
  rise: number;
}

const kind = (
  id: StepKindId,
  verb: string,
  band: string,
  minutes: StepMinutes,
  traits: Partial<StepKind> = {},
): StepKind => ({
  id,
  verb,
  band,
  minutes,
  abrasive: false,
  wet: false,
  film: false,
  divisible: true,
  uses: [],
  rise: 0,
  ...traits,
});
const coat = (id: StepKindId, verb: string, band: string, uses: readonly ProductKind[], rise = 5): StepKind =>
  kind(id, verb, band, { coat: true }, { wet: true, film: true, divisible: false, uses, rise });

/** Hands-on minutes: typical from memory, corrected by the log. */
export const stepKindTable = [
  kind('photograph', 'Photograph it as it is', 'photo', { fixed: 10 }),
  kind('remove-part', 'Take off', 'off', { perPart: { hardware: 3, door: 8 } }),
  kind('degrease', 'Wash down and degrease', 'wash', { perM2: 4 }, { wet: true, divisible: false, uses: ['cleaner'] }),
  kind('rinse', 'Rinse with clean water', 'rinse', { perM2: 2 }, { wet: true, divisible: false }),
  kind('dry-out', 'Leave to dry out', 'dry', {}),
  kind('glue', 'Glue and clamp', 'glue', { perPlace: 10 }, { wet: true, divisible: false, uses: ['glue'] }),
  kind(
    'strip-chemical',
    'Brush on stripper',
    'strip',
    { perM2: 4 },
    { wet: true, divisible: false, uses: ['stripper'] },
  ),
  kind('scrape', 'Scrape with the grain', 'scrape', { perM2: 12 }, { rise: -4 }),
  kind('remove-residue', 'Wash off every trace', 'clean', { perM2: 6 }, { wet: true, divisible: false }),
  kind('sand', 'Sand', 'sand', { perM2: 4 }, { abrasive: true, rise: -2 }),
  kind(
    'fill',
    'Fill',
    'fill',
    { perPlace: 10 },
    { wet: true, divisible: false, uses: ['filler-two-part', 'filler-ready'], rise: 1 },
  ),
  kind('scuff', 'Scuff', 'scuff', { perM2: 3 }, { abrasive: true, rise: -2 }),
  kind('de-dust', 'Vacuum and tack', 'dust', { perM2: 1.5 }),
  kind('make-sample', 'Make a sample stick', 'sample', { fixed: 30 }),
  coat('condition', 'Wipe on conditioner', 'cond.', ['conditioner'], 1),
  coat('stain', 'Stain', 'stain', ['stain'], 2),
  coat('seal', 'Seal', 'seal', ['sealer']),
  kind('mask', 'Mask the border', 'mask', { perMetre: 3 }),
  kind('seal-edge', 'Seal the edge of the tape', 'edge', { perMetre: 1 }),
  coat('block', 'Block', 'block', ['blocker']),
  coat('prime', 'Prime', 'prime', ['primer', 'blocker']),
  kind('inspect', 'Look over the primer', 'look', { fixed: 5 }),
  kind('denib', 'Sand lightly between coats', 'denib', { perM2: 3 }, { abrasive: true, rise: -2 }),
  coat('paint', 'Paint', 'paint', ['paint']),
  kind('unmask', 'Pull the tape', 'unmask', { perMetre: 0.5 }),
  coat('clear', 'Clear coat', 'clear', ['clear']),
  kind('wax', 'Wax and buff', 'wax', { perM2: 6 }, { uses: ['wax'], rise: 1 }),
  kind('dispose', 'See to the oily rags', 'rags', { fixed: 2 }, { divisible: false }),
  kind('refit-part', 'Fit', 'fit', { perPart: { hardware: 4, door: 12 } }),
  kind('oil-runners', 'Wax the runners', 'runners', { fixed: 5 }),
  kind('felt', 'Felt under the feet', 'felt', { fixed: 5 }),
  kind('cure', 'Leave to cure', 'cure', {}),
] as const satisfies readonly StepKind[];

const byId = new Map<StepKindId, StepKind>(stepKindTable.map((k) => [k.id, k]));

/** The row of a step kind. */
export const stepKind = (id: StepKindId): StepKind => byId.get(id)!;

/** Minutes per m² and set-up with clean-up by method (from memory). */
export const methodMinutes: Readonly<Record<Method, { perM2: number; fixed: number }>> = {
  brush: { perM2: 9, fixed: 5 },
  roller: { perM2: 5, fixed: 5 },
  hvlp: { perM2: 2.5, fixed: 25 },
  aerosol: { perM2: 4, fixed: 0 },
  wipe: { perM2: 6, fixed: 0 },
};

/** How many times longer sanding takes by hand than by machine: 8 against 4 minutes per m². */
export const handSandingFactor = 2;

/** Names of methods. */
export const methodNames: Readonly<Record<Method, string>> = {
  brush: 'brush',
  roller: 'roller',
  hvlp: 'HVLP gun',
  aerosol: 'aerosol can',
  wipe: 'wipe or pad',
};

/** Methods that throw a mist beyond the zone. */
export const isSprayed = (method: Method | null): boolean => method === 'hvlp' || method === 'aerosol';
