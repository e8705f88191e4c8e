import type { Patch } from 'immer';

/** Kinds of records of a workshop. */
export type RecordKind = 'settings' | 'piece' | 'product' | 'reading' | 'container' | 'mix' | 'supply';

/** A record as stored; `value` is validated when it is read. */
export interface StoredRecord {
  workshopId: string;
  kind: RecordKind;
  id: string;
  value: unknown;
  /** Revision of the workshop at which it was last written; absent in records of the first store. */
  rev?: number;
}

/** One change of a workshop, as it can be undone and done again. */
export interface StoredChange {
  workshopId: string;
  seq: number;
  /** Id of the operation that was saved last in it. */
  id: string;
  /** Ids of all operations in it; absent in changes of the first store. */
  ids?: string[];
  label: string;
  /** Changes with the same key within a short time are one, such as the keys typed into a field. */
  mergeKey: string | null;
  atMs: number;
  patches: Patch[];
  inverse: Patch[];
}

/** What is known of a workshop without opening it. */
export interface Head {
  workshopId: string;
  name: string;
  demo: boolean;
  /** Counts every write, so that tabs know whether they are behind. */
  rev: number;
  /** Sequence number of the last change that stands; later ones were undone. */
  position: number;
  /** Version of the records; absent in heads of the first store. */
  schemaVersion?: number;
  /** When it was deleted: what is left of it says so to tabs that still have it open. */
  deletedAt?: string | null;
}

/** Something kept aside: a record that could not be read, or an edit that another tab was faster than. */
export interface SetAside {
  key: string;
  workshopId: string;
  kind: RecordKind | 'edit';
  id: string;
  raw: unknown;
  why: string;
}

/** An answer that was worked out, kept with what it was worked out from. */
export interface StoredAnswer {
  workshopId: string;
  /** Empty: it is of all pieces together. */
  pieceId: string;
  /** Names everything the answer read, and the version of the code. */
  key: string;
  value: unknown;
}

/** What one act writes, all or nothing. */
export interface Act {
  /** The head as it shall be; its rev is one more than the one the act was worked out on. */
  head: Head;
  put: readonly StoredRecord[];
  remove: readonly (readonly [RecordKind, string])[];
  changes: readonly StoredChange[];
  /** Forget changes after this one before the new ones are added; null: keep them, to be done again. */
  forgetAfter: number | null;
}
