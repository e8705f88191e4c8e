import { good, type Result, refused } from '../units';
import { gamutIssue } from './gamutIssue';
import { labOfColour } from './lab';
import type { Lab } from './observer';

const hex = /^#?([0-9a-f]{3}|[0-9a-f]{6})$/i;
const number = /[-−+]?\d+(?:\.\d+)?/g;
/** L*, a* and b* of surfaces lie within these. */
const mostAb = 160;

/**
 * A colour as it is typed: #6b4a32, or L*a*b* as three numbers, such as 36 12 22.
 * @returns L*a*b* in daylight; refused where it cannot be read, or no surface can have it
 */
export function parseColour(text: string): Result<Lab> {
  const asHex = hex.exec(text.trim());
  const lab = asHex ? labOfColour(`#${asHex[1]!.toLowerCase()}`) : labOfNumbers(text);
  if (!lab)
    return refused({
      code: 'colour_unreadable',
      path: '',
      message: 'Write a colour as #6b4a32, or its L*, a* and b* as three numbers, such as 36 12 22.',
    });
  const impossible = gamutIssue(lab, '');
  return impossible ? refused(impossible) : good(lab);
}

function labOfNumbers(text: string): Lab | null {
  if (/[^\d\s.,;:=*()+\-−lab]/i.test(text)) return null;
  const [l, a, b, ...more] = (text.match(number) ?? []).map((n) => Number(n.replace('−', '-')));
  if (l === undefined || a === undefined || b === undefined || more.length > 0) return null;
  return l >= 0 && l <= 100 && Math.abs(a) <= mostAb && Math.abs(b) <= mostAb ? [l, a, b] : null;
}

/** L*a*b* as it is written: "L* 36 a* 12 b* 22". */
export const labWords = ([l, a, b]: Lab): string =>
  `L* ${l.toFixed(0)} a* ${a.toFixed(0)} b* ${b.toFixed(0)}`.replaceAll('-', '−').replaceAll('−0', '0');
