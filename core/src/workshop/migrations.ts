/** Brings a file of version `from` to version `from` + 1. */
export interface Migration {
  from: number;
  migrate: (file: unknown) => unknown;
}

/** Every migration in order; version 1 is the first, so there is none yet. */
export const migrations: readonly Migration[] = [];
