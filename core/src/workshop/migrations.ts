import { stepKindIds, zoneIds } from './ids';

/** Brings a file of version `from` to version `from` + 1. */
export interface Migration {
  from: number;
  migrate: (file: unknown) => unknown;
}

type Json = Record<string, unknown>;
/** Kinds of records of a workshop. */
type RecordKind = 'settings' | 'piece' | 'product' | 'reading' | 'container' | 'mix' | 'supply';

const isJson = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value);
const list = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);
/** Adds what is missing; what is there stays as it is, also where it is wrong: the schema says so. */
const filled = (record: unknown, missing: Json): unknown => (isJson(record) ? { ...missing, ...record } : record);

const pieceOf2 = (piece: Json): unknown => ({
  ...(filled(piece, {
    partSurfaces: {},
    turnedDiametersM: null,
    addedParts: [],
    removedParts: [],
    alterations: [],
    hardware: { treatment: 'keep', spacingM: null, newSpacingM: null, missing: 0, spare: 0 },
    kept: [],
    tests: {},
    wear: {},
    setName: null,
    promisedAt: null,
    ownership: 'own',
    commission: { chosen: '', supplied: '', approvals: [] },
    salePrice: null,
    additions: {},
    bands: null,
    decisions: {},
    overrules: [],
    foundAtInspection: {},
  }) as Json),
  surfaces: filled(piece.surfaces, { seat: null, hardware: null }),
  damage: list(piece.damage).map((d) => filled(d, { faceId: null, at: null, extentM: null, depth: 'unknown' })),
  edits: filled(piece.edits, { extra: [] }),
  ...(piece.steps === undefined
    ? {}
    : { steps: list(piece.steps).map((s) => filled(s, { test: null, faceIds: null, areaFrac: 1 })) }),
});

const settingsOf2 = (settings: unknown): unknown =>
  filled(settings, {
    tools: ['power-sander', 'scraper', 'router', 'clamps', 'upholstery', 'spray-space', 'heated-space'],
    sprayCarriers: ['water', 'oil', 'alcohol', 'lacquer', 'none'],
    labour: { ratePerHour: 25, shareOfSaleFrac: 0.4 },
  });

const pieceOf3 = (piece: unknown): unknown => filled(piece, { home: null, keptPlans: [], reworked: [] });

const productOf3 = (product: unknown): unknown =>
  isJson(product)
    ? filled(product, {
        family: null,
        demandsOwnClear: false,
        forbidsUnder: [],
        clearOver: 'either',
        sheen: null,
        thinnerCarrier: typeof product.thinner === 'string' ? product.carrier : null,
        filmDryUm: null,
        sagUm: null,
        workingMin: null,
        mix: null,
        densityKgPerL: null,
        shelf: { closedDays: null, openDays: null, tag: 'M' },
        deliveryDays: 0,
        cleanUp: '',
        valueTags: {},
        reorderL: null,
      })
    : product;

/** What a workshop is taken to have until it says otherwise. Settings that know a cup are of this version. */
const settingsOf3 = (settings: unknown): unknown =>
  isJson(settings) && settings.cupL === undefined
    ? {
        ...settings,
        cupL: 1,
        tools: Array.isArray(settings.tools)
          ? [...settings.tools, 'ventilation', 'dust-mask', 'vapour-mask', 'gloves', 'eye-protection']
          : settings.tools,
      }
    : settings;

/** Nothing was known of the air to come. */
const settingsOf11 = (settings: unknown): unknown =>
  filled(settings, { spaces: [], forecast: null, usualAir: null, instruments: false });

const settingsOf12 = (settings: unknown): unknown =>
  filled(settings, { people: [], daysOff: [], room: { bench: null, spray: null, drying: null } });

/** What plans took products of version 4 for; it said so by their ids alone. */
const idsBefore5: Readonly<Record<string, readonly string[]>> = {
  usual: [
    'bronze-coat',
    'conditioner',
    'contact-cement',
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
  ],
  instant: ['super-glue'],
  gel: ['gel-stain'],
  bonding: ['bonding-primer'],
  'own-primer': ['chalky-paint'],
  exterior: ['exterior-varnish'],
};
const traitsBefore5 = (id: unknown): string[] =>
  Object.keys(idsBefore5).filter((trait) => typeof id === 'string' && idsBefore5[trait]!.includes(id));

const productOf5 = (product: unknown): unknown =>
  isJson(product) ? filled(product, { traits: traitsBefore5(product.id) }) : product;

const known = (words: readonly string[], word: unknown): boolean => typeof word === 'string' && words.includes(word);

/** What an id alone tells of a step, "zone/kind/number": of one whose plan is lost, so that it keeps standing in History. */
function stepOfId(stepId: string): Json {
  const [zone = '', kind = '', ordinal] = stepId.split('/');
  return {
    id: stepId,
    zoneId: known(zoneIds, zone) ? zone : null,
    kind: known(stepKindIds, kind) ? kind : 'judge',
    ordinal: Math.min(99, Math.max(1, Number(ordinal) || 1)),
    of: 1,
    productId: null,
    method: null,
    grit: null,
    byHand: false,
    part: null,
    count: 0,
    lineM: 0,
    test: null,
    faceIds: null,
    areaFrac: 1,
    fixedWaitMin: 0,
    reason: '',
    after: [],
  };
}

/** Only what was entered is stored: logged steps go into their entries, the plan is derived, and how it stood is kept to compare. */
function pieceOf4(piece: unknown): unknown {
  if (!isJson(piece) || !Array.isArray(piece.steps)) return piece;
  const { steps, ...rest } = piece;
  const byId = new Map(steps.filter(isJson).map((s) => [s.id, s]));
  const frozen = (entry: unknown): unknown => {
    if (!isJson(entry) || entry.step !== undefined || typeof entry.stepId !== 'string') return entry;
    const { stepId, ...own } = entry;
    return { ...own, step: byId.get(stepId) ?? stepOfId(stepId) };
  };
  return {
    ...rest,
    log: Array.isArray(piece.log) ? piece.log.map(frozen) : piece.log,
    ...(steps.length > 0
      ? {
          plannedBefore: steps
            .filter(isJson)
            .map(({ id, productId = null, method = null, grit = null }) => ({ id, productId, method, grit })),
        }
      : {}),
  };
}

/** What a step waits for is read from the surfaces; a logged one keeps only what it came after. */
function pieceOf6(piece: unknown): unknown {
  if (!isJson(piece) || !Array.isArray(piece.log)) return piece;
  const isOld = (entry: unknown): entry is Json & { step: Json } =>
    isJson(entry) && isJson(entry.step) && entry.step.after === undefined;
  if (!piece.log.some(isOld)) return piece;
  const log = piece.log.map((entry): unknown => {
    if (!isOld(entry)) return entry;
    const { waitsFor, ...step } = entry.step;
    const ids = (Array.isArray(waitsFor) ? waitsFor : []).flatMap((w) => (isJson(w) ? [w.stepId] : []));
    return { ...entry, step: { ...step, after: [...new Set(ids)] } };
  });
  return { ...piece, log };
}

/** No area was cut out of a face, and all damage was found in the survey. */
const pieceOf7 = (piece: Json): unknown => ({
  ...(filled(piece, { areas: [] }) as Json),
  ...(Array.isArray(piece.damage) ? { damage: piece.damage.map((d) => filled(d, { foundAt: null })) } : {}),
});

/** Its fittings were not asked for, and every effect lay all over. */
const pieceOf10 = (piece: Json): unknown => ({
  ...(filled(piece, { fittings: [], effects: {} }) as Json),
  ...(Array.isArray(piece.keptPlans) ? { keptPlans: piece.keptPlans.map((p) => filled(p, { effects: {} })) } : {}),
});

/** A can of which only a count was kept: it becomes the first row of its ledger. */
function containerOf4(container: unknown): unknown {
  if (!isJson(container) || container.ledger !== undefined) return container;
  const { leftL, ...rest } = container;
  const at = typeof rest.openedAt === 'string' ? rest.openedAt : rest.boughtAt;
  return {
    ...rest,
    ledger: [
      {
        at: typeof at === 'string' ? at : '1970-01-01T00:00:00Z',
        deed: 'carried-over',
        ofId: null,
        changeL: leftL,
        countedL: null,
      },
    ],
  };
}

/**
 * A stored record as this version has it. Migrations only add what is missing, so a record may be of any older version,
 * also one that lies beside newer ones.
 */
export function recordUpToDate(kind: RecordKind, record: unknown): unknown {
  if (kind === 'piece' && isJson(record))
    return pieceOf10(pieceOf7(pieceOf6(pieceOf4(pieceOf3(pieceOf2(record)))) as Json) as Json);
  if (kind === 'container') return containerOf4(record);
  if (kind === 'product') return productOf5(productOf3(record));
  return kind === 'settings' ? settingsOf12(settingsOf11(settingsOf3(settingsOf2(record)))) : record;
}

/** A list of a file, each record brought up to date. */
const upToDate = (kind: RecordKind, records: unknown): unknown =>
  Array.isArray(records) ? records.map((r) => recordUpToDate(kind, r)) : records;

/** Every migration in order. */
export const migrations: readonly Migration[] = [
  {
    from: 1,
    migrate: (file) =>
      isJson(file)
        ? {
            ...file,
            schemaVersion: 2,
            settings: recordUpToDate('settings', file.settings),
            pieces: upToDate('piece', file.pieces),
          }
        : file,
  },
  {
    from: 2,
    migrate: (file) =>
      isJson(file)
        ? {
            ...(filled(file, { containers: [], mixes: [], supplies: [] }) as Json),
            schemaVersion: 3,
            settings: recordUpToDate('settings', file.settings),
            pieces: upToDate('piece', file.pieces),
            products: upToDate('product', file.products),
          }
        : file,
  },
  {
    from: 3,
    migrate: (file) =>
      isJson(file)
        ? {
            ...file,
            schemaVersion: 4,
            pieces: upToDate('piece', file.pieces),
            containers: upToDate('container', file.containers),
          }
        : file,
  },
  {
    from: 4,
    migrate: (file) =>
      isJson(file) ? { ...file, schemaVersion: 5, products: upToDate('product', file.products) } : file,
  },
  {
    from: 5,
    migrate: (file) => (isJson(file) ? { ...file, schemaVersion: 6, pieces: upToDate('piece', file.pieces) } : file),
  },
  {
    from: 6,
    migrate: (file) => (isJson(file) ? { ...file, schemaVersion: 7, pieces: upToDate('piece', file.pieces) } : file),
  },
  // Legs, joints and bolts that come off are new words in the log and in kept plans.
  { from: 7, migrate: (file) => (isJson(file) ? { ...file, schemaVersion: 8 } : file) },
  // So are the look that is revived, more kinds of step and part, and what a fill holds.
  { from: 8, migrate: (file) => (isJson(file) ? { ...file, schemaVersion: 9 } : file) },
  {
    from: 9,
    migrate: (file) => (isJson(file) ? { ...file, schemaVersion: 10, pieces: upToDate('piece', file.pieces) } : file),
  },
  {
    from: 10,
    migrate: (file) =>
      isJson(file) ? { ...file, schemaVersion: 11, settings: recordUpToDate('settings', file.settings) } : file,
  },
  {
    from: 11,
    migrate: (file) =>
      isJson(file) ? { ...file, schemaVersion: 12, settings: recordUpToDate('settings', file.settings) } : file,
  },
  // Photographs, what was seen and earned, what stands on papers, where cans stand: nothing of it was noted before. A program that does
  // not know them would drop them: it shall refuse the file.
  { from: 12, migrate: (file) => (isJson(file) ? { ...file, schemaVersion: 13 } : file) },
  // What the log teaches: the typical figures of an entry are the planned ones where none were kept.
  { from: 13, migrate: (file) => (isJson(file) ? { ...file, schemaVersion: 14 } : file) },
  // Sample sticks and colours: nothing of them was noted before.
  { from: 14, migrate: (file) => (isJson(file) ? { ...file, schemaVersion: 15 } : file) },
  { from: 15, migrate: (file) => (isJson(file) ? { ...file, schemaVersion: 16 } : file) },
];
