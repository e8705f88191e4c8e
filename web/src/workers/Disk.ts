import type { PieceSummary } from '@cosmesis/core/reckoning';
import type { Piece, Workshop } from '@cosmesis/core/workshop';
import type { FoundOrder } from './OrderSearch';
import type { Packed } from './photoZip';

/** What is kept of a piece from one day to the next. */
export interface KeptAnswer {
  pieceId: string;
  /** Names the piece as it was entered, the shelf and the ways, and the code. */
  key: string;
  /** The piece alone: as long as it stays, a plan that changes was not changed by the user. */
  pieceHash: string;
  summary: PieceSummary;
  /** The plan that was last seen. */
  plan: NonNullable<Piece['plannedBefore']>;
}

export interface KeptOrder extends FoundOrder {
  /** The code it was found by: another one begins anew. */
  code: string;
}

/** What is kept of a workshop: of its pieces, and the order that was found for all of them. */
interface Kept {
  answers: readonly KeptAnswer[];
  order: KeptOrder | null;
}

/** The disk of the browser, as the engine uses it; tests bring their own. */
export interface Disk {
  /** Answers kept over days. */
  read: (workshopId: string) => Promise<Kept>;
  /** Keeps these over those that are there. An order that is null leaves the one that is kept. */
  write: (workshopId: string, kept: Kept) => Promise<void>;
  /** Whether there is a workshop under an id. */
  isTaken: (workshopId: string) => Promise<boolean>;
  /** Writes a workshop whole. */
  adopt: (workshop: Workshop) => Promise<void>;
  /** The pictures of photographs that are on this device, one after the other. */
  pictures: (ids: readonly string[]) => AsyncIterable<Packed>;
  /** Keeps the picture of a photograph. Full: there is no room for it. Unreadable: it is no picture. */
  keepPicture: (id: string, blob: Blob) => Promise<'kept' | 'full' | 'unreadable'>;
}
