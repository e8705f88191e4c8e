import type { z } from 'zod';
import { good, type Issue, type Result, refused } from '../units';
import { migrations } from './migrations';
import { schemaVersion, type WorkshopFile, workshopFileSchema } from './schema';

/** Largest JSON file read, bytes. */
export const largestFileBytes = 50 * 1000 * 1000;

const refuse = (code: string, message: string, path = '') => refused<WorkshopFile>({ code, path, message });

/** Refuses a file by its size before it is read into memory. @param sizeBytes ≥ 0 */
export const fileSizeIssue = (sizeBytes: number): Issue | undefined =>
  sizeBytes > largestFileBytes
    ? {
        code: 'file_too_large',
        path: '',
        message: `This file is ${Math.round(sizeBytes / 1e6)} MB; workshop files are read up to 50 MB. Export the workshop again without old pieces.`,
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
export const issuesInWords = (error: z.ZodError, root: unknown): Issue[] =>
  error.issues.slice(0, 50).map((issue) => ({
    code: `file_${issue.code}`,
    path: issue.path.map(String).join('.'),
    message: `${pathInWords(issue.path, root) || 'The file'}: ${whatIsWrong(issue, root)}.`,
  }));

function duplicateIds(file: WorkshopFile): Issue[] {
  return (['pieces', 'products', 'readings', 'containers', 'mixes', 'supplies'] as const).flatMap((list) => {
    const seen = new Set<string>();
    return file[list].flatMap((record, i) => {
      const again = seen.has(record.id);
      seen.add(record.id);
      return again
        ? [
            {
              code: 'file_duplicate_id',
              path: `${list}.${i}.id`,
              message: `${list}: the id "${record.id}" stands twice.`,
            },
          ]
        : [];
    });
  });
}

/** Products a plan names that the file does not hold: the plan opens, its steps are worked out without them. */
function missingProducts(file: WorkshopFile): Issue[] {
  const known = new Set(file.products.map((p) => p.id));
  return file.pieces.flatMap((piece) =>
    [...new Set(piece.steps.map((s) => s.productId).filter((p) => p !== null && !known.has(p)))].map((p) => ({
      code: 'product_missing',
      path: `pieces.${piece.id}`,
      message: `"${piece.name}" uses the product "${p}", which is not in the file: choose another one in its plan.`,
    })),
  );
}

/**
 * Reads a workshop file from its text. Older versions are brought up to date, newer ones refused, and every issue is
 * named at once; nothing is changed anywhere.
 */
export function readWorkshopFile(text: string): Result<WorkshopFile> {
  const tooLarge = fileSizeIssue(text.length);
  if (tooLarge) return refused(tooLarge);
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
  const parsed = workshopFileSchema.safeParse(current);
  if (!parsed.success) return refused(...issuesInWords(parsed.error, current));
  const duplicates = duplicateIds(parsed.data);
  if (duplicates.length > 0) return refused(...duplicates);
  return good(parsed.data, missingProducts(parsed.data));
}
