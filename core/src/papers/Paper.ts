/** A sitting to tick with a pencil. */
export interface TickRow {
  done: boolean;
  what: string;
  /** What has to be heeded at it, and notes. */
  cautions: readonly string[];
  notes: readonly string[];
  when: string;
  amount: string;
}

/** A band of a stick on paper. */
export interface PaperBand {
  /** #rrggbb */
  colour: string;
  name: string;
  done: boolean;
}

/** One part of a paper, from the top down. */
export type Block =
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string }
  | { kind: 'small'; text: string }
  | { kind: 'lines'; lines: readonly string[] }
  | { kind: 'cautions'; lines: readonly string[] }
  | { kind: 'ticks'; rows: readonly TickRow[] }
  | {
      kind: 'table';
      head: readonly { name: string; figures?: true }[];
      rows: readonly (readonly string[])[];
      /** The last row is a sum. */
      sum?: true;
    }
  | { kind: 'colours'; rows: readonly { name: string; colour: string; words: string }[] }
  | { kind: 'sticks'; rows: readonly { name: string; bands: readonly PaperBand[] }[] }
  | { kind: 'drawing'; svg: string; words: string }
  /** A code that a camera reads, so large that it does. */
  | { kind: 'code'; svg: string; words: string }
  /** Photographs by their id, with what they show. */
  | { kind: 'pictures'; rows: readonly { photoId: string; words: string; widthPx: number; heightPx: number }[] }
  /** Lines to write on. */
  | { kind: 'sign'; lines: readonly string[] };

export const paperKinds = [
  'bench',
  'survey',
  'offer',
  'approval',
  'used',
  'record',
  'invoice',
  'care',
  'card',
  'sticks',
] as const;
export type PaperKind = (typeof paperKinds)[number];

/** What goes on paper, apart from how it is laid out: the same on the screen and in a PDF. */
export interface Paper {
  /** Of a piece, or what is to be bought for all of them. */
  kind: PaperKind | 'buy';
  title: string;
  under: string;
  blocks: readonly Block[];
  /** Said at the foot of each page. */
  foot: string;
}
