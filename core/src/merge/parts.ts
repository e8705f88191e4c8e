import { contentHash } from '../units';
import {
  type Container,
  canonicalJson,
  emptyRecords,
  type LedgerRow,
  type LogEntry,
  type Photo,
  type Piece,
  type Settings,
  type Workshop,
} from '../workshop';

/** What a workshop is made of, piece by piece of it: each is one thing that can be changed on one device or the other. */
export type Parts = Map<string, unknown>;

type PieceGroup = 'survey' | 'plan' | 'deal' | 'rest';

/** What of a piece is one thing to a person: a survey made on the phone does not meet a plan made on the laptop. */
const groupOf: Readonly<Partial<Record<keyof Piece, PieceGroup>>> = {
  looks: 'plan',
  additions: 'plan',
  effects: 'plan',
  bands: 'plan',
  decisions: 'plan',
  overrules: 'plan',
  foundAtInspection: 'plan',
  choices: 'plan',
  houseRules: 'plan',
  edits: 'plan',
  keptPlans: 'plan',
  reworked: 'plan',
  startAt: 'plan',
  salePrice: 'deal',
  money: 'deal',
  commission: 'deal',
  promisedAt: 'deal',
  pressing: 'deal',
  name: 'rest',
  id: 'rest',
  createdAt: 'rest',
  note: 'rest',
  stepNotes: 'rest',
  setName: 'rest',
  spaceId: 'rest',
  brought: 'rest',
  plannedBefore: 'rest',
};

const keyOf = (...names: string[]): string => names.map(encodeURIComponent).join('/');

/** A short name for what a part holds. */
export const hashOf = (value: unknown): string => contentHash(canonicalJson(value));

const rowKey = (row: LedgerRow): string => hashOf(row);

function partsOfPiece(piece: Piece, parts: Parts): void {
  const { log, photos = [], ...rest } = piece;
  const groups: Record<PieceGroup, Record<string, unknown>> = { survey: {}, plan: {}, deal: {}, rest: {} };
  for (const [field, value] of Object.entries(rest))
    if (value !== undefined) groups[groupOf[field as keyof Piece] ?? 'survey'][field] = value;
  for (const [group, fields] of Object.entries(groups)) parts.set(keyOf('pieces', piece.id, group), fields);
  for (const entry of log) parts.set(keyOf('pieces', piece.id, 'log', entry.id), entry);
  for (const photo of photos) parts.set(keyOf('pieces', piece.id, 'photos', photo.id), photo);
}

function partsOfContainer(can: Container, parts: Parts): void {
  const { ledger, ...rest } = can;
  parts.set(keyOf('containers', can.id, 'can'), rest);
  const times = new Map<string, number>();
  // The same amount drawn twice at one instant was drawn twice.
  for (const row of ledger) {
    const key = rowKey(row);
    const n = (times.get(key) ?? 0) + 1;
    times.set(key, n);
    parts.set(keyOf('containers', can.id, 'ledger', `${key}.${n}`), row);
  }
}

/** A workshop taken apart. What was received before is no part of it. */
export function partsOf(workshop: Workshop): Parts {
  const parts: Parts = new Map();
  const { received: _, ...settings } = workshop.settings;
  for (const [field, value] of Object.entries(settings))
    if (value !== undefined) parts.set(keyOf('settings', field), value);
  for (const piece of Object.values(workshop.pieces)) partsOfPiece(piece, parts);
  for (const can of Object.values(workshop.containers)) partsOfContainer(can, parts);
  for (const collection of ['products', 'readings', 'mixes', 'supplies'] as const)
    for (const record of Object.values(workshop[collection])) parts.set(keyOf(collection, record.id), record);
  return parts;
}

const inTime = (entry: LogEntry): number => Date.parse(entry.startedAt ?? entry.doneAt ?? '');
const byKey = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

const inLog = (a: LogEntry, b: LogEntry): number =>
  inTime(a) - inTime(b) ||
  Date.parse(a.doneAt ?? a.startedAt!) - Date.parse(b.doneAt ?? b.startedAt!) ||
  byKey(a.id, b.id);
const inAlbum = (a: Photo, b: Photo): number => Date.parse(a.at) - Date.parse(b.at) || byKey(a.id, b.id);
/** What was counted at an instant was counted after what was drawn at it. */
const inLedger = (a: LedgerRow, b: LedgerRow): number =>
  Date.parse(a.at) - Date.parse(b.at) ||
  Number(a.countedL !== null) - Number(b.countedL !== null) ||
  byKey(canonicalJson(a), canonicalJson(b));

/** Parts put together to a workshop again: lists in time, so that it does not matter in which order they came. */
export function workshopOf(id: string, parts: Parts, received: Settings['received']): Workshop {
  const settings: Record<string, unknown> = {};
  const pieces = new Map<string, { fields: Record<string, unknown>; log: LogEntry[]; photos: Photo[] }>();
  const cans = new Map<string, { fields: object | null; ledger: LedgerRow[] }>();
  const workshop = {
    id,
    pieces: emptyRecords<Piece>(),
    products: emptyRecords(),
    readings: emptyRecords(),
    containers: emptyRecords<Container>(),
    mixes: emptyRecords(),
    supplies: emptyRecords(),
  } as unknown as Workshop;
  for (const [key, value] of parts) {
    const [collection, recordId, what] = key.split('/').map(decodeURIComponent) as [string, string, string | undefined];
    if (collection === 'settings') settings[recordId] = value;
    else if (collection === 'pieces') {
      const own = pieces.get(recordId) ?? { fields: {}, log: [], photos: [] };
      pieces.set(recordId, own);
      if (what === 'log') own.log.push(value as LogEntry);
      else if (what === 'photos') own.photos.push(value as Photo);
      else Object.assign(own.fields, value);
    } else if (collection === 'containers') {
      const own = cans.get(recordId) ?? { fields: null, ledger: [] };
      cans.set(recordId, own);
      if (what === 'ledger') own.ledger.push(value as LedgerRow);
      else own.fields = value as object;
    } else (workshop[collection as 'products'] as Record<string, unknown>)[recordId] = value;
  }
  for (const [pieceId, { fields, log, photos }] of pieces) {
    // What is left of a piece that was taken away went with it.
    if (!('form' in fields) || !('name' in fields) || !('looks' in fields)) continue;
    workshop.pieces[pieceId] = {
      ...(fields as unknown as Piece),
      log: log.sort(inLog),
      ...(photos.length > 0 ? { photos: photos.sort(inAlbum) } : {}),
    };
  }
  for (const [canId, { fields, ledger }] of cans)
    if (fields) workshop.containers[canId] = { ...(fields as Container), ledger: ledger.sort(inLedger) };
  return { ...workshop, settings: { ...(settings as unknown as Settings), ...(received ? { received } : {}) } };
}
