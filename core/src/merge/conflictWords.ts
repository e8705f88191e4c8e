import { canonicalJson, type Workshop } from '../workshop';
import type { Conflict } from './mergeWorkshops';

/** A field that is not the same on both, in words. */
export interface FieldApart {
  name: string;
  mine: string;
  theirs: string;
}

/** A conflict as a person is asked about it. */
export interface ConflictShown {
  key: string;
  label: string;
  fields: readonly FieldApart[];
}

const groupWords: Readonly<Record<string, string>> = {
  survey: 'what was found and measured',
  plan: 'its plan',
  deal: 'price, promise and client',
  rest: 'name and notes',
  log: 'a step in the log',
  photos: 'a photograph',
};
const collectionWords: Readonly<Record<string, string>> = {
  products: 'Product',
  mixes: 'Mix',
  supplies: 'Supply',
  containers: 'Can of',
};

/** Names of fields as words: "heightM" is "height, m". */
function fieldName(field: string): string {
  const [, stem, unit] = /^(.*?)(M|L|Kg|Min|Mm|C|Um|Frac)?$/.exec(field)!;
  const words = stem!.replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);
  return unit && unit !== 'Frac'
    ? `${words}, ${{ Kg: 'kg', Min: 'min', Mm: 'mm', C: '°C', Um: 'µm' }[unit] ?? unit.toLowerCase()}`
    : words;
}

const longest = 80;

function inWords(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (Array.isArray(value))
    return value.length === 0 ? 'nothing' : `${value.length} ${value.length === 1 ? 'entry' : 'entries'}`;
  if (typeof value === 'object') {
    const own = Object.entries(value).filter(([, v]) => v === null || typeof v !== 'object');
    const told = own.map(([k, v]) => `${fieldName(k)} ${String(v ?? 'nothing')}`).join(', ');
    return told.length === 0 || told.length > longest ? 'more than fits here' : told;
  }
  return String(value).slice(0, longest);
}

/** What of two differs, field by field; of one that was taken away, that it was. */
function fieldsApart(mine: unknown, theirs: unknown): FieldApart[] {
  const isObject = (x: unknown): x is Record<string, unknown> =>
    typeof x === 'object' && x !== null && !Array.isArray(x);
  if (mine === null || theirs === null || !isObject(mine) || !isObject(theirs)) {
    const said = (x: unknown) => (x === null ? 'taken away' : isObject(x) ? 'changed' : inWords(x));
    return [{ name: '', mine: said(mine), theirs: said(theirs) }];
  }
  const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
  const apart = (a: Record<string, unknown>, b: Record<string, unknown>, f: string) =>
    canonicalJson(a[f] ?? null) !== canonicalJson(b[f] ?? null);
  return fields
    .filter((f) => apart(mine, theirs, f))
    .map((f) => {
      const [here, there] = [mine[f], theirs[f]];
      if (!isObject(here) || !isObject(there))
        return { name: fieldName(f), mine: inWords(here), theirs: inWords(there) };
      // Of what has parts, those alone that are not the same.
      const keys = [...new Set([...Object.keys(here), ...Object.keys(there)])].filter((k) => apart(here, there, k));
      const only = (all: Record<string, unknown>) => Object.fromEntries(keys.map((k) => [k, all[k] ?? null]));
      return { name: fieldName(f), mine: inWords(only(here)), theirs: inWords(only(there)) };
    });
}

/** What a conflict is about, and what stands on each side. */
export function conflictShown({ key, mine, theirs }: Conflict, here: Workshop, there: Workshop): ConflictShown {
  const [collection, id, what] = key.split('/').map(decodeURIComponent) as [string, string, string | undefined];
  const fields = fieldsApart(mine, theirs);
  if (collection === 'settings') return { key, label: `Workshop: ${fieldName(id)}`, fields };
  if (collection === 'pieces') {
    const name = (here.pieces[id] ?? there.pieces[id])?.name ?? 'A piece';
    return { key, label: `${name}: ${groupWords[what ?? ''] ?? 'what it is'}`, fields };
  }
  const record = ((here as never)[collection]?.[id] ?? (there as never)[collection]?.[id]) as
    | { name?: string; productId?: string }
    | undefined;
  const products = { ...there.products, ...here.products };
  const name = record?.name ?? products[record?.productId ?? '']?.name ?? '';
  return { key, label: `${collectionWords[collection] ?? 'Record'} ${name}`.trim(), fields };
}
