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
  steps: list(piece.steps).map((s) => filled(s, { test: null, faceIds: null, areaFrac: 1 })),
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

/**
 * A stored record as this version has it. Migrations only add what is missing, so a record may be of any older version,
 * also one that lies beside newer ones.
 */
export function recordUpToDate(kind: RecordKind, record: unknown): unknown {
  if (kind === 'piece' && isJson(record)) return pieceOf3(pieceOf2(record));
  if (kind === 'product') return productOf3(record);
  return kind === 'settings' ? settingsOf3(settingsOf2(record)) : record;
}

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
            pieces: Array.isArray(file.pieces) ? file.pieces.map((p) => recordUpToDate('piece', p)) : file.pieces,
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
            pieces: Array.isArray(file.pieces) ? file.pieces.map((p) => recordUpToDate('piece', p)) : file.pieces,
            products: Array.isArray(file.products)
              ? file.products.map((p) => recordUpToDate('product', p))
              : file.products,
          }
        : file,
  },
];
