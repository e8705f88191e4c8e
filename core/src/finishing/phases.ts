/** The stages a whole piece goes through; over all zones one stage comes before the next. */
export const phase = {
  parts: 0,
  clean: 1,
  partsAfterCleaning: 1.5,
  glue: 2,
  takeOff: 3,
  abrade: 4,
  coverKept: 5,
  colourWood: 6,
  mask: 7,
  paint: 8,
  unmask: 9,
  coverPainted: 10,
  clear: 11,
  uncover: 12,
  refit: 13,
  cure: 14,
} as const;

/** A stage of the work. */
export type Phase = (typeof phase)[keyof typeof phase];
