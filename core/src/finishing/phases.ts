import { ownZoneIds, type ZoneId } from '../workshop';

/** The stages a whole piece goes through; over all zones one stage comes before the next. */
export const phase = {
  intake: 0,
  /** A sample is made on a stick, and approved, before the piece is touched: the answer takes a day. */
  sample: 0.5,
  parts: 1,
  clean: 2,
  partsAfterCleaning: 2.5,
  form: 3,
  glue: 4,
  takeOff: 5,
  repair: 6,
  abrade: 7,
  coverKept: 8,
  colourWood: 9,
  mask: 10,
  /** What is laid by hand before the gun: dusty work and brushed coats are over when the piece moves. */
  paintByHand: 10.5,
  paint: 11,
  unmask: 12,
  decorate: 13,
  coverPainted: 14,
  clearByHand: 14.5,
  clear: 15,
  uncover: 16,
  refit: 17,
  cure: 18,
  handOver: 19,
} as const;

/** A stage of the work. */
export type Phase = (typeof phase)[keyof typeof phase];

/** What is hardest to reach comes first, the top last; the interior before the outside. */
export const zoneOrder: readonly ZoneId[] = [
  'interior',
  'legs',
  'carcass',
  ...ownZoneIds,
  'fronts',
  'top',
  'seat',
  'hardware',
];
