import type { Tag } from '../workshop';

/** One input of a figure, with its unit and where it comes from. */
export interface WorkingInput {
  name: string;
  value: number;
  unit: string;
  tag: Tag | 'measured' | 'computed';
}

/** How a figure was worked out: shown when it is opened. */
export interface Working {
  title: string;
  formula: string;
  inputs: readonly WorkingInput[];
  result: { value: number; unit: string };
  note?: string;
}
