import { clockTime, fullDate, minuteOf } from '../units';
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
  const words = stem!
    .replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`)
    .replace(/ ids?$/, '');
  return unit && unit !== 'Frac'
    ? `${words}, ${{ Kg: 'kg', Min: 'min', Mm: 'mm', C: '°C', Um: 'µm' }[unit] ?? unit.toLowerCase()}`
    : words;
}

const longest = 80;
const mostNamed = 3;

/** What says what an id or an instant means. */
interface Meaning {
  products: Workshop['products'];
  timeZone: string;
}

const isObject = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);

/** An entry of a list by what it is called, else by what it is. */
function nameOfEntry(entry: unknown, meaning: Meaning): string {
  if (!isObject(entry)) return inWords(entry, meaning);
  const by = ['name', 'kind', 'what', 'productId', 'zoneId', 'at', 'id'].find((k) => typeof entry[k] === 'string');
  const count = typeof entry.count === 'number' && entry.count > 1 ? `${entry.count} × ` : '';
  return by === undefined ? 'an entry' : `${count}${inWords(entry[by], meaning)}`;
}

const isInstant = (word: string): boolean => /^\d{4}-\d\d-\d\dT\d\d:/.test(word) && !Number.isNaN(Date.parse(word));

function wordInWords(word: string, { products, timeZone }: Meaning): string {
  if (isInstant(word)) return `${fullDate(minuteOf(word), timeZone)}, ${clockTime(minuteOf(word), timeZone)}`;
  // What is chosen from a list is kept by its id: "oil-varnish".
  return products[word]?.name ?? (/^[a-z]+(-[a-z]+)+$/.test(word) ? word.replaceAll('-', ' ') : word);
}

function inWords(value: unknown, meaning: Meaning, field = ''): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number')
    return field.endsWith('Frac') ? `${+(value * 100).toFixed(1)} %` : String(+value.toFixed(4));
  if (typeof value === 'string') return wordInWords(value, meaning).slice(0, longest);
  if (Array.isArray(value)) {
    if (value.length === 0) return 'nothing';
    const more = value.length - mostNamed;
    const named = value.slice(0, mostNamed).map((entry) => nameOfEntry(entry, meaning));
    return `${named.join(', ').slice(0, longest)}${more > 0 ? ` and ${more} more` : ''}`;
  }
  const own = Object.entries(value).filter(([, v]) => v === null || typeof v !== 'object');
  const told = own.map(([k, v]) => `${fieldName(k)} ${inWords(v, meaning, k)}`).join(', ');
  return told.length === 0 || told.length > longest ? 'more than fits here' : told;
}

/** Of two lists what is not the same on both; where one holds all of the other, that it has no more. */
function listsApart(mine: readonly unknown[], theirs: readonly unknown[], meaning: Meaning): [string, string] {
  const only = (own: readonly unknown[], other: readonly unknown[]) => {
    const there = new Set(other.map((x) => canonicalJson(x)));
    const more = own.filter((x) => !there.has(canonicalJson(x)));
    return more.length > 0 ? inWords(more, meaning) : own.length === 0 ? 'nothing' : 'no more than that';
  };
  return [only(mine, theirs), only(theirs, mine)];
}

/** What of two differs, field by field; of one that was taken away, that it was. */
function fieldsApart(mine: unknown, theirs: unknown, meaning: Meaning): FieldApart[] {
  if (mine === null || theirs === null || !isObject(mine) || !isObject(theirs)) {
    const said = (x: unknown) => (x === null ? 'taken away' : isObject(x) ? 'changed' : inWords(x, meaning));
    return [{ name: '', mine: said(mine), theirs: said(theirs) }];
  }
  const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
  const apart = (a: Record<string, unknown>, b: Record<string, unknown>, f: string) =>
    canonicalJson(a[f] ?? null) !== canonicalJson(b[f] ?? null);
  return fields
    .filter((f) => apart(mine, theirs, f))
    .map((f) => {
      const [here, there] = [mine[f], theirs[f]];
      if (Array.isArray(here) && Array.isArray(there)) {
        const [own, other] = listsApart(here, there, meaning);
        return { name: fieldName(f), mine: own, theirs: other };
      }
      if (!isObject(here) || !isObject(there))
        return { name: fieldName(f), mine: inWords(here, meaning, f), theirs: inWords(there, meaning, f) };
      // Of what has parts, those alone that are not the same.
      const keys = [...new Set([...Object.keys(here), ...Object.keys(there)])].filter((k) => apart(here, there, k));
      const only = (all: Record<string, unknown>) => Object.fromEntries(keys.map((k) => [k, all[k] ?? null]));
      return { name: fieldName(f), mine: inWords(only(here), meaning), theirs: inWords(only(there), meaning) };
    });
}

/** What a conflict is about, and what stands on each side. */
export function conflictShown({ key, mine, theirs }: Conflict, here: Workshop, there: Workshop): ConflictShown {
  const [collection, id, what] = key.split('/').map(decodeURIComponent) as [string, string, string | undefined];
  const products = { ...there.products, ...here.products };
  const fields = fieldsApart(mine, theirs, { products, timeZone: here.settings.timeZone });
  if (collection === 'settings') return { key, label: `Workshop: ${fieldName(id)}`, fields };
  if (collection === 'pieces') {
    const name = (here.pieces[id] ?? there.pieces[id])?.name ?? 'A piece';
    return { key, label: `${name}: ${groupWords[what ?? ''] ?? 'what it is'}`, fields };
  }
  const record = ((here as never)[collection]?.[id] ?? (there as never)[collection]?.[id]) as
    | { name?: string; productId?: string }
    | undefined;
  const name = record?.name ?? products[record?.productId ?? '']?.name ?? '';
  return { key, label: `${collectionWords[collection] ?? 'Record'} ${name}`.trim(), fields };
}
