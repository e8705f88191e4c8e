import { DomainError, type Issue } from '../units';
import type { Lab } from './observer';
import { reflectanceOf } from './reconstruct';

/** Black and white are no surface's, but what is typed as such is meant as the nearest, L*. */
const [blackL, whiteL] = [1, 99];

/** Why no surface can have a colour; null: one can. @param path of what named it */
export function gamutIssue(lab: Lab, path: string): Issue | null {
  try {
    if (lab[0] > blackL && lab[0] < whiteL) reflectanceOf(lab);
    return null;
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return {
      code: 'target_out_of_gamut',
      path,
      message: 'No surface can have this colour: read it once more, or type one that is less strong.',
    };
  }
}
