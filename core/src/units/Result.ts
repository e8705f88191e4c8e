/** One thing wrong with what a user started: a code, where it is, the limits; words are made where it is shown. */
export interface Issue {
  code: string;
  path: string;
  /** Plain words that say what to do, where the code alone cannot. */
  message: string;
}

/** Outcome of what a user starts: a value with warnings, or every issue at once. */
export type Result<T> = { ok: true; value: T; warnings: Issue[] } | { ok: false; issues: Issue[] };

/** A good outcome. */
export const good = <T>(value: T, warnings: Issue[] = []): Result<T> => ({ ok: true, value, warnings });

/** A refusal with its issues. */
export const refused = <T>(...issues: Issue[]): Result<T> => ({ ok: false, issues });
