/** Points on which good practitioners disagree and on which the generator follows the workshop's choice. */
export const houseRuleIds = [
  'clean-or-scuff',
  'hardware-doors',
  'strip-solid',
  'filler-edges',
  'repairs-in-ladder',
  'ladder',
  'scuff-grit',
  'conditioner',
  'stain-wipe',
  'darken',
  'stain-wait',
  'primer',
  'primer-coats',
  'blocking-coat',
  'adhesion-coat',
  'edge-seal',
  'tape-pull',
  'top-or-base-first',
  'interior-first',
  'between-coats',
  'clear-over-paint',
  'top-clear',
  'wax-on-paint',
  'clear-by',
  'flat-clear',
] as const;

/** A house rule. */
export type HouseRuleId = (typeof houseRuleIds)[number];
