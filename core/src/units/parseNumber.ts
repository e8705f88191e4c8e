import { good, type Issue, type Result, refused } from './Result';

const vulgar: Readonly<Record<string, string>> = {
  '½': ' 1/2',
  '¼': ' 1/4',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
};

/** One comma with three digits after it: thousands to some, a decimal mark to others. A leading zero settles it. */
const twoWays = /^[-−]?[1-9]\d{0,2},\d{3}$/;

/** Whether a number as typed can be read two ways, such as `1,000`: it is asked back, never guessed. */
export const isTwoWays = (text: string): boolean => twoWays.test(text.trim());

/** What to do about a number that can be read two ways. */
export const twoWaysIssue = (text: string): Issue => {
  const digits = text.trim().replace('−', '-');
  return {
    code: 'number_two_ways',
    path: '',
    message: `"${text.trim()}" can be read two ways: write ${digits.replace(',', '')} or ${+digits.replace(',', '.')}.`,
  };
};

/**
 * Reads a number as typed in a workshop: `30`, `1/2`, `2 1/2`, `2½`, `0,5` and `0.5`.
 * @returns the number, or undefined where it is not one (two decimal marks, letters, a zero denominator) or can be read
 * two ways (`1,000`)
 */
export function parseNumber(text: string): number | undefined {
  const plain = text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (c) => vulgar[c] ?? '')
    .replace('−', '-')
    .trim();
  const match = /^(-)?(?:(\d+(?:[.,]\d+)?|[.,]\d+))?(?:\s*(?:^|\s)(\d+)\/(\d+))?$/.exec(plain);
  const fractionOnly = /^(-)?(\d+)\/(\d+)$/.exec(plain);
  if (isTwoWays(plain)) return undefined;
  const sign = plain.startsWith('-') ? -1 : 1;
  if (fractionOnly)
    return Number(fractionOnly[3]) === 0 ? undefined : (sign * Number(fractionOnly[2])) / Number(fractionOnly[3]);
  if (!match || match[2] === undefined) return undefined;
  if (match[4] !== undefined && Number(match[4]) === 0) return undefined;
  const part = match[3] === undefined ? 0 : Number(match[3]) / Number(match[4]);
  return sign * (Number(match[2].replace(',', '.')) + part);
}

/** A number as typed, or why it cannot be read. @param example what a good answer looks like */
export function readNumber(text: string, example = '2.5 or 1/2'): Result<number> {
  const value = parseNumber(text);
  if (value !== undefined) return good(value);
  return refused(
    isTwoWays(text)
      ? twoWaysIssue(text)
      : { code: 'number_unreadable', path: '', message: `"${text.trim()}" is not a number. Write ${example}.` },
  );
}
