import type { Issue } from '../units';

/** Cups that are mixed in, L. */
const cupLimitsL = { least: 0.01, most: 100 } as const;

/** What is wrong with a cup; none where it can be mixed in. @param cupL what it holds, L; NaN is refused */
export const cupIssues = (cupL: number): Issue[] =>
  cupL >= cupLimitsL.least && cupL <= cupLimitsL.most
    ? []
    : [
        {
          code: 'cup_out_of_range',
          path: 'cup',
          message: 'A cup holds from 10 ml to 100 L: type what yours holds under Settings.',
        },
      ];
