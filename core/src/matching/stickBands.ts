import {
  type Belief,
  colourWords,
  type Ground,
  hexOf,
  type Lab,
  type Layer,
  layerWords,
  nothingRead,
  predicted,
} from '../colour';

/** One band of a sample stick, as it is foretold. */
export interface StickBand {
  /** Layers on it. */
  after: number;
  /** What was laid last: "1 part golden, 2 parts thinner". */
  name: string;
  lab: Lab;
  hex: string;
  words: string;
  /** Two in three sticks come within this, ΔE00. */
  withinDeltaE: number;
}

/** The bands of a stick from the bare wood on, each layer left a little shorter than the one below. */
export const stickBands = (ground: Ground, layers: readonly Layer[], belief: Belief = nothingRead): StickBand[] =>
  Array.from({ length: layers.length + 1 }, (_, after) => {
    const { lab, withinDeltaE } = predicted(ground, layers.slice(0, after), belief);
    return {
      after,
      name: after === 0 ? 'bare wood, sanded' : layerWords(layers[after - 1]!),
      lab,
      hex: hexOf(lab),
      words: colourWords(lab),
      withinDeltaE,
    };
  });
