import type { Lab } from '@cosmesis/core/colour';
import type { ColourSource } from '@cosmesis/core/workshop';

/** A colour with where it is from. */
export interface NamedColour {
  lab: Lab;
  /** What it is the colour of; empty: it was typed. */
  name: string;
  from: ColourSource;
}
