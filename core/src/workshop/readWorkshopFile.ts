import { z } from 'zod';
import { good, type Issue, type Result, refused } from '../units';
import { migrations } from './migrations';
import {
  containerSchema,
  mixSchema,
  mostRecords,
  pieceSchema,
  productSchema,
  readingSchema,
  schemaVersion,
  supplySchema,
  type WorkshopFile,
  workshopFileSchema,
} from './schema';

/** Largest workshop read, bytes of a file and characters of what is packed in it: far over whatever this program writes. */
export const largestFileBytes = 400 * 1000 * 1000;
/** So many issues are said one by one; reading ends there. */
const mostIssues = 50;

const refuse = (code: string, message: string, path = '') => refused<WorkshopFile>({ code, path, message });

/** Refuses a file by its size before it is read into memory. @param sizeBytes ≥ 0 */
export const fileSizeIssue = (sizeBytes: number): Issue | undefined =>
  sizeBytes > largestFileBytes
    ? {
        code: 'file_too_large',
        path: '',
        message: `This file is ${Math.round(sizeBytes / 1e6)} MB; workshop files are read up to ${largestFileBytes / 1e6} MB. Export the workshop without old pieces.`,
      }
    : undefined;

/** Where in the file an issue is, in words: pieces and products by their names. */
function pathInWords(path: readonly PropertyKey[], root: unknown): string {
  let at: unknown = root;
  return path
    .map((key) => {
      at = (at as Record<PropertyKey, unknown> | null | undefined)?.[key];
      const named = at as { name?: unknown; id?: unknown } | null | undefined;
      const label = typeof key === 'number' && (named?.name || named?.id);
      return label ? `"${String(label).slice(0, 60)}"` : typeof key === 'number' ? `entry ${key + 1}` : String(key);
    })
    .join(' → ');
}

/** What is wrong, in words: a word that is not known is named, not the hundred that are. */
function whatIsWrong(issue: z.core.$ZodIssue, root: unknown): string {
  if (issue.code !== 'invalid_value') return issue.message;
  const found = issue.path.reduce<unknown>((at, key) => (at as Record<PropertyKey, unknown> | undefined)?.[key], root);
  return `"${String(found).slice(0, 60)}" is not known to this Cosmesis; the file is left as it is`;
}

/** zod's issues in plain words. */
export const issuesInWords = (error: Pick<z.ZodError, 'issues'>, root: unknown): Issue[] =>
  error.issues.slice(0, mostIssues).map((issue) => ({
    code: `file_${issue.code}`,
    path: issue.path.map(String).join('.'),
    message: `${pathInWords(issue.path, root) || 'The file'}: ${whatIsWrong(issue, root)}.`,
  }));

const lists = {
  pieces: pieceSchema,
  products: productSchema,
  readings: readingSchema,
  containers: containerSchema,
  mixes: mixSchema,
  supplies: supplySchema,
} as const;
type ListName = keyof typeof lists;
const listNames = Object.keys(lists) as ListName[];

/** The file without its long lists, which are read record by record: a file of bad rows is refused at the fiftieth. */
const headSchema = workshopFileSchema.extend(
  Object.fromEntries(listNames.map((l) => [l, z.array(z.unknown())])) as Record<ListName, z.ZodArray<z.ZodUnknown>>,
);
/** Reads one list record by record, up to the fiftieth issue. */
function readList(list: ListName, raw: unknown[], root: unknown, issues: Issue[], step: () => void): unknown[] {
  const read: unknown[] = [];
  const seen = new Set<string>();
  if (raw.length > mostRecords[list])
    issues.push({
      code: 'file_too_many',
      path: list,
      message: `${list}: ${raw.length} records are more than the ${mostRecords[list]} that are read.`,
    });
  for (const [i, record] of raw.entries()) {
    if (issues.length >= mostIssues) return read;
    const parsed = lists[list].safeParse(record);
    if (parsed.success) {
      const { id } = parsed.data;
      if (seen.has(id))
        issues.push({
          code: 'file_duplicate_id',
          path: `${list}.${i}.id`,
          message: `${list}: the id "${id}" stands twice.`,
        });
      seen.add(id);
      read.push(parsed.data);
    } else {
      const placed = parsed.error.issues.map((issue) => ({ ...issue, path: [list, i, ...issue.path] }));
      issues.push(...issuesInWords({ issues: placed }, root));
    }
    step();
  }
  return read;
}

/** Products a piece names that the file does not hold: it opens, and is worked out with what is usual. */
function missingProducts(file: WorkshopFile): Issue[] {
  const known = new Set(file.products.map((p) => p.id));
  return file.pieces.flatMap((piece) => {
    const named = [...Object.values(piece.choices).map((c) => c.productId), ...piece.log.map((e) => e.step.productId)];
    return [...new Set(named.filter((p) => p !== null && !known.has(p)))].map((p) => ({
      code: 'product_missing',
      path: `pieces.${piece.id}`,
      message: `"${piece.name}" uses the product "${p}", which is not in the file: choose another one in its plan.`,
    }));
  });
}

/**
 * Reads a workshop file from its text. Older versions are brought up to date, newer ones refused, and every issue is
 * named at once, up to fifty; nothing is changed anywhere.
 * @param progress told how far it is, 0 to 1, as records are read
 */
export function readWorkshopFile(text: string, progress: (share: number) => void = () => {}): Result<WorkshopFile> {
  if (text.length > largestFileBytes)
    return refuse(
      'file_too_large',
      'What is packed in this file is over 400 MB. Export the workshop without old pieces.',
    );
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return refuse('file_not_json', 'This is not a whole JSON file: it may be cut short. Copy or export it again.');
  }
  const head = raw as { format?: unknown; schemaVersion?: unknown } | null;
  if (head === null || typeof head !== 'object' || head.format !== 'cosmesis-workshop') {
    return refuse('file_other_format', 'This JSON is not a Cosmesis workshop file.');
  }
  if (typeof head.schemaVersion !== 'number' || !(head.schemaVersion >= 1)) {
    return refuse('file_version_missing', 'The file does not say which version it is.', 'schemaVersion');
  }
  if (head.schemaVersion > schemaVersion) {
    return refuse(
      'file_newer',
      `The file is of version ${head.schemaVersion}; this Cosmesis reads up to ${schemaVersion}. Open it with a newer Cosmesis; nothing was changed.`,
      'schemaVersion',
    );
  }
  const current = migrations
    .filter((m) => m.from >= (head.schemaVersion as number))
    .reduce((file, m) => m.migrate(file), raw);
  const outer = headSchema.safeParse(current);
  const issues = outer.success ? [] : issuesInWords(outer.error, current);
  const found = (current ?? {}) as Record<ListName, unknown>;
  const all = listNames.reduce((sum, l) => sum + (Array.isArray(found[l]) ? found[l].length : 0), 0);
  let done = 0;
  const step = () => {
    done += 1;
    if (done % 500 === 0) progress(done / all);
  };
  const read = Object.fromEntries(
    listNames.map((l) => [l, Array.isArray(found[l]) ? readList(l, found[l], current, issues, step) : []]),
  );
  if (issues.length > 0 || !outer.success) return refused(...issues.slice(0, mostIssues));
  const file = { ...outer.data, ...read } as WorkshopFile;
  return good(file, missingProducts(file));
}
