const vulgar: Readonly<Record<string, string>> = {
  '½': ' 1/2',
  '¼': ' 1/4',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
};

/**
 * Reads a number as typed in a workshop: `30`, `1/2`, `2 1/2`, `2½`, `0,5` and `0.5`.
 * @returns the number, or undefined where it is not one (two decimal marks, letters, a zero denominator)
 */
export function parseNumber(text: string): number | undefined {
  const plain = text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (c) => vulgar[c] ?? '')
    .replace('−', '-')
    .trim();
  const match = /^(-)?(?:(\d+(?:[.,]\d+)?|[.,]\d+))?(?:\s*(?:^|\s)(\d+)\/(\d+))?$/.exec(plain);
  const fractionOnly = /^(-)?(\d+)\/(\d+)$/.exec(plain);
  const sign = plain.startsWith('-') ? -1 : 1;
  if (fractionOnly)
    return Number(fractionOnly[3]) === 0 ? undefined : (sign * Number(fractionOnly[2])) / Number(fractionOnly[3]);
  if (!match || match[2] === undefined) return undefined;
  if (match[4] !== undefined && Number(match[4]) === 0) return undefined;
  const part = match[3] === undefined ? 0 : Number(match[3]) / Number(match[4]);
  return sign * (Number(match[2].replace(',', '.')) + part);
}
