import Papa from 'papaparse';
import { good, type Issue, parseNumber, type Result, refused } from '../units';
import { issuesInWords, type Product, productSchema } from '../workshop';

type Json = string | number | boolean | null | Json[] | { [key: string]: Json };

/** What a sheet says there is none of; an empty cell says nothing. */
const nothing = '(none)';
/** Lists of plain words stand in one cell. */
const listMark = '; ';

/** A record as single cells, each under the path to it: `times.recoatFromMin.low`, `packs.1.price`. */
function flat(value: Json, path: string, cells: Map<string, string>): void {
  if (value === null || (Array.isArray(value) && value.length === 0)) cells.set(path, nothing);
  else if (Array.isArray(value)) {
    if (value.every((v) => typeof v === 'string')) cells.set(path, value.join(listMark));
    else value.forEach((v, i) => void flat(v, `${path}.${i + 1}`, cells));
  } else if (typeof value === 'object')
    for (const [key, v] of Object.entries(value)) flat(v, path ? `${path}.${key}` : key, cells);
  else cells.set(path, String(value));
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
    { newline: '\r\n', escapeFormulae: true },
  );
}

/** Fields that are lists of words, and may be empty. */
const wordLists = ['methods', 'hazards', 'forbidsUnder'];
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
const isWord = (path: string): boolean => words.has(path) || /(^|\.)(tag|name|by)$/.test(path);

/** A cell as the value it stands for: numbers with point or comma, yes and no. */
function readCell(path: string, written: string): Json {
  if (written === nothing) return lists.includes(path) ? [] : null;
  // Spreadsheets are kept from running a cell as a formula by a mark before it.
  const cell = written.replace(/^'(?=[=+\-@])/, '');
  if (wordLists.includes(path))
    return cell
      .split(';')
      .map((w) => w.trim())
      .filter((w) => w !== '');
  if (isWord(path)) return cell;
  if (/^(true|yes)$/i.test(cell)) return true;
  if (/^(false|no)$/i.test(cell)) return false;
  return parseNumber(cell) ?? cell;
}

/** Puts a value where its path says; numbered steps of a path are places of a list. */
function put(root: { [key: string]: Json }, path: readonly string[], value: Json): void {
  let at: Json = root;
  path.forEach((key, i) => {
    const last = i === path.length - 1;
    const place = /^\d+$/.test(key) ? String(Number(key) - 1) : key;
    const holder = at as { [key: string]: Json };
    if (last) holder[place] = value;
    else {
      holder[place] ??= /^\d+$/.test(path[i + 1]!) ? [] : {};
      at = holder[place]!;
    }
  });
}

const isObject = (value: Json | undefined): value is { [key: string]: Json } =>
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
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const columns = parsed.meta.fields ?? [];
  const lacking = ['id', 'name', 'kind', 'carrier'].filter((c) => !columns.includes(c));
  if (lacking.length > 0)
    return refused({
      code: 'csv_columns',
      path: '',
      message: `The first line has to name the columns; missing: ${lacking.join(', ')}. Export the sheets once to see how they are named. Nothing was changed.`,
    });
  const heads = new Set([...Object.keys(productSchema.shape)]);
  const odd = columns.filter((c) => !heads.has(c.split('.')[0] ?? ''));
  const issues: Issue[] = odd.map((c) => ({
    code: 'csv_column_unknown',
    path: c,
    message: `Column “${c}” is not known and was left out.`,
  }));
  const products: Product[] = [];
  const seen = new Set<string>();
  parsed.data.forEach((cells, i) => {
    const line = i + 2;
    const row: { [key: string]: Json } = {};
    for (const column of columns) {
      const cell = (cells[column] ?? '').trim();
      if (cell !== '' && !odd.includes(column)) put(row, column.split('.'), readCell(column, cell));
    }
    const id = String(row.id ?? '');
    if (seen.has(id)) {
      issues.push({
        code: 'csv_row_twice',
        path: `row ${line}`,
        message: `Row ${line}: the id “${id}” stands twice; the first one was taken.`,
      });
      return;
    }
    seen.add(id);
    const base = (known[id] ?? blank) as unknown as Json;
    const checked = productSchema.safeParse(onto(base, row));
    if (checked.success) products.push(checked.data);
    else
      issues.push(
        ...issuesInWords(checked.error, row).map((issue) => ({
          ...issue,
          path: `row ${line}`,
          message: `Row ${line}, ${issue.message}`,
        })),
      );
  });
  return good({ products, issues });
}
