import Papa from 'papaparse';
import { good, type Issue, parseNumber, type Result, refused } from '../units';
import { isReservedId, issuesInWords, type Product, productSchema } from '../workshop';

type Json = string | number | boolean | null | Json[] | { [key: string]: Json };

/** What a sheet says there is none of; an empty cell says nothing. */
const nothing = '(none)';
/** Lists of plain words stand in one cell. */
const listMark = '; ';
/** Stands before words that a spreadsheet would run or trim, or that would read as something else; taken off when they are read. */
const wordMark = "'";

/** Words as a cell: whatever a spreadsheet or our own reading would change is marked. */
const wordCell = (word: string): string =>
  word === '' || word === nothing || /^[=+\-@'\t\r\n]/.test(word) || word !== word.trim() ? `${wordMark}${word}` : word;

/** A record as single cells, each under the path to it: `times.recoatFromMin.low`, `packs.1.price`. */
function flat(value: Json, path: string, cells: Map<string, string>): void {
  if (value === null || (Array.isArray(value) && value.length === 0)) cells.set(path, nothing);
  else if (Array.isArray(value)) {
    if (value.every((v) => typeof v === 'string')) cells.set(path, value.join(listMark));
    else value.forEach((v, i) => void flat(v, `${path}.${i + 1}`, cells));
  } else if (typeof value === 'object')
    for (const [key, v] of Object.entries(value)) flat(v, path ? `${path}.${key}` : key, cells);
  else cells.set(path, typeof value === 'string' ? wordCell(value) : String(value));
}

/** Columns that stand first, for people. */
const first = ['id', 'name', 'kind', 'carrier', 'colour'];

/** Product sheets as CSV: one row for each, empty cells for what a sheet does not say. */
export function productsToCsv(products: readonly Product[]): string {
  const rows = products.map((p) => {
    const cells = new Map<string, string>();
    flat(p as unknown as Json, '', cells);
    return cells;
  });
  const found = [...new Set(rows.flatMap((r) => [...r.keys()]))];
  const columns = [...first, ...found.filter((c) => !first.includes(c)).sort()];
  return Papa.unparse(
    { fields: columns, data: rows.map((r) => columns.map((c) => r.get(c) ?? '')) },
    { newline: '\r\n' },
  );
}

/** Fields that are lists of words, and may be empty. */
const wordLists = ['methods', 'hazards', 'traits', 'forbidsUnder'];
const lists = [...wordLists, 'packs'];
/** Fields that are words even where they look like numbers. */
const words = new Set([
  'id',
  'name',
  'kind',
  'carrier',
  'colour',
  'thinner',
  'thinnerCarrier',
  'family',
  'clearOver',
  'sheen',
  'cleanUp',
]);
const isWord = (path: string): boolean =>
  words.has(path) || /(^|\.)(tag|name|by)$/.test(path) || path.startsWith('valueTags.');

/** A cell as the value it stands for: numbers with point, or with comma where cells are parted by something else; yes and no. */
function readCell(path: string, raw: string, commaIsDecimal: boolean): Json {
  const written = raw.trim();
  if (written === nothing) return lists.includes(path) ? [] : null;
  if (isWord(path) && written.startsWith(wordMark)) return raw.slice(raw.indexOf(wordMark) + 1);
  if (wordLists.includes(path))
    return written
      .split(';')
      .map((w) => w.trim())
      .filter((w) => w !== '');
  if (isWord(path)) return written;
  if (/^(true|yes)$/i.test(written)) return true;
  if (/^(false|no)$/i.test(written)) return false;
  // Some spreadsheets mark a negative number too.
  const number = written.replace(/^'(?=-)/, '');
  return parseNumber(commaIsDecimal ? number.replace(',', '.') : number) ?? written;
}

type Holder = { [key: string]: Json };

/** Puts a value where its path says; numbered steps of a path are places of a list. False where something else stands there. */
function put(root: Holder, path: readonly string[], value: Json): boolean {
  let at: Json = root;
  for (const [i, key] of path.entries()) {
    if (typeof at !== 'object' || at === null) return false;
    const place = /^\d+$/.test(key) ? String(Number(key) - 1) : key;
    const holder = at as Holder;
    if (i === path.length - 1) holder[place] = value;
    else {
      holder[place] ??= /^\d+$/.test(path[i + 1]!) ? [] : (Object.create(null) as Holder);
      at = holder[place]!;
    }
  }
  return true;
}

/** Whether a column names a place on a sheet: its first step is one, none is a word that every object answers to. */
const isColumn = (column: string): boolean => {
  const path = column.split('.');
  return path[0]! in productSchema.shape && path.every((key) => key !== '' && !isReservedId(key)) && path.length <= 5;
};

/** What the first line parts its columns with. */
const delimiterOf = (text: string): string => {
  const head = text.slice(0, Math.max(0, text.search(/[\r\n]/)) || undefined);
  return [',', ';', '\t'].reduce((best, d) => (head.split(d).length > head.split(best).length ? d : best), ',');
};

const isObject = (value: Json | undefined): value is Holder =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A row over the sheet it stands for: empty cells keep what that sheet says. */
function onto(base: Json, row: Json): Json {
  if (!isObject(base) || !isObject(row)) return row;
  return Object.fromEntries(
    [...new Set([...Object.keys(base), ...Object.keys(row)])].map((key) => [
      key,
      row[key] === undefined ? base[key]! : base[key] === undefined ? row[key] : onto(base[key], row[key]),
    ]),
  );
}

/** As many are said one by one. */
const mostIssues = 50;

/** Sheets read from a CSV, and what could not be read, row by row. */
export interface ReadProducts {
  products: Product[];
  issues: Issue[];
}

/**
 * Reads product sheets from CSV. Rows that stand for a sheet that is known change only what they say; others have to be
 * whole. What is wrong is said row by row, and the other rows are read all the same.
 * Refused as a whole where the columns that tell products apart are missing.
 * @param known sheets of the workshop, by id
 * @param blank what an unknown product begins with
 */
export function productsFromCsv(
  text: string,
  known: Readonly<Record<string, Product>>,
  blank: Omit<Product, 'id' | 'name' | 'kind' | 'carrier'>,
): Result<ReadProducts> {
  const plain = text.replace(/^\uFEFF/, '');
  const delimiter = delimiterOf(plain);
  const [columns = [], ...lines] = Papa.parse<string[]>(plain, { delimiter, skipEmptyLines: 'greedy' }).data;
  const lacking = ['id', 'name', 'kind', 'carrier'].filter((c) => !columns.includes(c));
  if (lacking.length > 0)
    return refused({
      code: 'csv_columns',
      path: '',
      message: `The first line has to name the columns; missing: ${lacking.join(', ')}. Export the sheets once to see how they are named. Nothing was changed.`,
    });
  const odd = columns.filter((c) => !isColumn(c));
  const issues: Issue[] = odd.map((c) => ({
    code: 'csv_column_unknown',
    path: c,
    message: `Column “${c}” is not known and was left out.`,
  }));
  const products: Product[] = [];
  const seen = new Set<string>();
  let leftOut = 0;
  const say = (...found: Issue[]) => {
    if (issues.length < mostIssues) issues.push(...found);
    else leftOut += 1;
  };
  lines.forEach((cells, i) => {
    const line = i + 2;
    const row = Object.create(null) as Holder;
    const lost = columns.filter((column, at) => {
      const cell = cells[at] ?? '';
      if (cell.trim() === '' || odd.includes(column)) return false;
      return !put(row, column.split('.'), readCell(column, cell, delimiter !== ','));
    });
    if (lost.length > 0) {
      say({
        code: 'csv_columns_clash',
        path: `row ${line}`,
        message: `Row ${line}: the columns ${lost.join(', ')} stand inside another column. Take one of them out.`,
      });
      return;
    }
    const id = String(row.id ?? '');
    if (seen.has(id)) {
      say({
        code: 'csv_row_twice',
        path: `row ${line}`,
        message: `Row ${line}: the id “${id}” stands twice; the first one was taken.`,
      });
      return;
    }
    seen.add(id);
    const base = (Object.hasOwn(known, id) ? known[id] : blank) as unknown as Json;
    const checked = productSchema.safeParse(onto(base, row));
    if (checked.success) products.push(checked.data);
    else
      say(
        ...issuesInWords(checked.error, row).map((issue) => ({
          ...issue,
          path: `row ${line}`,
          message: `Row ${line}, ${issue.message}`,
        })),
      );
  });
  if (leftOut > 0)
    issues.push({
      code: 'csv_more',
      path: '',
      message: `${leftOut} more rows could not be read. Mend the first ones and import again.`,
    });
  return good({ products, issues });
}
