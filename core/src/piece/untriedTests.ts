import type { ZoneTests } from '../workshop';

/** The tests of a zone before anything was tried on it. */
export const untriedTests: ZoneTests = {
  spirits: 'untried',
  alcohol: 'untried',
  lacquerThinner: 'untried',
  bleed: 'unknown',
  silicone: false,
};
